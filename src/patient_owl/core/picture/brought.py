"""Lights that are brought, as the frame sees them on what they light.

Each comes out on its subject as its part lands; around it, it falls off as its beam does.
"""

import math

import numpy as np

from patient_owl.core.light.colour import HUES_DEG
from patient_owl.core.light.dose import MID_GREY_REFLECTANCE
from patient_owl.core.light.lamp import Flash, Panel, Torch
from patient_owl.core.light.white import of_hue, white_rgb
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.canvas import tinted
from patient_owl.core.picture.stage import Stage
from patient_owl.core.plan.bringing import LightUse
from patient_owl.core.types import FloatArray, Pixels

TORCH_K, FLASH_K, TOOL_K = 5600.0, 5500.0, 6500.0  # white LED and flash; common practice
SIDE_LIT = 0.55  # how much darker the far side of what is lit from aside is; by eye
PATCH_FADES = 0.35  # of a painted patch's radius, over which it goes out; by eye


def light_on(shape: tuple[int, int], stage: Stage, figure: StandIn, reflectance: float) -> Pixels:
    """What brought lights give an upright thing, (3, rows, columns)."""
    light = np.zeros((3, *shape), np.float32)
    middle = np.array([[0.0, figure.foot_over_lens_m + figure.height_m / 2]])
    centre = stage.points_px(middle, figure.distance_m, figure.bearing_true_deg)[0]
    if not np.isfinite(centre).all():
        return light
    px_per_m = stage.metres_px(figure.distance_m)
    for key, given in stage.given.items():
        if not isinstance(given.light.lamp, (Torch, Panel, Flash)):
            continue
        falls = _falls_off(shape, centre, px_per_m, given, figure)
        share = reflectance / MID_GREY_REFLECTANCE
        if isinstance(given.light.lamp, Torch):
            share /= given.light.reflectance / MID_GREY_REFLECTANCE
        grey = stage.lands(stage.parts[key]) * share * burning_share(stage, given)
        light += tinted(falls, colour_of(given) * grey)
    return light


def burning_share(stage: Stage, given: LightUse) -> float:
    """How much of it the frame gets: what comes after the shutter has closed does not count."""
    if given.to_s is None:
        left_s = max(0.0, stage.exposure_s - given.from_s)
        return left_s / stage.exposure_s
    lasts_s = given.to_s - given.from_s
    if lasts_s <= 0:
        return 1.0 if given.from_s <= stage.exposure_s else 0.0
    return min(1.0, max(0.0, stage.exposure_s - given.from_s) / lasts_s)


def colour_of(given: LightUse) -> FloatArray:
    """Of luminance 1."""
    light = given.light
    if light.hue in HUES_DEG:
        return of_hue(light.hue)
    if isinstance(light.lamp, Panel):
        return white_rgb(light.lamp.colour_temperature_k)
    return white_rgb(FLASH_K if isinstance(light.lamp, Flash) else TORCH_K)


def _falls_off(
    shape: tuple[int, int], centre: FloatArray, px_per_m: float, given: LightUse, figure: StandIn
) -> Pixels:
    """Over the subject: 1 in its middle, darker away from the lamp's side."""
    rows, columns = shape
    x = ((np.arange(columns) + 0.5 - centre[0]) / px_per_m).astype(np.float32)
    y = ((np.arange(rows) + 0.5 - centre[1]) / px_per_m).astype(np.float32)
    aside = math.sin(math.radians(given.light.angle_deg)) * SIDE_LIT
    side = np.clip(1 - aside * x / max(figure.width_m / 2, 0.1), 0.1, 2)[None, :]
    far = np.hypot(x[None, :], y[:, None])
    if isinstance(given.light.lamp, Torch):
        radius = math.sqrt(given.light.area_m2 / math.pi)
        patch = np.clip((1 + PATCH_FADES - far / radius) / (2 * PATCH_FADES), 0, 1)
        return np.asarray(side * patch * patch * (3 - 2 * patch), np.float32)
    # from a point: cos³ of how far aside of its axis
    return np.asarray(side * (1 + (far / given.light.distance_m) ** 2) ** -1.5, np.float32)
