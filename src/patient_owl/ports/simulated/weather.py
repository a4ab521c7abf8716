"""A made-up sky, the same for the same place and hour however often it is asked.

Cloud layers, wind and temperature wander smoothly from values hashed out of place and
date; seasons and latitude set the temperature. The further ahead an hour lies, the more
the forecast differs from what will come, and the wider its sigma says so.
"""

import hashlib
import math
from datetime import UTC, datetime, timedelta

from patient_owl.core.weather import Weather, dew_point_c

KNOT_H = 6  # the sky changes its mind every six hours
SIGMA_NOW, SIGMA_PER_DAY, SIGMA_MOST = 0.08, 0.06, 0.4


class SimulatedWeather:
    """Implements adapters.weather.WeatherProvider without a network."""

    name = "simulated weather"
    is_simulated = True

    def hourly(
        self,
        latitude_deg: float,
        longitude_deg: float,
        hours_utc: list[datetime],
        asked_utc: datetime,
    ) -> list[Weather]:
        place = f"{latitude_deg:.2f},{longitude_deg:.2f}"
        return [_hour(place, latitude_deg, longitude_deg, hour, asked_utc) for hour in hours_utc]


def _hour(
    place: str, latitude_deg: float, longitude_deg: float, hour: datetime, asked: datetime
) -> Weather:
    lead_days = max(0.0, (hour - asked) / timedelta(days=1))
    sigma = min(SIGMA_MOST, SIGMA_NOW + SIGMA_PER_DAY * lead_days)
    # a forecast made today errs the same way all day long
    error = (_smooth(f"{place} error {asked.date()}", hour) - 0.5) * 2 * sigma

    def layer(name: str, share: float) -> float:
        raw = _smooth(f"{place} {name}", hour)
        return min(1.0, max(0.0, (raw - (1 - share)) / share + error))

    wind_m_s = 1 + 9 * _smooth(f"{place} wind", hour) ** 2
    temperature_c = _temperature_c(place, latitude_deg, longitude_deg, hour)
    humidity = 0.55 + 0.44 * _smooth(f"{place} humidity", hour)
    return Weather(
        cloud_low=layer("low", 0.45),
        cloud_mid=layer("mid", 0.4),
        cloud_high=layer("high", 0.55),
        cloud_sigma=sigma,
        temperature_c=round(temperature_c, 1),
        dew_point_c=round(dew_point_c(temperature_c, humidity), 1),
        wind_m_s=round(wind_m_s, 1),
        gust_m_s=round(wind_m_s * (1.3 + 0.5 * _smooth(f"{place} gust", hour)), 1),
    )


def _temperature_c(place: str, latitude_deg: float, longitude_deg: float, hour: datetime) -> float:
    year_part = hour.timetuple().tm_yday / 365.25
    season = -math.cos(2 * math.pi * (year_part - 0.05)) * math.copysign(1, latitude_deg)
    swing = abs(latitude_deg) / 90 * 14
    solar_hour = (hour.hour + longitude_deg / 15) % 24
    daily = 4 * math.cos(2 * math.pi * (solar_hour - 15) / 24)
    base = 27 - 0.4 * abs(latitude_deg)
    return base + season * swing + daily + 5 * (_smooth(f"{place} air", hour) - 0.5)


def _smooth(name: str, hour: datetime) -> float:
    """A value 0 to 1 that glides between hashed knots."""
    hours = (hour - datetime(2000, 1, 1, tzinfo=UTC)).total_seconds() / 3600
    knot, into = divmod(hours / KNOT_H, 1)
    ease = into * into * (3 - 2 * into)
    return _hashed(name, int(knot)) * (1 - ease) + _hashed(name, int(knot) + 1) * ease


def _hashed(name: str, knot: int) -> float:
    digest = hashlib.sha256(f"{name} {knot}".encode()).digest()
    return int.from_bytes(digest[:4], "big") / 2**32
