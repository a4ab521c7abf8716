"""Dim interiors and still life: time to spare, depth to choose, lamps in the frame.

Base ISO and minutes. Lamps that show are dimmed until they match what they light, and windows
wait for the minute of dusk at which outside equals inside. Close focus makes depth thin.
"""

from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.limits.aperture import depth_needs, diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import people_still
from patient_owl.core.noise import HEADROOM_STOPS
from patient_owl.core.optics.depth_of_field import confusion_um, depth_of_field
from patient_owl.core.plan.common import (
    kit_marks,
    lands,
    light_inputs,
    light_reasons,
    placement_input,
    releasing,
    seconds_until,
    setting_for,
    setting_up,
    subject_part,
    time_bracket,
    time_reasons,
)
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.report import Blurs
from patient_owl.core.plan.types import (
    InputSpec,
    Intent,
    Moment,
    Plan,
    Recipe,
    Scene,
    school_input,
)
from patient_owl.core.reason import Reason

F_NUMBERS = {"depth": 2**3.5, "light": 2**1.5}  # f/11 and f/2.8; common practice
MATCHED_STOPS = 1.0  # outside within a stop of inside reads as both; common practice


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    part = subject_part(scene, intent, is_outdoors=False)
    limits = (*_depth_limits(kit, intent), *moving_limits(kit, intent), *kit_marks(scene, kit))
    needed = [x.value for x in limits if x.code == "depth_needs"]
    f_number = max([F_NUMBERS[intent.word("depth_school")], *needed])
    liked = Liked(4.0, f_number)
    solution = setting_for([part], kit, intent, limits, liked)
    focus_m, near_m = intent.maybe("focus_m"), intent.maybe("near_m")
    return Plan(
        solution=solution,
        program=RECIPE.program(scene, kit, intent, solution.positions),
        lead=lands(solution),
        reasons=(
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_magnified",
            releasing(intent, solution),
            "test_frame",
            "dim_lamps",
            "inspect_highlights",
            "bracket_frames",
        ),
        mistakes=("timer_left_set", "stabiliser_left_on", "footsteps"),
        cautions=("property", "hot_lamps"),
        facts=(
            *_windows(scene, intent, part.ev100),
            *_lamps(intent, solution, part.ev100),
            *_depth(kit, intent, solution),
        ),
        bracket=time_bracket(solution, kit, limits),
        blurs=Blurs(focus_m=focus_m if near_m else None, subject_m=near_m or float("inf")),
    )


def _depth_limits(kit: Kit, intent: Intent) -> tuple[Limit, ...]:
    limits = [diffraction(kit)]
    if intent.word("people") == "people_in":
        limits.append(people_still())
    focus_m, near_m = intent.maybe("focus_m"), intent.maybe("near_m")
    if focus_m is not None and near_m is not None:
        limits.append(depth_needs(kit, focus_m, near_m))
    return tuple(limits)


def _windows(scene: Scene, intent: Intent, inside_ev100: float) -> tuple[Reason, ...]:
    """Whether the view outside matches the room, and when tonight it will."""
    if intent.word("windows") == "no_windows":
        return ()
    difference = scene.ground_ev100 - inside_ev100

    def matches(moment: Moment) -> float:
        return MATCHED_STOPS / 2 - abs(moment.ground_ev100 - inside_ev100)

    if abs(difference) <= MATCHED_STOPS:
        return (Reason("window_matches", {"stops": difference}),)
    after_s = seconds_until(scene, matches)
    if after_s is None:
        return (Reason("window_never", {"stops": difference}),)
    return (Reason("window_matches_later", {"stops": difference, "after_s": after_s}),)


def _lamps(intent: Intent, solution: Solution, subject_ev100: float) -> tuple[Reason, ...]:
    """By how much lamps in the frame burn out."""
    lamp_stops = intent.maybe("lamp_stops")
    if lamp_stops is None:
        return ()
    over = subject_ev100 + lamp_stops - solution.settings.ev100 - HEADROOM_STOPS
    return (Reason("lamps_dim_by", {"stops": over}),) if over > 0 else (Reason("lamps_hold"),)


def _depth(kit: Kit, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    focus_m = intent.maybe("focus_m")
    if focus_m is None:
        return ()
    if focus_m < kit.lens.closest_focus_m:
        return (Reason("focus_too_close", {"closest_focus_m": kit.lens.closest_focus_m}),)
    confusion = confusion_um(kit.body.sensor.diagonal_mm)
    depth = depth_of_field(kit.lens.focal_length_mm, solution.settings.f_number, confusion, focus_m)
    quantities = {"near_m": depth.near_m, "far_m": depth.far_m}
    return (Reason("depth_reaches", quantities, "ray2002"),)


RECIPE = Recipe(
    key="dim_interior",
    order=70,
    inputs=(
        *light_inputs("home_interior"),
        placement_input(-0.3),
        school_input("depth_school"),
        InputSpec("focus_m", "number", None, "m", 0.1, 1000, 0.1),
        InputSpec("near_m", "number", None, "m", 0.05, 1000, 0.1),
        InputSpec("lamp_stops", "number", None, "stops", 0, 14, 0.5),
        InputSpec("windows", "choice", "no_windows", options=("no_windows", "windows_in")),
        InputSpec("people", "choice", "no_people", options=("no_people", "people_in")),
        *MOVING_INPUTS,
    ),
    plan=plan,
    follow="exposure_s",
    suffers=("ghost",),
)
