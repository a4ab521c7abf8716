"""Time zones: found offline from coordinates, checked by name."""

from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from timezonefinder import TimezoneFinder

from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept


@kept(most=1, mb=1)
def _finder() -> TimezoneFinder:
    return TimezoneFinder()


def zone_at(latitude_deg: float, longitude_deg: float) -> str:
    """IANA name of the zone at a place; the nautical zone out at sea."""
    name = _finder().timezone_at(lat=latitude_deg, lng=longitude_deg)
    return name or f"Etc/GMT{-round(longitude_deg / 15):+d}"


def zone(name: str) -> ZoneInfo:
    """The zone of that IANA name, or WrongValue."""
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise WrongValue("time_zone", "an IANA zone such as Europe/Madrid", name) from error
