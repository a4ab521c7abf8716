"""A night's weather on the wire."""

from datetime import datetime

from pydantic import BaseModel


class HourOut(BaseModel):
    at_utc: datetime
    cloud_cover: float
    cloud_low: float
    cloud_mid: float
    cloud_high: float
    cloud_sigma: float
    temperature_c: float
    dew_point_c: float
    wind_m_s: float
    gust_m_s: float


class WeatherOut(BaseModel):
    """Hourly forecast from noon to noon, and what it means for glass and tripod."""

    provider: str
    is_simulated: bool
    hours: list[HourOut]
    advice: list[str]
