"""The one entry: a shot, its night and the kit in, everything that is planned for it out."""

from collections.abc import Mapping
from dataclasses import replace
from typing import NamedTuple

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.ladder import ladder, quick_frame
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kept import kept
from patient_owl.core.kinds import RECIPES
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.found import Learned
from patient_owl.core.night_context import NightContext, see
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.at_events import WATER_CAUTIONS, facts_at_events
from patient_owl.core.plan.bringing import bring
from patient_owl.core.plan.common import passed_reasons
from patient_owl.core.plan.film import on_film
from patient_owl.core.plan.planned import PlannedShot, ShotSpec, view_deg
from patient_owl.core.plan.report import report
from patient_owl.core.plan.types import (
    InputValue,
    Intent,
    Plan,
    Recipe,
    uses_noise_reduction,
)
from patient_owl.core.program.cost import cost
from patient_owl.core.shot import follow
from patient_owl.core.sky import ephemeris
from patient_owl.core.strokes.sheet import Strokes


def recipe_for(discipline: str) -> Recipe:
    """The recipe of that key; WrongValue names those there are."""
    if discipline not in RECIPES:
        raise WrongValue("discipline", "one of " + ", ".join(RECIPES), discipline)
    return RECIPES[discipline]


def plan_shot(
    spec: ShotSpec,
    night: NightContext,
    kit: Kit,
    schools: Mapping[str, str],
    learned: Learned | None = None,
) -> PlannedShot:
    """Plan a picture. The same question asked again is answered from memory. learned: what earlier
    nights tell of its lights; beside the night, whose own light all its shots share.

    WrongValue for an unknown discipline, a bad answer or an impossible hand.
    """
    recipe = recipe_for(spec.discipline)
    ephemeris.check_day(ephemeris.moment_utc(spec.at_s).date())
    inputs = recipe.checked_inputs(spec.inputs, schools)
    hold = spec.hand.hold(kit, recipe.follow, recipe.lead_answers_to)
    return _planned(
        _Question(
            recipe.key,
            spec.at_s,
            spec.framing,
            tuple(inputs.items()),
            tuple(sorted(hold.held.items())),
            hold.locked,
            hold.follow,
            night,
            kit,
            tuple(sorted(schools.items())),
            recipe.bringing(spec.brought),
            spec.strokes,
            learned,
        )
    )


class _Question(NamedTuple):
    """All that a plan follows from, in a form that can be looked up."""

    discipline: str
    at_s: float
    framing: Framing
    answers: tuple[tuple[str, InputValue], ...]
    held: tuple[tuple[Control, float], ...]
    locked: frozenset[Control]
    follow: Control | None
    night: NightContext
    kit: Kit
    schools: tuple[tuple[str, str], ...]
    brought: tuple[Brought, ...]
    strokes: Strokes | None
    learned: Learned | None

    @property
    def intent(self) -> Intent:
        return RECIPES[self.discipline].intent(
            self.framing,
            dict(self.answers),
            Hold(dict(self.held), self.locked, self.follow),
            dict(self.schools),
            self.brought,
            self.strokes,
        )


def _at_events(
    plan: Plan, night: NightContext, waits_for: str, at_s: float, kit: Kit, framing: Framing
) -> Plan:
    """The plan with what the night's events mean for it."""
    exposure_s = plan.solution.settings.exposure_s
    across_deg, _ = view_deg(kit, framing)
    event_facts = facts_at_events(
        night.happenings, waits_for, at_s, exposure_s, framing, across_deg
    )
    warned = {fact.code for fact in event_facts} & set(WATER_CAUTIONS)
    return replace(
        plan,
        facts=(*plan.facts, *event_facts),
        cautions=(*plan.cautions, *(code for code in WATER_CAUTIONS if code in warned)),
    )


@kept(most=256, mb=20)
def _planned(question: _Question) -> PlannedShot:
    recipe, night, kit = RECIPES[question.discipline], question.night, question.kit
    at_s, framing, intent = question.at_s, question.framing, question.intent
    seen = see(night, at_s, framing)
    scene = replace(seen.scene, learned=question.learned)
    plan = bring(recipe.plan(scene, kit, intent), intent, recipe.tells)
    plan = replace(plan, reasons=(*plan.reasons, *passed_reasons(plan.solution)))
    plan = _at_events(plan, night, recipe.waits_for, at_s, kit, framing)
    if kit.body.film is not None:
        plan = replace(plan, steps=on_film(plan.steps))
    solution, program = plan.solution, plan.program
    if uses_noise_reduction(kit, intent):
        program = program.with_noise_reduction()
    weather = seen.scene.temperature_c, seen.scene.gust_m_s
    planned = PlannedShot(
        at_s=at_s,
        recipe=recipe,
        kit=kit,
        intent=intent,
        scene=scene,
        at=seen.at,
        plan=plan,
        program=program,
        report=report(kit, solution, plan.blurs, program, plan.averages, *weather),
        ladder=ladder(solution.positions, kit.dials, plan.parts[0].answers_to),
        test_frame=quick_frame(solution.positions, kit.dials),
        works_s=night.works_s(recipe.sun_altitude_deg),
    )
    if not planned.series_due:
        return planned
    costs = cost(kit, follow.course(planned), seen.scene.temperature_c)
    return replace(planned, report=replace(planned.report, cost=costs))
