"""What stands behind a stand-in, and when Moon, core and bright planets do.

Behind it is what lies in its bearing; whether over its top or hidden by it, and by how far, is
told. Times are when a body comes to the bearing of its middle.
"""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.sky.targets import Target, targets
from patient_owl.core.sky.tracks import tracks_of
from patient_owl.core.types import FloatArray

# With the Sun no higher than so is each seen behind something. Common practice.
LOOKED_FOR = {"moon": -4.0, "core": -12.0, "venus": -4.0, "jupiter": -6.0}
TARGET_SUN_DEG = -8.0  # of any other star or planet
STEP_S = 300.0
NEAR_DEG = 25.0  # over its top: higher nobody sees the two together; common practice


@dataclass(frozen=True)
class BodyPassing:
    """A body in the bearing of a stand-in: when (epoch_seconds), and how far over its top, negative
    where it is hidden. [deg]"""

    body: str
    at_s: float
    over_top_deg: float


def passings(
    stand_in: StandIn, night: NightContext, target: str | None = None
) -> tuple[BodyPassing, ...]:
    """When bodies stand behind it this night, in order; those under the ground or far over it left
    out. target: key of what is chosen for the night, looked for too."""
    sought = looked_for(target)
    seconds = night.bounds.seconds(STEP_S)
    passed = []
    sun, *bodies = tracks_of(_with_sun(sought), night.site, seconds)
    for (body, sun_deg), track in zip(sought.items(), bodies, strict=True):
        off = (track.azimuth_deg - stand_in.bearing_true_deg + 180) % 360 - 180
        for at_s, altitude in _crossings(seconds, off, track.apparent_altitude_deg):
            over = altitude - stand_in.top_altitude_deg
            is_dark = np.interp(at_s, seconds, sun.true_altitude_deg) < sun_deg
            if is_dark and altitude > max(stand_in.foot_altitude_deg, 0.0) and over < NEAR_DEG:
                passed.append(BodyPassing(body, at_s, over))
    return tuple(sorted(passed, key=lambda passing: passing.at_s))


def _crossings(
    seconds: FloatArray, off_deg: FloatArray, altitude_deg: FloatArray
) -> list[tuple[float, float]]:
    """When an offset in bearing comes to nought, and the altitude then; not where it jumps."""
    before, after = off_deg[:-1], off_deg[1:]
    at = np.flatnonzero((before * after <= 0) & (np.abs(after - before) < 90))
    share = before[at] / np.where(after[at] == before[at], 1, before[at] - after[at])
    when = seconds[at] + share * (seconds[at + 1] - seconds[at])
    high = altitude_deg[at] + share * (altitude_deg[at + 1] - altitude_deg[at])
    return list(zip(when.tolist(), high.tolist(), strict=True))


def looked_for(target: str | None) -> Mapping[str, float]:
    """Keys, each with how high the Sun may stand for it."""
    return LOOKED_FOR if target is None else {target: TARGET_SUN_DEG, **LOOKED_FOR}


def _with_sun(placements: Mapping[str, float]) -> list[Target]:
    """The Sun, then those looked for."""
    return [targets()[key] for key in ("sun", *placements)]


@dataclass(frozen=True)
class NowBehind:
    """A body that is near it now: how far aside of its middle (right +) and over its top. [deg]"""

    body: str
    aside_deg: float
    over_top_deg: float


def now_behind(
    stand_in: StandIn, night: NightContext, at_s: float, target: str | None = None
) -> tuple[NowBehind, ...]:
    """What is within NEAR_DEG of its top at a moment, nearest first."""
    sought = looked_for(target)
    sun, *bodies = tracks_of(_with_sun(sought), night.site, np.array([at_s]))
    near = []
    for (body, sun_deg), track in zip(sought.items(), bodies, strict=True):
        aside = (float(track.azimuth_deg[0]) - stand_in.bearing_true_deg + 180) % 360 - 180
        altitude = float(track.apparent_altitude_deg[0])
        over = altitude - stand_in.top_altitude_deg
        is_dark = sun.true_altitude_deg[0] < sun_deg
        if is_dark and altitude > 0 and np.hypot(aside, over) < NEAR_DEG:
            near.append(NowBehind(body, aside, over))
    return tuple(sorted(near, key=lambda body: np.hypot(body.aside_deg, body.over_top_deg)))
