"""Repeat until it happened: frames back to back for what nobody can time, a meteor, lightning, a
pass.

The shutter is open as good as all the time; whoever saw it happen ends it. What it costs follows
from the program like any other cost.
"""

from collections.abc import Sequence

from patient_owl.core.plan.types import InputSpec, Intent
from patient_owl.core.program.program import Phase, Program
from patient_owl.core.reason import Reason

ONCE = "until_nothing"
_AWAITED = ("until_meteor", "until_lightning", "until_pass")
USUAL_MIN = 30.0  # as long as one waits for a meteor; common practice
GAP_S = 1.0  # a camera writes a frame; common practice

REPEAT_INPUTS = (
    InputSpec("repeat_until", "choice", ONCE, options=(ONCE, *_AWAITED)),
    InputSpec(
        "repeat_min", "number", USUAL_MIN, "min", 1, 480, 5, only_if=("repeat_until", _AWAITED)
    ),
)


def repeats(intent: Intent) -> bool:
    return intent.word("repeat_until") != ONCE


def until_it_happens(wait_min: float, exposure_s: float, delay_s: float) -> Program:
    """Equal frames for as long as one waits, the last one whole."""
    lasts_s = 60 * wait_min
    frames = max(1, round((lasts_s + GAP_S) / (exposure_s + GAP_S)))
    return Program((Phase("until", exposure_s, frames, GAP_S, lead_in_s=delay_s),))


def repeat_facts(intent: Intent, program: Program) -> tuple[Reason, ...]:
    """What repeating takes, where the shot asks for it."""
    return (repeat_fact(program),) if repeats(intent) else ()


def repeat_fact(program: Program) -> Reason:
    """How many frames it takes, and how much of the time the shutter is open."""
    share = program.open_s / program.duration_s
    quantities = {"frames": program.frames, "share": share, "lasts_s": program.duration_s}
    return Reason("repeats", quantities)


def repeat_cautions(intent: Intent) -> Sequence[str]:
    return ("lightning",) if intent.word("repeat_until") == "until_lightning" else ()
