"""Altitude and azimuth of a body from a site, for many moments at once.

The expensive part of an apparent place (ephemeris, nutation, aberration) changes
slowly, so it is computed at knots KNOT_S apart and carried by a cubic spline; what
changes fast is only the Earth's turning, which is exact here. With 6 h knots the
spline's error is about (0.06 rad)⁴/384, some 0.01″ for the Moon: the error term of a
cubic spline on a circle of its monthly motion.

Sites stand on the WGS 84 ellipsoid. Neglected: diurnal aberration (0.3″), polar motion
(0.5″), deflection of the vertical. Altitudes are true (unrefracted) unless named
`apparent_`.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from scipy.interpolate import CubicSpline

from patient_owl.core.constants import (
    EARTH_EQUATORIAL_RADIUS_KM,
    EARTH_FLATTENING,
    SIDEREAL_DAY_S,
)
from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.targets import Target, target
from patient_owl.core.types import BoolArray, FloatArray

KNOT_S = 6 * 3600.0
_CHUNK_S = 32 * 86400.0  # splines are made and kept by the chunk
_MARGIN_KNOTS = 3

SUN, MOON, GALACTIC_CORE = "sun", "moon", "core"
_SIDEREAL = "sidereal"


@dataclass(frozen=True)
class Site:
    """Where the tripod stands. Latitude −90 to 90 (north +), longitude −180 to 180 (east +)."""

    latitude_deg: float
    longitude_deg: float
    elevation_m: float = 0.0

    def __post_init__(self) -> None:
        if not -90 <= self.latitude_deg <= 90:
            raise WrongValue("latitude_deg", "−90 to 90", self.latitude_deg)
        if not -180 <= self.longitude_deg <= 180:
            raise WrongValue("longitude_deg", "−180 to 180", self.longitude_deg)


@dataclass(frozen=True)
class Track:
    """A body over a grid of moments; every array has the grid's shape.

    true_altitude_deg [−90, 90], azimuth_deg [0, 360) from true north through east,
    distance_km topocentric (NaN for a star).
    """

    true_altitude_deg: FloatArray
    azimuth_deg: FloatArray
    distance_km: FloatArray

    @cached_property
    def apparent_altitude_deg(self) -> FloatArray:
        return self.true_altitude_deg + refraction_deg(self.true_altitude_deg)

    def limb_altitude_deg(self, radius_km: float) -> FloatArray:
        """Apparent altitude of the upper limb; of the body itself for radius 0. [deg]

        The limb's own light is refracted, not the centre's: near the horizon they differ by 2′.
        """
        if radius_km == 0.0:
            return self.apparent_altitude_deg
        limb_deg = self.true_altitude_deg + np.degrees(np.arcsin(radius_km / self.distance_km))
        return np.asarray(limb_deg + refraction_deg(limb_deg))


def refraction_deg(true_altitude_deg: FloatArray) -> FloatArray:
    """Lift by a standard atmosphere, 1010 hPa and 10 °C. [deg]

    Faded to nothing between −1° and −2°, where no one looks and the formula diverges.
    Good to about 0.1′ above 5°; weather moves it by several arcminutes at the horizon.
    [saemundsson1986] as given in [meeus1998], eq. 16.4
    """
    altitude = np.maximum(true_altitude_deg, -1.9)
    arcmin = 1.02 / np.tan(np.radians(altitude + 10.3 / (altitude + 5.11)))
    return np.asarray(arcmin / 60 * np.clip(true_altitude_deg + 2, 0, 1))


@kept(most=64, mb=3)
def _knots(chunk: int) -> tuple[FloatArray, ephemeris.Moments]:
    start, end = chunk * _CHUNK_S, (chunk + 1) * _CHUNK_S
    knots = np.arange(start - _MARGIN_KNOTS * KNOT_S, end + (_MARGIN_KNOTS + 1) * KNOT_S, KNOT_S)
    return knots, ephemeris.moments(knots)


@kept(most=1024, mb=4)
def _columns(body: str, chunk: int) -> FloatArray:
    """At the knots: vectors of a target by key, (n, 3), or the rest of sidereal time, (n, 1)."""
    knots, time = _knots(chunk)
    if body == _SIDEREAL:
        # the mean turning is taken out before the spline and put back after it
        turn = ephemeris.greenwich_sidereal_rad(time) - _mean_turn_rad(knots)
        return np.asarray(turn)[:, None]
    body_target = target(body)
    if body_target.segment is None:
        return ephemeris.apparent_star_vectors(body_target, time).T
    return ephemeris.apparent_vectors_km(body_target.segment, time).T


@kept(most=1024, mb=2)
def _spline(bodies: tuple[str, ...], chunk: int) -> CubicSpline:
    """Of several bodies side by side: asking one spline costs the same however wide it is."""
    knots, _ = _knots(chunk)
    return CubicSpline(knots, np.concatenate([_columns(b, chunk) for b in bodies], axis=1))


def _mean_turn_rad(seconds: FloatArray) -> FloatArray:
    return 2 * np.pi * seconds / SIDEREAL_DAY_S


def _by_chunk(bodies: tuple[str, ...], seconds: FloatArray) -> FloatArray:
    """The spline's columns at any moments, whichever chunks they fall in; shape (n, columns)."""
    chunks = np.floor(seconds / _CHUNK_S).astype(int)
    first, last = int(chunks.min()), int(chunks.max())
    if first == last:
        return np.asarray(_spline(bodies, first)(seconds))
    parts = [_spline(bodies, c)(seconds[chunks == c]) for c in range(first, last + 1)]
    out = np.empty((len(seconds), *parts[0].shape[1:]))
    for c, part in zip(range(first, last + 1), parts, strict=True):
        out[chunks == c] = part
    return out


def geocentric(body: str, seconds: FloatArray) -> FloatArray:
    """Apparent geocentric vectors of date of a target by key, shape (n, 3); km, or unit length
    for what is fixed among the stars."""
    return _by_chunk((body,), seconds)


def track(body: str, site: Site, seconds: FloatArray) -> Track:
    """Where `body` stands seen from `site` at each of `seconds` (epoch_seconds, shape (n,))."""
    return track_of(target(body), site, seconds)


def track_of(wanted: Target, site: Site, seconds: FloatArray) -> Track:
    """The same for any target."""
    return tracks_of([wanted], site, seconds)[0]


def tracks_of(targets: Sequence[Target], site: Site, seconds: FloatArray) -> list[Track]:
    """The same for several at once, which costs little more than one."""
    columns = _by_chunk((*(target.key for target in targets), _SIDEREAL), seconds)
    local_sidereal = columns[:, -1] + _mean_turn_rad(seconds) + np.radians(site.longitude_deg)
    turned = np.cos(local_sidereal), np.sin(local_sidereal)
    return [
        _horizontal(columns[:, 3 * i : 3 * i + 3].T, site, turned, is_star=target.segment is None)
        for i, target in enumerate(targets)
    ]


def sidereal_rad(site: Site, seconds: FloatArray) -> FloatArray:
    """Local apparent sidereal time, unwrapped, shape (n,). [rad]"""
    greenwich = _by_chunk((_SIDEREAL,), seconds)[:, 0] + _mean_turn_rad(seconds)
    return np.asarray(greenwich + np.radians(site.longitude_deg))


def seen_from(vectors: FloatArray, site: Site, seconds: float) -> FloatArray:
    """Apparent directions east, north, up, (n, 3), of stars by their unit vectors of date.

    Refraction is in; those far under the horizon are left where they are.
    """
    latitude, turn = np.radians(site.latitude_deg), sidereal_rad(site, np.array([seconds]))[0]
    sin_lat, cos_lat, sin_st, cos_st = (f(x) for x in (latitude, turn) for f in (np.sin, np.cos))
    to_horizon = np.array(
        [
            [-sin_st, cos_st, 0.0],
            [-sin_lat * cos_st, -sin_lat * sin_st, cos_lat],
            [cos_lat * cos_st, cos_lat * sin_st, sin_lat],
        ]
    )
    return lifted(vectors @ to_horizon.T)


def lifted(directions: FloatArray) -> FloatArray:
    """True directions east, north, up, (n, 3), as refraction shows them."""
    east, north, up = directions.T
    true_deg = np.degrees(np.arcsin(np.clip(up, -1, 1)))
    altitude = np.radians(true_deg + refraction_deg(true_deg))
    level = np.cos(altitude) / np.maximum(np.hypot(east, north), 1e-12)
    return np.stack([east * level, north * level, np.sin(altitude)], axis=1)


def _horizontal(
    xyz: FloatArray, site: Site, turned: tuple[FloatArray, FloatArray], *, is_star: bool
) -> Track:
    """Turn vectors of the equator of date, shape (3, n), into the site's horizon.

    turned: cosine and sine of the local sidereal time.
    """
    latitude = np.radians(site.latitude_deg)
    cos_st, sin_st = turned
    x, y, z = xyz
    # toward the local meridian, toward the east, toward the pole
    south = x * cos_st + y * sin_st
    east = -x * sin_st + y * cos_st
    if not is_star:
        radius_km, polar_km = _site_km(site)
        south, z = south - radius_km, z - polar_km
    distance = np.sqrt(south**2 + east**2 + z**2)
    up = (np.sin(latitude) * z + np.cos(latitude) * south) / distance
    north = np.cos(latitude) * z - np.sin(latitude) * south
    return Track(
        true_altitude_deg=np.degrees(np.arcsin(np.clip(up, -1, 1))),
        azimuth_deg=np.degrees(np.arctan2(east, north)) % 360,
        distance_km=np.full_like(distance, np.nan) if is_star else distance,
    )


def _site_km(site: Site) -> tuple[float, float]:
    """Distance from the Earth's axis and from the equator's plane. [km] [wgs84]"""
    latitude = np.radians(site.latitude_deg)
    squash = (1 - EARTH_FLATTENING) ** 2
    normal = EARTH_EQUATORIAL_RADIUS_KM / np.sqrt(
        np.cos(latitude) ** 2 + squash * np.sin(latitude) ** 2
    )
    height_km = site.elevation_m / 1000
    return (
        float((normal + height_km) * np.cos(latitude)),
        float((normal * squash + height_km) * np.sin(latitude)),
    )


@dataclass(frozen=True)
class MoonPhase:
    """How the Moon is lit; arrays of the grid's shape.

    phase_angle_deg: Sun–Moon–observer angle, 0 full, 180 new. illuminated_fraction [0, 1].
    waxing: True while it grows.
    """

    phase_angle_deg: FloatArray
    illuminated_fraction: FloatArray
    waxing: BoolArray


def moon_phase(seconds: FloatArray) -> MoonPhase:
    """Geocentric phase, shape of `seconds`; parallax (under 1°) neglected. [meeus1998] ch. 48"""
    sun, moon = np.split(_by_chunk((SUN, MOON), seconds), 2, axis=1)
    from_moon = sun - moon
    cosine = -np.sum(from_moon * moon, axis=1) / (
        np.linalg.norm(from_moon, axis=1) * np.linalg.norm(moon, axis=1)
    )
    east_of_sun = sun[:, 0] * moon[:, 1] - sun[:, 1] * moon[:, 0]
    return MoonPhase(
        phase_angle_deg=np.degrees(np.arccos(np.clip(cosine, -1, 1))),
        illuminated_fraction=(1 + cosine) / 2,
        waxing=east_of_sun > 0,
    )
