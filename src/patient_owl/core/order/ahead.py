"""The order from any moment on, whatever was done or skipped until then: tables to be taken along.

For every set of shots that may be left and every one that may have been the last, the best order
as a function of the time one is free. Between two changes each beginning is either fixed, by a
window that opens, or so long after one is free: the later of both. So a device that only looks up
and takes the later of two numbers knows what this core would say.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from itertools import groupby

import numpy as np
from numpy.typing import NDArray

from patient_owl.core.kept import kept
from patient_owl.core.order.exact import home_of, traced, worked, worth_of
from patient_owl.core.order.job import Job, Outing, latest
from patient_owl.core.types import FloatArray

MOST_AHEAD = 6  # shots whose every set is worked out; the tables double with each more
STEP_S = 300.0  # the best sequence is looked for so often
WORTH_S = 1e6  # of seconds saved outweigh the least worth: no night is as long
NONE = -1  # nothing was done yet: one stands where one comes to


@dataclass(frozen=True)
class ShotTurn:
    """One shot in an order from a moment on. Its work begins at opens_s, or after_s from when one
    is free, whichever is later; latest_s: at the latest with those after it. ahead_s: from setting
    out until the beginning, walk_s of it on foot."""

    job: int
    opens_s: float
    after_s: float
    latest_s: float
    ahead_s: float
    walk_s: float


@dataclass(frozen=True)
class Piece:
    """The order for whoever is free from `from_s` on, until the next piece begins. keeps_until_s:
    until when as many shots fit."""

    from_s: float
    turns: tuple[ShotTurn, ...]
    keeps_until_s: float


@dataclass(frozen=True)
class Ahead:
    """pieces: by the set of shots that are left (a bit a shot) and the last one worked on."""

    jobs: tuple[Job, ...]
    from_s: float
    to_s: float
    pieces: dict[tuple[int, int], tuple[Piece, ...]]


def _first(end: int, is_so: Callable[[int], bool], start: int = 0) -> int:
    """The first place from `start` from which on it is so, or `end`."""
    low, high = start, end
    while low < high:
        middle = (low + high) // 2
        low, high = (low, middle) if is_so(middle) else (middle + 1, high)
    return low


@kept(most=32, mb=14)
def ahead_of(outing: Outing, planned: tuple[Job, ...], from_s: float, to_s: float) -> Ahead:
    """Tables for the first MOST_AHEAD of the planned shots; whoever is free is so in this span.
    Kept: the night is asked for again after every take."""
    jobs = planned[:MOST_AHEAD]
    free = np.arange(from_s, max(to_s, from_s + STEP_S) + STEP_S / 2, STEP_S)
    pieces: dict[tuple[int, int], tuple[Piece, ...]] = {}
    for last in range(NONE, len(jobs)):
        before = None if last == NONE else jobs[last]
        table = _Table(outing, jobs, before, free)
        for left in range(1 << len(jobs)):
            if last != NONE and left >> last & 1:
                continue
            pieces[left, last] = tuple(table.pieces(left))
    return Ahead(jobs, from_s, float(free[-1]), pieces)


class _Table:
    """All orders from one spot, for every moment of being free at once."""

    def __init__(
        self, outing: Outing, jobs: tuple[Job, ...], before: Job | None, free: FloatArray
    ) -> None:
        self.outing, self.jobs, self.before, self.free = outing, jobs, before, free
        self._home = home_of(outing, jobs)
        self._orders: dict[tuple[int, int], tuple[int, ...]] = {}
        self._told: dict[tuple[tuple[int, ...], int], tuple[ShotTurn, ...] | None] = {}
        self._latest: dict[tuple[int, ...], list[float] | None] = {}
        self._over, self._before = worked(outing, jobs, before, free)
        self._best = self._best_subsets()

    def _best_subsets(self) -> NDArray[np.intp]:
        """Of each set the part that is best done, by the moment one is free: most worth, then over
        first."""
        back = (self._over + self._home[:, None]).min(axis=1, initial=np.inf)
        back[0] = self.free + self.outing.home_s(self.before)
        back = np.where(back <= self.outing.leave_s, back, np.inf)
        rows = np.arange(len(back))
        worth = sum(np.where(rows >> k & 1, worth_of(job), 0.0) for k, job in enumerate(self.jobs))
        merit = np.asarray(worth)[:, None] * WORTH_S - (back - self.free)
        merit[0] = np.maximum(merit[0], -WORTH_S)  # to do nothing is always left
        best = np.broadcast_to(rows[:, None], merit.shape).copy()
        for k in range(len(self.jobs)):
            holds = rows[rows >> k & 1 == 1]
            without = holds ^ (1 << k)
            better = merit[without] > merit[holds]
            best[holds] = np.where(better, best[without], best[holds])
            merit[holds] = np.where(better, merit[without], merit[holds])
        return best

    def pieces(self, left: int) -> Iterator[Piece]:
        """What is best of the shots that are left, over the moments one may be free."""
        own = tuple(k for k in range(len(self.jobs)) if left >> k & 1)
        # as planned, while all of it fits: whoever is free earlier is no worse off
        fits = _first(len(self.free), lambda at: self._turns_at(own, at) is None)
        runs = list(self._runs(own, 0, fits))
        rest = range(fits, len(self.free))
        for order, moments in groupby(
            rest, key=lambda at: self._order(int(self._best[left, at]), at)
        ):
            moments_s = list(moments)
            runs += self._runs(order, moments_s[0], moments_s[-1] + 1)
        for place, (at, turns) in enumerate(runs):
            as_many = runs[place]
            for later in runs[place:]:
                if len(later[1]) < len(turns):
                    break
                as_many = later
            first = as_many[1][0] if as_many[1] else None
            until_s = first.latest_s - first.after_s if first else float(self.free[-1])
            yield Piece(float(self.free[at]), turns, until_s)

    def _runs(
        self, order: tuple[int, ...], start: int, end: int
    ) -> Iterator[tuple[int, tuple[ShotTurn, ...]]]:
        """Where the same order opens its windows anew, from one moment until before another.
        Windows are only left behind, so what is the same at both ends is the same between."""
        while start < end:
            turns = self._turns_at(order, start)
            begun = start
            start = _first(end, partial(self._differs, order, turns), start)
            yield begun, turns or ()

    def _differs(self, order: tuple[int, ...], turns: tuple[ShotTurn, ...] | None, at: int) -> bool:
        return self._turns_at(order, at) != turns

    def _order(self, row: int, at: int) -> tuple[int, ...]:
        """The quickest order of a set, for whoever is free at that moment."""
        if (row, at) not in self._orders:
            over_s = self._over[row, :, at] + self._home
            self._orders[row, at] = tuple(traced(row, over_s, self._before[:, :, at]))
        return self._orders[row, at]

    def _turns_at(self, order: tuple[int, ...], at: int) -> tuple[ShotTurn, ...] | None:
        """An order from a moment on; None where it does not fit. Kept, many sets share it."""
        if (order, at) not in self._told:
            self._told[order, at] = self._worked(order, at)
        return self._told[order, at]

    def _worked(self, order: tuple[int, ...], at: int) -> tuple[ShotTurn, ...] | None:
        jobs = [self.jobs[k] for k in order]
        if order not in self._latest:
            self._latest[order] = latest(self.outing, jobs) if jobs else []
        until = self._latest[order]
        if until is None:
            return None
        turns = []
        free_s = float(self.free[at])
        opens_s, after_s, before = -np.inf, 0.0, self.before
        for k, job, last_s in zip(order, jobs, until, strict=True):
            gap_s = self.outing.to_s(job, before)
            begins = job.begins(max(opens_s, free_s + after_s) + gap_s)
            if begins is None or begins > last_s:
                return None
            window_s = next(a for a, b in job.starts_s if begins <= b)
            opens_s, after_s = max(window_s, opens_s + gap_s), after_s + gap_s
            walk_s = self.outing.walk_s(job, before)
            turns.append(ShotTurn(k, opens_s, after_s, last_s, gap_s, walk_s))
            done_s = job.work_s + job.after_s
            opens_s, after_s, before = opens_s + done_s, after_s + done_s, job
        return tuple(turns)
