"""The scene of a shot: the predicted light, sky and weather at its moment and around it."""

from typing import NamedTuple

import numpy as np

from patient_owl.core.meterless import SOURCES, SkyView
from patient_owl.core.night import Slope, over_horizon_deg, slope
from patient_owl.core.recipes._types import Moment, Recipe, Scene
from patient_owl.core.sky import ephemeris, tracks
from patient_owl.core.sky.targets import target
from patient_owl.core.types import FloatArray
from patient_owl.core.weather import Weather
from patient_owl.core.windows import SunAbove, SunBelow, windows
from patient_owl.database import now_utc
from patient_owl.nights.models import Night
from patient_owl.nights.service import bounds_of
from patient_owl.places.service import darkness_of, horizon_of, site_of
from patient_owl.shots.schemas import ShotIn
from patient_owl.weather.service import forecast

NIGHT_STEP_S = 300.0  # light and sky change slowly; a recipe that needs a minute interpolates
STILL_AIR = Weather(0, 0, 0, 0, temperature_c=10, dew_point_c=0, wind_m_s=0, gust_m_s=0)


class Seen(NamedTuple):
    """A scene, and the slope it was read from: its first row is the moment itself."""

    scene: Scene
    at: Slope


def see(night: Night, shot: ShotIn) -> Seen:
    """Predict everything a recipe may ask about a shot."""
    site = site_of(night.place)
    moment_s = ephemeris.epoch_seconds(shot.at_utc)
    grid = bounds_of(night).seconds(NIGHT_STEP_S)
    weather, cloud = _weather(night, moment_s, grid)
    found = slope(
        site,
        np.concatenate([[moment_s], grid]),
        darkness_of(night.place),
        SkyView(max(shot.tilt_deg, 0.0), shot.bearing_true_deg),
        cloud,
    )
    light = found.light
    scene = Scene(
        latitude_deg=night.place.latitude_deg,
        ground_ev100=float(light.ground_ev100[0]),
        ground_sigma_stops=float(light.ground_sigma_stops[0]),
        sky_ev100=float(light.sky_ev100[0]),
        sky_sigma_stops=float(light.sky_sigma_stops[0]),
        sky_source=SOURCES[light.sky_source[0]],
        sun_altitude_deg=float(found.sun.true_altitude_deg[0]),
        moon_altitude_deg=float(found.moon.apparent_altitude_deg[0]),
        moon_azimuth_deg=float(found.moon.azimuth_deg[0]),
        moon_phase_deg=float(found.phase.phase_angle_deg[0]),
        moon_rises_in_s=_moonrise(night, grid, moment_s),
        core_altitude_deg=float(found.core.apparent_altitude_deg[0]),
        core_azimuth_deg=float(found.core.azimuth_deg[0]),
        temperature_c=weather.temperature_c,
        gust_m_s=weather.gust_m_s,
        night=tuple(
            Moment(
                float(found.seconds[k] - moment_s),
                float(light.ground_ev100[k]),
                float(light.sky_ev100[k]),
                float(found.sun.true_altitude_deg[k]),
            )
            for k in range(1, len(found.seconds))
        ),
    )
    return Seen(scene, found)


def _weather(night: Night, moment_s: float, grid: FloatArray) -> tuple[Weather, FloatArray | float]:
    """The forecast's hour and cloud when the night uses it, else still, clear and mild."""
    if not night.uses_forecast:
        return STILL_AIR, 0.0
    found = forecast(site_of(night.place), bounds_of(night), now_utc())
    hours = [ephemeris.epoch_seconds(hour) for hour in found.hours_utc]
    nearest = int(np.argmin(np.abs(np.array(hours) - moment_s)))
    return found.weather[nearest], found.cloud_cover_at(np.concatenate([[moment_s], grid]))


def _moonrise(night: Night, grid: FloatArray, moment_s: float) -> float | None:
    """Seconds until the Moon next clears the skyline; None when it does not this night."""
    over = over_horizon_deg(
        target(tracks.MOON), site_of(night.place), horizon_of(night.place), grid
    )
    rising = np.flatnonzero((over[:-1] <= 0) & (over[1:] > 0) & (grid[1:] > moment_s))
    if not rising.size:
        return None
    k = int(rising[0])
    share = -over[k] / (over[k + 1] - over[k])
    return float(grid[k] + share * NIGHT_STEP_S - moment_s)


def works_when(night: Night, recipe: Recipe) -> list[tuple[float, float]]:
    """Stretches of the night whose light suits the discipline. [epoch_seconds]"""
    lowest, highest = recipe.sun_altitude_deg
    return windows(
        [SunAbove(lowest), SunBelow(highest)],
        site_of(night.place),
        horizon_of(night.place),
        bounds_of(night).seconds(NIGHT_STEP_S),
    )
