"""What there is to order: shots as stretches of work, ways between standing points, and limits.

Times are epoch_seconds, lengths seconds. A shot takes set-up, work (frames, rehearsal and judging)
and packing; only the work must lie in one of its windows. Set-up is shorter where the camera stands
as the last shot left it.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.types import FloatArray, Stretch

MOST_JOBS = 60
MOST_WINDOWS = 200


@dataclass(frozen=True)
class Job:
    """One shot to be ordered.

    windows_s: ascending, its work must lie whole in one. wish_s: when the photographer would begin
    the work; is_pinned: then and at no other time. spot: index of the standing point. rig: what
    stands how, equal where nothing has to be changed. worth: over 0; an optional shot gives way to
    any that is not.
    """

    key: str
    windows_s: tuple[Stretch, ...]
    work_s: float
    wish_s: float
    set_up_s: float = 0.0
    pack_s: float = 0.0
    slack_s: float = 0.0
    spot: int = 0
    rig: str = ""
    worth: float = 1.0
    is_optional: bool = False
    is_pinned: bool = False

    def __post_init__(self) -> None:
        for start, end in self.windows_s:
            if end < start:
                raise WrongValue(
                    "window", "an end after the start", f"{(start - end) / 60:.0f} min"
                )
        if not 0 < self.worth <= 100:
            raise WrongValue("worth", "over 0 to 100", self.worth)
        if len(self.windows_s) > MOST_WINDOWS:
            raise WrongValue("windows", f"at most {MOST_WINDOWS}", len(self.windows_s))

    @cached_property
    def starts_s(self) -> tuple[Stretch, ...]:
        """From when to when its work may begin, window by window."""
        if self.is_pinned:
            held = any(
                a <= self.wish_s and self.wish_s + self.work_s <= b for a, b in self.windows_s
            )
            return ((self.wish_s, self.wish_s),) if held else ()
        fits = ((start, end - self.work_s) for start, end in self.windows_s)
        return tuple((start, last) for start, last in fits if last >= start)

    @property
    def after_s(self) -> float:
        """From the end of the work until one may walk on."""
        return self.pack_s + self.slack_s

    def begins(self, ready_s: float) -> float | None:
        """The earliest the work may begin, once ready; None where it is too late."""
        return next((max(a, ready_s) for a, b in self.starts_s if ready_s <= b), None)

    def begins_last(self, until_s: float) -> float | None:
        """The latest it may begin, not after a moment; None where there is none."""
        fits = (min(b, until_s) for a, b in reversed(self.starts_s) if a <= until_s)
        return next(fits, None)


@dataclass(frozen=True)
class Outing:
    """A night's work. walks_s: between spots, shortest ways; spot 0 is where one comes and goes.
    from_s: when one stands at `from_spot` with `from_rig`, ready to begin. leave_s: back at spot 0
    at the latest. change_s: what another rig adds to a set-up."""

    jobs: tuple[Job, ...]
    walks_s: tuple[tuple[float, ...], ...]
    from_s: float
    leave_s: float = np.inf
    change_s: float = 0.0
    from_spot: int = 0
    from_rig: str = ""

    def __post_init__(self) -> None:
        if len(self.jobs) > MOST_JOBS:
            raise WrongValue(
                "shots", f"at most {MOST_JOBS} in the order of a night", len(self.jobs)
            )

    def to_s(self, job: Job, after: Job | None) -> float:
        """From the end of one shot, or the beginning of all, until the next is ready to begin."""
        return self.walk_s(job, after) + self.rigging_s(job, after)

    def walk_s(self, job: Job, after: Job | None) -> float:
        spot = self.from_spot if after is None else after.spot
        return self.walks_s[spot][job.spot]

    def rigging_s(self, job: Job, after: Job | None) -> float:
        """Set-up, and what has to be changed from what stands."""
        rig = self.from_rig if after is None else after.rig
        return job.set_up_s + (0.0 if rig == job.rig and rig else self.change_s)

    def home_s(self, after: Job | None) -> float:
        spot = self.from_spot if after is None else after.spot
        return self.walks_s[spot][0]


def shortest_ways(walks_s: FloatArray) -> tuple[tuple[float, ...], ...]:
    """Between any two spots by way of any others (Floyd and Warshall)."""
    ways = np.array(walks_s, dtype=float)
    np.fill_diagonal(ways, 0.0)
    for k in range(len(ways)):
        ways = np.minimum(ways, ways[:, k : k + 1] + ways[k : k + 1, :])
    return tuple(tuple(row) for row in ways.tolist())


def earliest(outing: Outing, order: Iterable[Job]) -> list[float] | None:
    """When each work begins at the earliest, one after another; None where one comes too late."""
    free_s, before, starts = outing.from_s, None, []
    for job in order:
        begins = job.begins(free_s + outing.to_s(job, before))
        if begins is None:
            return None
        starts.append(begins)
        free_s, before = begins + job.work_s + job.after_s, job
    last_s = starts[-1] + before.work_s + before.pack_s if before else outing.from_s
    return starts if last_s + outing.home_s(before) <= outing.leave_s else None


def latest(outing: Outing, order: list[Job]) -> list[float] | None:
    """When each work may begin at the latest with all later ones still possible."""
    latest_s: list[float] = []
    until_s = np.inf
    for place in range(len(order) - 1, -1, -1):
        job = order[place]
        if place == len(order) - 1:
            until_s = outing.leave_s - outing.home_s(job) - job.pack_s - job.work_s
        begins = job.begins_last(until_s)
        if begins is None:
            return None
        latest_s.append(begins)
        before = order[place - 1] if place else None
        until_s = begins - outing.to_s(job, before)
        if before is not None:
            until_s -= before.work_s + before.after_s
    return latest_s[::-1]
