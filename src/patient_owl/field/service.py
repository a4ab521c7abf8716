"""From a night's plans to the bundle that goes along."""

from collections.abc import Mapping

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.advise.advice import Belief, Node, Verdict, advice_tree
from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.ladder import brighter
from patient_owl.core.exposure.settings import settings_on
from patient_owl.field.schemas import (
    AnswerOut,
    CueOut,
    FieldNightOut,
    FieldSettingOut,
    FieldShotOut,
    OtherOut,
)
from patient_owl.nights.models import Night
from patient_owl.nights.service import out as night_out
from patient_owl.places.zones import zone
from patient_owl.shots.models import Shot
from patient_owl.shots.schemas import LineOut
from patient_owl.shots.service import plan_of, shots_of
from patient_owl.storage.base import now_utc
from patient_owl.takes.service import (
    current_positions,
    judged_takes,
    light_name,
    room_of,
    verdicts_out,
)
from patient_owl.words.chain import change_text
from patient_owl.words.disciplines import DISCIPLINES
from patient_owl.words.formats import signed_stops
from patient_owl.words.night import clock
from patient_owl.words.plan import sentence_rest, setting_text, settings_text
from patient_owl.words.reasons import reason_text
from patient_owl.words.steps import CAUTIONS, CUES, STEPS

WORDS_DEEP = 3  # nineteen of twenty scenes are settled by then; see benchmarks/advisor.py
OTHER_STOPS = (-2.0, -1.0, 1.0, 2.0)
# Two seconds still a camera that was touched; ten let somebody walk in. Common practice.
DELAYS_S = {"release_timer": 2.0, "release_remote": 0.0}


def bundle(session: Session, user: User, night: Night) -> FieldNightOut:
    shots = shots_of(session, user, night)
    whole = night_out(night, len(shots))
    return FieldNightOut(
        id=night.id,
        title=night.title or night.place.name,
        place_name=night.place.name,
        time_zone=night.place.time_zone,
        sentence=whole.sentence,
        hazards=night.place.hazards,
        made_at_utc=now_utc(),
        verdicts=verdicts_out(),
        shots=[_shot_out(session, user, night, shot) for shot in shots],
    )


def _shot_out(session: Session, user: User, night: Night, shot: Shot) -> FieldShotOut:
    planned = plan_of(session, user, shot)
    plan, kit = planned.plan, planned.kit
    judged = judged_takes(session, user, shot, planned)
    positions = current_positions(planned, judged)
    prior = Belief(plan.target_ev100, plan.sigma_stops)
    first = settings_on(kit.dials, positions)
    tree = advice_tree(prior, first, judged, room_of(planned), WORDS_DEEP)
    return FieldShotOut(
        id=shot.id,
        title=shot.title,
        discipline=DISCIPLINES[shot.discipline].title,
        at_utc=shot.at_utc,
        at_local=clock(shot.at_utc, zone(night.place.time_zone)),
        sentence=sentence_rest(plan.lead, plan.reasons),
        setting=setting_out(positions),
        delay_s=next((DELAYS_S[step] for step in plan.steps if step in DELAYS_S), 2.0),
        frames=plan.run.frames,
        gap_s=plan.run.gap_s,
        is_counted_open="open_on_launch" in plan.steps,
        cues=[CueOut(at_s=cue.at_s, text=CUES[cue.code]) for cue in plan.cues],
        steps=[LineOut(code=code, text=STEPS[code]) for code in plan.steps],
        cautions=[LineOut(code=code, text=CAUTIONS[code]) for code in plan.cautions],
        bracket=[
            OtherOut(
                stops=signed_stops(frame.stops),
                setting=setting_out({**positions, plan.bracket_control: frame.position}),
            )
            for frame in plan.bracket
        ],
        others=[
            OtherOut(stops=signed_stops(stops), setting=setting_out(found))
            for stops in OTHER_STOPS
            if (found := brighter(positions, kit.dials, planned.recipe.change_order, stops))
        ],
        light=light_name(planned),
        answers=_answers(tree, positions),
        takes=len(judged),
    )


def _answers(
    tree: Mapping[Verdict, Node], before: Mapping[Control, DialValue]
) -> dict[Verdict, AnswerOut]:
    return {
        verdict: AnswerOut(
            setting=setting_out(node.advice.positions),
            change=change_text(before, node.advice.positions, node.advice.change_stops),
            reasons=[reason_text(reason) for reason in node.advice.reasons],
            is_settled=node.advice.is_settled,
            after=_answers(node.after, node.advice.positions),
        )
        for verdict, node in tree.items()
    }


def setting_out(positions: Mapping[Control, DialValue]) -> FieldSettingOut:
    return FieldSettingOut(
        text=settings_text(positions),
        time=setting_text("exposure_s", positions["exposure_s"]),
        aperture=setting_text("f_number", positions["f_number"]),
        iso=setting_text("iso", positions["iso"]),
        filter=setting_text("nd_stops", positions["nd_stops"])
        if positions["nd_stops"].value > 0
        else "",
        values={control: position.value for control, position in positions.items()},
        is_bulb=positions["exposure_s"].is_bulb,
    )
