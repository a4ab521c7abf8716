"""What is made of a performance: its stroke sheet, and its cue track of four minutes."""

from benchmarks.measure import report
from patient_owl.core.program.calls import calls_of
from patient_owl.core.program.program import Cue, Phase, Program
from patient_owl.core.strokes.sheet import Strokes, sheet_of
from patient_owl.formats.cue_track import write_cue_track

LONGEST_S, SPIN_S = 240.0, 1.2
FORTY = Strokes("The quick brown fox jumps over lazy dogs")


def run() -> None:
    spins = tuple(Cue(k * SPIN_S, "spin") for k in range(int(LONGEST_S / SPIN_S)))
    course = Program((Phase("frame", LONGEST_S),), spins)
    report("stroke sheet of forty letters", lambda: sheet_of(FORTY), 100, 50)
    report(
        "cue track of four minutes",
        lambda: write_cue_track(calls_of(course), course.duration_s),
        20,
        300,
    )
