"""Lines of light that a tool draws toward the lens, as far as it has come when the shutter closes.

Along the middle of a line it is as bright as the plan's tool lands.
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from patient_owl.core.light.brought import DRAWING
from patient_owl.core.light.colour import HUES_DEG
from patient_owl.core.light.lamp import Tool
from patient_owl.core.light.line import pixel_at_m
from patient_owl.core.light.white import of_hue, white_rgb
from patient_owl.core.picture.brought import TOOL_K
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Stage
from patient_owl.core.picture.trace import draw_lines
from patient_owl.core.plan.bringing import LightUse
from patient_owl.core.types import FloatArray


class Drawn(NamedTuple):
    """A line as the lens sees it: right and up of the ground under the frame's middle, (n, 2) [m],
    and when the tool is at each point, after it began. [s]"""

    points_m: FloatArray
    times_s: FloatArray


def tool_given(stage: Stage) -> LightUse:
    """The tool that draws."""
    return next(given for given in stage.given.values() if given.light.kind in DRAWING)


def tool_colour(given: LightUse) -> FloatArray:
    """Of luminance 1."""
    hue = given.light.hue
    return of_hue(hue) if hue in HUES_DEG else white_rgb(TOOL_K)


def draw_tool(
    canvas: Canvas, stage: Stage, lines: Sequence[Drawn], width_m: float | None = None
) -> None:
    """What of the lines is drawn until the shutter closes. width_m: where it is not the tool's."""
    given = tool_given(stage)
    light = given.light
    if not isinstance(light.lamp, Tool):
        return
    left_s = stage.exposure_s - given.from_s
    sensor, lens = stage.kit.body.sensor, stage.kit.lens
    pixel_m = pixel_at_m(sensor.pixel_pitch_um, lens.focal_length_mm, light.distance_m)
    width_px = max(width_m or light.lamp.width_m, pixel_m) * stage.metres_px(light.distance_m)
    grey = stage.lands(stage.parts[light.key]) * tool_colour(given)
    drawn_lines = [until(line, left_s) for line in lines]
    at = stage.outlines_px([line for line in drawn_lines if len(line) > 1], light.distance_m)
    draw_lines(canvas, at, width_px, grey, "line")


def until(line: Drawn, left_s: float) -> FloatArray:
    """Its points up to a moment, the last of them where the tool is then."""
    done = line.times_s <= left_s
    if done.all():
        return line.points_m
    if not done.any():
        return line.points_m[:0]
    last = np.array([np.interp(left_s, line.times_s, line.points_m[:, i]) for i in (0, 1)])
    return np.concatenate([line.points_m[done], last[None]])
