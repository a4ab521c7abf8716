"""A street by night, close by."""

from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.town import TownScene, draw_town

STREET = TownScene(
    distance_m=45.0, base_m=-1.5, heights_m=(9.0, 17.0), is_by_water=False, lamp_gap_m=14
)


def _street(canvas: Canvas, stage: Stage) -> None:
    draw_town(canvas, stage, STREET)


DRAWING = Drawing(behind=(_street,))
