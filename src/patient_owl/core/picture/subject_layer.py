"""The stand-in: dark before the sky, lit by what is there and by what is brought to it."""

import numpy as np

from patient_owl.core.light.white import white_rgb
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.brought import light_on
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.land import light_rgb, noise_at
from patient_owl.core.picture.stage import Stage
from patient_owl.core.types import FloatArray, Pixels

# From memory: weathered stone and wood; leaves at night; clothes a mid grey.
REFLECTANCES = {"tree": 0.06, "person": 0.15, "house": 0.2, "tower": 0.3, "boat": 0.25}
USUAL_REFLECTANCE = 0.15
WINDOW_K, WINDOW_CD_M2 = 2900.0, 12.0  # of a lit window; from memory, ten to a few tens


def draw_subject(canvas: Canvas, stage: Stage) -> None:
    if stage.subject is None:
        return
    subject = stage.subject
    reflectance = REFLECTANCES.get(subject.shape, USUAL_REFLECTANCE)
    tint = light_rgb(stage) * stage.surface(reflectance) * UPRIGHT
    light = light_on(canvas.shape, stage, subject, reflectance) + tint[:, None, None].astype(
        np.float32
    )
    canvas.cover_shape(
        placed_px(stage, subject, subject.outlines_m()), light * _rough(stage, subject), "subject"
    )
    windows = placed_px(stage, subject, subject.windows_m())
    if windows:
        glow = white_rgb(WINDOW_K) * WINDOW_CD_M2 * stage.grey_per_cd_m2
        canvas.cover_shape(windows, glow, "window")


UPRIGHT = 0.6  # of what lights the ground comes to what stands upright; by eye


def _rough(stage: Stage, subject: StandIn) -> Pixels:
    """Its surface, uneven at a few sizes."""
    rows, columns = stage.view.shape
    centre = stage.points_px(np.array([[0.0, 0.0]]), subject.distance_m, subject.bearing_true_deg)[
        0
    ]
    if not np.isfinite(centre).all():
        return np.ones((rows, columns), np.float32)
    per_px = np.float32(GRAINS_HIGH / (subject.height_m * stage.metres_px(subject.distance_m)))
    x = (np.arange(columns, dtype=np.float32) - np.float32(centre[0]))[None, :] * per_px
    y = (np.arange(rows, dtype=np.float32) - np.float32(centre[1]))[:, None] * per_px
    x, y = np.broadcast_arrays(x, y)
    chance = noise_at(x, y) + np.float32(0.7) * noise_at(3 * x + 50, 3 * y)
    return np.exp(np.float32(ROUGH.get(subject.shape, USUAL_ROUGH)) * chance)


GRAINS_HIGH = 60.0  # pixels of chance over the height of a subject; by eye
ROUGH, USUAL_ROUGH = {"tree": 0.45, "stone": 0.3, "person": 0.1}, 0.12  # ln; by eye


def placed_px(stage: Stage, subject: StandIn, outlines_m: list[FloatArray]) -> list[FloatArray]:
    """Outlines in the picture's pixels."""
    return stage.outlines_px(outlines_m, subject.distance_m, subject.bearing_true_deg)
