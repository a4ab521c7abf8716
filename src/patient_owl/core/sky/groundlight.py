"""Illuminance on level ground from Sun and Moon under a clear sky, by altitude.

[janiczek1987], USNO Circular 171. Two things are ours: neighbouring branches are
blended over JOIN_DEG so that no one sees a saw-tooth, and below the last branch the
curve goes on along its own slope, so that the light fades instead of stopping; what is
left there is under the starlight of a dark site.
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from patient_owl.core.tables.groundlight import (
    MOON_BRANCHES,
    MOON_PHASE_LINEAR,
    MOON_PHASE_QUARTIC,
    SUN_BRANCHES,
    Branch,
)
from patient_owl.core.types import FloatArray

DARKENS_FROM_DEG = -12.0  # above it the night's own light is under a tenth of the twilight's
JOIN_DEG = 0.5  # half-width of the blend; the printed pieces differ there by under 0.1 stop


def sun_illuminance_lux(sun_altitude_deg: FloatArray) -> FloatArray:
    """Illuminance by the Sun and its twilight; same shape. [lx], clear sky

    Altitudes are those of the Sun's centre without refraction, as the circular has it.
    """
    return np.asarray(10 ** _log10_lux(_SUN, sun_altitude_deg))


def twilight_illuminance_lux(sun_altitude_deg: FloatArray) -> FloatArray:
    """What the Sun alone gives; same shape. [lx], clear sky

    The circular's curve ends in the night sky's own light, which is there without the Sun and must
    not be counted twice: its end is taken off, fading in below the last branch but one.
    """
    night_lux = sun_illuminance_lux(np.asarray(_SUN.lowest_deg))
    reach_deg = DARKENS_FROM_DEG - _SUN.lowest_deg
    dark = np.clip((DARKENS_FROM_DEG - sun_altitude_deg) / reach_deg, 0, 1)
    left = sun_illuminance_lux(np.maximum(sun_altitude_deg, _SUN.lowest_deg)) - night_lux * dark
    return np.asarray(np.maximum(left, 0.0))


def moon_illuminance_lux(
    moon_altitude_deg: FloatArray, moon_phase_angle_deg: FloatArray
) -> FloatArray:
    """Illuminance by the Moon; same shape. [lx], clear sky; phase angle 0 is full."""
    phase = np.abs(moon_phase_angle_deg)
    dimming = MOON_PHASE_LINEAR * phase + MOON_PHASE_QUARTIC * phase**4
    return np.asarray(10 ** (_log10_lux(_MOON, moon_altitude_deg) - dimming))


class _Law(NamedTuple):
    """Branches as columns, k of them from the highest: all are worked out at once.

    coefficients: (4, k). joins_deg: where each but the first takes over, (k − 1,).
    slope_per_deg: at the lowest altitude, which it goes on with.
    """

    coefficients: FloatArray
    joins_deg: FloatArray
    lowest_deg: float
    slope_per_deg: float


def _law(branches: Sequence[Branch]) -> _Law:
    lowest = branches[-1]
    _, b, c, d = lowest.coefficients
    x = lowest.from_altitude_deg / 90
    return _Law(
        coefficients=np.array([branch.coefficients for branch in branches]).T,
        joins_deg=np.array([branch.from_altitude_deg for branch in branches[:-1]]),
        lowest_deg=lowest.from_altitude_deg,
        slope_per_deg=(b + 2 * c * x + 3 * d * x * x) / 90,
    )


_SUN, _MOON = _law(SUN_BRANCHES), _law(MOON_BRANCHES)


def _log10_lux(law: _Law, altitude_deg: FloatArray) -> FloatArray:
    beside = (-1, *(1,) * np.ndim(altitude_deg))  # the branches stand before any grid
    a, b, c, d = (column.reshape(beside) for column in law.coefficients)
    x = np.maximum(altitude_deg, law.lowest_deg) / 90
    branches = a + x * (b + x * (c + x * d))
    share = np.clip(
        (law.joins_deg.reshape(beside) + JOIN_DEG - altitude_deg) / (2 * JOIN_DEG), 0, 1
    )
    share = share * share * (3 - 2 * share)  # smoothstep: no kink at either end
    out = branches[0]
    for taken, branch in zip(share, branches[1:], strict=True):
        out = out + taken * (branch - out)
    below_deg = np.minimum(altitude_deg - law.lowest_deg, 0)
    return np.asarray(out + below_deg * law.slope_per_deg)
