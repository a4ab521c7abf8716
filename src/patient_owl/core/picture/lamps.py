"""Lamps that show: small, far brighter than what they light, with rays by the aperture's blades.

An even number of blades gives as many rays, an odd one twice as many. They grow with the f-number,
because diffraction at the blades does. [hecht2016-fresnel]
"""

import math

import numpy as np

from patient_owl.core.limits.aperture import rays_of
from patient_owl.core.picture.canvas import Canvas, spread
from patient_owl.core.picture.stage import Stage
from patient_owl.core.picture.trace import Spots, lay, together
from patient_owl.core.types import FloatArray

RAY_SHARE_PER_F = 4e-3  # of a lamp's light goes into its rays, for each unit of f-number; by eye
RAY_PX_OF_FRAME = 0.06  # of the frame's height, to where a ray has fallen to a hundredth; by eye
GLOW_SHARE, GLOW_OF_FRAME = 0.05, 0.012  # of it goes into a halo of any lens; by eye
HALO_STEP_PX = 3
RAY_TURN_DEG = 11.0  # blades stand as they stand
RAY_POINTS = 90


def draw_lamps(
    canvas: Canvas, stage: Stage, at_px: FloatArray, grey_px: FloatArray, name: str = "lamp"
) -> None:
    """Lamps at points, (n, 2). grey_px (n, 3): what each would make of a pixel that caught all."""
    if not len(at_px):
        return
    height_px = stage.view.height_px / stage.view.window.height
    core = Spots(at_px, grey_px * (1 - GLOW_SHARE))
    rays = ray_points(stage.kit.lens.blades, height_px * RAY_PX_OF_FRAME)
    share = RAY_SHARE_PER_F * stage.settings.f_number
    where = (at_px[:, None, :] + rays.at_px[None]).reshape(-1, 2)
    weight = (grey_px[:, None, :] * share * rays.share[None, :, None]).reshape(-1, 3)
    light = lay(canvas.shape, together([core, Spots(where, weight)]), 0.6)
    canvas.add(light, name, shows=1.0)
    # what is wide and smooth is drawn small; a pixel of it holds the light of many
    rows, columns = (max(2, n // HALO_STEP_PX) for n in canvas.shape)
    step_px = canvas.shape[1] / columns
    wide = Spots(at_px / step_px, grey_px * (GLOW_SHARE / step_px**2))
    halo = lay((rows, columns), wide, max(0.8, height_px * GLOW_OF_FRAME / step_px))
    canvas.add(spread(halo, canvas.shape))


class Rays:
    """Points along the rays of one lamp and what share of them each holds."""

    def __init__(self, at_px: FloatArray, share: FloatArray) -> None:
        self.at_px = at_px
        self.share = share


def ray_points(blades: int, reach_px: float) -> Rays:
    """Rays of an aperture of so many blades, each falling with the square of the way."""
    turns = np.radians(RAY_TURN_DEG) + 2 * math.pi * np.arange(rays_of(blades)) / rays_of(blades)
    way = (np.arange(RAY_POINTS) + 0.5) / RAY_POINTS * reach_px
    falls = 1 / (1 + way / (0.1 * reach_px)) ** 2
    at = np.stack([np.cos(turns), np.sin(turns)], axis=1)[:, None, :] * way[None, :, None]
    share = np.tile(falls / falls.sum() / len(turns), len(turns))
    return Rays(at.reshape(-1, 2), share)
