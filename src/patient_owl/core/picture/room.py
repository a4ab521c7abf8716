"""A room around the picture, where it is taken indoors: a wall behind and a floor."""

import numpy as np

from patient_owl.core.light.dose import MID_GREY_REFLECTANCE
from patient_owl.core.light.lamp import Panel
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M
from patient_owl.core.picture.brought import burning_share, colour_of
from patient_owl.core.picture.canvas import Canvas, tinted
from patient_owl.core.picture.land import NOISE_SIDE, light_rgb, noise_at
from patient_owl.core.picture.stage import Stage
from patient_owl.core.types import Pixels

WALL_M = 7.0  # from the lens; ours
WALL_REFLECTANCE, FLOOR_REFLECTANCE = 0.3, 0.14  # whitewash in the dark, flagstones; from memory
ROUGH = 0.05  # ln, of the wall's brightness; by eye


def draw_room(canvas: Canvas, stage: Stage) -> None:
    if not stage.is_indoors:
        return
    looks = stage.view.looks
    bearing = np.radians(stage.view.framing.bearing_true_deg)
    east, north, up = looks.directions
    ahead = np.maximum(east * np.sin(bearing) + north * np.cos(bearing), 1e-3)
    right = east * np.cos(bearing) - north * np.sin(bearing)
    x, y = WALL_M * right / ahead, WALL_M * up / ahead
    is_floor = y < -LENS_OVER_GROUND_M
    nearer = np.where(is_floor, LENS_OVER_GROUND_M / np.maximum(-y, 1e-3), 1.0)
    grain = NOISE_SIDE / 9.0
    depth = np.where(is_floor, WALL_M * nearer, y)
    rough = np.exp(ROUGH * noise_at((x * nearer * grain), depth * grain))
    reflectance = np.where(is_floor, FLOOR_REFLECTANCE, WALL_REFLECTANCE)
    # corners get less: it is darker up and aside
    falls = 1 / (1 + ((x / 6) ** 2 + (np.maximum(y, 0) / 5) ** 2))
    even = rough * reflectance
    light = tinted(even * falls, light_rgb(stage) * stage.surface(1.0))
    light += even * _pools(stage, x * nearer, np.maximum(y, -LENS_OVER_GROUND_M))
    canvas.cover(np.ones(canvas.shape, np.float32), light, "room")


def _pools(stage: Stage, x_m: Pixels, y_m: Pixels) -> Pixels:
    """What panels give the wall behind what they light, each from its own side."""
    light = np.zeros((3, *x_m.shape), np.float32)
    for number, (key, given) in enumerate(stage.given.items()):
        if not isinstance(given.light.lamp, Panel):
            continue
        far = given.light.distance_m
        side = 1 if number % 2 == 0 else -1
        aside_m = -side * far * np.sin(np.radians(given.light.angle_deg)) * 0.6
        off = ((x_m - aside_m) ** 2 + (y_m - 0.5) ** 2) / far**2
        grey = stage.lands(stage.parts[key]) / MID_GREY_REFLECTANCE * burning_share(stage, given)
        light += tinted((1 + off) ** -1.5, colour_of(given) * grey)
    return light
