"""A flash: over before anything moves, so the time the shutter is open does not count.

N = GN·√(S/100)·√power/d renders mid-grey; n flashes add log2 n. [ray2002-flash]
"""

import math

from patient_owl.core.errors import WrongValue
from patient_owl.core.light.lamp import Flash
from patient_owl.core.light.part import DRAWN, Lever, LightPart

SIGMA_STOPS = 0.6  # printed guide numbers flatter, walls help; common practice
MOST_POPS = 64


def flashed(
    key: str,
    flash: Flash,
    distance_m: float,
    pops: int = 1,
    placement_stops: float = 0.0,
    source: str = "flash",
) -> LightPart:
    """A flash on its subject. Its lever is the share of its power, 1 is all of it."""
    if distance_m <= 0:
        raise WrongValue("distance_m", "more than 0 m", distance_m)
    ev100 = 2 * math.log2(flash.guide_number_m / distance_m) + math.log2(pops)
    lever = Lever("power", 1.0, flash.least_power, 1.0)
    return LightPart(key, source, ev100, SIGMA_STOPS, placement_stops, DRAWN, (lever,))
