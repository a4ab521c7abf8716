"""What wind does to a camera on legs.

Wind pressure grows with the square of its speed, and a heavier tripod resists in proportion,
so the swing is A = A0·(gust/gust0)²·(load0/load). The anchor is the trade's: gusts of
10 m/s smear two pixels of 6 µm at 70 mm on legs rated for 12 kg. [common practice; good to a
factor of two]
"""

import math

from patient_owl.core.constants import ARCSEC_PER_RAD

ANCHOR_GUST_M_S, ANCHOR_LOAD_KG = 10.0, 12.0
ANCHOR_SWING_ARCSEC = 12e-3 / 70 * ARCSEC_PER_RAD  # 12 µm at 70 mm, 35″
SWAY_HZ = 8.0  # legs and head swing at 5 to 12 Hz; common practice
STOUTEST_LOAD_KG = 5.0  # taken when nothing is known of the tripod; a travel tripod


def swing_px(
    gust_m_s: float, load_kg: float | None, focal_length_mm: float, pixel_pitch_um: float
) -> float:
    """Full swing of the picture in gusts, long exposures. [px]"""
    arcsec = (
        ANCHOR_SWING_ARCSEC
        * (gust_m_s / ANCHOR_GUST_M_S) ** 2
        * ANCHOR_LOAD_KG
        / (load_kg or STOUTEST_LOAD_KG)
    )
    return arcsec / ARCSEC_PER_RAD * focal_length_mm * 1000 / pixel_pitch_um


def time_within_s(swing: float, tolerance_px: float) -> float:
    """The longest exposure that a swing of this many px leaves sharp. [s]

    Infinite when the swing itself is within tolerance; else the fastest part of a sine is
    crossed in tolerance/(π·f·swing).
    """
    if swing <= tolerance_px:
        return math.inf
    return tolerance_px / (math.pi * SWAY_HZ * swing)
