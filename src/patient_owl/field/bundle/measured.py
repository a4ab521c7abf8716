"""What a measurement on the spot makes of a shot: the setting for every value it may have, so that
a reading acts there and then."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.measure.fills import MEASURED_BY, also_answered
from patient_owl.core.measure.instrument import MOVING
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.plan.types import InputSpec, InputValue
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot

PER_DOUBLING = 3  # a third of a stop of time is what one sees
REACH_DOUBLINGS = 4  # about what was answered or is usual: further off it is another subject


@dataclass(frozen=True)
class MeasuredAnswer:
    """A question of the shot an instrument answers. plans: from which value on each holds,
    ascending."""

    key: str
    plans: tuple[tuple[float, PlannedShot], ...]


def measured_answers(
    planner: Planner, night: Night, shot: Shot, planned: PlannedShot
) -> Iterator[MeasuredAnswer]:
    """Every question of the shot that an instrument answers, with the plans it leads to."""
    request = as_request(shot)
    answers = planned.intent.inputs
    for spec in planned.recipe.inputs:
        if spec.kind != "number" or spec.key not in MEASURED_BY or not _may_act(spec, answers):
            continue

        def plan_for(value: float, spec: InputSpec = spec) -> PlannedShot | None:
            inputs = {**request.inputs, **also_answered(spec.key), spec.key: value}
            asked = request.model_copy(update={"inputs": inputs})
            then, _ = or_trouble(lambda: planner.plan(night, asked, shot_id=shot.id))
            return then

        values = _values(spec, request.inputs.get(spec.key, spec.default))
        plans = list(_where_it_changes(values, plan_for))
        if len(plans) > 1:
            yield MeasuredAnswer(spec.key, tuple(plans))


def _may_act(spec: InputSpec, answers: Mapping[str, InputValue]) -> bool:
    """Whether it is asked; or hangs on an answer that is only another way to say it, as the look
    of water is of its speed. That something moves at all is for the page to say."""
    hangs_on = spec.only_if[0] if spec.only_if else ""
    return spec.is_asked(answers) or hangs_on not in MOVING.also


def _where_it_changes(
    values: Sequence[float], plan_for: Callable[[float], PlannedShot | None]
) -> Iterator[tuple[float, PlannedShot]]:
    """From where on each plan holds; between two values of one setting it is that setting."""
    plans: dict[int, PlannedShot | None] = {}

    def plan_at(place: int) -> PlannedShot | None:
        if place not in plans:
            plans[place] = plan_for(values[place])
        return plans[place]

    def positions_at(place: int) -> Positions | None:
        plan = plan_at(place)
        return plan.positions if plan else None

    def between(first: int, last: int) -> None:
        middle = (first + last) // 2
        if middle == first:
            return
        for start, end in ((first, middle), (middle, last)):
            if positions_at(start) != positions_at(end):
                between(start, end)

    ends = 0, len(values) // 2, len(values) - 1
    for start, end in pairwise(ends):
        if positions_at(start) != positions_at(end):
            between(start, end)
    half_step = 2 ** (0.5 / PER_DOUBLING)
    before: Positions | None = None
    for place in sorted(plans):
        plan = plans[place]
        if plan is not None and plan.positions != before:
            before = plan.positions
            yield values[place] / half_step, plan


def _values(spec: InputSpec, answer: InputValue) -> list[float]:
    """Even steps of a third of a doubling, about what is answered or usual."""
    middle = (spec.least * spec.most) ** 0.5
    if isinstance(answer, int | float) and answer > 0:
        middle = float(answer)
    steps = range(-REACH_DOUBLINGS * PER_DOUBLING, REACH_DOUBLINGS * PER_DOUBLING + 1)
    values = (middle * 2 ** (k / PER_DOUBLING) for k in steps)
    return [value for value in values if spec.least <= value <= spec.most]
