"""Handheld fallback: no tripod, or none allowed.

Wide open, the longest time hands hold, and ISO makes up the rest. Leaning on a wall, breathing
out and firing a short burst are worth more than any setting.
"""

from collections.abc import Sequence

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.sensor import knee_mark, noise_floor
from patient_owl.core.limits.support import ceiling_mark, handheld
from patient_owl.core.plan.common import (
    free_bracket,
    lands,
    light_inputs,
    light_reasons,
    placement_input,
    setting_for,
    subject_part,
    time_reasons,
)
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.report import SHADOW_STOPS
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Phase, Program
from patient_owl.core.reason import Reason

HELPED_STOPS = 1 / 6  # less is said as nought

# Stops a body wins by how it is held: freely, elbows in, leaning on something firm. Common
# practice.
BRACED_STOPS = {"free": 0.0, "elbows_in": 1.0, "leaning": 2.0}


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    part = subject_part(scene, intent)
    steady = handheld(kit, BRACED_STOPS[intent.word("braced")], drives=True)
    marks = (noise_floor(kit, steady.value, SHADOW_STOPS, scene.temperature_c), knee_mark(kit))
    moving = moving_limits(kit, intent)
    limits = (steady, *moving, ceiling_mark(kit), *(mark for mark in marks if mark is not None))
    longest_s = kit.dials["exposure_s"].at_most(_longest_s(steady, moving)).value
    liked = Liked(longest_s, kit.dials["f_number"].values[0].value)
    solution = setting_for([part], kit, intent, limits, liked)
    frames = int(intent.number("burst_frames"))
    bracket_control, frames_around = free_bracket(solution, kit, limits)
    return Plan(
        solution=solution,
        program=_program(scene, kit, intent, solution.positions),
        lead=_lead(steady, moving),
        reasons=(
            lands(solution),
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=("stabiliser_on", "brace_breathe", "autofocus_lamp", "fire_burst", "inspect_corners"),
        mistakes=("stabiliser_left_off", "pressed_too_hard"),
        cautions=("alone_at_night", "roads"),
        facts=(Reason("sharpest_of_burst", {"frames": frames}),),
        bracket=frames_around,
        bracket_control=bracket_control,
    )


def _longest_s(steady: Limit, moving: Sequence[Limit]) -> float:
    """What hands and a subject that shall stay still allow."""
    return min([steady.value, *(x.value for x in moving if x.sense == "at_most")])


def _lead(steady: Limit, moving: Sequence[Limit]) -> Reason:
    """What fixes the time: a subject that moves, or hands with all that steadies them."""
    longest_s = _longest_s(steady, moving)
    if longest_s < steady.value:
        return Reason("subject_holds", {"limit_s": longest_s, "hands_s": steady.value})
    helped = float(steady.quantities["stabiliser_stops"]) >= HELPED_STOPS
    code = "hands_hold_helped" if helped else "hands_hold"
    return Reason(code, {**steady.quantities, "limit_s": steady.value})


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """A burst from the hand: nothing to settle, so no self-timer."""
    frames = int(intent.number("burst_frames"))
    return Program((Phase("burst", positions["exposure_s"].value, repeats=frames),))


RECIPE = Recipe(
    key="handheld",
    order=90,
    inputs=(
        *light_inputs("shopping_street"),
        placement_input(-0.7),
        InputSpec("braced", "choice", "elbows_in", options=tuple(BRACED_STOPS)),
        InputSpec("burst_frames", "number", 3.0, "frames", 1, 30),
        *MOVING_INPUTS,
    ),
    faces="glow",
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, 6),
    is_handheld=True,
    suffers=("moved",),
)
