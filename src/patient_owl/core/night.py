"""One night: its bounds, what rises and sets in it, and the light from end to end.

A night runs from local noon to the next local noon, so a night on which the clocks change
lasts 23 or 25 hours.
"""

from dataclasses import dataclass, fields, replace
from datetime import UTC, date, datetime, time, timedelta, tzinfo
from typing import TypeVar

import numpy as np

from patient_owl.core.constants import (
    ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    CIVIL_TWILIGHT_SUN_ALTITUDE_DEG,
    NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    SUNRISE_SUN_ALTITUDE_DEG,
)
from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept
from patient_owl.core.meterless import Darkness, NightLight, SkyView, light_of
from patient_owl.core.sky import ephemeris, search, tracks
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.sky.rising import over_horizon_deg
from patient_owl.core.sky.targets import Target, target
from patient_owl.core.sky.tracks import MoonPhase, Site, Track
from patient_owl.core.tables.showers import PEAK_WIDTH_DEG, SHOWERS, Shower
from patient_owl.core.types import FloatArray

EVENT_STEP_S = 300.0  # a body up or down for less than five minutes may be missed

OBLIQUITY_J2000_DEG = 23.43928  # [iers2010]
PRECESSION_DEG_PER_CENTURY = 1.39697  # in longitude; [meeus1998] ch. 21
J2000_S = 12 * 3600.0  # epoch_seconds of 2000-01-01 12h

SUN_EVENTS = (
    ("sunset", "sunrise", SUNRISE_SUN_ALTITUDE_DEG),
    ("civil_dusk", "civil_dawn", CIVIL_TWILIGHT_SUN_ALTITUDE_DEG),
    ("nautical_dusk", "nautical_dawn", NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG),
    ("astronomical_dusk", "astronomical_dawn", ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG),
)


@dataclass(frozen=True)
class SkyEvent:
    """Something that happens once: its code ("sunset", "moonrise") and when."""

    code: str
    at_utc: datetime


@dataclass(frozen=True)
class Bounds:
    """Noon to noon. Aware datetimes in UTC."""

    start_utc: datetime
    end_utc: datetime

    @property
    def hours(self) -> float:
        return (self.end_utc - self.start_utc).total_seconds() / 3600

    def seconds(self, step_s: float) -> FloatArray:
        """epoch_seconds from start to end, both included."""
        first, last = (ephemeris.epoch_seconds(t) for t in (self.start_utc, self.end_utc))
        return np.linspace(first, last, round((last - first) / step_s) + 1)


def night_bounds(evening: date, zone: tzinfo) -> Bounds:
    """The night that begins on `evening` in `zone`; OutsideEphemeris when out of reach, WrongValue
    on a day its calendar left out, as Apia did in 2011."""
    ephemeris.check_day(evening)
    if not was_day(evening, zone):
        raise WrongValue("date", "a day that this place's calendar had", evening)
    return Bounds(_noon_utc(evening, zone), _noon_utc(evening + timedelta(days=1), zone))


def was_day(day: date, zone: tzinfo) -> bool:
    """False for a day that clocks skipped, moving to the other side of the date line."""
    return _noon_utc(day, zone) < _noon_utc(day + timedelta(days=1), zone)


def _noon_utc(day: date, zone: tzinfo) -> datetime:
    return datetime.combine(day, time(12), tzinfo=zone).astimezone(UTC)


@dataclass(frozen=True)
class NightSky:
    """What happens in one night, in order, and how dark it gets.

    darkness: "astronomical", "nautical", "civil", "none" (the Sun sets, twilight never
    ends) or "midnight_sun"; sun_never_rises marks the polar night.
    lowest_sun_altitude_deg: at its lowest. The Moon is that of mid-night.
    """

    bounds: Bounds
    events: tuple[SkyEvent, ...]
    darkness: str
    sun_never_rises: bool
    lowest_sun_altitude_deg: float
    moon_illuminated_fraction: float
    moon_waxing: bool
    moon_is_up: bool

    def first(self, code: str) -> datetime | None:
        """When the first event of that code happens; None when it does not."""
        return next((event.at_utc for event in self.events if event.code == code), None)


def sky_events(site: Site, seconds: FloatArray, horizon: Horizon = SEA) -> list[tuple[float, str]]:
    """Every rise, set and twilight between the first and last of `seconds`, in order.

    The Sun's events are those of almanacs, over a sea horizon [usno-rst]; Moon and core
    rise and set over the place's own.
    """

    def sun_altitude(at: FloatArray) -> FloatArray:
        return tracks.track(tracks.SUN, site, at).true_altitude_deg

    sun_values = sun_altitude(seconds)
    events: list[tuple[float, str]] = []
    for dusk, dawn, altitude_deg in SUN_EVENTS:
        events += _events(
            lambda at, a=altitude_deg: sun_altitude(at) - a,  # type: ignore[misc]
            seconds,
            dawn,
            dusk,
            sun_values - altitude_deg,
        )
    moon, core = (
        lambda at: over_horizon_deg(target(tracks.MOON), site, horizon, at),
        lambda at: over_horizon_deg(target(tracks.GALACTIC_CORE), site, horizon, at),
    )
    events += _events(moon, seconds, "moonrise", "moonset")
    events += _events(core, seconds, "galactic_core_rise", "galactic_core_set")
    return sorted(events)


@kept(most=2048, mb=6)
def night_sky(site: Site, bounds: Bounds, horizon: Horizon = SEA) -> NightSky:
    """What happens in one night at a place with this skyline; worked out once."""
    seconds = bounds.seconds(EVENT_STEP_S)
    sun = tracks.track(tracks.SUN, site, seconds).true_altitude_deg
    middle = seconds[len(seconds) // 2 : len(seconds) // 2 + 1]
    phase = tracks.moon_phase(middle)
    return NightSky(
        bounds=bounds,
        events=tuple(
            SkyEvent(code, ephemeris.moment_utc(at))
            for at, code in sky_events(site, seconds, horizon)
        ),
        darkness=_darkness(float(sun.min())),
        sun_never_rises=float(sun.max()) < SUNRISE_SUN_ALTITUDE_DEG,
        lowest_sun_altitude_deg=float(sun.min()),
        moon_illuminated_fraction=float(phase.illuminated_fraction[0]),
        moon_waxing=bool(phase.waxing[0]),
        moon_is_up=bool(over_horizon_deg(target(tracks.MOON), site, horizon, middle)[0] > 0),
    )


def _events(
    function: search.Function,
    seconds: FloatArray,
    rising_code: str,
    setting_code: str,
    values: FloatArray | None = None,
) -> list[tuple[float, str]]:
    return [
        (crossing.seconds, rising_code if crossing.rising else setting_code)
        for crossing in search.crossings(function, seconds, values)
    ]


def solar_longitude_deg(seconds: FloatArray) -> FloatArray:
    """Ecliptic longitude of the Sun, equinox J2000, by which meteor streams are dated. [deg]

    Precession by its mean rate; nutation's 17″ neglected, an hour at most.
    """
    x, y, z = tracks.geocentric(tracks.SUN, seconds).T
    tilt = np.radians(OBLIQUITY_J2000_DEG)
    of_date = np.degrees(np.arctan2(y * np.cos(tilt) + z * np.sin(tilt), x))
    centuries = (seconds - J2000_S) / (36525 * 86400)
    return np.asarray((of_date - PRECESSION_DEG_PER_CENTURY * centuries) % 360)


def showers_at_peak(bounds: Bounds) -> tuple[Shower, ...]:
    """Meteor showers within PEAK_WIDTH_DEG of their peak in the middle of the night."""
    middle = np.array([(bounds.seconds(3600)[0] + bounds.seconds(3600)[-1]) / 2])
    now_deg = float(solar_longitude_deg(middle)[0])
    return tuple(
        shower
        for shower in SHOWERS
        if abs((shower.solar_longitude_deg - now_deg + 180) % 360 - 180) <= PEAK_WIDTH_DEG
    )


def _darkness(lowest_sun_altitude_deg: float) -> str:
    for name, altitude_deg in (
        ("astronomical", ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG),
        ("nautical", NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG),
        ("civil", CIVIL_TWILIGHT_SUN_ALTITUDE_DEG),
        ("none", SUNRISE_SUN_ALTITUDE_DEG),
    ):
        if lowest_sun_altitude_deg < altitude_deg:
            return name
    return "midnight_sun"


@dataclass(frozen=True)
class Slope:
    """The night as the light slope draws it; arrays of one grid, shape (n,)."""

    seconds: FloatArray
    sun: Track
    moon: Track
    core: Track
    phase: MoonPhase
    light: NightLight

    def row(self, place: int) -> "Slope":
        """One moment of it, shape (1,)."""
        only = slice(place, place + 1)
        sun, moon, core = (_only(track, only) for track in (self.sun, self.moon, self.core))
        phase, light = _only(self.phase, only), _only(self.light, only)
        return Slope(self.seconds[only], sun, moon, core, phase, light)


Columns = TypeVar("Columns", Track, MoonPhase, NightLight)


def _only(columns: Columns, rows: slice) -> Columns:
    return replace(columns, **{f.name: getattr(columns, f.name)[rows] for f in fields(columns)})


def slope(
    site: Site,
    seconds: FloatArray,
    darkness: Darkness,
    view: SkyView,
    cloud_cover: FloatArray | float = 0.0,
    cloud_sigma: FloatArray | float = 0.0,
) -> Slope:
    """Positions and light at each of `seconds` (epoch_seconds)."""
    bodies = [target(body) for body in (tracks.SUN, tracks.MOON, tracks.GALACTIC_CORE)]
    sun, moon, core = tracks.tracks_of(bodies, site, seconds)
    phase = tracks.moon_phase(seconds)
    return Slope(
        seconds=seconds,
        sun=sun,
        moon=moon,
        core=core,
        phase=phase,
        light=light_of(sun, moon, phase, darkness, view, cloud_cover, cloud_sigma),
    )


@dataclass(frozen=True)
class Passage:
    """A target's night over the place's own horizon. Moments in UTC, None when they do not happen.

    is_up_all_night: never behind the skyline; highest_deg, highest_azimuth_deg: at its best
    within the night, apparent.
    """

    target: Target
    rise_utc: datetime | None
    set_utc: datetime | None
    highest_utc: datetime
    highest_deg: float
    highest_azimuth_deg: float
    is_up_all_night: bool


def passage(wanted: Target, site: Site, bounds: Bounds, horizon: Horizon = SEA) -> Passage:
    """Rise, highest point and set of one target between noon and noon."""
    seconds = bounds.seconds(EVENT_STEP_S)

    def over(at: FloatArray) -> FloatArray:
        return over_horizon_deg(wanted, site, horizon, at)

    values = over(seconds)
    crossings_s = search.crossings(over, seconds, values)
    rise = next((c.seconds for c in crossings_s if c.rising), None)
    sets = next((c.seconds for c in crossings_s if not c.rising), None)
    coarse = tracks.track_of(wanted, site, seconds).apparent_altitude_deg
    highest_s = search.highest(
        lambda at: tracks.track_of(wanted, site, at).apparent_altitude_deg, seconds, coarse
    )
    best = tracks.track_of(wanted, site, np.array([highest_s]))
    return Passage(
        target=wanted,
        rise_utc=None if rise is None else ephemeris.moment_utc(rise),
        set_utc=None if sets is None else ephemeris.moment_utc(sets),
        highest_utc=ephemeris.moment_utc(highest_s),
        highest_deg=float(best.apparent_altitude_deg[0]),
        highest_azimuth_deg=float(best.azimuth_deg[0]),
        is_up_all_night=bool(values.min() > 0),
    )
