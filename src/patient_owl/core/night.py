"""One night: its bounds, what rises and sets in it, and the light from end to end.

A night runs from local noon to the next local noon, so a night on which the clocks change
lasts 23 or 25 hours.
"""

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta, tzinfo

import numpy as np

from patient_owl.core.constants import (
    ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    CIVIL_TWILIGHT_SUN_ALTITUDE_DEG,
    NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    REFRACTION_AT_HORIZON_ARCMIN,
    STAR_RISE_ALTITUDE_DEG,
    SUNRISE_SUN_ALTITUDE_DEG,
)
from patient_owl.core.meterless import NightLight, SkyView, light_of
from patient_owl.core.sky import ephemeris, search, tracks
from patient_owl.core.sky.tracks import MoonPhase, Site, Track
from patient_owl.core.types import FloatArray

EVENT_STEP_S = 300.0  # a body up or down for less than five minutes may be missed
MOON_RADIUS_KM = 1737.4  # mean; [iau2015]

SUN_EVENTS = (
    ("sunset", "sunrise", SUNRISE_SUN_ALTITUDE_DEG),
    ("civil_dusk", "civil_dawn", CIVIL_TWILIGHT_SUN_ALTITUDE_DEG),
    ("nautical_dusk", "nautical_dawn", NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG),
    ("astronomical_dusk", "astronomical_dawn", ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG),
)


@dataclass(frozen=True)
class Event:
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
    """The night that begins on `evening` in `zone`; OutsideEphemeris when out of reach."""
    ephemeris.check_day(evening)
    noon = datetime.combine(evening, time(12), tzinfo=zone)
    next_noon = datetime.combine(evening + timedelta(days=1), time(12), tzinfo=zone)
    return Bounds(noon.astimezone(UTC), next_noon.astimezone(UTC))


@dataclass(frozen=True)
class NightSky:
    """What happens in one night, in order, and how dark it gets.

    darkness: "astronomical", "nautical", "civil", "none" (the Sun sets, twilight never
    ends) or "midnight_sun"; sun_never_rises marks the polar night.
    lowest_sun_altitude_deg: at its lowest. The Moon is that of mid-night.
    """

    bounds: Bounds
    events: tuple[Event, ...]
    darkness: str
    sun_never_rises: bool
    lowest_sun_altitude_deg: float
    moon_illuminated_fraction: float
    moon_waxing: bool
    moon_is_up: bool

    def first(self, code: str) -> datetime | None:
        """When the first event of that code happens; None when it does not."""
        return next((event.at_utc for event in self.events if event.code == code), None)


def night_sky(site: Site, bounds: Bounds) -> NightSky:
    """Rise, set and twilights over a sea horizon with standard refraction. [usno-rst]"""
    seconds = bounds.seconds(EVENT_STEP_S)

    def sun_altitude(at: FloatArray) -> FloatArray:
        return tracks.track(tracks.SUN, site, at).true_altitude_deg

    def moon_upper_limb(at: FloatArray) -> FloatArray:
        moon = tracks.track(tracks.MOON, site, at)
        semidiameter = np.degrees(np.arcsin(MOON_RADIUS_KM / moon.distance_km))
        return moon.true_altitude_deg + semidiameter + REFRACTION_AT_HORIZON_ARCMIN / 60

    def core_altitude(at: FloatArray) -> FloatArray:
        return tracks.track(tracks.CORE, site, at).true_altitude_deg - STAR_RISE_ALTITUDE_DEG

    sun_values = sun_altitude(seconds)
    found: list[tuple[float, str]] = []
    for dusk, dawn, altitude_deg in SUN_EVENTS:
        found += _events(
            lambda at, a=altitude_deg: sun_altitude(at) - a,  # type: ignore[misc]
            seconds,
            dawn,
            dusk,
            sun_values - altitude_deg,
        )
    found += _events(moon_upper_limb, seconds, "moonrise", "moonset")
    found += _events(core_altitude, seconds, "core_rise", "core_set")
    lowest, highest = float(sun_values.min()), float(sun_values.max())
    middle = seconds[len(seconds) // 2 : len(seconds) // 2 + 1]
    phase = tracks.moon_phase(middle)
    return NightSky(
        bounds=bounds,
        events=tuple(Event(code, ephemeris.moment_utc(at)) for at, code in sorted(found)),
        darkness=_darkness(lowest),
        sun_never_rises=highest < SUNRISE_SUN_ALTITUDE_DEG,
        lowest_sun_altitude_deg=lowest,
        moon_illuminated_fraction=float(phase.illuminated_fraction[0]),
        moon_waxing=bool(phase.waxing[0]),
        moon_is_up=bool(moon_upper_limb(middle)[0] > 0),
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


def slope(
    site: Site,
    seconds: FloatArray,
    sky_brightness_mag_arcsec2: float,
    view: SkyView,
    cloud_cover: FloatArray | float = 0.0,
) -> Slope:
    """Positions and light at each of `seconds` (epoch_seconds)."""
    sun, moon = tracks.track(tracks.SUN, site, seconds), tracks.track(tracks.MOON, site, seconds)
    phase = tracks.moon_phase(seconds)
    return Slope(
        seconds=seconds,
        sun=sun,
        moon=moon,
        core=tracks.track(tracks.CORE, site, seconds),
        phase=phase,
        light=light_of(sun, moon, phase, sky_brightness_mag_arcsec2, view, cloud_cover),
    )
