"""Lamps by the water, drawn out as the camera is moved while the shutter is open.

The frame rests for a share of the time and prints; the rest of it is smeared along the movement.
"""

import numpy as np
from PIL import Image

from patient_owl.core.picture.canvas import Canvas, spread
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.town import TownScene, draw_town
from patient_owl.core.types import FloatArray, Pixels

PASSES = 6  # 2^6 places between rest and the end of the movement
ZOOMED = 1.35  # times the focal length, a usual pull; common practice
LONGEST_SIDE_PX = 420  # of what is smeared: finer is not seen in it


def _town(canvas: Canvas, stage: Stage) -> None:
    draw_town(canvas, stage, TownScene(distance_m=140, lamp_gap_m=11))


def rest_share(stage: Stage) -> float:
    """Of the exposure the camera rests."""
    if stage.intent.word("movement") == "along":
        return 0.0
    return max(0.0, 1 - stage.intent.number("move_s") / stage.exposure_s)


def _move(canvas: Canvas, stage: Stage) -> None:
    rest = rest_share(stage)
    scale = min(1.0, LONGEST_SIDE_PX / max(canvas.shape))
    rows, columns = (max(2, round(n * scale)) for n in canvas.shape)
    small = spread(canvas.light, (rows, columns))
    # each pass lays what is drawn so far once more beside it, twice as far on
    for k in range(PASSES):
        small = (small + _seen(small, _matrix(stage, 2**k / 2**PASSES, rows, columns))) / 2
    moved = spread(small, canvas.shape)
    canvas.light = canvas.light * np.float32(rest) + moved * np.float32(1 - rest)


def _matrix(stage: Stage, share: float, rows: int, columns: int) -> FloatArray:
    """From a pixel of the frame to where the resting frame had what comes there, (2, 3)."""
    middle = np.array([columns / 2, rows / 2])
    kind = stage.intent.word("movement")
    turn, move = np.eye(2), np.zeros(2)
    if kind == "zoom":
        turn = np.eye(2) * ZOOMED**-share
    elif kind == "along":
        run_m = stage.intent.number("along_speed_m_s") * stage.exposure_s * share
        px_per_m = stage.metres_px(stage.intent.number("background_m")) * columns
        move = np.array([run_m * px_per_m / stage.view.width_px, 0.0])
    else:
        reach = np.radians(stage.intent.number("reach")) * share
        across = stage.view.px_per_rad * columns / stage.view.width_px * reach
        if kind == "turn":
            turn = np.array([[np.cos(reach), -np.sin(reach)], [np.sin(reach), np.cos(reach)]])
        else:
            move = np.array([across, 0.0]) if kind == "pan" else np.array([0.0, -across])
    return np.column_stack([turn, middle - turn @ middle + move])


def _seen(light: Pixels, matrix: FloatArray) -> Pixels:
    rows, columns = light.shape[1:]
    data = tuple(float(v) for v in matrix.ravel())
    channels = [
        Image.fromarray(plane).transform(
            (columns, rows), Image.Transform.AFFINE, data, Image.Resampling.BILINEAR
        )
        for plane in light
    ]
    return np.stack([np.asarray(channel, np.float32) for channel in channels])


DRAWING = Drawing(behind=(_town,), before=(_move,))
