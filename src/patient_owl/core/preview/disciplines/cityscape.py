"""A town by the water, its lamps as far over it as they are said to stand."""

from patient_owl.core.preview.canvas import Canvas
from patient_owl.core.preview.stage import Drawing, Stage
from patient_owl.core.preview.town import Town, draw_town


def _town(canvas: Canvas, stage: Stage) -> None:
    draw_town(canvas, stage, Town(), stage.intent.number("lamps_stops"))


DRAWING = Drawing(behind=(_town,))
