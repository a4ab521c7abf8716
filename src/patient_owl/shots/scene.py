"""The scene of a shot: the predicted light, sky and weather at its moment and around it."""

from datetime import datetime
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from patient_owl.core.meterless import SOURCES, Darkness, SkyView
from patient_owl.core.night import Bounds, Slope, over_horizon_deg, slope
from patient_owl.core.plan.types import Moment, Recipe, Scene
from patient_owl.core.sky import ephemeris, tracks
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.targets import target
from patient_owl.core.sky.tracks import Site
from patient_owl.core.weather import Weather
from patient_owl.core.windows import SunAbove, SunBelow, windows
from patient_owl.nights.models import Night
from patient_owl.nights.service import bounds_of
from patient_owl.places.service import darkness_of, horizon_of, site_of
from patient_owl.shots.schemas import ShotIn
from patient_owl.storage.base import now_utc
from patient_owl.weather.service import forecast

NIGHT_STEP_S = 300.0  # light and sky change slowly; a recipe that needs a minute interpolates
STILL_AIR = Weather(0, 0, 0, 0, temperature_c=10, dew_point_c=0, wind_m_s=0, gust_m_s=0)


class Seen(NamedTuple):
    """A scene, and the slope it was read from: one row, the moment itself."""

    scene: Scene
    at: Slope


class _Night(NamedTuple):
    """What is the same for every shot of a night: its light, and when the Moon clears."""

    light: Slope
    moonrises_s: tuple[float, ...]


def see(night: Night, shot: ShotIn) -> Seen:
    """Predict everything a recipe may ask about a shot."""
    site, bounds = site_of(night.place), bounds_of(night)
    moment_s = ephemeris.epoch_seconds(shot.at_utc)
    weather, cloud = _weather(night, moment_s)
    at = slope(
        site,
        np.array([moment_s]),
        darkness_of(night.place),
        SkyView(max(shot.tilt_deg, 0.0), shot.bearing_true_deg),
        cloud,
    )
    # a forecast is good for an hour; without one the night's light never changes
    asked_at = now_utc().replace(minute=0, second=0, microsecond=0)
    whole = _whole_night(
        site,
        bounds,
        darkness_of(night.place),
        horizon_of(night.place),
        asked_at if night.uses_forecast else None,
    )
    light = at.light
    scene = Scene(
        latitude_deg=night.place.latitude_deg,
        ground_ev100=float(light.ground_ev100[0]),
        ground_sigma_stops=float(light.ground_sigma_stops[0]),
        sky_ev100=float(light.sky_ev100[0]),
        sky_sigma_stops=float(light.sky_sigma_stops[0]),
        sky_source=SOURCES[light.sky_source[0]],
        sun_altitude_deg=float(at.sun.true_altitude_deg[0]),
        moon_altitude_deg=float(at.moon.apparent_altitude_deg[0]),
        moon_azimuth_deg=float(at.moon.azimuth_deg[0]),
        moon_phase_deg=float(at.phase.phase_angle_deg[0]),
        moon_rises_in_s=next((r - moment_s for r in whole.moonrises_s if r > moment_s), None),
        core_altitude_deg=float(at.core.apparent_altitude_deg[0]),
        core_azimuth_deg=float(at.core.azimuth_deg[0]),
        temperature_c=weather.temperature_c,
        gust_m_s=weather.gust_m_s,
        night=_moments(whole.light, moment_s),
    )
    return Seen(scene, at)


def _moments(light: Slope, moment_s: float) -> tuple[Moment, ...]:
    rows = (
        light.seconds - moment_s,
        light.light.ground_ev100,
        light.light.sky_ev100,
        light.sun.true_altitude_deg,
    )
    return tuple(Moment(*row) for row in zip(*(r.tolist() for r in rows), strict=True))


def _weather(night: Night, moment_s: float) -> tuple[Weather, float]:
    """The forecast's hour and its cloud when the night uses it, else still, clear and mild."""
    if not night.uses_forecast:
        return STILL_AIR, 0.0
    found = forecast(site_of(night.place), bounds_of(night), now_utc())
    hours = [ephemeris.epoch_seconds(hour) for hour in found.hours_utc]
    nearest = int(np.argmin(np.abs(np.array(hours) - moment_s)))
    return found.weather[nearest], float(found.cloud_cover_at(np.array([moment_s]))[0])


@lru_cache(maxsize=256)
def _whole_night(
    site: Site, bounds: Bounds, darkness: Darkness, horizon: Horizon, asked_at: datetime | None
) -> _Night:
    """The light from noon to noon toward the zenith, and the moonrises. asked_at: of a forecast."""
    grid = bounds.seconds(NIGHT_STEP_S)
    cloud = forecast(site, bounds, asked_at).cloud_cover_at(grid) if asked_at else 0.0
    light = slope(site, grid, darkness, SkyView(90.0, 0.0), cloud)
    over = over_horizon_deg(target(tracks.MOON), site, horizon, grid)
    rising = np.flatnonzero((over[:-1] <= 0) & (over[1:] > 0))
    shares = -over[rising] / (over[rising + 1] - over[rising])
    return _Night(light, tuple((grid[rising] + shares * NIGHT_STEP_S).tolist()))


def works_when(night: Night, recipe: Recipe) -> list[tuple[float, float]]:
    """Stretches of the night whose light suits the discipline. [epoch_seconds]"""
    return _works_when(
        site_of(night.place), bounds_of(night), horizon_of(night.place), recipe.sun_altitude_deg
    )


@lru_cache(maxsize=256)
def _works_when(
    site: Site, bounds: Bounds, horizon: Horizon, sun_altitude_deg: tuple[float, float]
) -> list[tuple[float, float]]:
    lowest, highest = sun_altitude_deg
    seconds = bounds.seconds(NIGHT_STEP_S)
    return windows([SunAbove(lowest), SunBelow(highest)], site, horizon, seconds)
