"""Luminance of the night sky in one direction: airglow and stars, towns, Moon, twilight.

Dark sky and moonlight: [krisciunas1991]; coefficients from memory, held against the
paper's own example in the tests. Twilight: the ground's illuminance spread evenly over the
hemisphere, L = E/π, which is right on average, as E = ∫ L cos θ dω = π·L for an even
sky, and within about a stop toward or away from the Sun.
"""

import numpy as np

from patient_owl.core.types import FloatArray, Pixels

EXTINCTION_MAG_PER_AIRMASS = 0.172  # V band, the paper's site; hazy coasts have more
NANOLAMBERT_CD_M2 = 1e-9 * 1e4 / np.pi
NATURAL_ZENITH_MAG_ARCSEC2 = 22.0  # V, no towns, quiet Sun; [falchi2016] uses 22.0
MOON_FULL_FROM_DEG = 6.0  # by eye against tabulated airmass; ours
LUMINANCE_ZERO_CD_M2 = 10.8e4  # V 0 mag/arcsec²; [falchi2016] and common practice


def luminance_from_mag(sky_brightness_mag_arcsec2: FloatArray | float) -> FloatArray:
    """Luminance of a sky of V mag/arcsec². [cd/m²]"""
    return np.asarray(LUMINANCE_ZERO_CD_M2 * 10 ** (-0.4 * np.asarray(sky_brightness_mag_arcsec2)))


def path_airmass(altitude_deg: Pixels | float) -> FloatArray:
    """X(z) = (1 − 0.96·sin²z)^−½: 1 at the zenith, 5 at the horizon. [krisciunas1991] eq. 3"""
    cos_altitude = np.cos(np.radians(np.maximum(np.asarray(altitude_deg), 0)))
    return np.asarray((1 - 0.96 * cos_altitude**2) ** -0.5)


def dark_sky_cd_m2(
    zenith_cd_m2: FloatArray | float, altitude_deg: FloatArray | float
) -> FloatArray:
    """Moonless sky at an altitude from its zenith value. [cd/m²] [krisciunas1991] eq. 2"""
    airmass = path_airmass(altitude_deg)
    fade = 10 ** (-0.4 * EXTINCTION_MAG_PER_AIRMASS * (airmass - 1))
    return np.asarray(zenith_cd_m2 * fade * airmass)


def moonlit_sky_cd_m2(
    separation_deg: FloatArray,
    moon_altitude_deg: FloatArray,
    sky_altitude_deg: FloatArray,
    moon_phase_angle_deg: FloatArray,
    extinction_mag_per_airmass: float = EXTINCTION_MAG_PER_AIRMASS,
) -> FloatArray:
    """What the Moon adds to the sky at `separation_deg` from it. [cd/m²]; 0 with the Moon down.

    Arrays broadcast. Separation 0 to 180 (5° and more in the paper), phase angle 0 full.
    [krisciunas1991] eqs. 3, 15, 16, 18, 20, 21
    """
    phase = np.abs(moon_phase_angle_deg)
    strength = 10 ** (-0.4 * (3.84 + 0.026 * phase + 4e-9 * phase**4))
    rho = np.radians(separation_deg)
    scatter = 10**5.36 * (1.06 + np.cos(rho) ** 2) + 10 ** (6.15 - separation_deg / 40)
    k = extinction_mag_per_airmass
    arriving = 10 ** (-0.4 * k * path_airmass(moon_altitude_deg))
    scattered = 1 - 10 ** (-0.4 * k * path_airmass(sky_altitude_deg))
    # The paper's airmass stops at 5 where the true one is nearer 40, so a rising Moon would
    # switch the sky on; fading it in up to MOON_FULL_FROM_DEG is nearer the truth.
    up = np.clip((np.asarray(moon_altitude_deg) + 1) / (MOON_FULL_FROM_DEG + 1), 0, 1)
    risen = up * up * (3 - 2 * up)
    return np.asarray(scatter * strength * arriving * scattered * risen * NANOLAMBERT_CD_M2)


def separation_deg(
    altitude_a_deg: FloatArray,
    azimuth_a_deg: FloatArray,
    altitude_b_deg: FloatArray,
    azimuth_b_deg: FloatArray,
) -> FloatArray:
    """Angle between two directions of the horizon system. [deg]; haversine, exact when small."""
    a, b = np.radians(altitude_a_deg), np.radians(altitude_b_deg)
    turn = np.radians(np.asarray(azimuth_b_deg) - np.asarray(azimuth_a_deg))
    h = np.sin((b - a) / 2) ** 2 + np.cos(a) * np.cos(b) * np.sin(turn / 2) ** 2
    return np.asarray(np.degrees(2 * np.arcsin(np.sqrt(np.clip(h, 0, 1)))))
