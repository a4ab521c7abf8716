"""Colours of light: how two of them stand to each other, and what a pure one looks like.

A panel mixes three primaries; taken as those of sRGB, a pure colour keeps the luminance of the
primaries in it [iec61966]. A camera's channel is as full as with white, so a saturated colour looks
darker than it is exposed. Whites are compared in mired, a million over kelvin, because equal steps
of it look alike [wyszecki1982].
"""

import colorsys
import math
from collections.abc import Mapping
from typing import Literal

import numpy as np

from patient_owl.core.exposure.reading import LEVELS, linear
from patient_owl.core.types import FloatArray, Pixels

Hue = Literal["own_white", "red", "amber", "yellow", "green", "cyan", "azure", "blue", "magenta"]
OWN_WHITE: Hue = "own_white"

# On the circle of hues, where opposite ones mix to white. Names of common use.
HUES_DEG: Mapping[str, float] = {
    "red": 0,
    "amber": 30,
    "yellow": 60,
    "green": 120,
    "cyan": 180,
    "azure": 210,
    "blue": 240,
    "magenta": 300,
}
LUMINANCE_OF_PRIMARIES = (0.2126, 0.7152, 0.0722)  # of red, green, blue; [iec61966]
# How far apart colours still pass for neighbours, and how far off for opposites. Common practice.
NEIGHBOURS_DEG, OPPOSITE_OFF_DEG = 60.0, 30.0
SEEN_MIRED = 20.0  # two whites side by side differ visibly from here on; common practice


def luminance(light: FloatArray | Pixels) -> FloatArray:
    """Of linear red, green and blue, the last axis."""
    return np.asarray(light @ np.array(LUMINANCE_OF_PRIMARIES))


def apart_deg(first: str, second: str) -> float:
    """Between two hues the short way round, 0 to 180."""
    off = abs(HUES_DEG[first] - HUES_DEG[second]) % 360
    return min(off, 360 - off)


def opposite_of(hue: str) -> str:
    """The hue that stands across the circle."""
    return max(HUES_DEG, key=lambda other: apart_deg(hue, other))


def neighbours_of(hue: str) -> tuple[str, str]:
    """The nearest on either side."""
    around = sorted(HUES_DEG, key=lambda other: (HUES_DEG[other] - HUES_DEG[hue]) % 360)
    return around[1], around[-1]


def looks_darker_stops(hue: str) -> float:
    """How much darker a pure colour looks than white that fills its strongest channel as much."""
    primaries = np.array(colorsys.hsv_to_rgb(HUES_DEG[hue] / 360, 1, 1))
    return -math.log2(float(luminance(linear(primaries * (LEVELS - 1)))))


def mired(colour_temperature_k: float) -> float:
    """A million over kelvin. [wyszecki1982]"""
    return 1e6 / colour_temperature_k
