"""The colour of a white: of a body that glows at so many kelvin, and of a star by its B−V.

Linear light in the primaries of sRGB [iec61966], each colour of luminance 1, so that it can be
multiplied by a luminance. D65 is grey.
"""

import colorsys

import numpy as np

from patient_owl.core.exposure.reading import LEVELS, linear
from patient_owl.core.light.colour import HUES_DEG, luminance
from patient_owl.core.types import FloatArray

# Chromaticity of the Planckian locus, 1667 to 25 000 K: cubic splines in 1/T and in x. [kim2002]
COOLEST_K, HOTTEST_K = 1667.0, 25_000.0
_JOIN_X_K, _JOIN_Y_K = 4000.0, 2222.0
_X_WARM = (-0.2661239e9, -0.2343589e6, 0.8776956e3, 0.179910)
_X_COOL = (-3.0258469e9, 2.1070379e6, 0.2226347e3, 0.240390)
_Y_WARMEST = (-1.1063814, -1.34811020, 2.18555832, -0.20219683)
_Y_WARM = (-0.9549476, -1.37418593, 2.09137015, -0.16748867)
_Y_COOL = (3.0817580, -5.87338670, 3.75112997, -0.37001483)

_XYZ_TO_RGB = np.array(  # [iec61966]
    [[3.2406, -1.5372, -0.4986], [-0.9689, 1.8758, 0.0415], [0.0557, -0.2040, 1.0570]]
)


def chromaticity(temperature_k: FloatArray) -> FloatArray:
    """CIE 1931 x, y of a black body, shape (..., 2); held inside 1667 to 25 000 K. [kim2002]"""
    t = np.clip(np.asarray(temperature_k, dtype=float), COOLEST_K, HOTTEST_K)
    x = np.where(t < _JOIN_X_K, np.polyval(_X_WARM, 1 / t), np.polyval(_X_COOL, 1 / t))
    y = np.select(
        [t < _JOIN_Y_K, t < _JOIN_X_K],
        [np.polyval(_Y_WARMEST, x), np.polyval(_Y_WARM, x)],
        np.polyval(_Y_COOL, x),
    )
    return np.stack([x, y], axis=-1)


def white_rgb(temperature_k: FloatArray | float) -> FloatArray:
    """Linear colour of luminance 1, shape (..., 3); a primary it lies outside of is left at 0."""
    x, y = np.moveaxis(chromaticity(np.asarray(temperature_k)), -1, 0)
    rgb = np.stack([x / y, np.ones_like(x), (1 - x - y) / y], axis=-1) @ _XYZ_TO_RGB.T
    return of_luminance_1(np.maximum(rgb, 0))


def of_luminance_1(rgb: FloatArray) -> FloatArray:
    """The same colour, of luminance 1; shape (..., 3)."""
    return np.asarray(rgb / luminance(rgb)[..., None])


def star_temperature_k(b_v_mag: FloatArray) -> FloatArray:
    """Temperature of a star of that colour index, between −0.4 and 2. [ballesteros2012] eq. 14"""
    b_v = np.clip(b_v_mag, -0.4, 2.0)
    return np.asarray(4600 * (1 / (0.92 * b_v + 1.7) + 1 / (0.92 * b_v + 0.62)))


def of_hue(hue: str) -> FloatArray:
    """A pure hue of that name, of luminance 1, shape (3,). A panel's pure red lets a little of the
    rest through, as gels and diodes do."""
    pure = linear(np.array(colorsys.hsv_to_rgb(HUES_DEG[hue] / 360, 0.97, 1)) * (LEVELS - 1))
    return of_luminance_1(pure)
