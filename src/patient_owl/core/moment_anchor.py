"""What a moment of a night hangs on, and when that comes in another night.

A picture of the blue hour belongs to the Sun's height and not to the clock; one of the core to
where the core stands. A shot that goes to another date goes to the same thing there.
"""

from typing import Literal, NamedTuple

import numpy as np

from patient_owl.core.constants import ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG
from patient_owl.core.events.resolve import Happening
from patient_owl.core.night import Bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.sky import ephemeris, tracks
from patient_owl.core.sky.rising import over_horizon_deg
from patient_owl.core.sky.targets import target
from patient_owl.core.types import FloatArray

On = Literal["event", "sun", "core", "moon", "hour"]

STEP_S = 60.0
# Longer than this an event is there all evening, and nothing hangs on it; ours.
LONGEST_EVENT_S = 2 * 3600.0
# What stands this near to where the camera looks is in the picture or about to be; ours.
LOOKED_AT_DEG = 40.0
SAME_BEARING_DEG = 3.0  # the frame of a long lens; ours
SAME_HEIGHT_DEG = 0.3  # a minute of the Sun's way
TWO_MOMENTS_S = 600.0  # nearer together they are one; ours


class Hanging(NamedTuple):
    """A moment of another night, and what it hangs on."""

    at_s: float
    on: On


def again_s(
    before: NightContext, at_s: float, bearing_true_deg: float, after: NightContext
) -> Hanging:
    """When in another night what stood at `at_s` in this one comes again.

    An event that is on and short; the Sun's height on the same side of the night while there is
    twilight; the core, or the Moon, that the camera looks at, in the same direction; else the same
    hour. What never comes again that night leaves it at the same hour. [epoch_seconds]
    """
    sun_deg = _altitude_deg(tracks.SUN, before, np.array([at_s]))[0]
    if (event_s := _event_s(before, at_s, after)) is not None:
        return Hanging(event_s, "event")
    if sun_deg > ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG:
        return Hanging(_sun_s(before, at_s, float(sun_deg), after), "sun")
    bodies: tuple[On, ...] = ("core", "moon")
    for body in bodies:
        found_s = _body_s(body, before, at_s, bearing_true_deg, after)
        if found_s is not None:
            return Hanging(found_s, body)
    return Hanging(same_hour_s(before.bounds, at_s, after.bounds), "hour")


def same_hour_s(before: Bounds, at_s: float, after: Bounds) -> float:
    """As long after local noon. [epoch_seconds]"""
    since_noon_s = at_s - ephemeris.epoch_seconds(before.start_utc)
    wanted_s = ephemeris.epoch_seconds(after.start_utc) + since_noon_s
    return min(wanted_s, ephemeris.epoch_seconds(after.end_utc))


def _event_s(before: NightContext, at_s: float, after: NightContext) -> float | None:
    """As long into the same event, the same time it comes."""
    for here in before.happenings:
        for k, (starts_s, ends_s) in enumerate(here.running):
            if not starts_s <= at_s <= ends_s or ends_s - starts_s > LONGEST_EVENT_S:
                continue
            there = _same(here, after)
            if there is None or k >= len(there.running):
                return None
            begins_s, over_s = there.running[k]
            return min(begins_s + at_s - starts_s, over_s)
    return None


def _same(here: Happening, after: NightContext) -> Happening | None:
    return next(
        (happening for happening in after.happenings if happening.event.label == here.event.label),
        None,
    )


def _sun_s(before: NightContext, at_s: float, sun_deg: float, after: NightContext) -> float:
    """The Sun as high on the same side of the night, or as near to it as it comes; of two such
    moments, about noon, the one nearer to the same hour."""
    grid = before.bounds.seconds(STEP_S)
    is_evening = at_s <= grid[np.argmin(_altitude_deg(tracks.SUN, before, grid))]
    there = after.bounds.seconds(STEP_S)
    heights = _altitude_deg(tracks.SUN, after, there)
    lowest = int(np.argmin(heights))
    side = slice(0, lowest + 1) if is_evening else slice(lowest, None)
    off = np.abs(heights[side] - sun_deg)
    nearest = there[side][off <= off.min() + SAME_HEIGHT_DEG]
    wanted_s = same_hour_s(before.bounds, at_s, after.bounds)
    best = float(nearest[np.argmin(np.abs(nearest - wanted_s))])
    close = np.abs(there[side] - best) <= TWO_MOMENTS_S
    return float(there[side][close][np.argmin(off[close])])


def _body_s(
    body: str, before: NightContext, at_s: float, bearing_true_deg: float, after: NightContext
) -> float | None:
    """A body the camera looks at, in the same direction; None where there is none that night."""
    sought = target(body)
    moment = np.array([at_s])
    azimuth_deg = tracks.track_of(sought, before.site, moment).azimuth_deg[0]
    is_up = over_horizon_deg(sought, before.site, before.horizon, moment)[0] > 0
    if not is_up or abs(_off_deg(azimuth_deg, bearing_true_deg)) > LOOKED_AT_DEG:
        return None
    there = after.bounds.seconds(STEP_S)
    up = over_horizon_deg(sought, after.site, after.horizon, there) > 0
    dark = _altitude_deg(tracks.SUN, after, there) <= ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG
    off = np.abs(_off_deg(tracks.track_of(sought, after.site, there).azimuth_deg, azimuth_deg))
    off = np.where(up & dark, off, np.inf)
    best = int(np.argmin(off))
    return float(there[best]) if off[best] <= SAME_BEARING_DEG else None


def _altitude_deg(body: str, night: NightContext, seconds: FloatArray) -> FloatArray:
    return tracks.track(body, night.site, seconds).true_altitude_deg


def _off_deg(azimuth_deg: FloatArray, from_deg: float) -> FloatArray:
    """The smaller way round, signed."""
    return (azimuth_deg - from_deg + 180.0) % 360.0 - 180.0
