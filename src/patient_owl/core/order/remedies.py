"""The smallest changes that let a shot in which an order leaves out."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from patient_owl.core.order.exact import MOST_EXACT, table_of
from patient_owl.core.order.job import Job, Outing
from patient_owl.core.order.many import put_in
from patient_owl.core.order.order import Order


@dataclass(frozen=True)
class Remedy:
    """A change that lets a shot in.

    code: "unpin": begun when there is room; "same_rig": taken with what stands for `key`; "shorten"
    its own work, or "leave_later", by so many seconds; "drop" another, `key`.
    """

    code: str
    key: str = ""
    by_s: float = 0.0


LONGEST_LATER_S = 2 * 3600.0  # nobody stays on for longer because of one picture; common practice
GRAIN_S = 60.0


def remedies(outing: Outing, order: Order, job: Job) -> list[Remedy]:
    """What would let in a shot that is left out, the smallest first; none where nothing does."""
    kept = [slot.job for slot in order.slots]
    ways: list[Remedy] = []
    if job.is_pinned and put_in(outing, kept, replace(job, is_pinned=False)):
        ways.append(Remedy("unpin"))
    for slot in order.slots:
        if slot.job.rig != job.rig and put_in(outing, kept, replace(job, rig=slot.job.rig)):
            ways.append(Remedy("same_rig", slot.job.key))
            break
    if (shorter_s := _least(job.work_s, lambda s: _shortened(outing, kept, job, s))) is not None:
        ways.append(Remedy("shorten", by_s=shorter_s))
    if np.isfinite(outing.leave_s):
        later_s = _least(
            LONGEST_LATER_S,
            lambda s: put_in(replace(outing, leave_s=outing.leave_s + s), kept, job) is not None,
        )
        if later_s is not None:
            ways.append(Remedy("leave_later", by_s=later_s))
    ways += [Remedy("drop", other) for other in _drops(outing, kept, job)]
    return ways


def _shortened(outing: Outing, kept: Sequence[Job], job: Job, by_s: float) -> bool:
    return put_in(outing, kept, replace(job, work_s=job.work_s - by_s)) is not None


def _drops(outing: Outing, kept: Sequence[Job], job: Job) -> list[str]:
    """Which of the others would make room if it alone were dropped, the least worth first."""
    places = {planned.key: place for place, planned in enumerate(outing.jobs)}
    droppable = []
    for other in sorted(kept, key=lambda candidate: (not candidate.is_optional, candidate.worth)):
        rest = [kept_job for kept_job in kept if kept_job is not other]
        if len(outing.jobs) <= MOST_EXACT:
            fits = table_of(outing).fits({places[k.key] for k in rest} | {places[job.key]})
        else:
            fits = put_in(outing, rest, job) is not None
        if fits:
            droppable.append(other.key)
    return droppable


def _least(most_s: float, does: Callable[[float], bool]) -> float | None:
    """The least of so many seconds, in whole minutes, that does; None where all of them do not.
    What does once does with more."""
    low, high = 0, int(most_s // GRAIN_S)
    if high < 1 or not does(high * GRAIN_S):
        return None
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if does(middle * GRAIN_S) else (middle, high)
    return high * GRAIN_S
