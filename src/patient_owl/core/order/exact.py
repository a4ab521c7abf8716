"""The best order of few shots, proven: every set of them, ended by each.

The earlier one is free after a set of shots, the better for whatever follows: waiting is allowed.
So of all orders of one set with the same last shot only the quickest is kept (Held and Karp, with
windows). Sets of one size are worked in one stroke.
"""

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from patient_owl.core.kept import kept
from patient_owl.core.order.job import Job, Outing
from patient_owl.core.types import FloatArray, IntArray

MOST_EXACT = 12
MUST = 1e6  # what a shot that is not optional counts beside its worth


@dataclass(frozen=True)
class Table:
    """free_s: when one may walk on after a set (row, a bit a shot) that ended with a shot (column);
    infinite where that cannot be. before: the shot before the last, or −1."""

    outing: Outing
    free_s: FloatArray
    before: IntArray

    @cached_property
    def _over_s(self) -> FloatArray:
        """When one is back after a set that ended with a shot, its slack spared."""
        return self.free_s + home_of(self.outing, self.outing.jobs)

    @cached_property
    def back_s(self) -> FloatArray:
        """When one is back after a set at the earliest; infinite where that is too late."""
        back = self._over_s.min(axis=1, initial=np.inf)
        back[0] = self.outing.from_s + self.outing.home_s(None)
        return np.where(back <= self.outing.leave_s, back, np.inf)

    def fits(self, places: set[int]) -> bool:
        return bool(np.isfinite(self.back_s[sum(1 << k for k in places)]))

    def order_of(self, row: int) -> list[int]:
        """The quickest order of a set, as places in the outing's jobs."""
        return traced(row, self._over_s[row], self.before)

    @cached_property
    def best(self) -> int:
        """The set of most worth, then the one of which one is back earliest."""
        worth = np.zeros(len(self.free_s))
        rows = np.arange(len(self.free_s))
        for k, job in enumerate(self.outing.jobs):
            worth += np.where(rows >> k & 1, worth_of(job), 0.0)
        possible = np.isfinite(self.back_s)
        most = worth[possible].max()
        return int(np.argmin(np.where(possible & (worth >= most - 1e-9), self.back_s, np.inf)))


def home_of(outing: Outing, jobs: tuple[Job, ...]) -> FloatArray:
    """From the end of each, its slack spared, until one is back."""
    return np.array([outing.home_s(job) - job.slack_s for job in jobs] or [0.0])


def worth_of(job: Job) -> float:
    return job.worth + (0.0 if job.is_optional else MUST)


@kept(most=64, mb=2)
def table_of(outing: Outing) -> Table:
    """Every set of up to MOST_EXACT shots; kept, as what is left out asks it too."""
    free_s, before = worked(outing, outing.jobs, None, np.array([outing.from_s]))
    return Table(outing, free_s[:, :, 0], before[:, :, 0])


def worked(
    outing: Outing, jobs: tuple[Job, ...], after: Job | None, from_s: FloatArray
) -> tuple[FloatArray, IntArray]:
    """When one may walk on after a set of shots (first axis, a bit a shot) that ended with one of
    them (second), being free at each of several moments (third); and which came before the last,
    −1 none. after: the shot one stands at."""
    rows, count = 1 << len(jobs), max(len(jobs), 1)
    free_s = np.full((rows, count, len(from_s)), np.inf)
    before = np.full(free_s.shape, -1, dtype=np.intp)
    size = np.array([row.bit_count() for row in range(rows)])
    to_s = np.array([[outing.to_s(job, other) for other in jobs] for job in jobs])
    for place, job in enumerate(jobs):
        begins_s = begin(job, from_s + outing.to_s(job, after))
        free_s[1 << place, place] = begins_s + job.work_s + job.after_s
    for layer in range(1, len(jobs)):
        held = np.flatnonzero(size == layer)
        for place, job in enumerate(jobs):
            sets = held[(held >> place & 1) == 0]
            ready = free_s[sets] + to_s[place][:, None]
            last = ready.argmin(axis=1)
            begins_s = begin(job, np.take_along_axis(ready, last[:, None], axis=1)[:, 0])
            free_s[sets | 1 << place, place] = begins_s + job.work_s + job.after_s
            before[sets | 1 << place, place] = last
    return free_s, before


def traced(row: int, over_s: FloatArray, before: IntArray) -> list[int]:
    """The quickest order of a set, back from the shot that is best its last. over_s: when one is
    back after each (of that row); before: of all rows."""
    places: list[int] = []
    last = int(np.argmin(over_s))
    while row:
        places.append(last)
        row, last = row & ~(1 << last), int(before[row, last])
    return places[::-1]


def begin(job: Job, ready_s: FloatArray) -> FloatArray:
    """Job.begins for many at once; infinite where it is too late."""
    starts_s = np.full(ready_s.shape, np.inf)
    for first_s, last_s in reversed(job.starts_s):
        starts_s = np.where(ready_s <= last_s, np.maximum(first_s, ready_s), starts_s)
    return starts_s
