"""Light that stays: the sky, what it lights, and lamps that burn on.

It answers to every control. What the sky makes changes through the night as predicted; a lamp
stands still.
"""

import math

import numpy as np

from patient_owl.core.light.part import Changes, LightPart


def together(
    first_ev100: float, first_sigma: float, second_ev100: float, second_sigma: float
) -> tuple[float, float]:
    """EV100 and ± of two lights on one subject; each brings its own ± by its share. [stops]"""
    second = 2 ** (second_ev100 - first_ev100)
    share = second / (1 + second)
    sigma = math.hypot((1 - share) * first_sigma, share * second_sigma)
    return first_ev100 + math.log2(1 + second), sigma


def natural(
    key: str,
    source: str,
    now: tuple[float, float],
    changes: Changes | None,
    placement_stops: float,
) -> LightPart:
    """What the sky makes. now: EV100 and ±; changes: through the night."""
    return LightPart(key, source, *now, placement_stops, changes=changes)


def lamp(
    key: str, source: str, ev100: float, sigma_stops: float, placement_stops: float
) -> LightPart:
    """Lamps alone, as in a room."""
    return LightPart(key, source, ev100, sigma_stops, placement_stops)


def lamp_under_sky(
    key: str,
    source: str,
    of_lamp: tuple[float, float],
    of_sky: tuple[float, float],
    changes: Changes | None,
    placement_stops: float,
) -> LightPart:
    """Lamps and the sky on one subject: (EV100, ±) of each, the sky's changes through the night."""
    ev100, sigma = together(*of_lamp, *of_sky)
    both = None
    if changes is not None:
        added = np.logaddexp2(of_lamp[0], changes.ev100)
        both = Changes(changes.after_s, tuple(added.tolist()))
    return LightPart(key, source, ev100, sigma, placement_stops, changes=both)
