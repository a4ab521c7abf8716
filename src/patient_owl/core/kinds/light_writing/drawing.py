"""Strokes as they stand on the sheet, at the tool's distance, and a shade of who draws them."""

import numpy as np

from patient_owl.core.kinds.light_writing.plan import performance_of
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.drawn import Drawn, draw_tool, tool_given
from patient_owl.core.picture.figures import draw_ghost, person_at, stepped
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.strokes.sheet import Strokes, sheet_of

BASE_M = 1.0  # over the ground, where the hand begins; by eye
UNSAID = Strokes(text="o w l", height_m=0.6)  # until somebody says what
STEPS = 9


def _writing(canvas: Canvas, stage: Stage) -> None:
    sheet = performance_of(stage.intent).sheet or sheet_of(UNSAID)
    base = np.array([-sheet.width_m / 2, BASE_M - LENS_OVER_GROUND_M])
    lines = [
        Drawn(np.array(stroke.points) + base, np.array(stroke.times_s()))
        for stroke in sheet.strokes
    ]
    draw_tool(canvas, stage, lines)


def _writer(canvas: Canvas, stage: Stage) -> None:
    """Who writes stands behind the line, everywhere for a while."""
    given, lasts_s = tool_given(stage), performance_of(stage.intent).lasts_s
    sheet = performance_of(stage.intent).sheet or sheet_of(UNSAID)
    far_m = given.light.distance_m
    half = float(np.degrees(np.arctan2(sheet.width_m / 2, far_m)))
    share = min(lasts_s, stage.exposure_s) / stage.exposure_s / STEPS
    for step in stepped(person_at(stage, far_m + 0.3), -half, half, STEPS):
        draw_ghost(canvas, stage, step, share, is_spilled_on=True)


DRAWING = Drawing(before=(_writer, _writing))
