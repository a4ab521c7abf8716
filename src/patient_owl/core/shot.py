"""The one entry: a shot, its night and the kit in, everything that is planned for it out.

The field's bundle, the card, the calendar, the chain and the bench's answers all read the
PlannedShot; none derives a judgement again.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property, lru_cache, partial

from patient_owl.core.advise.belief import (
    UNLEARNED,
    JudgedTake,
    Sharpness,
    belief_after,
    evidence_on,
)
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.advise.next import (
    GOOD_ENOUGH_STOPS,
    Advice,
    Levers,
    Positions,
    Room,
    is_far,
    next_setting,
)
from patient_owl.core.advise.sharpness import heard
from patient_owl.core.advise.tree import Tree, advice_tree
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.ladder import Rung, is_quick_frame_of, ladder, quick_frame
from patient_owl.core.exposure.settings import Settings, positions_near, settings_on
from patient_owl.core.kinds import RECIPES
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.found import FoundLight, Learned
from patient_owl.core.light.part import WHOLE, LightPart
from patient_owl.core.limits.limit import is_time_capped
from patient_owl.core.night import Slope
from patient_owl.core.night_context import NightContext, see
from patient_owl.core.optics.camera import Framing, field_of_view_deg, frame_size_mm
from patient_owl.core.plan.at_events import WATER_CAUTIONS, facts_at_events
from patient_owl.core.plan.bringing import LightUse, bring, cued, how_given
from patient_owl.core.plan.film import on_film
from patient_owl.core.plan.hand import Hand
from patient_owl.core.plan.report import Report, report
from patient_owl.core.plan.series import Due, series_due
from patient_owl.core.plan.types import (
    InputValue,
    Intent,
    Plan,
    Recipe,
    Scene,
    self_timer_s,
    uses_noise_reduction,
)
from patient_owl.core.program.cost import cost
from patient_owl.core.program.program import Phase, Program, one_frame
from patient_owl.core.sky import ephemeris
from patient_owl.core.solve.solver import Choice, solve
from patient_owl.core.strokes.sheet import Strokes

# Nobody photographs the same light two hours off: a take that far from its shot's moment was made
# at the table, or by a clock that is wrong, and is read as made at the shot's own moment.
LONGEST_CARRY_S = 2 * 3600.0
STEP_WORDS_DEEP = 1  # of each minute's setting: with signal the rest follows
WORDS_DEEP = 3  # nineteen of twenty scenes are settled by then; see benchmarks/advisor.py
HOLDS_AT_MOST_S = 3600.0  # further off nobody plans a setting; common practice
MOST_STEPS = 10  # of moving light told at a time: what one reads at a glance
UNGUESSED_SIGMA_STOPS = 4.0  # of a light nothing is said of beforehand; so wide it tells nothing
FOUND_SIGMA_STOPS = 1.0  # known less well a finding is not worth keeping; common practice
STILL_AT_IT_S = 1800.0  # somebody whose last take is older begins anew; common practice


@dataclass(frozen=True)
class ShotSpec:
    """What the photographer decided about one picture. at_s: epoch_seconds."""

    discipline: str
    at_s: float
    framing: Framing
    inputs: Mapping[str, InputValue] = field(default_factory=dict)
    hand: Hand = field(default_factory=Hand)
    brought: tuple[Brought, ...] = ()
    strokes: Strokes | None = None


@dataclass(frozen=True)
class Step:
    """What the setting becomes as the light changes.

    after_s: from the shot's own moment. moved_stops: how much brighter the light is by then.
    levers: of the lights that are brought, where takes moved them; None as planned.
    """

    after_s: float
    moved_stops: float
    positions: Positions
    levers: Levers | None = None


@dataclass(frozen=True)
class PlannedShot:
    """All that is planned for a shot.

    plan: settings, lights, limits, reasons, steps. program: the course of it, dark frames
    included where the photographer wants them. at: the light's row it stands on.
    works_s: when in the night the light suits the discipline. [epoch_seconds] ladder, test_frame:
    other ways to the same brightness.
    """

    at_s: float
    recipe: Recipe
    kit: Kit
    intent: Intent
    scene: Scene
    at: Slope
    plan: Plan
    program: Program
    report: Report
    ladder: tuple[Rung, ...]
    test_frame: Rung | None
    works_s: tuple[tuple[float, float], ...]

    @property
    def positions(self) -> Positions:
        return self.plan.solution.positions

    @property
    def settings(self) -> Settings:
        return self.plan.solution.settings

    @property
    def lead(self) -> LightPart:
        """The light the picture is exposed for; its placement is the one in effect."""
        return self.plan.parts[0]

    @property
    def is_time_capped(self) -> bool:
        return is_time_capped(self.plan.limits)

    @property
    def works_now(self) -> bool:
        return any(start <= self.at_s <= end for start, end in self.works_s)

    @property
    def view_deg(self) -> tuple[float, float]:
        """What the frame sees, across and up. [deg]"""
        return _view_deg(self.kit, self.intent.framing)

    @property
    def uses_noise_reduction(self) -> bool:
        return uses_noise_reduction(self.kit, self.intent)

    def program_at(self, positions: Positions, levers: Levers | None = None) -> Program:
        """The course of it with any settings, without the camera's dark frames; a quick frame for a
        first look is one frame, whatever the shot is made of."""
        if is_quick_frame_of(positions, self.positions):
            return one_frame(positions["exposure_s"].value, self_timer_s(self.intent, positions))
        course = self.recipe.program(self.scene, self.kit, self.intent, positions)
        return cued(course, self.given(positions, levers), self.recipe.tells)

    @property
    def needed(self) -> frozenset[str]:
        """Keys of the brought lights without which the discipline would bring others."""
        brought = self.intent.brought
        return frozenset(
            one.key
            for one in brought
            if self.recipe.lacks([other.kind for other in brought if other is not one])
        )

    def given(self, positions: Positions, levers: Levers | None = None) -> tuple[LightUse, ...]:
        """How the lights that are brought are used with any settings; levers: where they differ
        from what is planned for these."""
        settings = settings_on(self.kit.dials, positions)
        landings = self.plan.solution.landings
        return how_given(self.intent.brought, landings, settings, levers or {})

    @property
    def levers(self) -> dict[str, dict[str, float]]:
        """Where the levers of the lights that are brought stand in the plan."""
        return {
            landing.part.key: dict(landing.levers)
            for landing in self.plan.solution.landings
            if landing.part.is_brought
        }

    def settings_for(self, wanted_ev100: float, after_s: float = 0.0) -> Positions:
        """The setting planned for a lead light that wants such an EV100 at a moment."""
        lead, *others = self.plan.parts
        parts = [
            replace(lead, ev100=wanted_ev100 + lead.placement_stops),
            *(replace(part, ev100=part.ev100 + part.moved(0.0, after_s)) for part in others),
        ]
        start = {control: position.value for control, position in self.positions.items()}
        limits, dials = self.plan.limits, self.kit.dials
        return solve(parts, dials, limits, start, self.intent.choice).positions

    def steps(
        self,
        from_s: float,
        to_s: float,
        takes: Sequence[JudgedTake] = (),
        sharpness: Sharpness = UNLEARNED,
    ) -> tuple[Step, ...]:
        """The setting each time the light has moved on by what one sees, minute by minute.

        The first stands at `from_s`; a light that stands still has no other. After `takes` it is
        what they lead to by then.
        """
        times = [from_s]
        for minute in range(1, int((to_s - from_s) / 60) + 1):
            after_s = from_s + 60.0 * minute
            if abs(self.lead.moved(times[-1], after_s)) >= GOOD_ENOUGH_STOPS:
                times.append(after_s)
        if not takes:
            return tuple(self._step(after_s) for after_s in times)
        since_s = takes[-1].after_s
        found = []
        for after_s in times:
            advice = next_setting(takes, self.room(after_s, sharpness))
            moved = self.lead.moved(since_s, after_s)
            found.append(Step(after_s, moved, advice.positions, advice.levers))
        return tuple(found)

    @cached_property
    def series(self) -> tuple[Step, ...]:
        """A frame every so often from one standing point, each with its own setting; none where
        one frame is all that is asked for."""
        return tuple(self._step(due.at_s) for due in self.series_due)

    @cached_property
    def course(self) -> Program:
        """All of it from beginning to end: the program, or the frames of a series when each is
        due, with the setting for then."""
        phases: list[Phase] = []
        free_s = 0.0
        for step in self.series:
            one = self.program_at(step.positions)
            if self.uses_noise_reduction:
                one = one.with_noise_reduction()
            first, *rest = one.phases * one.rounds
            wait_s = max(0.0, step.after_s - free_s)
            phases += [replace(first, lead_in_s=first.lead_in_s + wait_s), *rest]
            free_s += wait_s + one.duration_s
        return Program(tuple(phases)) if phases else self.program

    @property
    def series_due(self) -> tuple[Due, ...]:
        """When the frames of a series are due; none where one frame is all that is asked for."""
        return series_due(self.intent)

    def _step(self, after_s: float) -> Step:
        moved = self.lead.moved(0.0, after_s)
        found = self.settings_for(self.lead.wanted_at(after_s), after_s)
        return Step(after_s, moved, found if after_s else self.positions)

    @cached_property
    def holds_s(self) -> float | None:
        """How long the setting stays right to a third of a stop; None for an hour and more."""
        minutes = (60.0 * minute for minute in range(1, int(HOLDS_AT_MOST_S / 60) + 1))
        moved = ((after_s, self.lead.moved(0.0, after_s)) for after_s in minutes)
        return next((after_s for after_s, m in moved if abs(m) >= GOOD_ENOUGH_STOPS), None)

    @cached_property
    def later(self) -> tuple[Step, ...]:
        """The next settings in moving light; none where this one holds for an hour."""
        if self.holds_s is None:
            return ()
        return self.steps(0.0, HOLDS_AT_MOST_S)[1 : 1 + MOST_STEPS]

    def room(self, after_s: float = 0.0, sharpness: Sharpness = UNLEARNED) -> Room:
        """Where the next setting may move, as the recipe and the photographer's locks have it."""
        locked = self.intent.choice.locked
        return Room(
            parts=self.plan.parts,
            dials=self.kit.dials,
            limits=self.plan.limits,
            order=[c for c in self.recipe.change_order if c not in locked],
            why_this_order=self.recipe.change_why,
            consequences=partial(consequences, self.kit, self.plan.blurs, self.scene.temperature_c),
            locked=locked,
            real=partial(self.settings_for, after_s=after_s),
            after_s=after_s,
            sharpness=sharpness,
        )

    def asked(self, positions: Positions) -> list[str]:
        """What a word may be about, said over a frame with such a setting."""
        return self.room().asked(positions)

    def as_shown(self, take: JudgedTake) -> JudgedTake:
        """A word said of the whole of a quick frame is about the lights it shows."""
        if WHOLE not in take.verdicts:
            return take
        shown = self.room().shown(positions_near(self.kit.dials, take.settings))
        if len(shown) == len(self.plan.parts):
            return take
        said = {key: word for key, word in take.verdicts.items() if key != WHOLE}
        about = dict.fromkeys((part.key for part in shown), take.verdicts[WHOLE])
        return replace(take, verdicts={**about, **said})

    def after_s(self, seconds: float) -> float:
        """A moment as seconds from the shot's own; nought where it is too far off to be meant."""
        apart, (first_s, last_s) = seconds - self.at_s, self.meant_s
        return apart if first_s <= apart <= last_s else 0.0

    @property
    def meant_s(self) -> tuple[float, float]:
        """Between which seconds from the shot's own a moment is meant; outside of them things are
        tried out, in the light it is planned for."""
        longest_s = max((LONGEST_CARRY_S, *(due.until_s for due in self.series_due)))
        return -LONGEST_CARRY_S, longest_s

    def next_after_s(self, takes: Sequence[JudgedTake], now_s: float) -> float:
        """When the next take will be made: now, as long as somebody is still at it."""
        if not takes:
            return 0.0
        last = takes[-1].after_s
        now = self.after_s(now_s)
        return now if last <= now <= last + STILL_AT_IT_S else last

    def words_ahead(
        self,
        now: Positions,
        takes: Sequence[JudgedTake],
        now_s: float,
        sharpness: Sharpness = UNLEARNED,
        levers: Levers | None = None,
    ) -> Tree:
        """The advice for the words that may come next over what is set `now`, with the levers of
        what is brought as planned unless somebody says."""
        if takes or levers is not None:
            room = self.room(self.next_after_s(takes, now_s), sharpness)
            # one word was said already: as many frames in all are worked out beforehand
            deep = WORDS_DEEP - 1 if takes else WORDS_DEEP
            return advice_tree(now, takes, room, deep, levers)
        values = tuple(position.value for position in now.values())
        if (values, sharpness) not in self._first_words:
            room = self.room(0.0, sharpness)
            # a first look at the rest without what is performed leads to the real setting at once
            deep = WORDS_DEEP if self.lead in room.shown(now) else WORDS_DEEP - 1
            self._first_words[values, sharpness] = advice_tree(now, (), room, deep)
        return self._first_words[values, sharpness]

    def words_after(
        self,
        step: Step,
        takes: Sequence[JudgedTake] = (),
        sharpness: Sharpness = UNLEARNED,
    ) -> Tree:
        """The advice for the words over a step's setting, after the takes it follows from."""
        room = self.room(step.after_s, sharpness)
        return advice_tree(step.positions, takes, room, STEP_WORDS_DEEP, step.levers)

    @cached_property
    def _first_words(self) -> dict[tuple[tuple[float, ...], Sharpness], Tree]:
        """Before any take, over the planned setting and its quick frame; kept, because a night
        taken along asks for every shot's."""
        return {}

    def advise(
        self, takes: Sequence[JudgedTake], now_s: float, sharpness: Sharpness = UNLEARNED
    ) -> Advice | None:
        """The next setting after the takes judged so far; None before the first."""
        if not takes:
            return None
        return next_setting(takes, self.room(self.next_after_s(takes, now_s), sharpness))

    def found_lights(
        self, takes: Sequence[JudgedTake], sharpness: Sharpness
    ) -> tuple[FoundLight, ...]:
        """How far the takes found the picture's lights from their bare predictions, by the takes
        alone: what was learned before must not teach itself. Only those that are known by now; a
        lamp one brings belongs to no place."""
        parts = (part for part in self.plan.parts if not part.is_brought)
        found = (self._found_light(part, takes, sharpness) for part in parts)
        return tuple(one for one in found if one is not None)

    def _found_light(
        self, part: LightPart, takes: Sequence[JudgedTake], sharpness: Sharpness
    ) -> FoundLight | None:
        evidence = evidence_on(part, self.lead, takes)
        if not evidence:
            return None
        sigma = part.sigma_stops if part.bare_sigma_stops is None else part.bare_sigma_stops
        bare = replace(part, ev100=part.ev100 - part.found_stops, sigma_stops=UNGUESSED_SIGMA_STOPS)
        at_s = evidence[-1].after_s
        belief = belief_after(bare, evidence, at_s, sharpness)
        if belief.sigma_stops > FOUND_SIGMA_STOPS and evidence[-1].verdict != "right":
            return None
        off = belief.ev100 - bare.wanted_at(at_s)
        return FoundLight(
            part=part.key,
            light=part.source,
            between=part.between,
            offset_stops=off,
            sigma_stops=min(belief.sigma_stops, FOUND_SIGMA_STOPS),
            predicted_ev100=bare.ev100 + bare.moved(0.0, at_s),
            predicted_sigma_stops=sigma,
            is_far=is_far(off, sigma),
        )

    def measured_stops(
        self, key: str, takes: Sequence[JudgedTake], sharpness: Sharpness
    ) -> float | None:
        """How much brighter a light that is brought was found than its figure says; None while
        nobody knows, where it is no more than a hand's third, or of a beam: that tells of the air.
        """
        part = next(one for one in self.plan.parts if one.key == key)
        evidence = evidence_on(part, self.lead, takes)
        if not evidence or part.source == "beam":
            return None
        at_s = evidence[-1].after_s
        belief = belief_after(part, evidence, at_s, sharpness)
        if belief.sigma_stops > FOUND_SIGMA_STOPS and evidence[-1].verdict != "right":
            return None
        off = belief.ev100 - part.wanted_at(at_s)
        return off if abs(off) >= GOOD_ENOUGH_STOPS else None

    def heard(self, takes: Sequence[JudgedTake]) -> tuple[float, ...] | None:
        """What the takes tell of how sharply words are meant."""
        return heard(self.lead, evidence_on(self.lead, self.lead, takes))


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
    choice = spec.hand.choice(kit, recipe.follow, recipe.lead_answers_to)
    return _plan_shot(
        recipe.key,
        spec.at_s,
        spec.framing,
        tuple(inputs.items()),
        (tuple(sorted(choice.held.items())), choice.locked, choice.follow),
        night,
        kit,
        tuple(sorted(schools.items())),
        recipe.bringing(spec.brought),
        spec.strokes,
        learned,
    )


def _at_events(
    plan: Plan, night: NightContext, discipline: str, at_s: float, kit: Kit, framing: Framing
) -> Plan:
    """The plan with what the night's events mean for it."""
    exposure_s = plan.solution.settings.exposure_s
    across_deg, _ = _view_deg(kit, framing)
    told = facts_at_events(night.happenings, discipline, at_s, exposure_s, framing, across_deg)
    warned = {fact.code for fact in told} & set(WATER_CAUTIONS)
    return replace(
        plan,
        facts=(*plan.facts, *told),
        cautions=(*plan.cautions, *(code for code in WATER_CAUTIONS if code in warned)),
    )


def _view_deg(kit: Kit, framing: Framing) -> tuple[float, float]:
    sides = frame_size_mm(kit.body.sensor, framing.orientation)
    lens = kit.lens
    across, up = (field_of_view_deg(s, lens.focal_length_mm, lens.projection) for s in sides)
    return across, up


@lru_cache(maxsize=128)
def _plan_shot(
    discipline: str,
    at_s: float,
    framing: Framing,
    answers: tuple[tuple[str, InputValue], ...],
    hand: tuple[tuple[tuple[Control, float], ...], frozenset[Control], Control | None],
    night: NightContext,
    kit: Kit,
    schools: tuple[tuple[str, str], ...],
    brought: tuple[Brought, ...],
    strokes: Strokes | None,
    learned: Learned | None,
) -> PlannedShot:
    recipe = RECIPES[discipline]
    held, locked, follow = hand
    choice = Choice(dict(held), locked, follow)
    acting = recipe.acting(dict(answers))
    intent = Intent(framing, acting, choice, dict(schools), brought, strokes)
    seen = see(night, at_s, framing)
    scene = replace(seen.scene, learned=learned)
    plan = bring(recipe.plan(scene, kit, intent), kit, intent, recipe.tells)
    plan = _at_events(plan, night, recipe.key, at_s, kit, framing)
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
    costs = cost(kit, planned.course, seen.scene.temperature_c)
    return replace(planned, report=replace(planned.report, cost=costs))
