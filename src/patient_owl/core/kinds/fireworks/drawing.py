"""Bursts over a town: each a ball of sparks that fly out, fall and fade, as many as the time holds.

A spark's trail is as bright as the plan's bursts land; the town comes up with time.
"""

import math

import numpy as np

from patient_owl.core.kinds.fireworks.plan import burst_m, distance_m
from patient_owl.core.light.white import of_hue
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.town import TownScene, draw_town
from patient_owl.core.picture.trace import draw_pieces
from patient_owl.core.types import FloatArray

SECONDS_A_BURST = 2.0  # of a steady show; by eye
SPARKS, PIECES = 90, 14
TRAIL_M = 0.35  # across a spark's trail, the burning grains of it; by eye
FALLS = 0.22  # of its radius a spark has fallen when it goes out; by eye
HUES = ("amber", "red", "green", "azure", "magenta", "yellow")
TAIL_STOPS = -1.5  # of the rising shell, under its burst; by eye


def _town(canvas: Canvas, stage: Stage) -> None:
    draw_town(canvas, stage, TownScene(distance_m=distance_m(stage.scene, stage.intent) + 40))


def _bursts(canvas: Canvas, stage: Stage) -> None:
    rng, far_m = stage.rng("bursts"), distance_m(stage.scene, stage.intent)
    height_m, width_m = burst_m(stage.intent)
    grey = stage.lands(stage.parts["bursts"])
    width_px = TRAIL_M * stage.metres_px(math.hypot(far_m, height_m))
    starts, ends, colours = [], [], []
    age = np.arange(PIECES - 1)[:, None] / (PIECES - 1)
    for number in range(max(1, round(stage.exposure_s / SECONDS_A_BURST))):
        colour = of_hue(HUES[int(rng.integers(len(HUES)))])
        aside_m = 0.0 if number == 0 else float(rng.normal(0, 0.5 * width_m))
        top_m = height_m * (1 if number == 0 else float(rng.uniform(0.75, 1.05)))
        size = 1 if number == 0 else float(rng.uniform(0.55, 1.0))
        trails = _sparks(rng, aside_m, top_m, width_m / 2 * size)
        at = stage.points_px(trails.reshape(-1, 2), far_m).reshape(trails.shape)
        starts.append(at[:, :-1].reshape(-1, 2))
        ends.append(at[:, 1:].reshape(-1, 2))
        # it starts white hot and fades out
        hot = np.clip(1 - 2 * age, 0, 1)
        fading = grey * (1 - age) ** 0.7 * (hot + (1 - hot) * colour)
        colours.append(np.tile(fading, (SPARKS, 1)))
        rise = stage.points_px(np.array([[aside_m * 0.8, 0.0], [aside_m, top_m]]), far_m)
        starts.append(rise[:1])
        ends.append(rise[1:])
        colours.append(of_hue("amber")[None] * grey * 2**TAIL_STOPS)
    from_px, to_px, greys = (np.concatenate(c) for c in (starts, ends, colours))
    draw_pieces(canvas, from_px, to_px, width_px, greys, "bursts")


def _sparks(rng: np.random.Generator, aside_m: float, top_m: float, radius_m: float) -> FloatArray:
    """Trails seen from the side, (SPARKS, PIECES, 2): right and up. [m]"""
    z = rng.uniform(-1, 1, SPARKS)
    turn = rng.uniform(0, 2 * math.pi, SPARKS)
    across = np.sqrt(1 - z**2) * np.cos(turn)
    age = np.linspace(0.04, 1, PIECES)
    out = radius_m * (1 - np.exp(-2.2 * age)) / (1 - math.exp(-2.2))
    fall = FALLS * radius_m * age**2
    right = aside_m + np.multiply.outer(across, out)
    up = top_m + np.multiply.outer(z, out) - fall
    return np.stack([right, up], axis=-1)


DRAWING = Drawing(behind=(_town, _bursts))
