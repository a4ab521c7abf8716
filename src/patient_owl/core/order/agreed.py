"""Order and settings that agree: each shot planned for the minute the order gives it."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from patient_owl.core.order.job import Job, Outing
from patient_owl.core.order.lengths import CHANGE_MIN, MIN_S, Lengths, Pace, lengths
from patient_owl.core.order.needs import Need
from patient_owl.core.order.order import Order, best_order
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.shot import follow
from patient_owl.core.types import Stretch

MOST_ROUNDS = 3  # lengths follow the light, and are settled by then
SAME_S = 30.0


def up(seconds: float) -> float:
    """To the whole minute that is not before."""
    return MIN_S * math.ceil(round(seconds / MIN_S, 6))


def down(seconds: float) -> float:
    """To the whole minute that is not after."""
    return MIN_S * math.floor(round(seconds / MIN_S, 6))


@dataclass(frozen=True)
class ShotRequest:
    """A shot that is to have its place. planned: at the minute it has now. held_s: when all its
    needs hold. wish_s: the minute its photographer gave it."""

    key: str
    planned: PlannedShot
    pace: Pace
    needs: tuple[Need, ...]
    held_s: tuple[Stretch, ...]
    wish_s: float
    spot: int
    rig: str
    worth: float
    is_optional: bool
    is_pinned: bool

    @property
    def lengths(self) -> Lengths:
        """Each take of a tram waits for the next; whoever takes a show takes all of it, unless its
        takes are counted."""
        usual = lengths(self.planned, self.pace)
        every_s = max((need.every_s for need in self.needs), default=0.0)
        usual = replace(usual, work_s=max(usual.work_s, usual.takes * every_s))
        if self.pace.takes is not None:
            return usual
        shows = [need for need in self.needs if need.lasts_whole]
        whole_s = max((down(b) - up(a) for need in shows for a, b in need.stretches), default=0.0)
        if whole_s <= usual.work_s:
            return usual
        takes = max(usual.takes, int(whole_s / follow.course(self.planned).duration_s))
        return replace(usual, work_s=whole_s, takes=takes)

    @property
    def job(self) -> Job:
        """In whole minutes, as nobody works by the second."""
        long = self.lengths
        inside = ((up(start), down(end)) for start, end in self.held_s)
        return Job(
            key=self.key,
            windows_s=tuple((start, end) for start, end in inside if start <= end),
            work_s=up(long.work_s),
            wish_s=self.wish_s if self.is_pinned else down(self.wish_s),
            set_up_s=up(long.set_up_s),
            pack_s=up(long.pack_s),
            slack_s=up(long.slack_s),
            spot=self.spot,
            rig=self.rig,
            worth=self.worth,
            is_optional=self.is_optional,
            is_pinned=self.is_pinned,
        )


@dataclass(frozen=True)
class OutingLimits:
    """The limits of an outing: ways between spots, from when and until when one is there."""

    walks_s: tuple[tuple[float, ...], ...]
    from_s: float
    leave_s: float

    def outing(self, jobs: Sequence[Job]) -> Outing:
        """Such an outing with these shots."""
        return Outing(
            tuple(jobs),
            tuple(tuple(up(way) for way in row) for row in self.walks_s),
            up(self.from_s),
            down(self.leave_s),
            MIN_S * CHANGE_MIN,
        )


@dataclass(frozen=True)
class Agreed:
    """An order, what it was made of, and its shots as planned for their minutes."""

    order: Order
    outing: Outing
    wanted: tuple[ShotRequest, ...]

    def shot(self, key: str) -> ShotRequest:
        return next(request for request in self.wanted if request.key == key)


def agreed(
    wanted: Sequence[ShotRequest], frame: OutingLimits, plan_at: Callable[[str, float], PlannedShot]
) -> Agreed:
    """Order the shots, plan each at the minute it got, and again while that changes its length.

    plan_at: a shot's plan at another minute, by its key.
    """
    now = tuple(wanted)
    for _ in range(MOST_ROUNDS):
        outing = frame.outing([request.job for request in now])
        order = best_order(outing)
        moved = tuple(_at_its_minute(request, order, plan_at) for request in now)
        changes_s = [
            abs(request.job.work_s - before.work_s)
            for request, before in zip(moved, outing.jobs, strict=True)
        ]
        now = moved
        if max(changes_s, default=0.0) <= SAME_S:
            break
    return Agreed(order, outing, now)


def _at_its_minute(
    request: ShotRequest, order: Order, plan_at: Callable[[str, float], PlannedShot]
) -> ShotRequest:
    starts_s = next((s.starts_s for s in order.slots if s.job.key == request.key), None)
    if starts_s is None or starts_s == request.planned.at_s:
        return request
    return replace(request, planned=plan_at(request.key, starts_s))
