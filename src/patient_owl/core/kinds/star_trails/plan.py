"""Star trails: arcs about the pole, in one long frame or many joined.

The sky turns 15.04° an hour. A stack takes frames of a minute or two back to back, at the
settings that place one frame's sky; a single frame takes base ISO and a middling aperture and
stays open for the whole arc. Battery, card, moonrise, dawn and the gap decide how far it goes.
"""

from dataclasses import replace

import numpy as np

from patient_owl.core.constants import SIDEREAL_DAY_S
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.worth import SHORTER, SHORTER_FRAMES, wished_time
from patient_owl.core.kept import kept
from patient_owl.core.kit import Kit, Lens
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import counted
from patient_owl.core.limits.support import battery_min
from patient_owl.core.optics.camera import Framing, Sensor, frame_grid, frame_size_mm, project_mm
from patient_owl.core.optics.star_drift import turned, worst_star_drift
from patient_owl.core.plan.common import (
    cloud_reasons,
    found_reasons,
    kit_marks,
    miss_reasons,
    releasing,
    setting_for,
    setting_up,
    sky_lands,
    sky_part,
    time_bracket,
    time_reasons,
)
from patient_owl.core.plan.in_frame import offset_in_frame
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import (
    InputSpec,
    Intent,
    Plan,
    Recipe,
    Scene,
    school_input,
    self_timer_s,
)
from patient_owl.core.program.cost import cost
from patient_owl.core.program.program import Phase, Program, one_frame
from patient_owl.core.reason import Reason

STACK_FRAME_S = 60.0  # short enough that a torch spoils little; common practice
ONE_LONG_F_NUMBER = 2**2.5  # f/5.6 to f/8 for a single long frame; common practice
GAP_S = 1.0  # at most, or the trail beads; common practice
BEAD_PX = 1.5  # a gap shorter than this joins up; common practice
DAWN_SUN_DEG = -15.0  # from here the sky washes out a long frame; common practice
STACK_ONLY = ("trail_school", ("stack",))
TRAILS_DRAWN, POINTS_DRAWN = 7, 24


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    is_stack = intent.word("trail_school") == "stack"
    total_s = intent.number("total_min") * 60
    frame_s = min(intent.number("frame_s"), total_s) if is_stack else total_s
    part = sky_part(scene, intent)
    dials = kit.dials
    frame_s = dials["exposure_s"].nearest(frame_s).value
    f_number = dials["f_number"].values[0].value if is_stack else ONE_LONG_F_NUMBER
    limits = (
        *_time_limits(is_stack, frame_s),
        diffraction(kit),
        *kit_marks(scene, kit),
    )
    liked = Liked(wished_time(frame_s, shorter=SHORTER_FRAMES if is_stack else SHORTER), f_number)
    solution = setting_for([part], kit, intent, limits, liked)
    program = _program(scene, kit, intent, solution.positions)
    exposure_s, frames = solution.positions["exposure_s"].value, program.frames
    lasts_s = program.duration_s
    return Plan(
        solution=solution,
        program=program,
        lead=_lead(is_stack, frames, exposure_s, lasts_s),
        reasons=(
            sky_lands(solution),
            *cloud_reasons(scene),
            *found_reasons(solution),
            *miss_reasons(solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_star_lock",
            "noise_reduction_off",
            "release_interval" if is_stack else releasing(intent, solution),
            "test_frame",
            "dark_frame",
            "keep_dark" if not is_stack else "check_gap",
            "inspect_trails",
        ),
        mistakes=("timer_left_set", "noise_reduction_on", "battery_dies", "dew_on_lens"),
        cautions=("alone_at_night", "white_light", "cold"),
        facts=(
            _arc(lasts_s),
            _pole(scene, kit, intent),
            *_gap(scene, kit, intent, is_stack),
            *_interruptions(scene, lasts_s),
            *_supplies(scene, kit, program),
        ),
        bracket=time_bracket(solution, kit, limits),
        sketch=_sketch(scene.latitude_deg, kit.body.sensor, kit.lens, intent.framing, lasts_s),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """One frame for the whole arc, or as many as fill it, back to back."""
    exposure_s, delay_s = positions["exposure_s"].value, self_timer_s(intent, positions)
    if intent.word("trail_school") != "stack":
        return one_frame(exposure_s, delay_s)
    total_s = intent.number("total_min") * 60
    frames = max(1, round((total_s + GAP_S) / (exposure_s + GAP_S)))
    return Program((Phase("stack", exposure_s, frames, GAP_S, lead_in_s=delay_s),))


def _time_limits(is_stack: bool, frame_s: float) -> tuple[Limit, ...]:
    """A single frame must stay open for the whole arc; a stack's frame is a matter of taste."""
    if is_stack:
        mark = counted(frame_s, "trail_gap_frame")
        return (replace(mark, quantities={"frame_s": frame_s}, drives=False),)
    return (counted(frame_s),)


def _lead(is_stack: bool, frames: int, exposure_s: float, lasts_s: float) -> Reason:
    if is_stack:
        run = {"frames": frames, "exposure_s": exposure_s, "lasts_s": lasts_s}
        return Reason("trails_stacked", run)
    return Reason("trails_one_long", {"lasts_s": lasts_s})


def _arc(lasts_s: float) -> Reason:
    turn = lasts_s / SIDEREAL_DAY_S
    return Reason("trail_arc", {"arc_deg": 360 * turn, "share": turn, "lasts_s": lasts_s})


def _pole(scene: Scene, kit: Kit, intent: Intent) -> Reason:
    """Whether the pole that is up stands in the frame: circles about it, or arcs across."""
    x, y = _pole_in_frame(scene.latitude_deg, kit.body.sensor, kit.lens, intent.framing)
    inside = abs(x) <= 0.5 and abs(y) <= 0.5
    side = "north" if scene.latitude_deg >= 0 else "south"
    code = "pole_inside" if inside else "pole_outside"
    return Reason(code, {"altitude_deg": abs(scene.latitude_deg), "pole": side})


def _pole_in_frame(
    latitude_deg: float, sensor: Sensor, lens: Lens, framing: Framing
) -> tuple[float, float]:
    azimuth_deg = 0.0 if latitude_deg >= 0 else 180.0
    return offset_in_frame(abs(latitude_deg), azimuth_deg, sensor, lens, framing)


def _gap(scene: Scene, kit: Kit, intent: Intent, is_stack: bool) -> tuple[Reason, ...]:
    if not is_stack:
        return ()
    lens = kit.lens
    drift = worst_star_drift(
        kit.body.sensor,
        lens.focal_length_mm,
        intent.framing,
        scene.latitude_deg,
        lens.projection,
        scene.horizon,
    )
    if drift is None:
        return ()
    gap_px = drift.drift_px_per_s * GAP_S
    code = "gap_beads" if gap_px > BEAD_PX else "gap_joins"
    return (
        Reason(
            code,
            {"gap_s": GAP_S, "gap_px": gap_px, "longest_gap_s": BEAD_PX / drift.drift_px_per_s},
        ),
    )


def _interruptions(scene: Scene, lasts_s: float) -> tuple[Reason, ...]:
    """Moonrise and dawn inside the run."""
    reasons = []
    if scene.moon_rises_in_s is not None and scene.moon_rises_in_s < lasts_s:
        reasons.append(Reason("moon_rises_during", {"after_s": scene.moon_rises_in_s}))
    in_daylight = scene.night.with_sun_between(DAWN_SUN_DEG, 90.0)
    dawn = next((after_s for after_s in in_daylight if 0 <= after_s < lasts_s), None)
    if dawn is not None:
        reasons.append(Reason("twilight_during", {"after_s": dawn}))
    return tuple(reasons)


def _supplies(scene: Scene, kit: Kit, program: Program) -> tuple[Reason, ...]:
    """Whether batteries and cards in the bag last to the end."""
    needs = cost(kit, program, scene.temperature_c)
    reasons = []
    minutes = battery_min(kit, scene.temperature_c)
    if needs.batteries is not None and minutes is not None:
        code = "batteries_short" if needs.batteries > needs.batteries_owned else "batteries_enough"
        quantities = {"needed": needs.batteries, "owned": needs.batteries_owned}
        reasons.append(Reason(code, {**quantities, "battery_min": minutes}))
    if needs.card_share is not None and needs.card_share > 1:
        sizes = {"needed_gb": needs.card_gb, "owned_gb": kit.support.card_gb}
        reasons.append(Reason("card_short", sizes))
    return tuple(reasons)


@kept(most=128, mb=14)
def _sketch(
    latitude_deg: float, sensor: Sensor, lens: Lens, framing: Framing, lasts_s: float
) -> Sketch:
    """The arcs that stars spread over the frame will draw, and the pole when it is inside."""
    grid = frame_grid(sensor, lens.focal_length_mm, framing, lens.projection)
    width_mm, height_mm = frame_size_mm(sensor, framing.orientation)
    side = round(len(grid.directions) ** 0.5)
    picked = np.linspace(0, side - 1, TRAILS_DRAWN).round().astype(int)
    stars = grid.directions[(picked[:, None] * side + picked).ravel()]
    moments = np.linspace(-lasts_s / 2, lasts_s / 2, POINTS_DRAWN)
    shapes: list[Line | Ring] = []
    stars = stars[stars[:, 2] > 0]
    seconds = np.tile(moments, len(stars))
    paths = turned(np.repeat(stars, POINTS_DRAWN, axis=0), latitude_deg, seconds)
    at = project_mm(paths, grid.axes, lens.focal_length_mm, lens.projection)
    seen = (paths[:, 2] > 0) & (np.abs(at[:, 0]) < width_mm)
    shares = [0.5, 0.5] + at / [width_mm, -height_mm]
    for points, drawn in zip(
        shares.reshape(len(stars), POINTS_DRAWN, 2), seen.reshape(-1, POINTS_DRAWN), strict=True
    ):
        if drawn.sum() > 1:
            shapes.append(Line(tuple(map(tuple, points[drawn].tolist())), "light"))
    x, y = _pole_in_frame(latitude_deg, sensor, lens, framing)
    if abs(x) <= 0.5 and abs(y) <= 0.5:
        shapes.append(Ring(0.5 + x, 0.5 - y, 0.02, "mark", "pole"))
    return Sketch(width_mm / height_mm, tuple(shapes))


RECIPE = Recipe(
    key="star_trails",
    order=20,
    inputs=(
        school_input("trail_school"),
        InputSpec("total_min", "number", 60.0, "min", 5, 600, 5),
        InputSpec(
            "frame_s",
            "number",
            STACK_FRAME_S,
            "s",
            5,
            1200,
            5,
            only_if=STACK_ONLY,
        ),
        InputSpec("sky_placement_stops", "number", -2.0, "stops", -6, 2, 1 / 3),
    ),
    faces="pole",
    also_frames=("ground",),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, DAWN_SUN_DEG),
    packs=("heater",),
    suffers=("cut_short",),
)
