"""A town by the water, its lamps as far over it as they are said to stand."""

from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.town import TownScene, draw_town


def _town(canvas: Canvas, stage: Stage) -> None:
    draw_town(canvas, stage, TownScene(), stage.intent.number("lamps_stops"))


DRAWING = Drawing(behind=(_town,))
