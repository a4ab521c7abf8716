"""Weather in words."""

from collections.abc import Mapping

from patient_owl.core.reason import Reason
from patient_owl.words.quantities import say

_REASONS: Mapping[str, str] = {
    "dew_likely": "Dew is likely on the front lens: the glass cools to {lens_c:celsius}, the dew "
    "point is {dew_point_c:celsius}. Bring a heater band or a dry cloth.",
    "wind_shakes": "Gusts of {gust_m_s:gust} shake a light tripod: legs low, weight on "
    "the hook, shorter lenses.",
    "wind_too_strong": "Gusts of {gust_m_s:gust}: no long exposure stays sharp, and the "
    "tripod may go over.",
}


def weather_text(reason: Reason) -> str:
    return say(_REASONS[reason.code], reason.quantities)
