"""A town across the view: blocks with lit windows, lamps along its front, and both in the water.

Blocks and windows are chance, lit as the plan takes the scene to be: fronts by the light that the
picture is exposed for, windows and lamps so many stops over it as they are said to stand.
"""

import math
from typing import NamedTuple

import numpy as np

from patient_owl.core.light.white import white_rgb
from patient_owl.core.picture.canvas import Canvas, rows_of
from patient_owl.core.picture.lamps import draw_lamps
from patient_owl.core.picture.land import cover_ground, light_rgb
from patient_owl.core.picture.stage import Stage
from patient_owl.core.picture.trace import LEAST_SIGMA_PX, Spots, lay
from patient_owl.core.types import FloatArray

FRONT_REFLECTANCE = 0.14  # from memory: painted and stone fronts under lamps
WINDOW_STOPS, WINDOW_K = 2.5, 3000.0  # over mid-grey of the scene; by eye
LAMP_STOPS, LAMP_K = 7.0, 2600.0  # where nobody said how far lamps stand over it; common practice
LAMP_ACROSS_M = 0.4  # of a lantern
LIT_SHARE = 0.45  # of windows; by eye
STOREY_M, BAY_M = 3.4, 3.2
REFLECTED_SHARE, REFLECTED_STRETCH = 0.35, 1.5  # of still water at a flat look; by eye


class TownScene(NamedTuple):
    """distance_m; how far over the lens its ground lies; heights of its blocks, least and most."""

    distance_m: float = 320.0
    base_m: float = -3.0
    heights_m: tuple[float, float] = (8.0, 30.0)
    is_by_water: bool = True
    lamp_gap_m: float = 22.0


class _Block(NamedTuple):
    left_m: float
    width_m: float
    height_m: float


def draw_town(
    canvas: Canvas, stage: Stage, town: TownScene, lamp_stops: float = LAMP_STOPS
) -> None:
    """All across what the frame sees ahead; a street lies before it where no water does."""
    if not town.is_by_water:
        _street(canvas, stage)
    rng = stage.rng("town")
    blocks = _blocks(rng, _half_m(stage, town), town)
    outlines = [_box(b.left_m, b.width_m, town.base_m, b.height_m) for b in blocks]
    fronts = stage.outlines_px(outlines, town.distance_m)
    tint = light_rgb(stage) * stage.surface(FRONT_REFLECTANCE)
    for shade in range(3):  # neighbours differ, or a row of them is one wall
        canvas.cover_shape(fronts[shade::3], tint * (0.6 + 0.4 * shade), "town")
    _light_windows(canvas, stage, town, [w for b in blocks for w in _windows(rng, b, town)])
    lamps = _lamps_m(_half_m(stage, town), town)
    at = stage.points_px(lamps, town.distance_m)
    across_px = LAMP_ACROSS_M * stage.metres_px(town.distance_m)
    each = stage.land * 2**lamp_stops * across_px**2 * math.pi / 4
    keep = np.isfinite(at).all(axis=1)
    grey = np.tile(white_rgb(LAMP_K) * each, (int(keep.sum()), 1))
    draw_lamps(canvas, stage, at[keep], grey)
    if town.is_by_water:
        _mirror(canvas, stage, town)


def _light_windows(
    canvas: Canvas, stage: Stage, town: TownScene, windows_m: list[FloatArray]
) -> None:
    """Panes as they are; where they are finer than a pixel, as the light they bring to it."""
    if not windows_m:
        return
    glow = white_rgb(WINDOW_K) * stage.land * 2**WINDOW_STOPS
    wide_px, tall_px = (side * stage.metres_px(town.distance_m) for side in WINDOW_M)
    if min(wide_px, tall_px) >= FINEST_PANE_PX:
        canvas.cover_shape(stage.outlines_px(windows_m, town.distance_m), glow, "window")
        return
    at = stage.points_px(np.stack([window.mean(axis=0) for window in windows_m]), town.distance_m)
    at = at[np.isfinite(at).all(axis=1)]
    spots = Spots(at, np.tile(glow * wide_px * tall_px, (len(at), 1)))
    canvas.add(lay(canvas.shape, spots, LEAST_SIGMA_PX), "window", shows=0.2)


WINDOW_M = (1.2, 1.5)  # wide and tall
FINEST_PANE_PX = 1.5  # that is drawn as a pane


def _street(canvas: Canvas, stage: Stage) -> None:
    """Ground all the way, whatever the place has there."""
    per_deg = np.float32(np.radians(1) * stage.view.px_per_rad)
    rows = rows_of(stage.view.looks.altitude_deg < 0)
    share = np.clip(-stage.view.looks.altitude_deg[rows] * per_deg + 0.5, 0, 1)
    cover_ground(canvas, stage, share, rows)


def _half_m(stage: Stage, town: TownScene) -> float:
    """Half of how far the frame reaches across at the town."""
    wide_deg = stage.view.strip_deg[0] if stage.view.strip_deg else stage.planned.view_deg[0]
    return town.distance_m * math.tan(math.radians(min(wide_deg / 2 + 4, 80)))


def _blocks(rng: np.random.Generator, half_m: float, town: TownScene) -> list[_Block]:
    blocks, x = [], -half_m
    while x < half_m:
        width = float(rng.uniform(10, 34))
        height = float(rng.uniform(*town.heights_m) * (0.55 + 0.45 * rng.random()))
        blocks.append(_Block(x, width, height))
        x += width + float(rng.exponential(3))
    return blocks


def _windows(rng: np.random.Generator, block: _Block, town: TownScene) -> list[FloatArray]:
    windows = []
    for storey in range(1, int(block.height_m / STOREY_M)):
        for bay in range(int(block.width_m / BAY_M)):
            if rng.random() < LIT_SHARE:
                left = block.left_m + (bay + 0.3) * BAY_M
                low = town.base_m + storey * STOREY_M
                windows.append(_box(left, WINDOW_M[0], low, WINDOW_M[1]))
    return windows


def _lamps_m(half_m: float, town: TownScene) -> FloatArray:
    x = np.arange(-half_m, half_m, town.lamp_gap_m)
    return np.stack([x, np.full_like(x, town.base_m + 5.5)], axis=1)


def _box(left: float, width: float, low: float, height: float) -> FloatArray:
    return np.array(
        [(left, low), (left + width, low), (left + width, low + height), (left, low + height)]
    )


def _mirror(canvas: Canvas, stage: Stage, town: TownScene) -> None:
    """The town thrown back by the water before it, drawn out downward by its waves."""
    foot = stage.points_px(np.array([[0.0, town.base_m]]), town.distance_m)[0]
    if not np.isfinite(foot).all():
        return
    rows = canvas.shape[0]
    first = math.ceil(foot[1])
    if not 0 < first < rows:
        return
    down = np.arange(first, rows)
    up = np.clip(np.round(foot[1] - (down - foot[1]) / REFLECTED_STRETCH), 0, first - 1).astype(int)
    thrown = canvas.light[:, up] * np.float32(REFLECTED_SHARE)
    of_town = ~(canvas.shows("sky") | canvas.shows("stars"))[up]
    smooth = thrown * np.float32(0.75) + np.float32(0.25) * np.roll(thrown, 1, axis=2)
    canvas.light[:, first:] += smooth * (of_town & canvas.shows("water")[first:])
