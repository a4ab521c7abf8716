"""Camera movement: zoom, pan, lift or turn during the exposure, resting part of it.

What rests prints; what moves draws. The share of time at rest sets how strongly the subject
stands in the picture: log2 of it, in stops. Eight to ten seconds give a hand time to be smooth.
"""

import math
from dataclasses import replace

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.worth import LONGER_REST, wished_time
from patient_owl.core.kit import Kit
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.motion.subject import blur_mm, ghost_stops
from patient_owl.core.optics.camera import frame_size_mm
from patient_owl.core.plan.common import (
    free_bracket,
    kit_marks,
    lands,
    light_inputs,
    light_reasons,
    placement_input,
    releasing,
    setting_for,
    setting_up,
    subject_part,
    time_reasons,
)
from patient_owl.core.plan.sketch import Line, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene, self_timer_s
from patient_owl.core.program.program import Cue, Program, one_frame
from patient_owl.core.reason import Reason

MOVEMENTS = ("zoom", "pan", "lift", "turn", "along")
ALONG = ("movement", ("along",))
FAVOURITE_F_NUMBER = 8.0  # common practice
RAYS_DRAWN, LINES_DRAWN = 12, 5


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    part = subject_part(scene, intent)
    needed = _time_needed(intent)
    limits = (needed, diffraction(kit), *kit_marks(scene, kit))
    needed_s = kit.dials["exposure_s"].at_least(needed.value).value
    # longer, and what rests prints more strongly than was asked
    liked = Liked(wished_time(needed_s, longer=LONGER_REST), FAVOURITE_F_NUMBER)
    solution = setting_for([part], kit, intent, limits, liked)
    bracket_control, frames_around = free_bracket(solution, kit, limits)
    return Plan(
        solution=solution,
        program=_program(scene, kit, intent, solution.positions),
        lead=_lead(intent),
        reasons=(
            lands(solution),
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_lamp_lock",
            "loosen_one",
            releasing(intent, solution),
            "rehearse_move",
            "rest_then_move",
            "inspect_trails",
        ),
        mistakes=("timer_left_set", "move_jerks", "no_rest"),
        cautions=("crowds", "property"),
        facts=_strength(kit, intent, solution),
        bracket=frames_around,
        bracket_control=bracket_control,
        sketch=_sketch(kit, intent),
    )


def _lead(intent: Intent) -> Reason:
    move_s, rest = intent.number("move_s"), _rest_share(intent)
    code = "moves_and_rests" if rest > 0 else "moves_all_along"
    return Reason(code, {"move_s": move_s, "rest_share": rest})


def _time_needed(intent: Intent) -> Limit:
    move_s, rest = intent.number("move_s"), _rest_share(intent)
    quantities = {"move_s": move_s, "rest_share": rest}
    return Limit("movement_time", "exposure_s", "at_least", move_s / (1 - rest), quantities)


def _rest_share(intent: Intent) -> float:
    """Nobody who goes along with somebody rests."""
    return 0.0 if intent.word("movement") == "along" else intent.number("rest_share")


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """Rest first, then one movement that ends as the shutter closes."""
    exposure_s, move_s = positions["exposure_s"].value, intent.number("move_s")
    starts_s = max(0.0, exposure_s - move_s)
    cues = (
        Cue(0.0, "rest", lasts_s=starts_s),
        Cue(starts_s, "move_now", lasts_s=min(move_s, exposure_s)),
    )
    return replace(one_frame(exposure_s, self_timer_s(intent, positions)), cues=cues)


def _strength(kit: Kit, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    """How strongly the resting subject prints, and how far each lamp is drawn out."""
    exposure_s = solution.positions["exposure_s"].value
    rest_share = max(0.0, 1 - intent.number("move_s") / exposure_s)
    reasons = []
    if rest_share > 0:
        reasons.append(
            Reason("rest_prints", {"rest_share": rest_share, "stops": ghost_stops(rest_share)})
        )
    else:
        reasons.append(Reason("rest_missing"))
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    reach = intent.number("reach")
    movement = intent.word("movement")
    if movement == "along":
        # who goes along stays still in the frame; what stands behind runs through it
        run_mm = blur_mm(
            intent.number("along_speed_m_s"),
            intent.number("background_m"),
            kit.lens.focal_length_mm,
            min(exposure_s, intent.number("move_s")),
        )
        quantities = {"share": run_mm / width_mm, "speed_m_s": intent.number("along_speed_m_s")}
        return (Reason("along_runs", quantities, "derived_motion"),)
    if movement in ("pan", "lift"):
        side_mm = width_mm if movement == "pan" else height_mm
        share = kit.lens.focal_length_mm * math.tan(math.radians(min(reach, 80.0))) / side_mm
        reasons.append(Reason("drawn_across", {"reach_deg": reach, "share": share}))
    return tuple(reasons)


def _sketch(kit: Kit, intent: Intent) -> Sketch:
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    draw = {"zoom": _rays, "pan": _across, "lift": _upward, "turn": _arcs, "along": _across}
    return Sketch(width_mm / height_mm, draw[intent.word("movement")]())


def _rays() -> tuple[Line, ...]:
    turns = [2 * math.pi * k / RAYS_DRAWN for k in range(RAYS_DRAWN)]
    return tuple(
        Line(tuple((0.5 + r * math.cos(a), 0.5 + r * math.sin(a)) for r in (0.12, 0.45)), "light")
        for a in turns
    )


def _across() -> tuple[Line, ...]:
    return tuple(
        Line(((0.1 + k % 2 * 0.1, y), (0.8 + k % 2 * 0.1, y)), "light")
        for k, y in enumerate(_spread())
    )


def _upward() -> tuple[Line, ...]:
    return tuple(
        Line(((x, 0.9 - k % 2 * 0.1), (x, 0.2 - k % 2 * 0.1)), "light")
        for k, x in enumerate(_spread())
    )


def _arcs() -> tuple[Line, ...]:
    return tuple(
        Line(
            tuple(
                (0.5 + r * math.cos(a), 0.5 + r * math.sin(a))
                for a in (start + step / 10 for step in range(10))
            ),
            "light",
        )
        for r in (0.15, 0.28, 0.42)
        for start in (0.0, 2.1, 4.2)
    )


def _spread() -> list[float]:
    return [(k + 1) / (LINES_DRAWN + 1) for k in range(LINES_DRAWN)]


RECIPE = Recipe(
    key="camera_movement",
    order=80,
    inputs=(
        InputSpec("movement", "choice", "zoom", options=MOVEMENTS),
        InputSpec("move_s", "number", 4.0, "s", 0.2, 120, 0.5),
        InputSpec(
            "rest_share",
            "number",
            0.5,
            "",
            0,
            0.95,
            0.05,
            only_if=("movement", ("zoom", "pan", "lift", "turn")),
        ),
        InputSpec("along_speed_m_s", "number", 1.4, "m/s", 0.2, 30, 0.1, only_if=ALONG),
        InputSpec("background_m", "number", 10.0, "m", 0.5, 5000, 1, only_if=ALONG),
        InputSpec(
            "reach", "number", 10.0, "°", 0.5, 80, 1, only_if=("movement", ("pan", "lift", "turn"))
        ),
        *light_inputs("neon"),
        placement_input(-0.5),
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, 0),
    suffers=("uneven",),
)
