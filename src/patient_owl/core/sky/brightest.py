"""The planet a night is best known by."""

import numpy as np

from patient_owl.core.sky.targets import targets
from patient_owl.core.sky.tracks import Site, tracks_of
from patient_owl.core.types import FloatArray

BY_BRIGHTNESS = ("venus", "jupiter", "mars", "saturn")  # as they mostly are; common practice
DARK_SUN_DEG = -6.0  # from the end of civil twilight all four are seen
LEAST_DEG = 5.0  # over haze and hedges; ours
LEAST_SHARE = 0.05  # of the dark; less is a glimpse; ours


def brightest_planet(site: Site, seconds: FloatArray) -> str | None:
    """Its target key; None where none stands clear of the horizon in the dark of that stretch.

    seconds: equal steps over the night. [epoch_seconds]
    """
    sun, *planets = tracks_of([targets()[key] for key in ("sun", *BY_BRIGHTNESS)], site, seconds)
    dark = sun.true_altitude_deg < DARK_SUN_DEG
    for key, track in zip(BY_BRIGHTNESS, planets, strict=True):
        is_up = dark & (track.apparent_altitude_deg > LEAST_DEG)
        if np.count_nonzero(is_up) > LEAST_SHARE * np.count_nonzero(dark):
            return key
    return None
