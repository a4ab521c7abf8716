"""The bundled ephemeris: the one place in the core that reads a file.

Planets and Moon from JPL DE421 (1899-07-29 to 2053-10-09) as packed by skyfield-data;
precession-nutation IAU 2000A/2006 and ΔT from skyfield. Nothing is fetched.
[folkner2009]
"""

from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from importlib.resources import files
from typing import Any

import numpy as np
from skyfield.api import Loader, Star
from skyfield.framelib import true_equator_and_equinox_of_date
from skyfield.magnitudelib import planetary_magnitude

from patient_owl.core.constants import JULIAN_YEAR_D, LIGHT_SPEED_AU_D
from patient_owl.core.errors import OutsideEphemeris
from patient_owl.core.kept import kept
from patient_owl.core.sky.targets import Target
from patient_owl.core.types import FloatArray

# A margin of some days at each end, so that a night and its search never run off the edge.
FIRST_DAY = date(1900, 1, 1)
LAST_DAY = date(2053, 9, 1)

EPOCH_UTC = datetime(2000, 1, 1, tzinfo=UTC)  # our own count of seconds starts here


@dataclass(frozen=True)
class _Bundle:
    timescale: Any
    kernel: Any


@kept(most=1, mb=1)
def _bundle() -> _Bundle:
    # the package's own path helper warns of an expired file that is not used here
    load = Loader(str(files("skyfield_data") / "data"), expire=False, verbose=False)
    return _Bundle(load.timescale(builtin=True), load("de421.bsp"))


def check_day(day: date) -> date:
    """The day itself when the ephemeris reaches it, else OutsideEphemeris."""
    if not FIRST_DAY <= day <= LAST_DAY:
        raise OutsideEphemeris(FIRST_DAY, LAST_DAY, day)
    return day


def epoch_seconds(moment_utc: datetime) -> float:
    """Seconds of UTC since 2000-01-01T00:00Z, leap seconds not counted (as POSIX time)."""
    return (moment_utc - EPOCH_UTC).total_seconds()


def moment_utc(seconds: float) -> datetime:
    """The inverse of epoch_seconds."""
    return EPOCH_UTC + timedelta(seconds=float(seconds))


Moments = Any  # skyfield's time vector; it keeps its nutation, so make one and pass it on


def moments(seconds: FloatArray) -> Moments:
    """The moments, shape (n,) of epoch_seconds, in the form the functions below take."""
    # days and seconds of the day apart: skyfield counts seconds as they elapse, leap
    # seconds included, which would put the sky 75″ off by now
    days, second_of_day = np.divmod(seconds, 86400.0)
    return _bundle().timescale.utc(2000, 1, 1 + days, 0, 0, second_of_day)


def apparent_vectors_km(body: str, time: Moments) -> FloatArray:
    """Apparent geocentric positions, true equator and equinox of date.

    Parameters
    ----------
    body : a DE421 segment name: "sun", "moon", "venus", "jupiter barycenter", ...
    time : of n moments

    Returns
    -------
    vectors : shape (3, n); [km]
        Light time, deflection and aberration are in; parallax and refraction are not.
    """
    bundle = _bundle()
    position = bundle.kernel["earth"].at(time).observe(bundle.kernel[body]).apparent()
    return np.asarray(position.frame_xyz(true_equator_and_equinox_of_date).km)


def apparent_star_vectors(star_target: Target, time: Moments) -> FloatArray:
    """Unit vectors, shape (3, n), of a star or other fixed direction in the frame of date."""
    star = Star(
        ra_hours=star_target.ra_deg / 15,
        dec_degrees=star_target.dec_deg,
        ra_mas_per_year=star_target.pm_ra_mas_a,
        dec_mas_per_year=star_target.pm_dec_mas_a,
        epoch=_bundle().timescale.J(star_target.epoch_year),
    )
    position = _bundle().kernel["earth"].at(time).observe(star).apparent()
    vectors = np.asarray(position.frame_xyz(true_equator_and_equinox_of_date).au)
    return np.asarray(vectors / np.linalg.norm(vectors, axis=0))


def apparent_star_columns(
    columns: tuple[FloatArray, FloatArray, FloatArray, FloatArray],
    epoch_year: float,
    seconds: float,
) -> FloatArray:
    """Unit vectors, shape (n, 3), of many stars at one moment, epoch_seconds. columns: right
    ascension and declination [deg], their proper motions [mas/a].

    Thousands at once, so without what skyfield works out star by star: parallax (under 1″),
    deflection (nought away from the Sun) and aberration beyond the first order (0.001″).
    """
    days, second_of_day = divmod(seconds, 86400.0)
    time = _bundle().timescale.utc(2000, 1, 1 + days, 0, 0, second_of_day)
    ra, dec = (np.radians(column) for column in columns[:2])
    years = (time.tdb - _bundle().timescale.J(epoch_year).tdb) / JULIAN_YEAR_D
    to_ra, to_dec = (np.radians(column / 3.6e6 * years) for column in columns[2:])
    zero = np.zeros_like(ra)
    place = np.stack([np.cos(dec) * np.cos(ra), np.cos(dec) * np.sin(ra), np.sin(dec)], axis=1)
    eastward = np.stack([-np.sin(ra), np.cos(ra), zero], axis=1)
    northward = np.cross(place, eastward)
    seen = place + to_ra[:, None] * eastward + to_dec[:, None] * northward
    earth_au_d = np.asarray(_bundle().kernel["earth"].at(time).velocity.au_per_d)
    seen = seen + earth_au_d / LIGHT_SPEED_AU_D
    seen /= np.linalg.norm(seen, axis=1, keepdims=True)
    return np.asarray(seen @ np.asarray(time.M).T)


def planet_magnitude(segment: str, seconds: float) -> float:
    """Apparent V magnitude of a planet, rings of Saturn included. [mallama2018], as skyfield has
    it."""
    bundle = _bundle()
    seen = bundle.kernel["earth"].at(moments(np.array([seconds]))).observe(bundle.kernel[segment])
    return float(np.atleast_1d(planetary_magnitude(seen))[0])


def greenwich_sidereal_rad(time: Moments) -> FloatArray:
    """Apparent sidereal time at Greenwich, unwrapped, shape (n,). [rad]"""
    hours = np.asarray(time.gast)
    return np.asarray(np.unwrap(hours * np.pi / 12))
