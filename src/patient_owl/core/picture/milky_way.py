"""The Milky Way as light along lines of sight: an exponential disc and a bulge behind dust.

L(l, b) = ∫ j·e^(−τ) ds, j of disc and bulge, τ of a thinner disc of dust. Lengths are those of the
disc as a whole, from memory and good to a fifth ([blandhawthorn2016] reviews them); the scale is
put so that the brightest fields give what is published, see BRIGHTEST_S10. Clouds and lanes are
chance, but the same every night. What the darkest sky holds of it already is left out.
"""

import numpy as np
from scipy.ndimage import gaussian_filter, map_coordinates

from patient_owl.core.kept import kept
from patient_owl.core.light.white import white_rgb
from patient_owl.core.picture.stage import Stage
from patient_owl.core.picture.view import Looks
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.skylight import (
    EXTINCTION_MAG_PER_AIRMASS,
    luminance_from_mag,
    path_airmass,
)
from patient_owl.core.sky.targets import Target
from patient_owl.core.sky.tracks import Site, seen_from
from patient_owl.core.types import FloatArray

SUN_TO_CENTRE_KPC, SUN_OVER_PLANE_KPC = 8.2, 0.02
DISC_LENGTH_KPC, DISC_HEIGHT_KPC = 2.6, 0.2
BULGE_LENGTH_KPC, BULGE_FLAT, BULGE_SHARE = 0.7, 0.6, 1.0  # of the disc's centre
DUST_HEIGHT_KPC, DUST_LENGTH_KPC, DUST_MAG_PER_KPC = 0.14, 4.5, 0.7  # V, where the Sun is
MAG_TO_DEPTH = 0.4 * np.log(10)
DUST_MULTIPLES = (0.35, 1.0, 2.5)  # between which clouds and lanes lie
CLUMP_DEG, CLUMP_SPREAD = (1.2, 4.0, 12.0), 0.6  # sizes; ln of how uneven. By eye

# Stars of tenth magnitude a square degree: 27.78 V/arcsec². The brightest fields, in Sagittarius
# under the centre, give about 450 of them, and 20.7 with the night's own light. [leinert1998], from
# memory
S10_MAG_ARCSEC2 = 27.78
BRIGHTEST_S10 = 450.0
BRIGHTEST_DEG = (-5, 5, -7, -2)  # longitudes and latitudes of these fields
COLOUR_K = 4700.0  # unseen stars are mostly yellow and reddened; from memory

STEP_DEG = 1.0
SMOOTH_DEG = 4.0  # of longitude, between which the model without clouds is straight
_AXES = (  # of galactic longitude and latitude; IAU 1958, J2000 values as everywhere printed
    Target("galactic-centre", "", "axis", None, 266.40499, -28.93617),
    Target("galactic-pole", "", "axis", None, 192.85948, 27.12825),
)


def milky_way(stage: Stage, looks: Looks) -> FloatArray:
    """Shares of mid-grey of the Milky Way where some pixels look, (3, rows, columns), dimmed low by
    the air and everywhere by cloud."""
    x, y, z = np.einsum("ij,jrc->irc", _axes(stage.night.site, stage.at_s), looks.directions)
    longitude = np.degrees(np.arctan2(y, x)) % 360
    latitude = np.degrees(np.arcsin(np.clip(z, -1, 1)))
    airmass = path_airmass(looks.altitude_deg)
    clear = 1 - (stage.scene.cloud_cover or 0.0)
    through = 10 ** (-0.4 * EXTINCTION_MAG_PER_AIRMASS * airmass)
    light = luminance_cd_m2(longitude, latitude) * through * clear * stage.sky_gain
    return np.multiply.outer(white_rgb(COLOUR_K), light * stage.grey_per_cd_m2)


@kept(most=64, mb=1)
def _axes(site: Site, at_s: float) -> FloatArray:
    """Toward the centre, along the plane and to the pole, rows as east, north, up. Kept: a hand on
    a rail stays at its moment. Only to be read."""
    time = ephemeris.moments(np.array([at_s]))
    of_date = np.stack([ephemeris.apparent_star_vectors(axis, time)[:, 0] for axis in _AXES])
    centre, pole = seen_from(of_date, site, at_s)
    pole = pole - centre * (pole @ centre)  # refraction bends the right angle by minutes
    pole /= np.linalg.norm(pole)
    return np.stack([centre, np.cross(pole, centre), pole])


def luminance_cd_m2(longitude_deg: FloatArray, latitude_deg: FloatArray) -> FloatArray:
    """Of the Milky Way over the darkest sky, in galactic directions; their shape. [cd/m²]"""
    at = np.stack([longitude_deg / STEP_DEG, (latitude_deg + 90) / STEP_DEG])
    return np.asarray(map_coordinates(_map(), at, order=1, mode="grid-wrap"))


@kept(most=1, mb=1)
def _map() -> FloatArray:
    """Luminance by galactic longitude and latitude, every STEP_DEG. [cd/m²]"""
    smooth = np.stack([_smooth(multiple) for multiple in DUST_MULTIPLES])
    rows, columns = smooth.shape[1:]
    rng = np.random.default_rng(0)  # of forty, nearest to the measured fields
    uneven = sum(
        _even_chance(rng, (rows, columns), size / STEP_DEG) for size in CLUMP_DEG
    ) / np.sqrt(len(CLUMP_DEG))
    where = np.interp(CLUMP_SPREAD * uneven, np.log(DUST_MULTIPLES), np.arange(len(DUST_MULTIPLES)))
    grid = np.indices((rows, columns))
    light = map_coordinates(smooth, np.stack([where, *grid]), order=1)
    left, right, low, high = BRIGHTEST_DEG
    fields = np.ix_(np.arange(left, right), np.arange(90 + low, 90 + high))
    scale = BRIGHTEST_S10 * float(luminance_from_mag(S10_MAG_ARCSEC2)) / smooth[1][fields].mean()
    return np.asarray(np.maximum(light - smooth[1].min(), 0) * scale)


def _even_chance(rng: np.random.Generator, shape: tuple[int, int], size: float) -> FloatArray:
    """Smooth chance of unit spread, closed around in longitude."""
    field = gaussian_filter(rng.standard_normal(shape), size, mode="wrap")
    return np.asarray(field / field.std())


def _smooth(dust: float) -> FloatArray:
    """The model without clouds, by longitude and latitude; any unit. dust: how much of it."""
    latitude = np.radians(np.arange(-90, 90 + STEP_DEG / 2, STEP_DEG))[None, :, None]
    edges = np.concatenate([np.linspace(0, 2, 41), np.linspace(2.2, 16, 47), [18, 21, 25]])
    s, ds = (edges[1:] + edges[:-1]) / 2, np.diff(edges)
    half = np.arange(0, 180 + SMOOTH_DEG / 2, SMOOTH_DEG)
    luminance = np.empty((len(half), latitude.shape[1]))
    for i, l_deg in enumerate(half):
        level = s * np.cos(latitude[0])
        x = level * np.cos(np.radians(l_deg)) - SUN_TO_CENTRE_KPC
        y = level * np.sin(np.radians(l_deg))
        z = SUN_OVER_PLANE_KPC + s * np.sin(latitude[0])
        radius, high = np.hypot(x, y), np.abs(z)
        disc = np.exp(-radius / DISC_LENGTH_KPC - high / DISC_HEIGHT_KPC)
        ball = np.hypot(radius, high / BULGE_FLAT)
        bulge = BULGE_SHARE * np.exp(-ball / BULGE_LENGTH_KPC)
        inward = (SUN_TO_CENTRE_KPC - radius) / DUST_LENGTH_KPC
        per_kpc = DUST_MAG_PER_KPC * np.exp(inward - high / DUST_HEIGHT_KPC)
        depth = MAG_TO_DEPTH * dust * np.cumsum(per_kpc * ds, axis=-1)
        luminance[i] = np.sum((disc + bulge) * np.exp(-depth) * ds, axis=-1)
    # the same either side of the centre
    from_centre = np.abs((np.arange(0, 360, STEP_DEG) + 180) % 360 - 180)
    return np.stack([np.interp(from_centre, half, column) for column in luminance.T], axis=1)
