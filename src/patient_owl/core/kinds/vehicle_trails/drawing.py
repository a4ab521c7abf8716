"""Lamps that cross: lines as high as the lamps ride, as long as the shutter sees them drive.

A line is as bright as the formula of any line of light says: candela over width and speed.
"""

import numpy as np

from patient_owl.core.constants import KM_H
from patient_owl.core.kinds.vehicle_trails.plan import LAMP_HEIGHTS_M, LENGTHS_M
from patient_owl.core.light.lamp import Tool
from patient_owl.core.light.line import drawn, pixel_at_m
from patient_owl.core.light.white import of_hue, white_rgb
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.town import TownScene, draw_town
from patient_owl.core.picture.trace import draw_lines
from patient_owl.core.types import FloatArray

# Toward a lens beside the road, and across. From memory: a tail lamp gives a few candela, a dipped
# headlamp tens to the side, a lit window of a tram or bus a hundred a square metre.
TAIL, HEAD, WINDOWS = Tool(4.0, 0.10), Tool(40.0, 0.15), Tool(60.0, 1.0)
WINDOW_HIGH_M, WINDOW_LOW_M = 2.2, 1.4
LANE_M = 3.0
TRAILS = "trails"
HEADLAMP_K, WINDOW_K = 4300.0, 3800.0


def _street(canvas: Canvas, stage: Stage) -> None:
    far = stage.intent.number("distance_m") + 40
    street = TownScene(far, -LENS_OVER_GROUND_M, (9.0, 19.0), is_by_water=False, lamp_gap_m=24)
    draw_town(canvas, stage, street)


def _trails(canvas: Canvas, stage: Stage) -> None:
    if TRAILS in stage.without:
        return
    kind, far_m = stage.intent.word("vehicle"), stage.intent.number("distance_m")
    lens_m = stage.intent.number("camera_height_m")
    crossings = max(1, round(stage.intent.number("crossings")))
    for number in range(crossings):
        comes = number % 2 == 0
        lane_m = far_m + (0.0 if comes else LANE_M)
        way = _way_m(stage, lane_m, number / crossings)
        for lamp_m in LAMP_HEIGHTS_M[kind]:
            tool, colour = (TAIL, of_hue("red")) if comes else (HEAD, white_rgb(HEADLAMP_K))
            _line(canvas, stage, way, lamp_m - lens_m, lane_m, tool, colour)
        if kind != "car":
            middle = (WINDOW_HIGH_M + WINDOW_LOW_M) / 2
            wide = Tool(WINDOWS.intensity_cd * LENGTHS_M[kind] / 2, WINDOW_HIGH_M - WINDOW_LOW_M)
            light = white_rgb(WINDOW_K)
            _line(canvas, stage, way, middle - lens_m, lane_m, wide, light)


def _way_m(stage: Stage, far_m: float, begins: float) -> tuple[float, float]:
    """From where to where the vehicle's lamp comes while the shutter is open, right of the middle.
    It comes in as the shutter opens. [m]"""
    half_m = stage.view.frame_mm[0] / 2 * far_m / stage.kit.lens.focal_length_mm
    speed = stage.intent.number("speed_km_h") * KM_H
    open_s = stage.exposure_s * (1 - begins)
    return -half_m, min(half_m * 1.05, -half_m + speed * open_s)


def _line(
    canvas: Canvas,
    stage: Stage,
    way_m: tuple[float, float],
    up_m: float,
    far_m: float,
    tool: Tool,
    colour: FloatArray,
) -> None:
    speed = stage.intent.number("speed_km_h") * KM_H
    sensor, lens = stage.kit.body.sensor, stage.kit.lens
    pixel_m = pixel_at_m(sensor.pixel_pitch_um, lens.focal_length_mm, far_m)
    part = drawn("vehicle", tool, speed, pixel_m)
    grey = 2.0 ** part.lands(stage.settings)
    along = np.linspace(*way_m, 24)
    at = stage.points_px(np.stack([along, np.full_like(along, up_m)], axis=1), far_m)
    width_px = max(tool.width_m, pixel_m) * stage.metres_px(far_m)
    draw_lines(canvas, [at], width_px, colour * grey, TRAILS)


DRAWING = Drawing(passing=TRAILS, behind=(_street,), before=(_trails,))
