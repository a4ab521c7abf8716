"""A year of nights under each other: how dark each is, hour by hour, and when the Moon is up."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, tzinfo

import numpy as np

from patient_owl.core.constants import (
    ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    CIVIL_TWILIGHT_SUN_ALTITUDE_DEG,
    NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    SUNRISE_SUN_ALTITUDE_DEG,
)
from patient_owl.core.night import night_bounds
from patient_owl.core.sky import tracks
from patient_owl.core.types import FloatArray

STEPS = 72  # from noon to noon: twenty minutes, finer than a pixel of a year tells
MOST_LEVEL = 4
# The Sun under these is one level darker each: set, and the ends of the three twilights.
SUN_LEVELS_DEG = (
    SUNRISE_SUN_ALTITUDE_DEG,
    CIVIL_TWILIGHT_SUN_ALTITUDE_DEG,
    NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG,
)


@dataclass(frozen=True)
class DarkNight:
    """dark: by step, 0 for day to MOST_LEVEL for full dark. moon: by step, how much of it is lit
    while it is up, 0 to MOST_LEVEL."""

    evening: date
    dark: tuple[int, ...]
    moon: tuple[int, ...]


def dark_nights(site: tracks.Site, zone: tzinfo, evenings: Sequence[date]) -> list[DarkNight]:
    """Of many evenings at once: places of Sun and Moon cost next to nothing together."""
    seconds = np.concatenate([_steps(evening, zone) for evening in evenings])
    sun = tracks.track(tracks.SUN, site, seconds).true_altitude_deg
    dark = np.sum([sun < level for level in SUN_LEVELS_DEG], axis=0)
    moon_up = tracks.track(tracks.MOON, site, seconds).apparent_altitude_deg > 0
    lit = tracks.moon_phase(seconds).illuminated_fraction
    moon = np.where(moon_up, np.ceil(MOST_LEVEL * lit), 0).astype(int)
    shape = (len(evenings), STEPS)
    rows = zip(evenings, dark.reshape(shape).tolist(), moon.reshape(shape).tolist(), strict=True)
    return [DarkNight(evening, tuple(d), tuple(m)) for evening, d, m in rows]


def _steps(evening: date, zone: tzinfo) -> FloatArray:
    """The middle of each step of a night."""
    bounds = night_bounds(evening, zone).seconds(60.0)
    first, last = float(bounds[0]), float(bounds[-1])
    return first + (last - first) * (np.arange(STEPS) + 0.5) / STEPS
