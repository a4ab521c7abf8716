"""Every star the eye can see, from the bundled catalogue, brightest first.

Hipparcos, new reduction [vanleeuwen2007], to Hp 6.6; made by tools/stars.py.
"""

import gzip
from importlib.resources import files
from typing import NamedTuple

import numpy as np

from patient_owl.core.kept import kept
from patient_owl.core.sky import ephemeris
from patient_owl.core.types import FloatArray

CATALOGUE_EPOCH_YEAR = 1991.25
DAY_S = 86400.0

# Hipparcos's own band against V by colour, Hp − V at B−V: of Vega, Procyon, Capella, Pollux,
# Arcturus, Aldebaran and their like, whose V everybody knows. From memory, to 0.03 mag.
_B_V = (-0.25, 0.0, 0.4, 0.65, 0.8, 1.0, 1.25, 1.55, 2.0)
_HP_LESS_V = (-0.03, 0.05, 0.09, 0.13, 0.145, 0.14, 0.155, 0.12, 0.10)


class BrightStars(NamedTuple):
    """Columns of n stars. Positions J2000 axes at the catalogue's epoch [deg], proper motions in
    mas a year, the first with cos δ in it."""

    ra_deg: FloatArray
    dec_deg: FloatArray
    pm_ra_mas_a: FloatArray
    pm_dec_mas_a: FloatArray
    v_mag: FloatArray
    b_v_mag: FloatArray


@kept(most=1, mb=1)
def bright_stars() -> BrightStars:
    """The catalogue. Only to be read."""
    packed = (files("patient_owl.core.tables") / "bright_stars.csv.gz").read_bytes()
    text = gzip.decompress(packed).decode().splitlines()
    ra, dec, pm_ra, pm_dec, hp, b_v = np.loadtxt(text, delimiter=",", skiprows=1).T
    return BrightStars(ra, dec, pm_ra, pm_dec, hp - np.interp(b_v, _B_V, _HP_LESS_V), b_v)


def apparent_vectors(day: int) -> FloatArray:
    """Unit vectors, (n, 3), equator and equinox of date at the noon of a day since EPOCH_UTC.

    A day on, aberration has moved them by a third of an arcsecond. Only to be read.
    """
    stars = bright_stars()
    return ephemeris.apparent_star_columns(
        (stars.ra_deg, stars.dec_deg, stars.pm_ra_mas_a, stars.pm_dec_mas_a),
        CATALOGUE_EPOCH_YEAR,
        (day + 0.5) * DAY_S,
    )
