"""What is wrong with a shot where its photographer put it, and why one has no place in an order."""

from dataclasses import dataclass, replace

import numpy as np

from patient_owl.core.order.job import Job, Outing, earliest
from patient_owl.core.order.order import Order


@dataclass(frozen=True)
class Fault:
    """What is wrong with a shot, by how many seconds.

    code: "no_window": there is none; "too_long" for any window; "outside" of its windows;
    "overlap": one is not ready, because of `other` or of when one comes; "too_late": one is back
    after the last moment to leave; "too_soon": over before one can be there; "collides" with
    `other`.
    """

    key: str
    code: str
    by_s: float
    other: str = ""


def judged(outing: Outing) -> tuple[Fault, ...]:
    """The photographer's own times, judged by the same rules; none where all is well."""
    faults: list[Fault] = []
    before: Job | None = None
    free_s = outing.from_s
    for job in sorted(outing.jobs, key=lambda job: job.wish_s):
        lacking = window_fault(job)
        if lacking is not None:
            faults.append(lacking)
            continue  # it can be at no time, so it stands in nobody's way
        if off_s := _outside_s(job):
            faults.append(Fault(job.key, "outside", off_s))
        over_s = free_s + outing.to_s(job, before) - job.wish_s
        if over_s > 0:
            faults.append(Fault(job.key, "overlap", over_s, before.key if before else ""))
        free_s = max(free_s, job.wish_s + job.work_s + job.after_s)
        before = job
    if before is not None:
        late_s = (
            before.wish_s + before.work_s + before.pack_s + outing.home_s(before) - outing.leave_s
        )
        if late_s > 0:
            faults.append(Fault(before.key, "too_late", late_s))
    return tuple(faults)


def window_fault(job: Job) -> Fault | None:
    """Why a shot can be at no time of the night, whatever else is done."""
    if not job.windows_s:
        return Fault(job.key, "no_window", 0.0)
    longest_s = max(end - start for start, end in job.windows_s)
    if longest_s < job.work_s:
        return Fault(job.key, "too_long", job.work_s - longest_s)
    return None


def _outside_s(job: Job) -> float:
    """How far the wish lies from the nearest moment at which it may begin."""
    free = replace(job, is_pinned=False)
    return min(max(a - job.wish_s, job.wish_s - b, 0.0) for a, b in free.starts_s)


def why_left_out(outing: Outing, order: Order, job: Job) -> Fault:
    """Why a shot has no place in an order."""
    lacking = window_fault(job)
    if lacking is not None:
        return lacking
    alone = replace(outing, jobs=(job,))
    if earliest(alone, [job]) is None:
        if earliest(replace(alone, leave_s=np.inf), [job]) is None:
            return Fault(job.key, "too_soon", 0.0)
        return Fault(job.key, "too_late", 0.0)
    others = [slot.job for slot in order.slots]
    nearest = min(order.slots, key=lambda slot: abs(slot.starts_s - job.wish_s), default=None)
    clash = next((o for o in others if not _fit_both(outing, job, o)), None)
    other = clash.key if clash else nearest.job.key if nearest else ""
    return Fault(job.key, "collides", 0.0, other)


def _fit_both(outing: Outing, job: Job, other: Job) -> bool:
    return any(earliest(outing, pair) is not None for pair in ([job, other], [other, job]))
