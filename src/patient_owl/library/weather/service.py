"""Weather of a night from whichever provider stands behind the port."""

from datetime import datetime, timedelta
from typing import NamedTuple

from patient_owl.core.night import Bounds
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site
from patient_owl.core.weather import Weather, weather_reasons
from patient_owl.library.weather.schemas import HourOut, WeatherOut
from patient_owl.ports.weather import WeatherProvider
from patient_owl.words.weather import weather_text


class Forecast(NamedTuple):
    """Hourly weather over a night."""

    hours_utc: list[datetime]
    weather: list[Weather]

    @property
    def hours(self) -> tuple[tuple[float, Weather], ...]:
        """As a night's context has them: by epoch_seconds."""
        at = (ephemeris.epoch_seconds(hour) for hour in self.hours_utc)
        return tuple(zip(at, self.weather, strict=True))


def forecast(provider: WeatherProvider, site: Site, bounds: Bounds, now_utc: datetime) -> Forecast:
    start = bounds.start_utc.replace(minute=0)
    hours = [start + timedelta(hours=k) for k in range(int(bounds.hours) + 2)]
    hourly = provider.hourly(site.latitude_deg, site.longitude_deg, hours, now_utc)
    return Forecast(hours, hourly)


def weather_out(
    provider: WeatherProvider,
    site: Site,
    bounds: Bounds,
    dark: tuple[datetime, datetime],
    now_utc: datetime,
) -> WeatherOut:
    """The night's hours, and advice for the worst of those between `dark` start and end."""
    hours, hourly = forecast(provider, site, bounds, now_utc)
    out_there = [w for at, w in zip(hours, hourly, strict=True) if dark[0] <= at <= dark[1]]
    advice: dict[str, str] = {}
    for weather in sorted(out_there, key=lambda w: (-w.gust_m_s, w.temperature_c)):
        for reason in weather_reasons(weather):
            advice.setdefault(reason.code, weather_text(reason))
    if "wind_too_strong" in advice:
        advice.pop("wind_shakes", None)
    return WeatherOut(
        provider=provider.name,
        is_simulated=provider.is_simulated,
        hours=[
            HourOut(
                at_utc=at,
                cloud_cover=round(w.cloud_cover, 2),
                cloud_low=round(w.cloud_low, 2),
                cloud_mid=round(w.cloud_mid, 2),
                cloud_high=round(w.cloud_high, 2),
                cloud_sigma=round(w.cloud_sigma, 2),
                temperature_c=w.temperature_c,
                dew_point_c=w.dew_point_c,
                wind_m_s=w.wind_m_s,
                gust_m_s=w.gust_m_s,
            )
            for at, w in zip(hours, hourly, strict=True)
        ],
        advice=list(advice.values()),
    )
