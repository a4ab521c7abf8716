"""A burst of fireworks: a light that draws its own trail.

Each spot of the frame sees a spark for an instant, however long the shutter is open, so the
brightness of a trail answers to aperture, ISO and filter; time only decides how many there are.
"""

import math

from patient_owl.core.light.part import DRAWN, LightPart

# f/11 at ISO 100 gives trails their colour; f/8 to f/16 is where shells differ. Common practice.
TRAIL_F_NUMBER, TRAIL_ISO = 2**3.5, 100.0
SIGMA_STOPS = 1.0  # shells differ by two stops and more; common practice


def bursts(placement_stops: float = 0.0) -> LightPart:
    """The bursts of a show. EV100 by aperture, ISO and filter alone."""
    ev100 = 2 * math.log2(TRAIL_F_NUMBER) - math.log2(TRAIL_ISO / 100)
    return LightPart("bursts", "bursts", ev100, SIGMA_STOPS, placement_stops, DRAWN)
