"""What weather does to a night's pictures: dew on the glass, wind on the tripod."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.reason import Reason
from patient_owl.core.types import FloatArray

# Magnus formula over water. [alduchov1996]
MAGNUS_A, MAGNUS_B_C = 17.625, 243.04
# A front lens under a clear sky radiates itself a few degrees below the air; common practice.
CLEAR_SKY_COOLING_C = 3.0
DEW_MARGIN_C = 2.0
WIND_NOTICE_M_S, WIND_STOP_M_S = 5.0, 10.0  # gusts that shake a light tripod; that end the night


@dataclass(frozen=True)
class Weather:
    """A forecast for one hour. Shares 0 to 1, °C, m/s; the sigma is of the total cloud."""

    cloud_low: float
    cloud_mid: float
    cloud_high: float
    cloud_sigma: float
    temperature_c: float
    dew_point_c: float
    wind_m_s: float
    gust_m_s: float

    @property
    def cloud_cover(self) -> float:
        """Share of the sky hidden, layers overlapping at random; high cloud hides half."""
        clear = (1 - self.cloud_low) * (1 - self.cloud_mid) * (1 - 0.5 * self.cloud_high)
        return 1 - clear


def dew_point_c(temperature_c: float, relative_humidity: float) -> float:
    """Dew point from temperature and humidity (0 to 1). [°C] [alduchov1996]"""
    gamma = math.log(relative_humidity) + MAGNUS_A * temperature_c / (MAGNUS_B_C + temperature_c)
    return MAGNUS_B_C * gamma / (MAGNUS_A - gamma)


def clouds_at(
    hours: Sequence[tuple[float, Weather]], seconds: FloatArray
) -> tuple[FloatArray, FloatArray]:
    """Share of the sky hidden and its ±, straight lines between the hours; clear without any.

    hours: (epoch_seconds, weather).
    """
    if not hours:
        return np.zeros_like(seconds), np.zeros_like(seconds)
    at = [hour for hour, _ in hours]
    cover, sigma = ([getattr(w, k) for _, w in hours] for k in ("cloud_cover", "cloud_sigma"))
    return np.interp(seconds, at, cover), np.interp(seconds, at, sigma)


def dew_reason(weather: Weather) -> Reason | None:
    """Why dew is to be expected on the glass; None where it is not."""
    lens_c = weather.temperature_c - CLEAR_SKY_COOLING_C * (1 - weather.cloud_cover)
    if lens_c - weather.dew_point_c >= DEW_MARGIN_C:
        return None
    return Reason("dew_likely", {"lens_c": lens_c, "dew_point_c": weather.dew_point_c})


def weather_reasons(weather: Weather) -> tuple[Reason, ...]:
    """What to say about the glass and the legs."""
    dew = dew_reason(weather)
    reasons = [dew] if dew else []
    if weather.gust_m_s >= WIND_STOP_M_S:
        reasons.append(Reason("wind_too_strong", {"gust_m_s": weather.gust_m_s}))
    elif weather.gust_m_s >= WIND_NOTICE_M_S:
        reasons.append(Reason("wind_shakes", {"gust_m_s": weather.gust_m_s}))
    return tuple(reasons)
