"""From a night's plans to the bundle that goes along."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID
from zoneinfo import ZoneInfo

from patient_owl.core.advise.belief import JudgedTake, Sharpness
from patient_owl.core.advise.next import KEPT, Advice, Room, is_right
from patient_owl.core.advise.tree import Node, Seen, Tree
from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.ladder import ladder
from patient_owl.core.exposure.settings import Positions, positions_near, share_open
from patient_owl.core.exposure.spot import HUMPS, Spot, hump_key, width_share
from patient_owl.core.light.part import Levers
from patient_owl.core.limits.limit import passed
from patient_owl.core.plan.bringing import LightUse
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.program.calls import COUNTED_DOWN_S, TICK, TONES, BellTone
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason
from patient_owl.core.shot import advise, follow
from patient_owl.core.sky import ephemeris
from patient_owl.field.bundle.measured import measured_answers
from patient_owl.field.bundle.schemas import (
    AnswerOut,
    Answers,
    BracketFrameOut,
    CallingOut,
    CallToneOut,
    DueOut,
    EarlyOut,
    FieldNightOut,
    FieldSettingOut,
    FieldShotOut,
    HumpOut,
    KeptSettingOut,
    LaterOut,
    LeftOutOut,
    MadeOut,
    MeasuredAnswerOut,
    MeasuredPlanOut,
    OffsetSettingOut,
    QuickFrameOut,
    SaidOut,
)
from patient_owl.journal.takes.present import (
    asked_out,
    faults_out,
    made_at,
    roles_out,
    settings_text_of,
    verdicts_out,
)
from patient_owl.journal.takes.record import Record, records_of, settings_of
from patient_owl.journal.takes.schemas import SpotIn, TakeOut
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.service import sentence_of
from patient_owl.planning.order.ahead import ahead_out
from patient_owl.planning.order.gather import Gathered
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.present import cautions_out
from patient_owl.planning.shots.schemas import LineOut
from patient_owl.planning.shots.service import shots_of
from patient_owl.planning.wire.exposure import ProgramOut, given_out, program_out
from patient_owl.planning.wire.rails import dials_out, setting_values
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.chain import (
    ROLE_LABELS,
    change_text,
    hump_text,
    moved_text,
    reason_texts,
    seen_text,
)
from patient_owl.words.faults import mending
from patient_owl.words.instruments import MEASURED_ACTS
from patient_owl.words.kinds import DISCIPLINES, STEPS
from patient_owl.words.night import clock
from patient_owl.words.parts import moving_light
from patient_owl.words.plan import position_texts, said, sentence_rest
from patient_owl.words.quantities import signed_stops
from patient_owl.words.questions import question_words
from patient_owl.words.reasons import reason_text

EARLY_S, LATE_S = 1800.0, 3600.0  # how far from its moment a shot is begun; common practice
Span = tuple[float, float]
USUAL_SPAN_S: Span = (-EARLY_S, LATE_S)
FURTHEST_S = 3 * 3600.0  # that a shot is moved to while one is out: later it is planned anew; ours
MOST_LISTED = 40  # takes of a shot that can be changed out there; the rest at home. Ours
OTHER_STOPS = (-2.0, -1.0, 1.0, 2.0)


def bundle(visit: Visit, night: Night) -> FieldNightOut:
    """Every shot of a night with all that may be asked about it out there."""
    planner = Planner(visit)
    shots = shots_of(visit.session, visit.user, night)
    records = records_of(visit.session, visit.user, shots)
    place_zone = zone(night.place.time_zone)
    gathered = Gathered(visit, planner, night)
    # an order that cannot be made keeps no shot at home
    spans, _ = or_trouble(lambda: _spans(gathered))
    ahead, _ = or_trouble(lambda: ahead_out(gathered, visit.now_utc))
    ready, left_out = [], []
    for shot in shots:
        span_s = (spans or {}).get(shot.id, USUAL_SPAN_S)
        found, trouble = shot_or_trouble(planner, night, shot, records[shot.id], span_s)
        if found is not None:
            ready.append(found)
        else:
            at_local = clock(shot.at_utc, place_zone)
            left_out.append(
                LeftOutOut(id=shot.id, title=shot.title, at_local=at_local, text=trouble or "")
            )
    return FieldNightOut(
        id=night.id,
        title=night.called,
        place_name=night.place.name,
        time_zone=night.place.time_zone,
        sentence=sentence_of(night),
        hazards=night.place.hazards,
        made_at_utc=visit.now_utc,
        verdicts=verdicts_out(),
        humps=_humps(),
        kept_text=reason_text(Reason(KEPT)),
        right_text=reason_text(Reason("keep_setting")),
        measured_text=MEASURED_ACTS,
        calling=_calling(),
        shots=ready,
        ahead=ahead,
        left_out=left_out,
    )


def _spans(gathered: Gathered) -> dict[UUID, Span]:
    """From and to how far from its moment each shot may be begun as the night goes."""
    spans = {}
    for slot in gathered.agreed.order.slots:
        shot = gathered.shot(slot.job.key)
        at_s = ephemeris.epoch_seconds(shot.at_utc)
        from_s = max(slot.earliest_s - at_s - EARLY_S, -FURTHEST_S)
        to_s = min(slot.latest_s - at_s + LATE_S, FURTHEST_S)
        spans[shot.id] = (min(from_s, -EARLY_S), max(to_s, LATE_S))
    return spans


def _humps() -> list[HumpOut]:
    return [
        HumpOut(
            key=hump_key(spot),
            at_share=width_share(spot.stops),
            label=hump_text(spot),
            spot=SpotIn.model_validate(spot),
        )
        for spot in HUMPS
    ]


def _calling() -> CallingOut:
    def out(tone: BellTone) -> CallToneOut:
        return CallToneOut(hertz=tone.hertz, lasts_s=tone.lasts_s)

    return CallingOut(
        tones={kind: out(tone) for kind, tone in TONES.items()},
        tick=out(TICK),
        counted_down_s=list(COUNTED_DOWN_S),
    )


def shot_or_trouble(
    planner: Planner, night: Night, shot: Shot, record: Record, span_s: Span = USUAL_SPAN_S
) -> tuple[FieldShotOut, None] | tuple[None, str]:
    """A shot to take along, or why it cannot be."""
    return or_trouble(lambda: shot_out(planner, night, shot, record, span_s))


class _Settings:
    """The settings a shot may come to, and their courses, each kept once."""

    def __init__(self, planned: PlannedShot) -> None:
        self._planned, self._room = planned, advise.room_of(planned)
        self._at: dict[tuple[tuple[float, ...], tuple[float, ...]], int] = {}
        self._texts: list[dict[Control, str]] = []
        self._ev100: list[float] = []
        self._programs: dict[Program, int] = {}
        self.found: list[FieldSettingOut] = []

    @property
    def programs(self) -> list[ProgramOut]:
        return [program_out(program) for program in self._programs]

    def place(self, positions: Positions, levers: Levers | None = None) -> int:
        """levers: of the lights that are brought, where they differ from what is planned."""
        values = tuple(position.value for position in positions.values())
        stand = tuple(v for put in (levers or {}).values() for v in put.values())
        key = values, stand
        if key not in self._at:
            self._at[key] = len(self.found)
            self._texts.append(position_texts(positions))
            self._ev100.append(self._room.stands(positions, {})[self._room.lead.key])
            program = self._planned.program_at(positions, levers)
            course = self._programs.setdefault(program, len(self._programs))
            given = self._planned.given(positions, levers)
            self.found.append(_setting_out(positions, self._texts[-1], given, course, self._room))
        return self._at[key]

    def brighter_stops(self, before: int, after: int) -> float:
        """How much brighter one of them is than another, by the light the picture is exposed
        for."""
        was, goes = (self._ev100[place] for place in (before, after))
        return was - goes

    def change(self, before: int, after: int, stops: float) -> str:
        """From one of them to another, in words."""
        return self.change_from(self._texts[before], self.found[before].levers, after, stops)

    def change_from(
        self,
        before: Mapping[Control, str],
        levers: Mapping[str, Mapping[Any, float]],
        after: int,
        stops: float,
    ) -> str:
        """From what was set to one of them, in words."""
        moves = bool(levers) and levers != self.found[after].levers
        return change_text(before, self._texts[after], stops, moves_lights=moves)


def shot_out(
    planner: Planner, night: Night, shot: Shot, record: Record, span_s: Span = USUAL_SPAN_S
) -> FieldShotOut:
    """One shot as it is run now, after the takes the server knows of. span_s: between which seconds
    from its moment it may be begun."""
    planned = planner.plan_of(shot, night)
    plan, place_zone = planned.plan, zone(night.place.time_zone)
    known = record.judged(planned)
    now_s = ephemeris.epoch_seconds(planner.visit.now_utc)
    sharpness = planner.sharpness(shot.id)
    advice = advise.advice(planned, known, now_s, sharpness)
    positions = advice.positions if advice else planned.positions
    levers = advice.levers if advice else None
    tree = advise.words_ahead(planned, positions, known, now_s, sharpness, levers)
    settings = _Settings(planned)
    now = settings.place(positions, levers)
    return FieldShotOut(
        id=shot.id,
        title=shot.title,
        discipline=DISCIPLINES[shot.discipline].title,
        at_utc=shot.at_utc,
        at_local=clock(shot.at_utc, place_zone),
        sentence=sentence_rest(plan.lead, plan.reasons),
        setting=now,
        steps=[LineOut(code=code, text=STEPS[code]) for code in plan.steps],
        cautions=cautions_out(planned),
        bracket=_bracket(planned, positions, settings),
        others=[
            OffsetSettingOut(stops=signed_stops(stops), setting=settings.place(found))
            for stops in OTHER_STOPS
            if (found := follow.brighter(planned, positions, stops))
        ],
        same_light=[
            settings.place(rung.positions)
            for rung in ladder(positions, planned.kit.dials, planned.lead.answers_to)
            if not passed(plan.limits, rung.positions)
        ],
        bracket_control=plan.bracket_control,
        dials=dials_out(planned.kit.dials),
        uses_noise_reduction=planned.uses_noise_reduction,
        roles=roles_out(("frame", *planned.recipe.also_frames)),
        kept_for=[
            KeptSettingOut(
                label=ROLE_LABELS[take.role],
                setting=settings.place(positions_near(planned.kit.dials, settings_of(take))),
            )
            for take in record.kept_for(planned)
        ],
        lights=asked_out(planned),
        faults=faults_out(planned.recipe.faults),
        answers=_answers(tree, now, settings),
        early=[
            EarlyOut(least_share=share_open(thirds), answers=_answers(tree, now, settings))
            for thirds, tree in advise.words_if_closed_early(
                planned, positions, known, now_s, sharpness, levers
            ).items()
        ],
        early_below_share=share_open(0),
        later=_later(planned, known, now_s, sharpness, settings, span_s, place_zone),
        measured=_measured(planner, night, shot, planned, record, settings, now),
        meant_from_utc=_utc(planned, planned.meant_s[0]),
        meant_until_utc=_utc(planned, planned.meant_s[1]),
        series=[
            DueOut(
                at_utc=_utc(planned, due.at_s),
                at_local=clock(_utc(planned, due.at_s), place_zone),
                from_utc=_utc(planned, due.from_s),
                until_utc=_utc(planned, due.until_s),
            )
            for due in planned.series_due
        ],
        test=_test(planned, sharpness, settings) if not known else None,
        said=_said(advice, record, planned, settings, now),
        is_right=bool(known) and is_right(known[-1], advise.room_of(planned)),
        is_kept=advice is not None and advice.is_kept,
        takes=len(record.of_moment(planned)),
        made=_made(record, planned, place_zone),
        settings=settings.found,
        programs=settings.programs,
    )


def _measured(
    planner: Planner,
    night: Night,
    shot: Shot,
    planned: PlannedShot,
    record: Record,
    settings: _Settings,
    now: int,
) -> list[MeasuredAnswerOut]:
    """What a reading on the spot leads to, after the takes so far; questions whose answer moves
    nothing are left out."""
    now_s = ephemeris.epoch_seconds(planner.visit.now_utc)
    sharpness = planner.sharpness(shot.id)
    answers = []
    for answer in measured_answers(planner, night, shot, planned):
        plans: list[MeasuredPlanOut] = []
        for from_value, then in answer.plans:
            known = record.judged(then)
            advice = advise.advice(then, known, now_s, sharpness)
            positions = advice.positions if advice else then.positions
            place = settings.place(positions, advice.levers if advice else None)
            if plans and plans[-1].setting == place:
                continue
            stops = settings.brighter_stops(now, place)
            change = settings.change(now, place, stops)
            plans.append(MeasuredPlanOut(from_value=from_value, setting=place, change=change))
        if len(plans) > 1:
            label = question_words(answer.key).label
            answers.append(MeasuredAnswerOut(key=answer.key, label=label, plans=plans))
    return answers


def _said(
    advice: Advice | None, record: Record, planned: PlannedShot, settings: _Settings, now: int
) -> SaidOut | None:
    if advice is None:
        return None
    last = record.of_moment(planned)[-1]
    dials, film = planned.kit.dials, planned.kit.body.film
    before = position_texts(positions_near(dials, settings_of(last, film)))
    return SaidOut(
        change=settings.change_from(before, last.levers, now, advice.change_stops),
        reasons=[*reason_texts(advice, beside_change=True), *mending(last.faults)],
    )


def _made(record: Record, planned: PlannedShot, place_zone: ZoneInfo) -> list[MadeOut]:
    return [
        MadeOut(
            at_local=made_at(take, place_zone),
            settings=settings_text_of(take, planned),
            seen=seen_text(take.verdicts, take.faults),
            take=TakeOut.model_validate(take),
        )
        for take in record.of_moment(planned)[-MOST_LISTED:]
    ]


def _bracket(
    planned: PlannedShot, positions: Positions, settings: _Settings
) -> list[BracketFrameOut]:
    """The plan's bracket, around what is set now."""
    control = planned.plan.bracket_control
    dial = planned.kit.dials[control]
    stands = dial.brightness(positions[control].value)
    return [
        BracketFrameOut(
            stops=signed_stops(frame.stops),
            setting=settings.place(
                {**positions, control: dial.nearest_brightness(stands + frame.stops)}
            ),
            values=[dial.nearest_brightness(b + frame.stops).value for b in dial.brightnesses],
        )
        for frame in planned.plan.bracket
    ]


def _utc(planned: PlannedShot, after_s: float) -> datetime:
    return ephemeris.moment_utc(planned.at_s + after_s)


def _test(planned: PlannedShot, sharpness: Sharpness, settings: _Settings) -> QuickFrameOut | None:
    """The quick frame for a first look, before anything is known."""
    if planned.test_frame is None:
        return None
    positions = planned.test_frame.positions
    tree, place = (
        advise.words_ahead(planned, positions, (), 0.0, sharpness),
        settings.place(positions),
    )
    return QuickFrameOut(setting=place, answers=_answers(tree, place, settings))


def _later(
    planned: PlannedShot,
    known: Sequence[JudgedTake],
    now_s: float,
    sharpness: Sharpness,
    settings: _Settings,
    span_s: Span,
    place_zone: ZoneInfo,
) -> list[LaterOut]:
    """Settings and answers as the light moves, from before the shot's moment, or its last take, to
    well after, or to the end of its series.

    None where the light stands still.
    """
    thirds, own_s = planned.thirds, advise.next_after_s(planned, known, now_s)
    # a take made at the table says nothing of when the first is made out there
    is_begun = bool(known) and planned.is_meant(now_s)
    from_s = own_s if is_begun else span_s[0]
    until_s = max(from_s + LATE_S, span_s[1], *(due.until_s for due in planned.series_due))
    steps = advise.steps_after(planned, from_s, until_s, known, sharpness)
    if len(steps) == 1:
        return []
    planned_for = clock(ephemeris.moment_utc(planned.at_s), place_zone)
    since = "at the last take" if known else f"planned for {planned_for}"
    later: list[LaterOut] = []
    for step in steps:
        place = settings.place(step.positions, step.levers)
        part, moved_stops = step.moved
        begins_s = step.after_s if is_begun else thirds.begins_s(step.after_s)
        answers = None
        if step.after_s != own_s:
            words = advise.words_after(planned, step, known, sharpness)
            answers = _answers(words, place, settings)
        later.append(
            LaterOut(
                from_utc=_utc(planned, begins_s if later else min(from_s, begins_s)),
                moved_utc=_utc(planned, step.after_s),
                text=moved_text(moving_light(part, planned), moved_stops, since),
                setting=place,
                answers=answers,
            )
        )
    return later


def _answers(tree: Tree, before: int, settings: _Settings) -> Answers:
    return {_key(seen): _answer(node, before, settings) for seen, node in tree.items()}


def _key(seen: Seen) -> str:
    """`sky=dark,panel_1=right`; of a hump the name of its place."""
    marks = ((key, hump_key(mark) if isinstance(mark, Spot) else mark) for key, mark in seen)
    return ",".join(f"{key}={mark}" for key, mark in marks)


def _answer(node: Node, before: int, settings: _Settings) -> AnswerOut:
    advice = node.advice
    place = settings.place(advice.positions, advice.levers)
    return AnswerOut(
        setting=place,
        change=settings.change(before, place, advice.change_stops),
        reasons=reason_texts(advice, beside_change=True),
        later=[settings.place(*moved) for moved in node.later],
        after=_answers(node.after, place, settings),
    )


def _setting_out(
    positions: Positions,
    texts: Mapping[Control, str],
    given: Sequence[LightUse],
    course: int,
    room: Room,
) -> FieldSettingOut:
    return FieldSettingOut(
        text=said(texts),
        time=texts["exposure_s"],
        aperture=texts["f_number"],
        iso=texts["iso"],
        filter=texts["nd_stops"] if positions["nd_stops"].value > 0 else "",
        values=setting_values(positions),
        levers={use.light.key: {use.lever_key: use.lever} for use in given},
        given=given_out(given),
        program=course,
        asked=room.asked(positions),
        stays_when_right=room.stays_when_right(positions),
    )
