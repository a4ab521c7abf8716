"""The course of a shot in words."""

from patient_owl.core.program.program import Program
from patient_owl.words.quantities import duration


def program_text(program: Program) -> str:
    """`9 frames, 1 min 10 s in all`; `one frame, 8 s`; `one frame, closed by hand`."""
    frames = "one frame" if program.frames == 1 else f"{program.frames} frames"
    if any(phase.exposure_s is None for phase in program.phases):
        return f"{frames}, closed by hand"
    return f"{frames}, {duration(program.duration_s)} in all"
