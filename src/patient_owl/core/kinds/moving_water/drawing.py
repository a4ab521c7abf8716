"""A weir and its stream: foam drawn out as far as it runs while the shutter is open."""

import numpy as np
from scipy.ndimage import gaussian_filter, map_coordinates, uniform_filter1d

from patient_owl.core.kept import kept
from patient_owl.core.kinds.moving_water.plan import water_speed_m_s
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M
from patient_owl.core.picture.canvas import Canvas, shape_of, tinted
from patient_owl.core.picture.land import RIDGE_REFLECTANCE, light_rgb
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.types import FloatArray, Pixels

FOAM_REFLECTANCE, DEEP_REFLECTANCE = 0.45, 0.04  # from memory
BANKS = 0.9  # of the distance, to either side of the middle
FALL_M = 1.6  # of a weir, where no height was said
GRAIN_M = 0.05  # of foam; by eye
TILE = 512
# The bank behind, in shares of the distance; by eye.
WOODS = (
    np.array([(-9, 0), (9, 0), (9, 2.0), (5, 2.6), (2, 2.1), (-1, 2.7), (-4, 2.2), (-9, 2.9)]) / 3
)
ACROSS = 2.5  # times finer across the way it runs; by eye


@kept(most=1, mb=1)
def _foam() -> Pixels:
    """Foam that stands still, 0 to 1, the same at opposite edges."""
    rng = np.random.default_rng(11)
    fine = gaussian_filter(rng.standard_normal((TILE, TILE)), (2.5, 1.0), mode="wrap")
    wide = gaussian_filter(rng.standard_normal((TILE, TILE)), (12, 5), mode="wrap")
    field = fine / fine.std() + 0.8 * wide / wide.std()
    return np.asarray(1 / (1 + np.exp(-1.6 * field / field.std())), np.float32)


def _water(canvas: Canvas, stage: Stage) -> None:
    far_m = stage.intent.number("distance_m")
    kind = stage.intent.word("water")
    fall_m = stage.intent.number("fall_height_m") if kind == "fall" else min(FALL_M, far_m / 3)
    low, high = -LENS_OVER_GROUND_M, -LENS_OVER_GROUND_M + fall_m
    half = BANKS * far_m
    along = np.linspace(-half, half, 40)
    crest = high + 0.06 * fall_m * np.sin(along * 1.7) + 0.04 * fall_m * np.sin(along * 4.3)
    curtain = np.concatenate([np.stack([along, crest], 1), [[half, low], [-half, low]]])
    near_m = max(1.2, far_m * 0.2)
    pool_px = np.concatenate(
        [
            stage.points_px(np.array([[-half, low], [half, low]]), far_m),
            stage.points_px(np.array([[half, low], [-half, low]]) * [0.8, 1], near_m),
        ]
    )
    run_m = water_speed_m_s(stage.intent) * stage.exposure_s
    behind = stage.points_px(WOODS * far_m + np.array([0.0, low]), far_m * 1.6)
    tint = light_rgb(stage) * stage.surface(RIDGE_REFLECTANCE)
    canvas.cover_shape([behind], tint, "land")
    _cover(canvas, stage, [pool_px], run_m, falls=False)
    _cover(canvas, stage, [stage.points_px(curtain, far_m)], run_m, falls=True)
    _stones(canvas, stage, far_m, low)


def _cover(
    canvas: Canvas, stage: Stage, outlines: list[FloatArray], run_m: float, *, falls: bool
) -> None:
    shape = shape_of(canvas.shape, outlines)
    if shape is None:
        return
    foam = drawn_out(*_on_water(stage, shape.rows, falls=falls), run_m)
    white = 1.0 if falls else 0.55  # a pool under it is darker between its foam
    reflectance = DEEP_REFLECTANCE + (FOAM_REFLECTANCE - DEEP_REFLECTANCE) * foam * white
    mean = (FOAM_REFLECTANCE + DEEP_REFLECTANCE) / 2
    grey = stage.land * reflectance / mean
    share = np.zeros_like(grey)
    share[:, shape.columns] = shape.share
    canvas.cover(share, tinted(grey, light_rgb(stage)), "water", shape.rows)


def _on_water(stage: Stage, rows: slice, *, falls: bool) -> tuple[Pixels, Pixels]:
    """Where on the water the pixels of some rows look: across and along its way. [m]"""
    looks, far_m = stage.view.looks.only(rows), stage.intent.number("distance_m")
    off = np.radians(looks.azimuth_deg - stage.view.framing.bearing_true_deg)
    down = np.tan(np.radians(looks.altitude_deg))
    if falls:
        return np.asarray(far_m * np.tan(off)), np.asarray(-far_m * down)
    far = LENS_OVER_GROUND_M / np.maximum(-down, 0.02)
    return np.asarray(far * np.sin(off)), np.asarray(-far * np.cos(off))


def drawn_out(across_m: Pixels, along_m: Pixels, run_m: float) -> Pixels:
    """Foam, 0 to 1, as the mean of all that ran by."""
    run_px = max(1, round(run_m / GRAIN_M))
    # longer than the tile every row of it has run by alike
    ran = uniform_filter1d(_foam(), min(run_px, TILE), axis=0, mode="wrap")
    at = np.stack([along_m / GRAIN_M, across_m * (ACROSS / GRAIN_M)])
    return np.asarray(map_coordinates(ran, at, np.float32, order=1, mode="grid-wrap"))


def _stones(canvas: Canvas, stage: Stage, far_m: float, low_m: float) -> None:
    rng = stage.rng("stones")
    for _ in range(7):
        where, size = float(rng.uniform(-0.5, 0.5)) * far_m, float(rng.uniform(0.12, 0.4))
        turn = np.linspace(0, 2 * np.pi, 14)
        rough = size * (1 + 0.25 * rng.standard_normal(14))
        outline = np.stack([where + rough * np.cos(turn), low_m + 0.5 * rough * np.sin(turn)], 1)
        near = far_m * float(rng.uniform(0.55, 0.98))
        tint = light_rgb(stage) * stage.surface(0.05)
        canvas.cover_shape([stage.points_px(outline, near)], tint, "ground")


DRAWING = Drawing(behind=(_water,))
