"""The best order of few shots, proven: every set of them, ended by each.

The earlier one is free after a set of shots, the better for whatever follows: waiting is allowed.
So of all orders of one set with the same last shot only the quickest is kept (Held and Karp, with
windows). Sets of one size are worked in one stroke.
"""

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from patient_owl.core.schedule.job import Job, Outing
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
    def back_s(self) -> FloatArray:
        """When one is back after a set at the earliest, its last slack spared; infinite where that
        is too late."""
        jobs = self.outing.jobs
        home = np.array([self.outing.home_s(job) - job.slack_s for job in jobs])
        back = (self.free_s + home).min(axis=1, initial=np.inf)
        back[0] = self.outing.from_s + self.outing.home_s(None)
        return np.where(back <= self.outing.leave_s, back, np.inf)

    def fits(self, places: set[int]) -> bool:
        return bool(np.isfinite(self.back_s[sum(1 << k for k in places)]))

    def order_of(self, row: int) -> list[int]:
        """The quickest order of a set, as places in the outing's jobs."""
        jobs = self.outing.jobs
        found: list[int] = []
        if row:
            home = [self.outing.home_s(job) - job.slack_s for job in jobs]
            last = int(np.argmin(self.free_s[row] + np.array(home)))
            while row:
                found.append(last)
                row, last = row & ~(1 << last), int(self.before[row, last])
        return found[::-1]

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


def worth_of(job: Job) -> float:
    return job.worth + (0.0 if job.is_optional else MUST)


@lru_cache(maxsize=64)
def table_of(outing: Outing) -> Table:
    """Every set of up to MOST_EXACT shots; kept, as what is left out asks it too."""
    jobs = outing.jobs
    count = len(jobs)
    rows = 1 << count
    free_s = np.full((rows, max(count, 1)), np.inf)
    before = np.full((rows, max(count, 1)), -1, dtype=np.intp)
    size = np.array([row.bit_count() for row in range(rows)])
    to_s = np.array([[outing.to_s(job, other) for other in jobs] for job in jobs])
    for place, job in enumerate(jobs):
        begins = job.begins(outing.from_s + outing.to_s(job, None))
        if begins is not None:
            free_s[1 << place, place] = begins + job.work_s + job.after_s
    for layer in range(1, count):
        held = np.flatnonzero(size == layer)
        for place, job in enumerate(jobs):
            sets = held[(held >> place & 1) == 0]
            ready = free_s[sets] + to_s[place]
            last = ready.argmin(axis=1)
            begins_s = begin(job, ready[np.arange(len(sets)), last])
            free_s[sets | 1 << place, place] = begins_s + job.work_s + job.after_s
            before[sets | 1 << place, place] = last
    return Table(outing, free_s, before)


def begin(job: Job, ready_s: FloatArray) -> FloatArray:
    """Job.begins for many at once; infinite where it is too late."""
    found = np.full(ready_s.shape, np.inf)
    for first_s, last_s in reversed(job.starts_s):
        found = np.where(ready_s <= last_s, np.maximum(first_s, ready_s), found)
    return found
