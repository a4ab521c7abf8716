"""A room: its lamp as far over the rest as was said, and a window where there is one."""

import numpy as np

from patient_owl.core.light.white import white_rgb
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.lamps import draw_lamps
from patient_owl.core.picture.room import WALL_M
from patient_owl.core.picture.sky import TWILIT_K
from patient_owl.core.picture.stage import Drawing, Stage

LAMP_K, LAMP_M = 2700.0, 0.18
PANES = ((-2.6, -0.1), (-1.4, -0.1))  # their left and low corners, of a window in four; by eye


def _window(canvas: Canvas, stage: Stage) -> None:
    """What the ground outside gets, the window shows."""
    if stage.intent.word("windows") == "no_windows":
        return
    panes = [
        np.array([(x, y + up), (x + 1.1, y + up), (x + 1.1, y + up + 0.9), (x, y + up + 0.9)])
        for x, y in PANES
        for up in (0.0, 1.0)
    ]
    outside = 2 ** (stage.scene.ground_ev100 - stage.settings.ev100)
    canvas.cover_shape(stage.outlines_px(panes, WALL_M), white_rgb(TWILIT_K) * outside, "window")


def _lamp(canvas: Canvas, stage: Stage) -> None:
    lamp_stops = stage.intent.maybe("lamp_stops")
    if lamp_stops is None:
        return
    at = stage.points_px(np.array([[-0.35, 0.9]]), WALL_M - 0.5)
    across_px = LAMP_M * stage.metres_px(WALL_M)
    grey = stage.land * 2**lamp_stops * across_px**2
    shade = np.array([(-0.55, 0.8), (-0.15, 0.8), (-0.23, 1.05), (-0.47, 1.05)])
    glow = white_rgb(LAMP_K) * stage.land * 2 ** min(lamp_stops, 4.0)
    canvas.cover_shape([stage.points_px(shade, WALL_M - 0.5)], glow, "lamp")
    draw_lamps(canvas, stage, at, (grey * white_rgb(LAMP_K))[None])


def _tree(stage: Stage) -> StandIn:
    near_m = stage.intent.maybe("near_m") or stage.intent.maybe("focus_m") or 4.0
    bearing = (stage.view.framing.bearing_true_deg + 12) % 360
    return StandIn("tree", 2.0, 1.3, near_m + 1.2, bearing)


DRAWING = Drawing(behind=(_window, _lamp), stand_in=_tree, is_room=True)
