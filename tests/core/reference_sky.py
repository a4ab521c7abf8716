"""Positions by astropy, offline, as an independent reference.

astropy 8.0.2 with its built-in ERFA and bundled IERS-B values; agrees with JPL to
about 3″ when no fresh Earth-orientation data is loaded, which is the tolerance used.
"""

import warnings
from datetime import UTC, datetime, timedelta

import astropy.units as u
import numpy as np
from astropy.coordinates import AltAz, EarthLocation, SkyCoord, get_body
from astropy.time import Time
from astropy.utils import iers

from patient_owl.core.sky.tracks import Site

iers.conf.auto_download = False
iers.conf.auto_max_age = None
iers.conf.iers_degraded_accuracy = "warn"


# A standard atmosphere, for where things are seen and not where they are.
AIR = {"pressure": 1010 * u.hPa, "temperature": 10 * u.deg_C, "obswl": 0.55 * u.micron}


def frame(site: Site, moments_utc: list[datetime], *, through_air: bool = False) -> AltAz:
    where = EarthLocation.from_geodetic(
        site.longitude_deg * u.deg, site.latitude_deg * u.deg, site.elevation_m * u.m
    )
    air = AIR if through_air else {"pressure": 0 * u.hPa}
    return AltAz(obstime=Time(moments_utc), location=where, **air)


def horizontal(body: str, site: Site, moments_utc: list[datetime]) -> tuple[np.ndarray, np.ndarray]:
    """Unrefracted altitude and azimuth. [deg]"""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        at = frame(site, moments_utc)
        where = get_body(body, at.obstime, at.location).transform_to(at)
        return where.alt.deg, where.az.deg


def star_directions(site: Site, ra_deg: float, dec_deg: float, at: list[datetime]) -> np.ndarray:
    """East, north, up of a fixed star at each moment, (n, 3)."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        where = SkyCoord(ra_deg * u.deg, dec_deg * u.deg).transform_to(frame(site, at))
    alt, az = where.alt.rad, where.az.rad
    return np.stack([np.cos(alt) * np.sin(az), np.cos(alt) * np.cos(az), np.sin(alt)], axis=1)


def moments(start: datetime, hours: float, count: int) -> list[datetime]:
    return [start + timedelta(hours=hours * k / (count - 1)) for k in range(count)]


def day(year: int, month: int, date: int) -> datetime:
    return datetime(year, month, date, tzinfo=UTC)
