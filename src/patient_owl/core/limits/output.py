"""How much blur nobody sees: pixels of the sensor, from how the picture will be shown.

What moves by less than OUTPUT_TOLERANCE_PX in the picture as it is shown stays still to the eye;
how wide that picture is: a screen or a print to A3, a wall print seen closely. Common practice.
"""

from typing import Literal

from patient_owl.core.optics.camera import Sensor

ShownAs = Literal["screen", "wall_print"]

OUTPUT_TOLERANCE_PX = 1.5
OUTPUT_WIDTH_PX: dict[ShownAs, float] = {"screen": 2000.0, "wall_print": 4500.0}


def output_px(sensor: Sensor, shown_as: ShownAs) -> float:
    """OUTPUT_TOLERANCE_PX of the picture as it is shown, on the sensor; a small sensor's own
    pixels are the least. [px]"""
    return OUTPUT_TOLERANCE_PX * max(1.0, sensor.width_px / OUTPUT_WIDTH_PX[shown_as])
