"""When conditions hold together: each is a margin over time, and a window is where all are ≥ 0.

Margins are in degrees, so that a near miss can say by how much it misses.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta, tzinfo

import numpy as np

from patient_owl.core.events.event import Event
from patient_owl.core.events.resolve import Evening, happening
from patient_owl.core.night import was_day
from patient_owl.core.sky import ephemeris, search, tracks
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


DEGREE_S = 240.0  # in which the sky turns by a degree


@dataclass(frozen=True)
class During:
    """An event of the place going on. A miss is told in the sky's turning, four minutes a
    degree."""

    event: Event
    zone: tzinfo
    code: str = "during"

    def margin_deg(self, site: Site, horizon: Horizon, seconds: FloatArray) -> FloatArray:
        stretches = sorted(
            stretch
            for day in self._days(seconds)
            if (happens := happening(self.event, Evening(site, day, self.zone, horizon)))
            for stretch in happens.running
        )
        if not stretches:
            return np.full(seconds.shape, -360.0)
        starts, ends = np.array(stretches).T
        ends = np.maximum.accumulate(ends)
        place = np.searchsorted(starts, seconds, side="right") - 1
        before = np.where(place < 0, np.inf, seconds - ends[np.maximum(place, 0)])
        following = np.append(starts, np.inf)[place + 1] - seconds
        inside = np.minimum(seconds - starts[np.maximum(place, 0)], -before)
        return np.where(before <= 0, inside, -np.minimum(before, following)) / DEGREE_S

    def _days(self, seconds: FloatArray) -> list[date]:
        """The evenings the moments may belong to, and those beside them."""
        first, last = (
            ephemeris.moment_utc(float(at)).astimezone(self.zone).date()
            for at in (seconds.min(), seconds.max())
        )
        days = (first + timedelta(days=k) for k in range(-1, (last - first).days + 2))
        return [day for day in days if was_day(day, self.zone)]


Condition = During | SunBelow | SunAbove | MoonDown | MoonLit | TargetUp | TargetIn


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
