"""The order of a night: what is done when, how late it may begin, and what is left out."""

from dataclasses import dataclass

from patient_owl.core.order.exact import MOST_EXACT, table_of
from patient_owl.core.order.job import Job, Outing, earliest, latest
from patient_owl.core.order.many import good_order

MOST_ROUNDS = 4  # of bringing shots nearer to their wishes


@dataclass(frozen=True)
class Slot:
    """One shot in the order. [epoch_seconds]

    leaves_s: when one must go there at the latest; arrives_s: one sets up; starts_s: the work
    begins; ends_s: its last frame is judged; free_s: packed, slack kept. earliest_s, latest_s:
    between which it may begin with all others as they are.
    """

    job: Job
    leaves_s: float
    arrives_s: float
    starts_s: float
    ends_s: float
    free_s: float
    earliest_s: float
    latest_s: float

    @property
    def slack_s(self) -> float:
        """How much later it may begin."""
        return self.latest_s - self.starts_s


@dataclass(frozen=True)
class Order:
    """slots in order, and when one is back where one came from. is_exact: proven that no order
    holds more."""

    slots: tuple[Slot, ...]
    left_out: tuple[Job, ...]
    back_s: float
    is_exact: bool

    @property
    def shift_s(self) -> float:
        """How far all shots together lie from where they are wished for."""
        return sum(abs(slot.starts_s - slot.job.wish_s) for slot in self.slots)


def quickest(outing: Outing) -> list[Job]:
    """A sequence of the shots that are worth most together, over earliest where that is proven."""
    if len(outing.jobs) > MOST_EXACT:
        return good_order(outing)
    table = table_of(outing)
    return [outing.jobs[place] for place in table.order_of(table.best)]


def best_order(outing: Outing) -> Order:
    """The order that holds most. Of sequences that hold the same, one near to what is wished for:
    the photographer's own or the quickest, with single shots put elsewhere while that helps."""
    jobs = quickest(outing)
    best = laid_out(outing, jobs)
    own = sorted(jobs, key=lambda job: job.wish_s)
    if (
        earliest(outing, own) is not None
        and (mine := laid_out(outing, own)).shift_s <= best.shift_s
    ):
        best = mine
    return nearer(outing, best) if best.is_exact and best.shift_s else best


def nearer(outing: Outing, order: Order) -> Order:
    """The same shots, each tried at every other place, as long as they come nearer to wishes."""
    for _ in range(MOST_ROUNDS):
        jobs = [slot.job for slot in order.slots]
        tried = (
            [*rest[:place], job, *rest[place:]]
            for job in jobs
            for rest in [[other for other in jobs if other is not job]]
            for place in range(len(jobs))
        )
        candidates = (laid_out(outing, seq) for seq in tried if earliest(outing, seq) is not None)
        best = min(candidates, key=lambda candidate: candidate.shift_s, default=order)
        if best.shift_s >= order.shift_s:
            break
        order = best
    return order


def laid_out(outing: Outing, jobs: list[Job]) -> Order:
    """A sequence that fits, each shot as near to its wish as the others let it."""
    first, last = earliest(outing, jobs), latest(outing, jobs)
    assert first is not None
    assert last is not None
    slots: list[Slot] = []
    free_s, before = outing.from_s, None
    for job, soonest_s, latest_s in zip(jobs, first, last, strict=True):
        ready_s = free_s + outing.to_s(job, before)
        starts_s = _nearest(job, max(job.begins(ready_s) or soonest_s, soonest_s), latest_s)
        arrives_s = starts_s - outing.rigging_s(job, before)
        slots.append(
            Slot(
                job=job,
                leaves_s=arrives_s - outing.walk_s(job, before),
                arrives_s=arrives_s,
                starts_s=starts_s,
                ends_s=starts_s + job.work_s,
                free_s=starts_s + job.work_s + job.after_s,
                earliest_s=soonest_s,
                latest_s=latest_s,
            )
        )
        free_s, before = slots[-1].free_s, job
    over_s = slots[-1].ends_s + slots[-1].job.pack_s if slots else outing.from_s
    kept = {job.key for job in jobs}
    return Order(
        slots=tuple(slots),
        left_out=tuple(job for job in outing.jobs if job.key not in kept),
        back_s=over_s + outing.home_s(before),
        is_exact=len(outing.jobs) <= MOST_EXACT,
    )


def _nearest(job: Job, soonest_s: float, latest_s: float) -> float:
    """The beginning nearest to the wish that lies between the two and in a window."""
    between = [(max(a, soonest_s), min(b, latest_s)) for a, b in job.starts_s]
    near = [min(max(job.wish_s, a), b) for a, b in between if a <= b]
    return min(near, key=lambda at: abs(at - job.wish_s))
