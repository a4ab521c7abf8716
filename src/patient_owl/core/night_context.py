"""A night as a plan needs it: its place, its light from end to end, its weather.

Loaded once, then only read. What is worked out of it is kept, so that the shots of a night and
the next question about one of them cost little.
"""

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from patient_owl.core.events.resolve import Happening
from patient_owl.core.kept import kept
from patient_owl.core.meterless import SOURCES, Darkness, SkyView
from patient_owl.core.night import Bounds, NightSky, Slope, night_sky, slope
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.types import Course, Scene
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import FloatArray
from patient_owl.core.weather import Weather, clouds_at
from patient_owl.core.windows import SunAbove, SunBelow, windows

NIGHT_STEP_S = 300.0  # light and sky change slowly; a recipe that needs a minute interpolates
STILL_AIR = Weather(0, 0, 0, 0, temperature_c=10, dew_point_c=0, wind_m_s=0, gust_m_s=0)


@dataclass(frozen=True)
class NightContext:
    """Where and when. hours: the forecast, (epoch_seconds, weather) an hour; empty where none is
    used, then it is clear, still and mild. happenings: what is on that night besides the sky."""

    site: Site
    bounds: Bounds
    darkness: Darkness
    hours: tuple[tuple[float, Weather], ...] = ()
    happenings: tuple[Happening, ...] = ()

    @property
    def horizon(self) -> Horizon:
        return self.darkness.horizon

    @property
    def sky(self) -> NightSky:
        """What rises, sets and when it is dark."""
        return night_sky(self.site, self.bounds, self.horizon)

    @property
    def light(self) -> Slope:
        """The light from noon to noon toward the zenith, every NIGHT_STEP_S."""
        return _light(self)

    def weather_at(self, seconds: float) -> Weather:
        """That of the nearest hour."""
        if not self.hours:
            return STILL_AIR
        return min(self.hours, key=lambda hour: abs(hour[0] - seconds))[1]

    def works_s(self, sun_altitude_deg: tuple[float, float]) -> tuple[tuple[float, float], ...]:
        """Stretches of the night with the Sun at such altitudes. [epoch_seconds]"""
        return _works(self.site, self.bounds, self.horizon, sun_altitude_deg)


class Seen(NamedTuple):
    """A scene, and the slope it was read from: one row, the moment itself."""

    scene: Scene
    at: Slope


@kept(most=256, mb=15)
def see(night: NightContext, at_s: float, framing: Framing) -> Seen:
    """Predict everything a recipe may ask about a moment and a direction.

    Kept: a hand on a rail and an answer leave both as they are.
    """
    weather = night.weather_at(at_s)
    view = SkyView(max(framing.tilt_deg, 0.0), framing.bearing_true_deg)
    at = _moment(night, at_s, view)
    light = at.light
    scene = Scene(
        latitude_deg=night.site.latitude_deg,
        ground_ev100=float(light.ground_ev100[0]),
        ground_sigma_stops=float(light.ground_sigma_stops[0]),
        sky_ev100=float(light.sky_ev100[0]),
        sky_sigma_stops=float(light.sky_sigma_stops[0]),
        sky_source=SOURCES[light.sky_source[0]],
        sun_altitude_deg=float(at.sun.true_altitude_deg[0]),
        moon_altitude_deg=float(at.moon.apparent_altitude_deg[0]),
        moon_azimuth_deg=float(at.moon.azimuth_deg[0]),
        moon_rises_in_s=_moonrise_after(night, at_s),
        galactic_core_altitude_deg=float(at.core.apparent_altitude_deg[0]),
        galactic_core_azimuth_deg=float(at.core.azimuth_deg[0]),
        temperature_c=weather.temperature_c,
        gust_m_s=weather.gust_m_s,
        cloud_cover=float(clouds_at(night.hours, at.seconds)[0][0]) if night.hours else None,
        horizon=night.horizon,
        night=_course(night, at_s),
    )
    return Seen(scene, at)


def _moment(night: NightContext, at_s: float, view: SkyView) -> Slope:
    """The light of one moment. A hand that drags a shot comes to the next minute: those of an hour
    cost together what one costs."""
    hour, within_s = divmod(at_s, 3600.0)
    minute, beside_s = divmod(within_s, 60.0)
    if beside_s:
        return _toward(night, np.array([at_s]), view)
    return _hour(night, hour, view).row(int(minute))


@kept(most=64, mb=1)
def _hour(night: NightContext, hour: float, view: SkyView) -> Slope:
    """Minute by minute. hour: hours of epoch_seconds."""
    return _toward(night, 3600.0 * hour + 60.0 * np.arange(60, dtype=np.float64), view)


def _toward(night: NightContext, seconds: FloatArray, view: SkyView) -> Slope:
    clouds = clouds_at(night.hours, seconds)
    return slope(night.site, seconds, night.darkness, view, *clouds)


def _moonrise_after(night: NightContext, at_s: float) -> float | None:
    rises = (ephemeris.epoch_seconds(e.at_utc) for e in night.sky.events if e.code == "moonrise")
    return next((rise - at_s for rise in rises if rise > at_s), None)


def _course(night: NightContext, at_s: float) -> Course:
    after_s = (night.light.seconds - at_s).tolist()
    return Course(tuple(after_s), *_light_columns(night))


@kept(most=256, mb=15)
def _light(night: NightContext) -> Slope:
    return _toward(night, night.bounds.seconds(NIGHT_STEP_S), SkyView(90.0, 0.0))


def _light_columns(night: NightContext) -> tuple[tuple[float, ...], ...]:
    """Of the ground, of the sky, and the Sun's altitude."""
    light, sun = night.light.light, night.light.sun
    columns = light.ground_ev100, light.sky_ev100, sun.true_altitude_deg
    return tuple(tuple(column.tolist()) for column in columns)


@kept(most=512, mb=1)
def _works(
    site: Site, bounds: Bounds, horizon: Horizon, sun_altitude_deg: tuple[float, float]
) -> tuple[tuple[float, float], ...]:
    lowest, highest = sun_altitude_deg
    seconds = bounds.seconds(NIGHT_STEP_S)
    return tuple(windows([SunAbove(lowest), SunBelow(highest)], site, horizon, seconds))
