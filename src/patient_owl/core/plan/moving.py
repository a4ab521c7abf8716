"""Flags, leaves, crowds and boats: what moves in any kind of picture, still or running.

Wanted still it caps the time; wanted running the shutter must stay open until the movement draws.
"""

from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import subject_runs, subject_sharp
from patient_owl.core.limits.output import output_px
from patient_owl.core.optics.camera import frame_size_mm
from patient_owl.core.plan.types import InputSpec, Intent

# m/s across the view. Common practice: a flag's edge in a breeze, leaves in it, people walking,
# a boat swaying at its mooring.
SPEEDS_M_S = {"flag": 2.0, "leaves": 0.5, "crowd": 1.4, "boat": 0.3}
_ASKED = (*SPEEDS_M_S, "own_speed")

MOVING_INPUTS = (
    InputSpec("moves", "choice", "nothing", options=("nothing", *_ASKED)),
    InputSpec(
        "moving_speed_m_s", "number", 1.0, "m/s", 0.05, 60, 0.1, only_if=("moves", ("own_speed",))
    ),
    InputSpec("moving_m", "number", 15.0, "m", 0.5, 5000, 1, only_if=("moves", _ASKED)),
    InputSpec(
        "moving_wish",
        "choice",
        "moves_still",
        options=("moves_still", "moves_runs"),
        only_if=("moves", _ASKED),
    ),
)


def moving_limits(kit: Kit, intent: Intent) -> tuple[Limit, ...]:
    """What the movement asks of the time; nothing where nothing moves."""
    moves = intent.word("moves")
    if moves == "nothing":
        return ()
    speed_m_s = SPEEDS_M_S.get(moves) or intent.number("moving_speed_m_s")
    distance_m = intent.number("moving_m")
    if intent.word("moving_wish") == "moves_runs":
        width_mm, _ = frame_size_mm(kit.body.sensor, intent.framing.orientation)
        return (subject_runs(speed_m_s, distance_m, width_mm, kit),)
    tolerance_px = output_px(kit.body.sensor, "screen")
    return (subject_sharp(speed_m_s, distance_m, tolerance_px, kit),)
