"""Skylines, and where planets and stars stand, against astropy."""

from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pymeeus.Epoch import Epoch
from pymeeus.Venus import Venus

from patient_owl.core.errors import WrongValue
from patient_owl.core.night import night_bounds, night_sky, passage
from patient_owl.core.sky import ephemeris, tracks
from patient_owl.core.sky.horizon import SEA, Horizon, horizon_from
from patient_owl.core.sky.targets import target, targets
from patient_owl.core.sky.tracks import Site
from patient_owl.core.windows import MoonDown, windows
from tests.core.reference_sky import day, horizontal, moments, star_directions

SITE = Site(43.302, -9.214, 12)
MADRID = ZoneInfo("Europe/Madrid")
ARCSEC = 1 / 3600


@pytest.mark.parametrize("body", ["mercury", "venus", "mars", "jupiter", "saturn"])
def test_planets_agree_with_astropy(body: str) -> None:
    at = moments(day(2027, 3, 1), 24, 7)
    track = tracks.track(body, SITE, np.array([ephemeris.epoch_seconds(t) for t in at]))
    altitude, _ = horizontal(body, SITE, at)
    # astropy's built-in planets are good to about 30″ against an ephemeris (its own documentation)
    assert np.abs(track.true_altitude_deg - altitude).max() < 60 * ARCSEC


# Meeus, Astronomical Algorithms, example 33.a: Venus 1992 December 20, 0h TD, apparent
# α 21h04m41.454s, δ −18°53′16.84″; PyMeeus carries the same method.
def test_venus_of_meeus_example_33a() -> None:
    at = np.array([ephemeris.epoch_seconds(day(1992, 12, 20)) - 59.2])  # TD − UTC
    x, y, z = tracks.geocentric("venus", at)[0]
    ra_h = np.degrees(np.arctan2(y, x)) % 360 / 15
    dec_deg = np.degrees(np.arcsin(z / np.sqrt(x * x + y * y + z * z)))
    assert ra_h == pytest.approx(21 + 4 / 60 + 41.454 / 3600, abs=0.1 / 3600)
    assert dec_deg == pytest.approx(-(18 + 53 / 60 + 16.84 / 3600), abs=1 * ARCSEC)
    book_ra, book_dec, _ = Venus.geocentric_position(Epoch(1992, 12, 20.0))
    assert ra_h == pytest.approx(float(book_ra) / 15, abs=0.2 / 3600)
    assert dec_deg == pytest.approx(float(book_dec), abs=2 * ARCSEC)


# J2000 places from the Yale Bright Star Catalogue, from memory: Sirius, Vega, Polaris.
@pytest.mark.parametrize(
    ("name", "ra_deg", "dec_deg"),
    [("Sirius", 101.287, -16.716), ("Vega", 279.235, 38.784), ("Polaris", 37.955, 89.264)],
)
def test_stars_stand_where_catalogue_and_astropy_have_them(
    name: str, ra_deg: float, dec_deg: float
) -> None:
    star = next(t for t in targets().values() if t.name == name)
    at = [datetime(2010, 1, 1, h, tzinfo=UTC) for h in (0, 7, 15)]
    wanted = np.degrees(np.arcsin(star_directions(SITE, ra_deg, dec_deg, at)[:, 2]))
    track = tracks.track_of(star, SITE, np.array([ephemeris.epoch_seconds(t) for t in at]))
    # ten years of proper motion move Sirius by 13″; the rounded places add 4″
    assert np.abs(track.true_altitude_deg - wanted).max() < 25 * ARCSEC


@given(st.floats(0, 359.99))
def test_a_skyline_runs_straight_between_its_points_and_round_through_north(azimuth: float) -> None:
    skyline = horizon_from([(350, 10), (10, 20), (180, 0)])
    got = float(skyline.altitude_deg(np.array([azimuth]))[0])
    if azimuth >= 350 or azimuth <= 10:
        assert got == pytest.approx(10 + ((azimuth + 10) % 360) / 2, abs=1e-6)
    assert 0 <= got <= 20
    assert SEA.altitude_deg(np.array([azimuth]))[0] == 0


def test_the_core_clears_a_ridge_when_it_stands_as_high_as_the_ridge() -> None:
    bounds = night_bounds(date(2027, 4, 6), MADRID)
    ridge = horizon_from([(az, 6.0) for az in range(0, 360, 20)])
    at = passage(target("core"), SITE, bounds, ridge).rise_utc
    assert at is not None
    direction = star_directions(SITE, 266.41683, -29.00781, [at])[0]
    true_deg = np.degrees(np.arcsin(direction[2]))
    # Bennett's refraction at 6° is 8.5′ (Meeus, ch. 16)
    assert true_deg + 8.5 / 60 == pytest.approx(6.0, abs=0.02)
    over_sea = passage(target("core"), SITE, bounds, SEA).rise_utc
    assert over_sea is not None
    assert over_sea < at
    assert night_sky(SITE, bounds, ridge).first("galactic_core_rise") == at


@pytest.mark.parametrize(
    ("points", "said"),
    [
        ([(10, 5), (10, 6)], "more than 10"),
        ([(400, 5)], "0 to under 360"),
        ([(10, 95)], "-10 to 89"),
    ],
)
def test_a_skyline_that_cannot_be_is_refused(points: list[tuple[float, float]], said: str) -> None:
    with pytest.raises(WrongValue, match=said):
        Horizon(tuple(points))


def test_an_unknown_target_is_refused() -> None:
    with pytest.raises(WrongValue, match="core, moon or mars"):
        target("nibiru")


# [usno-rst]: a body rises when its upper limb, refracted by 34′, stands on the horizon. At the
# found moments the Moon's upper limb by astropy, unrefracted, must stand 34′ under it: a minute of
# arc is 4 to 8 s here, refraction differs by weather by far more.
@pytest.mark.parametrize("site", [SITE, Site(68.1, 14.2, 5), Site(-33.9, 18.4, 30)])
def test_the_moon_rises_and_sets_by_its_refracted_limb(site: Site) -> None:
    bounds = [night_bounds(date(2027, 2, d), ZoneInfo("UTC")) for d in (3, 11, 19, 26)]
    events = [e for b in bounds for e in night_sky(site, b).events if e.code.startswith("moon")]
    assert len(events) >= 4
    at = [event.at_utc for event in events]
    centre, _ = horizontal("moon", site, at)
    seconds = np.array([ephemeris.epoch_seconds(t) for t in at])
    semidiameter = np.degrees(
        np.arcsin(1737.4 / tracks.track(tracks.MOON, site, seconds).distance_km)
    )
    assert centre + semidiameter == pytest.approx(-34 / 60, abs=1 / 60)


def test_moon_down_in_a_window_is_moonset_to_the_second() -> None:
    bounds = night_bounds(date(2027, 2, 13), MADRID)
    sky = night_sky(SITE, bounds)
    moonset = sky.first("moonset")
    assert moonset is not None
    grid = bounds.seconds(300)
    down = windows([MoonDown()], SITE, SEA, grid)
    assert any(abs(start - ephemeris.epoch_seconds(moonset)) < 0.1 for start, _ in down), (
        down,
        moonset,
    )


# A star is highest as it crosses the meridian, due south from here: azimuth 180° to an arc minute.
def test_highest_is_the_moment_of_the_meridian_and_not_of_a_grid() -> None:
    bounds = night_bounds(date(2027, 7, 10), MADRID)
    core = passage(target(tracks.GALACTIC_CORE), SITE, bounds)
    assert core.highest_azimuth_deg == pytest.approx(180, abs=1 / 60)
