"""A horizon profile as CSV: azimuth and altitude in degrees, a pair a line."""

import math

from patient_owl.core.errors import WrongValue
from patient_owl.core.sky.horizon import MOST_POINTS
from patient_owl.formats.text import read_rows

WIDEST_GAP_DEG = 60.0  # a straight line over more of the horizon is a guess; say so


def read_horizon(text: str) -> list[tuple[float, float]]:
    """Pairs sorted by azimuth; WrongValue names the line that cannot be used."""
    pairs: dict[float, float] = {}
    rows = read_rows(text.lstrip("\ufeff"), ";" if ";" in text else ",")
    for number, row in enumerate(rows, 1):
        cells = [cell.strip() for cell in row if cell.strip()]
        if not cells or cells[0].startswith("#") or (number == 1 and not _is_number(cells[0])):
            continue
        if len(cells) != 2 or not all(_is_number(cell) for cell in cells):
            wanted = "azimuth,altitude in degrees"
            raise WrongValue(f"line {number}", wanted, ",".join(row)[:40] or "nothing")
        azimuth, altitude = (float(cell) for cell in cells)
        if not 0 <= azimuth <= 360:
            raise WrongValue(f"line {number}", "an azimuth from 0 to 360", f"{azimuth:g}")
        if azimuth % 360 in pairs:
            raise WrongValue(f"line {number}", "each azimuth once", f"{azimuth:g} again")
        pairs[azimuth % 360] = altitude
        if len(pairs) > MOST_POINTS:
            raise WrongValue("horizon", f"at most {MOST_POINTS} points", "more")
    if len(pairs) < 2:
        raise WrongValue("horizon", "at least two azimuth,altitude lines", len(pairs))
    azimuths = sorted(pairs)
    for before, after in zip(azimuths, [*azimuths[1:], azimuths[0] + 360], strict=True):
        if after - before > WIDEST_GAP_DEG:
            wanted = f"no gap over {WIDEST_GAP_DEG:g}°"
            raise WrongValue("horizon", wanted, f"none from {before:g}° to {after % 360:g}°")
    return [(azimuth, pairs[azimuth]) for azimuth in azimuths]


def _is_number(text: str) -> bool:
    try:
        return math.isfinite(float(text))
    except ValueError:
        return False
