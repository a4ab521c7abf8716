"""Coefficients of ground illuminance by altitude of the Sun and of the Moon.

log10 E[lux] = a + bx + cx² + dx³ with x = altitude / 90°, by branches of altitude.
[janiczek1987], USNO Circular 171; coefficients from memory, held against the
circular's own printed values in the tests.
"""

from typing import NamedTuple


class Branch(NamedTuple):
    """One polynomial and the lowest altitude it is for. [deg]"""

    from_altitude_deg: float
    coefficients: tuple[float, float, float, float]


SUN_BRANCHES = (
    Branch(20.0, (3.74, 3.97, -4.07, 1.47)),
    Branch(5.0, (3.05, 13.28, -45.98, 64.33)),
    Branch(-0.8, (2.88, 22.26, -207.64, 1034.30)),
    Branch(-5.0, (2.88, 21.81, -258.11, -858.36)),
    Branch(-12.0, (2.70, 12.17, -431.69, -1899.83)),
    Branch(-18.0, (13.84, 262.72, 1447.42, 2797.93)),
)
MOON_BRANCHES = (
    Branch(20.0, (-1.95, 4.06, -4.24, 1.56)),
    Branch(5.0, (-2.58, 12.58, -42.58, 59.06)),
    Branch(-0.8, (-2.79, 24.27, -252.95, 1321.29)),
)
# log10 E changes with the Moon's phase angle φ [deg] by −(8.68e-3·φ + 2.2e-9·φ⁴)
MOON_PHASE_LINEAR = 8.68e-3
MOON_PHASE_QUARTIC = 2.2e-9
