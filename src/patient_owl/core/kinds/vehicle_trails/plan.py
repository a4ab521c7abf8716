"""Vehicle trails: the shutter stays open while lamps cross the frame.

One crossing draws a whole trail, several a river of light. Count the seconds where you stand,
or compute them from distance and speed. Tail lamps carry, headlamps blow out; a low camera
lets tall vehicles draw above the horizon.
"""

import math

from patient_owl.core.constants import KM_H
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.worth import wished_time
from patient_owl.core.kit import Kit
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import counted, crossing
from patient_owl.core.motion.subject import Vehicle, crossing_s
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
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.sketch import Line, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Program, one_frame
from patient_owl.core.reason import Reason

# Heights of the lamps that draw. [m] Common practice.
LAMP_HEIGHTS_M = {"car": (0.7,), "bus": (0.9, 3.0), "tram": (0.8, 3.3)}
LENGTHS_M = {"car": 4.5, "bus": 12.0, "tram": 30.0}
PULLING_AWAY_M_S2 = {"car": 2.0, "bus": 1.0, "tram": 1.0}
FAVOURITE_F_NUMBER = 8.0  # common practice


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    part = subject_part(scene, intent)
    needed = _time_needed(kit, intent)
    limits = (needed, diffraction(kit), *moving_limits(kit, intent), *kit_marks(scene, kit))
    needed_s = kit.dials["exposure_s"].at_least(needed.value).value
    liked = Liked(wished_time(needed_s), FAVOURITE_F_NUMBER)
    solution = setting_for([part], kit, intent, limits, liked)
    bracket_control, frames_around = free_bracket(solution, kit, limits)
    return Plan(
        solution=solution,
        program=_program(scene, kit, intent, solution.positions),
        lead=_lead(needed, intent),
        reasons=(
            lands(solution),
            Reason("headlamps_blow"),
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_lamp_lock",
            releasing(intent, solution),
            "test_frame",
            "wait_for_signal",
            "open_before",
            "inspect_trails",
        ),
        mistakes=("timer_left_set", "trail_cut", "stabiliser_left_on"),
        cautions=("roads", "property", "crowds"),
        facts=_heights(kit, intent),
        bracket=frames_around,
        bracket_control=bracket_control,
        sketch=_sketch(kit, intent),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """Opened by hand as the vehicle comes, so without a self-timer."""
    return one_frame(positions["exposure_s"].value)


def _time_needed(kit: Kit, intent: Intent) -> Limit:
    crossings = intent.number("crossings")
    seconds = intent.maybe("counted_s")
    if seconds is not None:
        return counted(seconds * crossings)
    width_mm, _ = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    return crossing(_vehicle(intent), intent.number("distance_m"), width_mm, kit, crossings)


def _vehicle(intent: Intent) -> Vehicle:
    kind, speed_m_s = intent.word("vehicle"), intent.number("speed_km_h") * KM_H
    from_rest = intent.word("driving") == "from_rest"
    return Vehicle(LENGTHS_M[kind], speed_m_s, PULLING_AWAY_M_S2[kind] if from_rest else None)


def _lead(needed: Limit, intent: Intent) -> Reason:
    crossings = intent.number("crossings")
    code = "one_trail" if crossings <= 1 else "river_of_light"
    return Reason(code, {"needed_s": needed.value, "crossings": crossings})


def _trail_y(kit: Kit, intent: Intent, lamp_m: float) -> float:
    """Where a lamp's trail runs, as a share of the frame's height from its top."""
    _, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    over_m = lamp_m - intent.number("camera_height_m")
    angle = math.atan2(over_m, intent.number("distance_m")) - math.radians(intent.framing.tilt_deg)
    angle = max(-1.4, min(1.4, angle))  # nearly straight up or down is out of the frame anyway
    return 0.5 - kit.lens.focal_length_mm * math.tan(angle) / height_mm


def _heights(kit: Kit, intent: Intent) -> tuple[Reason, ...]:
    """How high the highest lamp draws, and whether over the horizon."""
    highest = max(LAMP_HEIGHTS_M[intent.word("vehicle")])
    _, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    tall = highest * kit.lens.focal_length_mm / intent.number("distance_m") / height_mm
    over = highest > intent.number("camera_height_m")
    quantities = {"lamp_m": highest, "share": tall}
    reasons = [Reason("trail_over_horizon" if over else "trail_under_horizon", quantities)]
    if intent.maybe("counted_s") is not None:
        width_mm, _ = frame_size_mm(kit.body.sensor, intent.framing.orientation)
        distance_m, focal = intent.number("distance_m"), kit.lens.focal_length_mm
        computed = crossing_s(_vehicle(intent), width_mm, distance_m, focal)
        reasons.append(Reason("computed_crossing", {"crossing_s": computed}))
    return tuple(reasons)


def _sketch(kit: Kit, intent: Intent) -> Sketch:
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    horizon = _trail_y(kit, intent, intent.number("camera_height_m"))
    shapes = [Line(((0, horizon), (1, horizon)), "guide", "horizon")]
    for lamp_m in LAMP_HEIGHTS_M[intent.word("vehicle")]:
        y = _trail_y(kit, intent, lamp_m)
        if 0 <= y <= 1:
            shapes.append(Line(((0, y), (1, y)), "light"))
    return Sketch(width_mm / height_mm, tuple(s for s in shapes if 0 <= s.points[0][1] <= 1))


RECIPE = Recipe(
    key="vehicle_trails",
    order=40,
    inputs=(
        *light_inputs("night_traffic"),
        placement_input(-1.0),
        InputSpec("vehicle", "choice", "car", options=tuple(LAMP_HEIGHTS_M)),
        InputSpec("distance_m", "number", 15.0, "m", 1, 5000, 1),
        InputSpec("speed_km_h", "number", 50.0, "km/h", 1, 300, 5),
        InputSpec("driving", "choice", "passing", options=("passing", "from_rest")),
        InputSpec("counted_s", "number", None, "s", 0.2, 600, 0.5),
        InputSpec("crossings", "number", 1.0, "", 1, 60),
        InputSpec("camera_height_m", "number", 0.6, "m", 0, 60, 0.1),
        *MOVING_INPUTS,
    ),
    faces="glow",
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, 0),
    packs=("bright_vest",),
    waits_for="traffic",
    suffers=("cut_short", "ghost"),
)
