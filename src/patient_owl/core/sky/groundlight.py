"""Illuminance on level ground from Sun and Moon under a clear sky, by altitude.

[janiczek1987], USNO Circular 171. Two things are ours: neighbouring branches are
blended over JOIN_DEG so that no one sees a saw-tooth, and below the last branch the
curve goes on along its own slope, so that the light fades instead of stopping; what is
left there is under the starlight of a dark site.
"""

from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from patient_owl.core.tables.groundlight import (
    MOON_BRANCHES,
    MOON_PHASE_LINEAR,
    MOON_PHASE_QUARTIC,
    SUN_BRANCHES,
    Branch,
)
from patient_owl.core.types import FloatArray

JOIN_DEG = 0.5  # half-width of the blend; the printed pieces differ there by under 0.1 stop


def sun_illuminance_lux(sun_altitude_deg: FloatArray) -> FloatArray:
    """Illuminance by the Sun and its twilight; same shape. [lx], clear sky

    Altitudes are those of the Sun's centre without refraction, as the circular has it.
    """
    return np.asarray(10 ** _log10_lux(SUN_BRANCHES, sun_altitude_deg))


def moon_illuminance_lux(
    moon_altitude_deg: FloatArray, moon_phase_angle_deg: FloatArray
) -> FloatArray:
    """Illuminance by the Moon; same shape. [lx], clear sky; phase angle 0 is full."""
    phase = np.abs(moon_phase_angle_deg)
    dimming = MOON_PHASE_LINEAR * phase + MOON_PHASE_QUARTIC * phase**4
    return np.asarray(10 ** (_log10_lux(MOON_BRANCHES, moon_altitude_deg) - dimming))


def _log10_lux(branches: Sequence[Branch], altitude_deg: FloatArray) -> FloatArray:
    lowest = branches[-1]
    x = np.maximum(altitude_deg, lowest.from_altitude_deg) / 90
    out = _polynomial(branches[0], x)
    for above, branch in pairwise(branches):
        join = above.from_altitude_deg
        share = np.clip((join + JOIN_DEG - altitude_deg) / (2 * JOIN_DEG), 0, 1)
        share = share * share * (3 - 2 * share)  # smoothstep: no kink at either end
        out = out + share * (_polynomial(branch, x) - out)
    below_deg = np.minimum(altitude_deg - lowest.from_altitude_deg, 0)
    return np.asarray(out + below_deg * _slope_per_deg(lowest))


def _polynomial(branch: Branch, x: FloatArray) -> FloatArray:
    a, b, c, d = branch.coefficients
    return np.asarray(a + x * (b + x * (c + x * d)))


def _slope_per_deg(branch: Branch) -> float:
    _, b, c, d = branch.coefficients
    x = branch.from_altitude_deg / 90
    return (b + 2 * c * x + 3 * d * x * x) / 90
