"""A planned shot on the wire, in words."""

from collections.abc import Sequence
from datetime import datetime
from zoneinfo import ZoneInfo

from patient_owl.core.judge.otherwise import MOST, otherwise
from patient_owl.core.judge.why import why
from patient_owl.core.plan.frames import frames_reason
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.plan.sketch import Sketch
from patient_owl.core.reason import Reason
from patient_owl.core.shot import follow
from patient_owl.core.shot.follow import Step
from patient_owl.core.sky import ephemeris
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.lights import BroughtIn
from patient_owl.planning.shots.schemas import (
    AlternativeOut,
    LightOut,
    LineOut,
    PlanOut,
    ReasonOut,
    ShapeOut,
    ShotInNightOut,
    ShotOut,
    SketchOut,
    StepOut,
    WhyOut,
)
from patient_owl.planning.shots.strokes import sheet_out
from patient_owl.planning.wire.exposure import (
    conflicts_out,
    frames_out,
    parts_out,
    program_out,
    report_out,
    rungs_out,
    test_frame_text,
)
from patient_owl.planning.wire.plan_text import PlanLineOut
from patient_owl.planning.wire.rails import ChoiceIn, rails_out
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.kinds import CAUTIONS, MISTAKES, STEPS
from patient_owl.words.night import clock
from patient_owl.words.parts import moving_light
from patient_owl.words.plan import holds_text, sentence_rest, settings_text, source_text
from patient_owl.words.quantities import begun, signed_stops
from patient_owl.words.reasons import reason_text
from patient_owl.words.sketch import SKETCH_LABELS
from patient_owl.words.why import otherwise_text, why_text


def plan_out(
    planned: PlannedShot, time_zone: str, lights: list[BroughtIn], told: list[PlanLineOut]
) -> PlanOut:
    plan, kit, intent = planned.plan, planned.kit, planned.intent
    solution, positions = plan.solution, planned.positions
    across_deg, up_deg = planned.view_deg
    place_zone = zone(time_zone)
    return PlanOut(
        settings=settings_text(positions),
        sentence=sentence_rest(plan.lead, plan.reasons),
        told=told,
        inputs=dict(intent.inputs),
        choice=ChoiceIn.from_domain(intent.hold),
        lights=lights,
        focal_length_mm=kit.lens.focal_length_mm,
        rails=rails_out(kit, positions, plan.limits, intent.hold, planned.lead.answers_to),
        conflicts=conflicts_out(solution),
        parts=parts_out(solution, planned.given(positions), planned.needed, planned.program),
        program=program_out(plan.program),
        reasons=[_reason_out(r) for r in (plan.lead, *plan.reasons)],
        facts=[_reason_out(r) for r in plan.facts],
        steps=[LineOut(code=code, text=STEPS[code]) for code in plan.steps],
        mistakes=[LineOut(code=code, text=MISTAKES[code]) for code in plan.mistakes],
        cautions=cautions_out(planned),
        bracket=frames_out(plan.bracket_control, plan.bracket),
        ladder=rungs_out(planned.ladder, positions, plan.limits),
        test_frame=test_frame_text(planned.test_frame, planned.positions),
        holds=_holds(planned, place_zone),
        later=steps_out(planned, follow.later(planned), place_zone),
        series=steps_out(planned, follow.series(planned), place_zone),
        report=report_out(planned.report, solution, kit, planned.is_time_capped),
        works=_works(planned, place_zone),
        works_now=planned.works_now,
        works_next_utc=_works_next(planned),
        sketch=_sketch_out(plan.sketch),
        sheet=sheet_out(plan.sheet) if plan.sheet else None,
        draws_strokes=planned.recipe.draws_strokes,
        light=_light_out(planned),
        horizontal_view_deg=across_deg,
        vertical_view_deg=up_deg,
        at_utc=ephemeris.moment_utc(planned.at_s),
    )


def why_out(planned: PlannedShot) -> WhyOut:
    solution = planned.plan.solution
    frames = frames_reason(planned.plan)
    own = [LineOut(code="frames", text=f"{begun(reason_text(frames))}.")] if frames else []
    lines = [LineOut(code=line.control, text=why_text(line)) for line in why(solution)]
    looks = [
        AlternativeOut(
            code=other.reason.code,
            text=f"{begun(reason_text(other.reason))}.",
            settings=settings_text(other.positions),
        )
        for other in planned.others
    ]
    ways = [
        AlternativeOut(
            code=other.code,
            text=otherwise_text(other),
            settings=settings_text(other.solution.positions),
        )
        for other in otherwise(solution, planned.plan.program.frames)
    ]
    return WhyOut(controls=[*lines, *own], others=[*looks, *ways][:MOST])


_INSIDE_S = 120.0  # of a stretch of its light: moments are kept to the minute


def cautions_out(planned: PlannedShot) -> list[LineOut]:
    return [LineOut(code=code, text=CAUTIONS[code]) for code in planned.plan.cautions]


def _at(planned: PlannedShot, after_s: float) -> datetime:
    return ephemeris.moment_utc(planned.at_s + after_s)


def _holds(planned: PlannedShot, place_zone: ZoneInfo) -> str:
    holds_s = follow.holds_s(planned)
    if holds_s is None:
        return ""
    part, moved_stops = follow.moved(planned, 0.0, holds_s)
    until_local = clock(_at(planned, holds_s), place_zone)
    return holds_text(moving_light(part, planned), moved_stops, holds_s, until_local)


def steps_out(planned: PlannedShot, steps: Sequence[Step], place_zone: ZoneInfo) -> list[StepOut]:
    return [
        StepOut(
            at_utc=_at(planned, step.after_s),
            at_local=clock(_at(planned, step.after_s), place_zone),
            settings=settings_text(step.positions),
            moved=signed_stops(step.moved.stops),
        )
        for step in steps
    ]


def _reason_out(reason: Reason) -> ReasonOut:
    text = f"{begun(reason_text(reason))}."
    return ReasonOut(code=reason.code, text=text, source=source_text(reason.source))


def _works(planned: PlannedShot, place_zone: ZoneInfo) -> str:
    """`19:40 to 06:52`, stretch by stretch; says so when the night has none, or is all."""
    if planned.recipe.sun_altitude_deg == (-90.0, 90.0):
        return "any hour"
    stretches = [
        " to ".join(clock(ephemeris.moment_utc(s), place_zone) for s in stretch)
        for stretch in planned.works_s
    ]
    return ", ".join(stretches) or "not this night: the Sun never stands where this needs it"


def _works_next(planned: PlannedShot) -> datetime | None:
    """The nearest moment at which the light suits it, a minute inside; None where it does now."""
    if planned.works_now or not planned.works_s:
        return None
    inside = [
        (min(start + _INSIDE_S, end), max(end - _INSIDE_S, start)) for start, end in planned.works_s
    ]
    nearest = min((s for ends in inside for s in ends), key=lambda s: abs(s - planned.at_s))
    return ephemeris.moment_utc(nearest).replace(second=0, microsecond=0)


def _light_out(planned: PlannedShot) -> LightOut:
    at, light = planned.at, planned.at.light
    return LightOut(
        ground_ev100=float(light.ground_ev100[0]),
        ground_sigma_stops=float(light.ground_sigma_stops[0]),
        sky_ev100=float(light.sky_ev100[0]),
        sky_sigma_stops=float(light.sky_sigma_stops[0]),
        illuminance_lux=float(light.illuminance_lux[0]),
        sun_altitude_deg=float(at.sun.apparent_altitude_deg[0]),
        moon_altitude_deg=float(at.moon.apparent_altitude_deg[0]),
        galactic_core_altitude_deg=float(at.core.apparent_altitude_deg[0]),
        galactic_core_azimuth_deg=float(at.core.azimuth_deg[0]),
    )


def _sketch_out(sketch: Sketch | None) -> SketchOut | None:
    if sketch is None:
        return None
    return SketchOut(
        aspect=sketch.aspect,
        shapes=[ShapeOut.from_domain(shape, SKETCH_LABELS) for shape in sketch.shapes],
    )


def shot_in_night_out(
    shot: Shot, planned: PlannedShot | None, trouble: str | None
) -> ShotInNightOut:
    """The shot with its plan, or with the trouble there is with it."""
    settings = planned.settings if planned else None
    return ShotInNightOut(
        **ShotOut.model_validate(shot).model_dump(),
        settings=settings_text(planned.positions) if planned else None,
        lead=reason_text(planned.plan.lead) if planned else None,
        exposure_s=settings.exposure_s if settings else None,
        f_number=settings.f_number if settings else None,
        trouble=trouble,
    )
