"""A year of nights against astropy doing the same work well vectorised, in one run."""

import warnings
from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

import numpy as np

from benchmarks.measure import timed
from patient_owl.core.find import NightQuery, find_nights
from patient_owl.core.night import sky_events
from patient_owl.core.sky import ephemeris, tracks
from patient_owl.core.sky.horizon import SEA
from patient_owl.core.sky.targets import target
from patient_owl.core.sky.tracks import Site
from patient_owl.core.windows import MoonDown, MoonLit, SunBelow, TargetIn

SITE = Site(43.302, -9.214, 12)
ZONE = ZoneInfo("Europe/Madrid")
START = datetime(2026, 1, 1, 12, tzinfo=UTC)
STEP_S = 600


def ours() -> None:
    """Sun, Moon and core every ten minutes of a year, and every rise, set and twilight."""
    seconds = ephemeris.epoch_seconds(START) + np.arange(0, 365 * 86400, STEP_S)
    for body in (tracks.SUN, tracks.MOON, tracks.GALACTIC_CORE):
        tracks.track(body, SITE, seconds)
    sky_events(SITE, seconds)


def search() -> None:
    """Two years of nights against four conditions."""
    core = TargetIn(target("core"), 180, 15, 5, 40)
    wish = NightQuery((SunBelow(-18), MoonDown(), core, MoonLit(0, 0.4)), 20)
    for _ in find_nights(SITE, ZONE, SEA, date(2028, 1, 1), 731, wish):
        pass


def astropys() -> None:
    """The same altitudes; twilights by sign changes and linear interpolation."""
    import astropy.units as u  # noqa: PLC0415  heavy, and only measured here
    from astropy.coordinates import AltAz, EarthLocation, SkyCoord, get_body  # noqa: PLC0415
    from astropy.time import Time  # noqa: PLC0415
    from astropy.utils import iers  # noqa: PLC0415

    iers.conf.auto_download = False
    iers.conf.auto_max_age = None
    iers.conf.iers_degraded_accuracy = "warn"
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        where = EarthLocation.from_geodetic(SITE.longitude_deg * u.deg, SITE.latitude_deg * u.deg)
        at = Time(START) + np.arange(0, 365 * 86400, STEP_S) * u.s
        frame = AltAz(obstime=at, location=where)
        sun = get_body("sun", at, where).transform_to(frame).alt.deg
        get_body("moon", at, where).transform_to(frame)
        SkyCoord(266.4167 * u.deg, -29.0078 * u.deg).transform_to(frame)
        for altitude_deg in (-0.8333, -6, -12, -18):
            above = sun > altitude_deg
            i = np.flatnonzero(above[1:] != above[:-1])
            _ = i + (altitude_deg - sun[i]) / (sun[i + 1] - sun[i])


def run() -> None:
    ephemeris.moments(np.array([0.0]))  # open the files before the clock starts
    cold_s = timed(ours)
    warm_s = timed(ours)
    search_s = timed(search)
    theirs_s = timed(astropys)
    print(f"a year of nights, nothing cached   {cold_s:6.2f} s   wanted under 2 s")
    print(f"a year of nights, tracks cached    {warm_s:6.2f} s")
    print(f"search of 24 months, cold          {search_s:6.2f} s   wanted under 3 s")
    print(f"astropy, the same                  {theirs_s:6.2f} s")
    print(f"ratio {theirs_s / cold_s:.0f}× cold, {theirs_s / warm_s:.0f}× warm   wanted 20×")
