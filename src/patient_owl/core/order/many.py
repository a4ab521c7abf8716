"""A good order of many shots: each put in where it costs least, then moved while that helps.

Not proven best; whoever shows it says so.
"""

from collections.abc import Sequence

from patient_owl.core.order.exact import worth_of
from patient_owl.core.order.job import Job, Outing, earliest, latest

MOST_ROUNDS = 3


def good_order(outing: Outing) -> list[Job]:
    """Shots that must be first, the most worth and the fewest chances before others."""
    order: list[Job] = []
    for job in sorted(outing.jobs, key=_hardest_first):
        order = put_in(outing, order, job) or order
    for _ in range(MOST_ROUNDS):
        moved = _moved(outing, order)
        if moved == order:
            break
        order = moved
    return order


def _hardest_first(job: Job) -> tuple[float, float]:
    room_s = sum(b - a for a, b in job.starts_s)
    return -worth_of(job), room_s


def put_in(outing: Outing, order: Sequence[Job], job: Job) -> list[Job] | None:
    """The order with one shot more, where it puts the others off least; None where it fits
    nowhere. The others are taken to fit as they are."""
    jobs = list(order)
    first, last = earliest(outing, jobs), latest(outing, jobs)
    if first is None or last is None:
        return None
    best: tuple[float, int] | None = None
    for place in range(len(jobs) + 1):
        before = jobs[place - 1] if place else None
        free_s = first[place - 1] + before.work_s + before.after_s if before else outing.from_s
        begins = job.begins(free_s + outing.to_s(job, before))
        if begins is None:
            continue
        over_s = begins + job.work_s
        if place == len(jobs):
            fits = over_s + job.pack_s + outing.home_s(job) <= outing.leave_s
            delay_s = over_s - free_s
        else:
            follows = jobs[place].begins(over_s + job.after_s + outing.to_s(jobs[place], job))
            fits = follows is not None and follows <= last[place]
            delay_s = (follows or 0.0) - first[place]
        if fits and (best is None or delay_s < best[0]):
            best = delay_s, place
    return None if best is None else [*jobs[: best[1]], job, *jobs[best[1] :]]


def _moved(outing: Outing, order: list[Job]) -> list[Job]:
    """Each shot taken out and put in again; then whatever fits now."""
    for job in list(order):
        rest = [other for other in order if other is not job]
        order = put_in(outing, rest, job) or order
    for job in outing.jobs:
        if job not in order:
            order = put_in(outing, order, job) or order
    return order
