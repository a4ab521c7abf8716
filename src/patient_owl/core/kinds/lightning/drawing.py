"""A bolt from the cloud to the ground behind a town: a jagged line with branches, drawn at once.

Along the middle of it it is as bright as the plan's bolt lands, however long the shutter is open.
"""

from collections.abc import Sequence

import numpy as np

from patient_owl.core.kinds.lightning.plan import distance_km
from patient_owl.core.light.white import white_rgb
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.town import TownScene, draw_town
from patient_owl.core.picture.trace import draw_lines
from patient_owl.core.types import FloatArray

BOLT = "bolt"
CLOUD_BASE_M = 1500.0  # common practice
CHANNEL_M = 6.0  # across what glows of it, as a frame shows it; by eye
STEPS, BRANCHES = 48, 4
WANDER, SPREAD = 1.1, 0.9  # sideways of a step, and of a whole branch, over its height; by eye
ASIDE = 0.12  # of the distance, where it strikes beside the frame's middle; by eye
BRANCH_STOPS = -2.0  # a branch under its channel; by eye
BOLT_K = 7500.0
TOWN_M = 900.0


def _town(canvas: Canvas, stage: Stage) -> None:
    draw_town(canvas, stage, TownScene(distance_m=TOWN_M))


def _bolt(canvas: Canvas, stage: Stage) -> None:
    if BOLT in stage.without:
        return
    rng = stage.rng(BOLT)
    far_m = 1000 * distance_km(stage.scene, stage.intent)
    channel = _channel(rng, (float(rng.normal(0, ASIDE * far_m)), CLOUD_BASE_M), STEPS, 0.0)
    branches = [
        _channel(rng, channel[start], STEPS // 2, float(rng.choice([-SPREAD, SPREAD])))[
            : STEPS // 3
        ]
        for start in rng.integers(STEPS // 8, STEPS // 2, BRANCHES)
    ]
    grey = stage.lands(stage.parts[BOLT]) * white_rgb(BOLT_K)
    width_px = max(1.0, CHANNEL_M * stage.metres_px(far_m))
    for lines, light in (([channel], grey), (branches, grey * 2**BRANCH_STOPS)):
        draw_lines(canvas, stage.outlines_px(lines, far_m), width_px, light, BOLT)


def _channel(
    rng: np.random.Generator, top_m: Sequence[float] | FloatArray, steps: int, slant: float
) -> FloatArray:
    """Points from a top down to the ground, (steps, 2): right and up. [m] slant: sideways over
    height."""
    right_m, up_m = float(top_m[0]), float(top_m[1])
    fallen_m = np.linspace(0.0, up_m, steps)
    wandered_m = np.cumsum(rng.normal(0, WANDER * up_m / steps, steps))
    return np.stack([right_m + slant * fallen_m + wandered_m, up_m - fallen_m], axis=-1)


DRAWING = Drawing(behind=(_bolt, _town), passing=BOLT)
