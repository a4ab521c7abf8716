"""Where a compass needle points, by the World Magnetic Model 2025 [wmm2025]."""

from datetime import date
from typing import NamedTuple

from pygeomag import GeoMag

from patient_owl.core.kept import kept

_MODEL_FROM, _MODEL_TO = 2025.0, 2029.999  # years the model is made for; before and after, its ends
_DAYS_A_YEAR = 365.25


class Needle(NamedTuple):
    """east_deg: how far east of true north it points, negative west. sd_deg: the model's own ±,
    which grows to the poles. is_weak: too near a pole for a compass to be trusted."""

    east_deg: float
    sd_deg: float
    is_weak: bool


@kept(most=1, mb=1)
def _model() -> GeoMag:
    return GeoMag()


def needle(latitude_deg: float, longitude_deg: float, elevation_m: float, day: date) -> Needle:
    """The needle at a place on a day. elevation_m: above the sea."""
    year = day.year + (day.timetuple().tm_yday - 1) / _DAYS_A_YEAR
    field = _model().calculate(
        glat=latitude_deg,
        glon=longitude_deg,
        alt=elevation_m / 1000,
        time=min(max(year, _MODEL_FROM), _MODEL_TO),
    )
    is_weak = field.in_caution_zone or field.in_blackout_zone
    return Needle(field.d, field.calculate_uncertainty().d, is_weak)
