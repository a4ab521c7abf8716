"""From a shot on the wire to the core's plan, and from the plan to words."""

from datetime import datetime
from typing import NamedTuple

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.answers import conflict_out, frames_out, report_out, rungs_out, test_frame_text
from patient_owl.core.disciplines import RECIPES
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.ladder import ladder, quick_frame
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import is_time_capped
from patient_owl.core.optics.camera import field_of_view_deg, frame_size_mm
from patient_owl.core.plan.report import report
from patient_owl.core.plan.sketch import Sketch
from patient_owl.core.plan.types import Intent, Plan, Recipe, Scene
from patient_owl.core.sky import ephemeris
from patient_owl.kit.service import kit_for
from patient_owl.nights.models import Night
from patient_owl.places.zones import zone
from patient_owl.rails import ChoiceIn, Move, rails_out
from patient_owl.schools.service import schools_of
from patient_owl.shots.scene import Seen, see, works_when
from patient_owl.shots.schemas import (
    AlternativeOut,
    LightOut,
    LineOut,
    PlanOut,
    ReasonOut,
    ShapeOut,
    ShotIn,
    ShotInNightOut,
    ShotOut,
    SketchOut,
)
from patient_owl.words.disciplines import SKETCH_LABELS
from patient_owl.words.night import clock
from patient_owl.words.plan import sentence_rest, settings_text, source_text
from patient_owl.words.reasons import reason_text
from patient_owl.words.steps import CAUTIONS, MISTAKES, STEPS


class Planned(NamedTuple):
    """A plan with what it was made from."""

    plan: Plan
    recipe: Recipe
    kit: Kit
    intent: Intent
    seen: Seen
    at_utc: datetime
    works_s: list[tuple[float, float]]
    zone_name: str

    @property
    def scene(self) -> Scene:
        return self.seen.scene


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
    schools = schools_of(user)
    inputs = recipe.checked_inputs(shot.inputs, schools)
    choice = shot.choice.after(move, kit, recipe.follow)
    intent = Intent(shot.framing(), inputs, choice, schools)
    seen = see(night, shot)
    return Planned(
        recipe.plan(seen.scene, kit, intent),
        recipe,
        kit,
        intent,
        seen,
        shot.at_utc,
        works_when(night, recipe),
        night.place.time_zone,
    )


def plan_out(planned: Planned) -> PlanOut:
    plan, kit, intent, scene = planned.plan, planned.kit, planned.intent, planned.scene
    solution = plan.solution
    positions = solution.positions
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    focal, projection = kit.lens.focal_length_mm, kit.lens.projection
    found = report(kit, solution, plan.blurs, plan.run, scene.temperature_c, scene.gust_m_s)
    return PlanOut(
        settings=settings_text(positions),
        sentence=sentence_rest(plan.lead, plan.reasons),
        inputs=dict(intent.inputs),
        choice=ChoiceIn.from_domain(intent.choice),
        rails=rails_out(kit, positions, plan.limits, intent.choice),
        conflict=conflict_out(solution.conflict),
        target_ev100=plan.target_ev100,
        sigma_stops=plan.sigma_stops,
        miss_stops=solution.miss_stops,
        reasons=[
            ReasonOut(code=r.code, text=reason_text(r), source=source_text(r.source))
            for r in (plan.lead, *plan.reasons)
        ],
        facts=[
            ReasonOut(code=r.code, text=reason_text(r), source=source_text(r.source))
            for r in plan.facts
        ],
        alternatives=[
            AlternativeOut(
                code=a.reason.code,
                text=reason_text(a.reason),
                settings=settings_text(a.positions),
            )
            for a in plan.alternatives
        ],
        steps=[LineOut(code=code, text=STEPS[code]) for code in plan.steps],
        mistakes=[LineOut(code=code, text=MISTAKES[code]) for code in plan.mistakes],
        cautions=[LineOut(code=code, text=CAUTIONS[code]) for code in plan.cautions],
        bracket=frames_out(plan.bracket_control, plan.bracket),
        ladder=rungs_out(ladder(positions, kit.dials), positions),
        test_frame=test_frame_text(quick_frame(positions, kit.dials)),
        report=report_out(found, solution, kit, is_time_capped(plan.limits)),
        works=_works(planned),
        works_now=_works_now(planned),
        sketch=_sketch_out(plan.sketch),
        light=_light_out(planned.seen),
        horizontal_view_deg=field_of_view_deg(width_mm, focal, projection),
        vertical_view_deg=field_of_view_deg(height_mm, focal, projection),
        at_utc=planned.at_utc,
    )


def _works(planned: Planned) -> str:
    """`19:40 to 06:52`, stretch by stretch; says so when the night has none, or is all."""
    if planned.recipe.sun_altitude_deg == (-90.0, 90.0):
        return "any hour"
    place_zone = zone(planned.zone_name)
    stretches = [
        " to ".join(clock(ephemeris.moment_utc(s), place_zone) for s in stretch)
        for stretch in planned.works_s
    ]
    return ", ".join(stretches) or "not this night: the Sun never stands where this needs it"


def _works_now(planned: Planned) -> bool:
    at_s = ephemeris.epoch_seconds(planned.at_utc)
    return any(start <= at_s <= end for start, end in planned.works_s)


def _light_out(seen: Seen) -> LightOut:
    at = seen.at
    return LightOut(
        ground_ev100=float(at.light.ground_ev100[0]),
        ground_sigma_stops=float(at.light.ground_sigma_stops[0]),
        sky_ev100=float(at.light.sky_ev100[0]),
        sky_sigma_stops=float(at.light.sky_sigma_stops[0]),
        illuminance_lux=float(at.light.illuminance_lux[0]),
        sun_altitude_deg=float(at.sun.apparent_altitude_deg[0]),
        moon_altitude_deg=float(at.moon.apparent_altitude_deg[0]),
        core_altitude_deg=float(at.core.apparent_altitude_deg[0]),
        core_azimuth_deg=float(at.core.azimuth_deg[0]),
    )


def _sketch_out(sketch: Sketch | None) -> SketchOut | None:
    if sketch is None:
        return None
    return SketchOut(
        aspect=sketch.aspect,
        shapes=[ShapeOut.from_domain(shape, SKETCH_LABELS) for shape in sketch.shapes],
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
