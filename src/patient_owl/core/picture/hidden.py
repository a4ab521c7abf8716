"""The light that is really there, which nobody is told: what a first guess is off by."""

import numpy as np

from patient_owl.core.advise.belief import prior_draw
from patient_owl.core.picture.stage import SKY
from patient_owl.core.plan.planned import PlannedShot

FARTHEST_STOPS = 6.0  # of a light off its prediction: further a scene is another one
# What weather moves alike, and how much of it. Ours.
BY_WEATHER, TOGETHER = frozenset({SKY, "ground", "subject", "rest"}), 0.7


def hidden_light(
    planned: PlannedShot, rng: np.random.Generator, farthest_stops: float = FARTHEST_STOPS
) -> dict[str, float]:
    """How much brighter each light of a picture is than predicted, by its key, `sky` and `ground`:
    a draw from its own ± with the heavy tail that advice reckons with. [stops]"""
    weather = prior_draw(rng, 1.0)
    scene = planned.scene
    sigmas = {SKY: scene.sky_sigma_stops, "ground": scene.ground_sigma_stops}
    sigmas |= {part.key: part.sigma_stops for part in planned.plan.parts}
    hidden = {}
    for key, sigma in sigmas.items():
        drawn = prior_draw(rng, sigma)
        if key in BY_WEATHER:
            drawn = TOGETHER * weather * sigma + (1 - TOGETHER) * drawn
        hidden[key] = float(np.clip(drawn, -farthest_stops, farthest_stops))
    return hidden
