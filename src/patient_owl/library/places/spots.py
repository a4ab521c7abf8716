"""The standing points of a place, and how long one walks between them."""

from collections.abc import Sequence

from patient_owl.core.errors import WrongValue
from patient_owl.core.order.ways import StandingPoint, walks_s
from patient_owl.formats.spot_line import read_spot_line, spot_line
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.tables.places import Place


def kept_spots(lines: Sequence[str]) -> list[str]:
    """Lines as they are kept; WrongValue names the line, or the name that comes twice."""
    points: list[StandingPoint] = []
    for number, line in enumerate(lines):
        try:
            spot = read_spot_line(line)
        except WrongValue as error:
            raise WrongValue(f"spots.{number}", error.wanted, error.got) from error
        if any(spot.name == other.name for other in points):
            raise WrongValue(f"spots.{number}", "each standing point once", spot.name)
        points.append(spot)
    return [spot_line(spot) for spot in points]


def spots_of(place: Place) -> list[StandingPoint]:
    """Those that can be read."""
    read = (or_trouble(lambda line=line: read_spot_line(line))[0] for line in place.spots)  # type: ignore[misc]
    return [spot for spot in read if spot is not None]


def walks_of(place: Place, walking_km_h: float) -> tuple[tuple[float, ...], ...]:
    """Between where one parks, which is the place itself, and its standing points. [s]"""
    return walks_s((place.latitude_deg, place.longitude_deg), spots_of(place), walking_km_h)
