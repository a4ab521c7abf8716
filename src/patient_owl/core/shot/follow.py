"""A planned shot as the light moves: the setting each time it has moved on, and a series.

Every function takes the plan and gives what follows from it; the plan itself never changes.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

from patient_owl.core.exposure.ladder import MISS_STOPS
from patient_owl.core.exposure.settings import Positions, settings_on
from patient_owl.core.judge.choose import choose
from patient_owl.core.light.part import Levers, LightPart
from patient_owl.core.light.thirds import HALF_STEP_STOPS
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.program.program import Phase, Program

HOLDS_AT_MOST_S = 3600.0  # further off nobody plans a setting; common practice
MOST_STEPS = 10  # of moving light told at a time: what one reads at a glance


class Moved(NamedTuple):
    """How far one light has moved, brighter positive."""

    part: LightPart
    stops: float


@dataclass(frozen=True)
class Step:
    """What the setting becomes as the light changes.

    after_s: from the shot's own moment. moved: the light that moves, and how much brighter it is by
    then. levers: of the lights that are brought, where takes moved them; None as planned.
    """

    after_s: float
    moved: Moved
    positions: Positions
    levers: Levers | None = None


def settings_for(
    planned: PlannedShot,
    wanted_ev100: float,
    after_s: float = 0.0,
    now: Positions | None = None,
) -> Positions:
    """The setting planned for a lead light that wants such an EV100 at a moment. now: what is set,
    where somebody has to turn from there."""
    solution = planned.plan.solution
    lead, *others = solution.demands.parts
    parts = [
        lead.being(wanted_ev100 + lead.placement_stops),
        *(part.being(part.ev100 + part.moved(0.0, after_s)) for part in others),
    ]
    return choose(replace(solution.demands, parts=tuple(parts), now=now or {})).positions


def brighter(planned: PlannedShot, now: Positions, stops: float) -> Positions | None:
    """The setting that makes the picture so much brighter than `now` by turning as little as may
    be; None where the dials end."""
    demands = planned.plan.solution.demands
    lead, *others = demands.parts
    here = settings_on(demands.dials, now).ev100_by(lead.answers_to)
    parts = (replace(lead, ev100=here + lead.placement_stops - stops, levers=()), *others)
    solution = choose(replace(demands, parts=parts, needs=None, now=now))
    return solution.positions if abs(solution.miss_stops) <= MISS_STOPS else None


def steps(planned: PlannedShot, from_s: float, to_s: float) -> tuple[Step, ...]:
    """The setting each time a light has moved on by what one sees, of the places of its course from
    one moment to another; a light that stands still has one."""
    return _one_from_the_other(planned, place_times_s(planned, from_s, to_s))


def place_times_s(planned: PlannedShot, from_s: float, to_s: float) -> tuple[float, ...]:
    """The moments the places of its lights' course stand for, from one to another."""
    thirds = planned.thirds
    return thirds.times_s[thirds.nearest(from_s) : thirds.nearest(to_s) + 1]


def series(planned: PlannedShot) -> tuple[Step, ...]:
    """A frame every so often from one standing point, each with its own setting; none where
    one frame is all that is asked for."""
    return _one_from_the_other(planned, [due.at_s for due in planned.series_due])


def course(planned: PlannedShot) -> Program:
    """All of it from beginning to end: the program, or the frames of a series when each is
    due, with the setting for then."""
    phases: list[Phase] = []
    free_s = 0.0
    for step in series(planned):
        program = planned.program_at(step.positions)
        if planned.uses_noise_reduction:
            program = program.with_noise_reduction()
        first, *rest = program.phases * program.rounds
        wait_s = max(0.0, step.after_s - free_s)
        phases += [replace(first, lead_in_s=first.lead_in_s + wait_s), *rest]
        free_s += wait_s + program.duration_s
    return Program(tuple(phases)) if phases else planned.program


def _one_from_the_other(planned: PlannedShot, times_s: Sequence[float]) -> tuple[Step, ...]:
    """Each setting with as little turned as may be from its neighbour, from the planned one on to
    either side."""
    steps = {0.0: Step(0.0, Moved(planned.lead, 0.0), planned.positions)}
    before = sorted((t for t in times_s if t < 0), reverse=True)
    for side in (before, sorted(t for t in times_s if t > 0)):
        now = planned.positions
        for after_s in side:
            now = settings_for(planned, planned.lead.wanted_at(after_s), after_s, now)
            steps[after_s] = Step(after_s, moved(planned, 0.0, after_s), now)
    return tuple(steps[after_s] for after_s in times_s)


def moved(planned: PlannedShot, from_s: float, to_s: float) -> Moved:
    """What the light the picture is exposed for has done since, or, where nobody would see that,
    the one that has moved most."""
    lead, *others = (Moved(part, part.moved(from_s, to_s)) for part in planned.plan.parts)
    if abs(lead.stops) >= HALF_STEP_STOPS or not others:
        return lead
    most = max(others, key=lambda other: abs(other.stops))
    return most if abs(most.stops) >= HALF_STEP_STOPS else lead


def holds_s(planned: PlannedShot) -> float | None:
    """How long the setting stays right to a third of a stop; None for an hour and more."""
    until_s = next((after_s for after_s in planned.thirds.times_s if after_s > 0), None)
    return until_s if until_s is not None and until_s <= HOLDS_AT_MOST_S else None


def later(planned: PlannedShot) -> tuple[Step, ...]:
    """The next settings in moving light; none where this one holds for an hour."""
    if holds_s(planned) is None:
        return ()
    return steps(planned, 0.0, HOLDS_AT_MOST_S)[1 : 1 + MOST_STEPS]
