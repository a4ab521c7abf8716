"""When conditions hold together: each is a margin over time, and a window is where all are ≥ 0.

Margins are in degrees, so that a near miss can say by how much it misses.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.sky import search, tracks
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.rising import over_horizon_deg
from patient_owl.core.sky.targets import Target, target
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import FloatArray


@dataclass(frozen=True)
class SunBelow:
    """The Sun at or under an altitude: darkness, or twilight together with SunAbove."""

    altitude_deg: float
    code: str = "sun_below"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        return self.altitude_deg - tracks.track(tracks.SUN, site, seconds).true_altitude_deg


@dataclass(frozen=True)
class SunAbove:
    """The Sun at or over an altitude; with SunBelow it makes the blue hour."""

    altitude_deg: float
    code: str = "sun_above"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        return tracks.track(tracks.SUN, site, seconds).true_altitude_deg - self.altitude_deg


@dataclass(frozen=True)
class MoonDown:
    """The Moon behind the place's own horizon, as moonset has it."""

    code: str = "moon_down"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        return -over_horizon_deg(target(tracks.MOON), site, horizon, seconds)


@dataclass(frozen=True)
class MoonLit:
    """The Moon's lit share between two bounds, 0 to 1, up or not."""

    least: float
    most: float
    code: str = "moon_lit"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        lit = tracks.moon_phase(seconds).illuminated_fraction
        # a share has no degrees; a hundredth counts as one, so that a miss of 5 % reads as 5
        return np.minimum(lit - self.least, self.most - lit) * 100


@dataclass(frozen=True)
class TargetUp:
    """A target over the place's own horizon."""

    target: Target
    code: str = "target_up"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        return over_horizon_deg(self.target, site, horizon, seconds)


@dataclass(frozen=True)
class TargetIn:
    """A target within `within_deg` of a bearing and between two apparent altitudes.

    Behind this subject from this place: the bearing is the subject's.
    """

    target: Target
    bearing_true_deg: float
    within_deg: float
    lowest_deg: float
    highest_deg: float
    code: str = "target_in"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        track = tracks.track_of(self.target, site, seconds)
        off = (track.azimuth_deg - self.bearing_true_deg + 180) % 360 - 180
        altitude = track.apparent_altitude_deg
        skyline = horizon.altitude_deg(track.azimuth_deg)
        return np.asarray(
            np.minimum.reduce(
                [
                    self.within_deg - np.abs(off),
                    altitude - np.maximum(self.lowest_deg, skyline),
                    self.highest_deg - altitude,
                ]
            )
        )


Condition = SunBelow | SunAbove | MoonDown | MoonLit | TargetUp | TargetIn


def margins_deg(
    conditions: Sequence[Condition], site: Site, horizon: Horizon, seconds: FloatArray
) -> FloatArray:
    """Each condition's margin over time, shape (conditions, n). [deg]"""
    return np.stack([c.margin_deg(site, horizon, seconds) for c in conditions])


def windows(
    conditions: Sequence[Condition],
    site: Site,
    horizon: Horizon,
    seconds: FloatArray,
    margins: FloatArray | None = None,
) -> list[tuple[float, float]]:
    """Stretches of `seconds` (epoch_seconds) in which every condition holds, refined.

    `margins` may bring what margins_deg gives, where it is known already.
    """

    def worst(at: FloatArray) -> FloatArray:
        return np.asarray(margins_deg(conditions, site, horizon, at).min(axis=0))

    values = None if margins is None else np.asarray(margins.min(axis=0))
    return search.spans(worst, seconds, values)
