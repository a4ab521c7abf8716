"""One light read off a frame: at a spot of its picture, or where its hump stands on the camera's
own histogram.

Said in stops from mid-grey, as a spot meter would, with how far it may be off. What lies beyond an
end of the frame's range says only "at least".
"""

import math
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from scipy.special import stdtr

from patient_owl.core.exposure.reading import LEVELS, MID_GREY, linear
from patient_owl.core.types import FloatArray

SpotBy = Literal["raw", "jpeg", "hump"]
SpotEnd = Literal["", "clipped", "black"]

# How far a spot may be off. Raw values are linear, what is left is where one taps: a face is not
# one tone. A camera's JPEG has a tone curve that nobody publishes; against the standard one it is
# off by a third, and a little more on a small screen that may be set to another style. Common
# practice, from memory.
RAW_SIGMA_STOPS, CURVE_SIGMA_STOPS, SCREEN_SIGMA_STOPS = 0.2, 0.3, 0.36
# A tap on a drawn histogram is good to a fortieth of its width; how many stops that is depends on
# where it falls: a hundredth of the width holds 0.07 stop at mid-grey and 0.15 three stops below.
TAP_SHARE = 0.025
FREEDOM = 4.0  # of Student's law: now and then it is another thing that was tapped; ours


@dataclass(frozen=True)
class Spot:
    """How bright a light stands in a frame. stops: from mid-grey. end: the end of the frame's
    range it lies at, so that it is only "at least" that bright or dark."""

    stops: float
    by: SpotBy
    end: SpotEnd = ""

    @cached_property
    def sigma_stops(self) -> float:
        """Two thirds of all lie within this. [stops]"""
        if self.by == "raw":
            return RAW_SIGMA_STOPS
        if self.by == "jpeg":
            return CURVE_SIGMA_STOPS
        return math.hypot(SCREEN_SIGMA_STOPS, TAP_SHARE * stops_per_width(self.stops))


# Where a hump may be tapped: by half stops, wider apart where the histogram crowds them.
HUMP_STOPS = (-5.0, -4.0, -3.0, -2.5, -2.0, -1.5, -1.0, -0.5, 0.0, 0.5, 1.0, 1.5, 2.0)
HUMPS: tuple[Spot, ...] = (
    Spot(-6.0, "hump", "black"),
    *(Spot(stops, "hump") for stops in HUMP_STOPS),
    Spot(2.3, "hump", "clipped"),
)
"""Every place of a hump that is told apart, darkest first; the outer two pile up at an edge."""


def hump_key(spot: Spot) -> str:
    """The name of a hump's place."""
    return f"hump_{HUMPS.index(spot)}"


def width_share(stops: float) -> float:
    """Where a tone stands across a histogram, 0 at its left edge to 1 at its right. [iec61966]"""
    levels = np.arange(LEVELS, dtype=float)
    return float(np.interp(MID_GREY * 2.0**stops, linear(levels), levels / (LEVELS - 1)))


def stops_per_width(stops: float) -> float:
    """How many stops the whole width would hold if it were ruled as it is there."""
    half = 0.25
    return 2 * half / (width_share(stops + half) - width_share(stops - half))


def likelihood(off_stops: FloatArray, spot: Spot) -> FloatArray:
    """How likely a spot is, by how far it would then be from the truth. off_stops: read less true;
    at an end it is only a bound."""
    x = off_stops / spot.sigma_stops
    if spot.end == "clipped":
        return np.asarray(stdtr(FREEDOM, -x))
    if spot.end == "black":
        return np.asarray(stdtr(FREEDOM, x))
    return np.asarray((1 + x**2 / FREEDOM) ** (-(FREEDOM + 1) / 2))
