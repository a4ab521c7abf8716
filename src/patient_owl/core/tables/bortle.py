"""Bortle's classes and the zenith brightness each roughly stands for.

The scale is judged by eye [bortle2001]; its mapping to V mag/arcsec² is common practice and
coarse, half a magnitude either way.
"""

BORTLE_MAG_ARCSEC2: dict[int, tuple[float, str]] = {
    1: (21.9, "excellent dark site"),
    2: (21.7, "truly dark site"),
    3: (21.4, "rural sky"),
    4: (20.9, "rural to suburban"),
    5: (20.0, "suburban sky"),
    6: (19.2, "bright suburban"),
    7: (18.6, "suburban to urban"),
    8: (18.1, "city sky"),
    9: (17.5, "inner city"),
}


def nearest_class(sky_brightness_mag_arcsec2: float) -> int:
    """The class whose brightness lies nearest."""
    off = {n: abs(mag - sky_brightness_mag_arcsec2) for n, (mag, _) in BORTLE_MAG_ARCSEC2.items()}
    return min(off, key=lambda number: off[number])


# What a place is taken for until somebody says; half a magnitude covers its neighbours.
USUAL_BORTLE_CLASS = 4
USUAL_SKY_MAG_ARCSEC2 = BORTLE_MAG_ARCSEC2[USUAL_BORTLE_CLASS][0]
