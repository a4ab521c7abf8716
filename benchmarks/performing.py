"""What is made of a performance: its stroke sheet, and its cue track of four minutes."""

import itertools

from benchmarks.measure import report
from patient_owl.core.program.calls import calls_of
from patient_owl.core.program.program import Cue, Phase, Program
from patient_owl.core.strokes.sheet import Strokes, sheet_of
from patient_owl.formats.cue_track import write_cue_track

LONGEST_S, SPIN_S = 240.0, 1.2
FORTY = "The quick brown fox jumps over lazy dogs"


def run() -> None:
    spins = tuple(Cue(k * SPIN_S, "spin") for k in range(int(LONGEST_S / SPIN_S)))
    course = Program((Phase("frame", LONGEST_S),), spins)
    paces = itertools.count(1)

    def another_sheet() -> None:
        sheet_of(Strokes(FORTY, pace_m_s=1 + next(paces) / 1000))

    report("stroke sheet of forty letters", another_sheet, 100, 50)
    report(
        "cue track of four minutes",
        lambda: write_cue_track(calls_of(course), course.duration_s),
        20,
        300,
    )
