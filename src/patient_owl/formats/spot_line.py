"""A standing point as one line, read and written: `lantern foot: 20 min from the car`."""

import re

from patient_owl.core.coordinates import parse_coordinates
from patient_owl.core.errors import WrongValue
from patient_owl.core.order.ways import CAR, StandingPoint

LONGEST_LINE = 200
LONGEST_NAME = 60
MOST_WALK_MIN = 600.0
WANTED = "a name, then how far it is: “lantern foot: 20 min from the car”, or its coordinates"

_WALK = re.compile(
    r"(-?\d+(?:[.,]\d+)?)\s*(?:min|minutes?)\b(?:\s+(?:walk|on foot))?\s+from\s+([^,;:]+)",
    re.IGNORECASE,
)

_ONLY = re.compile(r"[,;]?\s*\b(?:only\s+)?while\s+([^,;:]+)", re.IGNORECASE)


def read_spot_line(text: str) -> StandingPoint:
    """The standing point a line tells of; WrongValue says what could not be understood."""
    if len(text) > LONGEST_LINE:
        raise WrongValue("spot", f"a line of at most {LONGEST_LINE} letters", len(text))
    name, _, rest = (part.strip() for part in text.partition(":"))
    if not name or len(name) > LONGEST_NAME:
        raise WrongValue("spot", WANTED, f"“{text[:60]}”" if text.strip() else "nothing")
    only = _ONLY.search(rest)
    rest = _ONLY.sub("", rest)
    minutes = tuple((_other(m[2]), _minutes(m[1])) for m in _WALK.finditer(rest))
    where = _WALK.sub("", rest).strip(" ,;.")
    only_while = " ".join(only[1].split()) if only else ""
    if not where:
        return StandingPoint(name, minutes, only_while=only_while)
    latitude_deg, longitude_deg = parse_coordinates(where)
    return StandingPoint(name, minutes, round(latitude_deg, 6), round(longitude_deg, 6), only_while)


def _other(text: str) -> str:
    name = text.strip(" .")
    return CAR if name.lower() in ("car", CAR, "the car park", "the road") else name


def _minutes(text: str) -> float:
    minutes = float(text.replace(",", "."))
    if not 0 <= minutes <= MOST_WALK_MIN:
        raise WrongValue("spot", f"0 to {MOST_WALK_MIN:g} min of walking", f"{minutes:g} min")
    return minutes


def spot_line(spot: StandingPoint) -> str:
    """The standing point as one line; read again it is the same."""
    parts = [f"{minutes:g} min from {other}" for other, minutes in spot.minutes]
    if spot.latitude_deg is not None and spot.longitude_deg is not None:
        parts.append(f"{spot.latitude_deg:.6f}, {spot.longitude_deg:.6f}")
    if spot.only_while:
        parts.append(f"only while {spot.only_while}")
    return spot.name + (": " + ", ".join(parts) if parts else "")
