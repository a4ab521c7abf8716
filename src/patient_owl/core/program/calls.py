"""What is called out during a course, each at its moment: opening, cues, the last seconds, closing.

The field calls the same out by itself, in these tones; here it becomes a track of sound that any
player plays.
"""

from collections.abc import Mapping
from typing import Literal, NamedTuple

from patient_owl.core.program.program import Cue, Program

COUNTED_DOWN_S = (3, 2, 1)

CallKind = Literal["open", "cue", "count", "closed"]


class BellTone(NamedTuple):
    """A bell: full at once, gone at the end."""

    hertz: float
    lasts_s: float


# Far enough apart to be told from each other in a pocket and in wind; ours.
TONES: Mapping[CallKind, BellTone] = {
    "open": BellTone(523.0, 0.5),
    "cue": BellTone(784.0, 0.25),
    "count": BellTone(988.0, 0.12),
    "closed": BellTone(392.0, 0.8),
}
TICK = BellTone(1400.0, 0.02)  # each second


class Call(NamedTuple):
    """at_s: from the button. cue: what is to be said, of a cue."""

    at_s: float
    kind: CallKind
    cue: Cue | None = None
    left_s: int = 0


def calls_of(program: Program) -> list[Call]:
    """Everything that is called out, in order; a frame closed by hand is not counted down."""
    calls: list[Call] = []
    for frame in program.exposures():
        calls.append(Call(frame.opens_s, "open"))
        calls += [Call(frame.opens_s + cue.at_s, "cue", cue) for cue in program.cues]
        if frame.phase.exposure_s is None:
            continue
        closes_s = frame.opens_s + frame.open_s
        calls += [
            Call(closes_s - left, "count", left_s=left)
            for left in COUNTED_DOWN_S
            if frame.open_s > left
        ]
        calls.append(Call(closes_s, "closed"))
    return sorted(calls, key=lambda call: call.at_s)
