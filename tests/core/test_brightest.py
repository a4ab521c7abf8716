"""Which planet a night is known by, held against astropy's own ephemeris."""

from datetime import timedelta

import numpy as np
import pytest

from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.brightest import brightest_planet
from patient_owl.core.sky.tracks import Site
from tests.core.reference_sky import day, horizontal, moments

SKARN = Site(43.302, -9.214, 12.0)


@pytest.mark.parametrize("evening", [(2026, 6, 1), (2026, 12, 9), (2027, 5, 20), (2027, 9, 20)])
def test_it_is_the_brightest_that_stands_clear_in_the_dark(evening: tuple[int, int, int]) -> None:
    times = moments(day(*evening) + timedelta(hours=12), 24, 145)
    dark = horizontal("sun", SKARN, times)[0] < -6
    shares = {}
    for name in ("venus", "jupiter", "mars", "saturn"):
        # refraction, a tenth of a degree there, is left out
        up = dark & (horizontal(name, SKARN, times)[0] > 5)
        shares[name] = np.count_nonzero(up) / np.count_nonzero(dark)
    wanted = next((name for name, share in shares.items() if share > 0.05), None)
    seconds = np.array([ephemeris.epoch_seconds(at) for at in times])
    assert brightest_planet(SKARN, seconds) == wanted, shares
