"""A ball of rings that are spun one after another, or the band of a blade that is walked along."""

import math

import numpy as np

from patient_owl.core.kinds.spun_light.plan import figure_of
from patient_owl.core.light.lamp import Tool
from patient_owl.core.optics.fresnel import water_reflectance
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.drawn import Drawn, draw_tool, tool_given
from patient_owl.core.picture.figures import draw_ghost, person_at
from patient_owl.core.picture.stage import Drawing, Stage

RING_POINTS = 72
CLEAR_M = 0.1  # between the ground and the lowest point of the ball; by eye


def _lines(stage: Stage) -> list[Drawn]:
    if stage.intent.word("figure") == "orb":
        return _rings(stage)
    figure, walk_m = figure_of(stage.intent), stage.intent.number("walk_m")
    lamp = tool_given(stage).light.lamp
    high_m = max(lamp.length_m, 0.8) if isinstance(lamp, Tool) else 0.8
    middle = 0.3 + high_m / 2 - LENS_OVER_GROUND_M
    way = np.array([[-walk_m / 2, middle], [walk_m / 2, middle]])
    return [Drawn(way, np.array([0.0, figure.lasts_s]))]


def _rings(stage: Stage) -> list[Drawn]:
    """Great circles about the upright axis, each a little further round."""
    radius, spins = stage.intent.number("radius_m"), int(stage.intent.number("spins"))
    period_s = stage.intent.number("spin_s")
    middle = radius + CLEAR_M - LENS_OVER_GROUND_M
    share = np.linspace(0, 1, RING_POINTS)
    round_ = 2 * math.pi * share
    rings = []
    for k in range(spins):
        turn = math.pi * (k + share) / spins
        right = radius * np.sin(round_) * np.cos(turn)
        up = middle - radius * np.cos(round_)
        rings.append(Drawn(np.stack([right, up], axis=1), (k + share) * period_s))
    return rings


def _figure(canvas: Canvas, stage: Stage) -> None:
    lines = _lines(stage)
    lamp = tool_given(stage).light.lamp
    is_walk = stage.intent.word("figure") != "orb"
    width_m = lamp.upright.width_m if is_walk and isinstance(lamp, Tool) else None
    draw_tool(canvas, stage, lines, width_m)
    if stage.intent.word("water_before") == "still_water":
        _mirrored(canvas, stage)


def _mirrored(canvas: Canvas, stage: Stage) -> None:
    """The line once more in still water, as bright as Fresnel lets it be."""
    far_m = tool_given(stage).light.distance_m
    over_m = stage.intent.number("lens_over_water_m") + stage.intent.number("tool_over_water_m")
    share = water_reflectance(math.degrees(math.atan2(far_m, over_m)))
    ground = stage.points_px(np.array([[0.0, -LENS_OVER_GROUND_M]]), far_m)[0]
    rows = canvas.shape[0]
    if not np.isfinite(ground).all() or not 0 < ground[1] < rows:
        return
    lit = np.where(canvas.shows("line"), canvas.light, 0)
    down = np.arange(math.ceil(ground[1]), rows)
    up = np.clip(np.round(2 * ground[1] - down).astype(int), 0, rows - 1)
    canvas.light[:, down] += lit[:, up] * np.float32(share)


def _spinner(canvas: Canvas, stage: Stage) -> None:
    """Who spins turns on one spot all along, and is lit by what he spins."""
    figure, given = figure_of(stage.intent), tool_given(stage)
    share = min(figure.lasts_s, stage.exposure_s) / stage.exposure_s
    draw_ghost(canvas, stage, person_at(stage, given.light.distance_m), share, is_spilled_on=True)


DRAWING = Drawing(before=(_spinner, _figure))
