"""From a shot on the wire to the core's plan, and from the plan to words."""

import math
from datetime import datetime
from typing import NamedTuple

import numpy as np
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.dials import Control, Dial, DialValue
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure import stops_per_step
from patient_owl.core.limits import Limit
from patient_owl.core.meterless import SOURCES, SkyView
from patient_owl.core.night import Slope, slope
from patient_owl.core.optics.camera import field_of_view_deg, frame_size_mm
from patient_owl.core.recipes import RECIPES
from patient_owl.core.recipes._types import Intent, Kit, Plan, Recipe, Scene
from patient_owl.core.sky import ephemeris
from patient_owl.core.solver import CONTROLS, Choice
from patient_owl.kit.service import kit_for
from patient_owl.nights.models import Night
from patient_owl.places.service import darkness_of, site_of
from patient_owl.shots.schemas import (
    ChoiceIn,
    DisciplineOut,
    LightOut,
    LineOut,
    Move,
    OptionOut,
    PlanOut,
    PositionOut,
    PostOut,
    QuestionOut,
    RailOut,
    RailValueOut,
    ReasonOut,
    ShotIn,
    ShotInNightOut,
    ShotOut,
)
from patient_owl.words.disciplines import DISCIPLINES, OPTIONS, QUESTIONS
from patient_owl.words.plan import (
    CAUTIONS,
    CONTROL_TITLES,
    MISTAKES,
    STEPS,
    post_text,
    reason_text,
    sentence_rest,
    setting_text,
    settings_text,
    source_text,
)


class Planned(NamedTuple):
    """A plan with what it was made from."""

    plan: Plan
    kit: Kit
    intent: Intent
    light: Slope
    at_utc: datetime


def recipe_for(discipline: str) -> Recipe:
    if discipline not in RECIPES:
        raise WrongValue("discipline", "one of " + ", ".join(RECIPES), discipline)
    return RECIPES[discipline]


def make_plan(
    session: Session, user: User, night: Night, shot: ShotIn, move: Move | None = None
) -> Planned:
    """Predict the light at the shot's moment and ask its recipe."""
    recipe = recipe_for(shot.discipline)
    kit = kit_for(session, user, shot.body_id, shot.lens_id, shot.focal_length_mm)
    ephemeris.check_day(shot.at_utc.date())
    choice = shot.choice.to_domain()
    if move is not None:
        choice = choice.moved(move.control, kit.dials[move.control].nearest(move.value).value)
    intent = Intent(shot.framing(), recipe.checked_inputs(shot.inputs), choice)
    light = slope(
        site_of(night.place),
        np.array([ephemeris.epoch_seconds(shot.at_utc)]),
        darkness_of(night.place),
        SkyView(max(shot.tilt_deg, 0.0), shot.bearing_true_deg),
    )
    return Planned(recipe.plan(_scene(night, light), kit, intent), kit, intent, light, shot.at_utc)


def _scene(night: Night, at: Slope) -> Scene:
    light = at.light
    return Scene(
        latitude_deg=night.place.latitude_deg,
        ground_ev100=float(light.ground_ev100[0]),
        ground_sigma_stops=float(light.ground_sigma_stops[0]),
        sky_ev100=float(light.sky_ev100[0]),
        sky_sigma_stops=float(light.sky_sigma_stops[0]),
        sky_source=SOURCES[light.sky_source[0]],
        sun_altitude_deg=float(at.sun.true_altitude_deg[0]),
    )


def plan_out(planned: Planned) -> PlanOut:
    plan, kit, intent, at, at_utc = planned
    positions = plan.solution.positions
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    focal_length_mm = kit.lens.focal_length_mm
    return PlanOut(
        settings=settings_text(positions),
        sentence=sentence_rest(plan.lead, plan.reasons),
        choice=ChoiceIn.from_domain(intent.choice),
        rails=[_rail(kit.dials[c], positions[c], plan, intent.choice) for c in CONTROLS],
        target_ev100=plan.target_ev100,
        sigma_stops=plan.sigma_stops,
        miss_stops=plan.solution.miss_stops,
        reasons=[
            ReasonOut(code=r.code, text=reason_text(r), source=source_text(r.source))
            for r in (plan.lead, *plan.reasons)
        ],
        steps=[LineOut(code=code, text=STEPS[code]) for code in plan.steps],
        mistakes=[LineOut(code=code, text=MISTAKES[code]) for code in plan.mistakes],
        cautions=[LineOut(code=code, text=CAUTIONS[code]) for code in plan.cautions],
        light=LightOut(
            ground_ev100=float(at.light.ground_ev100[0]),
            ground_sigma_stops=float(at.light.ground_sigma_stops[0]),
            sky_ev100=float(at.light.sky_ev100[0]),
            sky_sigma_stops=float(at.light.sky_sigma_stops[0]),
            illuminance_lux=float(at.light.illuminance_lux[0]),
            sun_altitude_deg=float(at.sun.apparent_altitude_deg[0]),
            moon_altitude_deg=float(at.moon.apparent_altitude_deg[0]),
            core_altitude_deg=float(at.core.apparent_altitude_deg[0]),
            core_azimuth_deg=float(at.core.azimuth_deg[0]),
        ),
        horizontal_view_deg=field_of_view_deg(width_mm, focal_length_mm),
        vertical_view_deg=field_of_view_deg(height_mm, focal_length_mm),
        at_utc=at_utc,
    )


def shot_in_night_out(shot: ShotOut, planned: Planned) -> ShotInNightOut:
    solution = planned.plan.solution
    return ShotInNightOut(
        **shot.model_dump(),
        settings=settings_text(solution.positions),
        lead=reason_text(planned.plan.lead),
        exposure_s=solution.settings.exposure_s,
        f_number=solution.settings.f_number,
    )


def position_out(control: Control, position: DialValue) -> PositionOut:
    return PositionOut(
        value=position.value,
        label=position.label,
        text=setting_text(control, position),
        is_bulb=position.is_bulb,
    )


def _rail(dial: Dial, picked: DialValue, plan: Plan, choice: Choice) -> RailOut:
    control = dial.control
    limits = [limit for limit in plan.limits if limit.control == control]
    driving = [limit for limit in limits if limit.drives]
    ordered = sorted(dial.values, key=lambda p: _brightness(control, p.value))
    return RailOut(
        control=control,
        title=CONTROL_TITLES[control],
        role=_role(control, choice),
        picked=position_out(control, picked),
        picked_index=ordered.index(picked),
        values=[
            RailValueOut(
                value=p.value,
                label=p.label,
                text=setting_text(control, p),
                is_bulb=p.is_bulb,
                brightness_stops=_brightness(control, p.value),
                is_allowed=all(limit.allows(p.value) for limit in driving),
            )
            for p in ordered
        ],
        posts=[_post(limit, dial, picked) for limit in limits],
    )


def _role(control: Control, choice: Choice) -> str:
    if control in choice.locked:
        return "locked"
    if control == choice.follow:
        return "follows"
    return "held" if control in choice.held else "recipe"


def _post(limit: Limit, dial: Dial, picked: DialValue) -> PostOut:
    text = post_text(limit)
    last_kept = (
        dial.at_most(limit.value) if limit.sense == "at_most" else dial.at_least(limit.value)
    )
    return PostOut(
        code=limit.code,
        sense=limit.sense,
        brightness_stops=_brightness(limit.control, limit.value),
        drives=limit.drives,
        binds=limit.drives and picked == last_kept,
        is_broken=not limit.allows(picked.value),
        school=limit.school,
        title=text.title,
        value=text.value,
        formula=text.formula,
        numbers=text.numbers,
        argument=text.argument,
        source=text.source,
    )


def _brightness(control: Control, value: float) -> float:
    """Stops from 1 s, f/1 or ISO 100, brighter positive: the rails' common scale."""
    return stops_per_step(control, 100.0 if control == "iso" else 1.0, value)


def disciplines_out() -> list[DisciplineOut]:
    """Every recipe with its questions, worded."""
    return [
        DisciplineOut(
            key=recipe.key,
            title=DISCIPLINES[recipe.key][0],
            aim=DISCIPLINES[recipe.key][1],
            questions=[
                QuestionOut(
                    key=spec.key,
                    kind=spec.kind,
                    label=QUESTIONS[spec.key].label,
                    help=QUESTIONS[spec.key].help,
                    unit=spec.unit,
                    default=spec.default,
                    least=spec.least if math.isfinite(spec.least) else None,
                    most=spec.most if math.isfinite(spec.most) else None,
                    step=spec.step,
                    options=[OptionOut(key=o, label=OPTIONS[o]) for o in spec.options],
                )
                for spec in recipe.inputs
            ],
        )
        for recipe in RECIPES.values()
    ]
