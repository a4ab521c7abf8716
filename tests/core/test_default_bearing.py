"""What a new shot is turned to, held against astropy."""

import math
from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

import pytest

from patient_owl.core.default_bearing import facing
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site
from tests.core.reference_sky import horizontal, star_directions

SKARN, FLATS = Site(43.302, -9.214, 12.0), Site(-44.12, 170.31, 710.0)
# Sagittarius A*, J2000 [reid2004, from memory], for the middle of the core.
CORE_RA_DEG, CORE_DEC_DEG = 266.417, -29.008


def turned(site: Site, moment: datetime, discipline: str):  # type: ignore[no-untyped-def]
    zone = ZoneInfo("Europe/Madrid" if site is SKARN else "Pacific/Auckland")
    evening = date(moment.year, moment.month, moment.day)
    night = NightContext(site, night_bounds(evening, zone), Darkness(21.3))
    return facing(night, ephemeris.epoch_seconds(moment), discipline)


def test_trails_are_turned_to_the_pole_of_their_half_of_the_earth() -> None:
    moment = datetime(2026, 7, 5, 23, 0, tzinfo=UTC)
    north, south = (turned(site, moment, "star_trails") for site in (SKARN, FLATS))
    assert (north.bearing_true_deg, south.bearing_true_deg) == (0, 180)
    assert 20 < north.tilt_deg < 43.3  # the pole itself is over the middle


def test_stars_are_turned_to_the_core_while_it_is_up() -> None:
    moment = datetime(2026, 7, 5, 23, 45, tzinfo=UTC)
    [[east, north, _]] = star_directions(SKARN, CORE_RA_DEG, CORE_DEC_DEG, [moment])
    azimuth_deg = math.degrees(math.atan2(east, north)) % 360
    found = turned(SKARN, moment, "stars_over_foreground")
    assert found.bearing_true_deg == pytest.approx(azimuth_deg, abs=1)  # whole degrees
    winter = turned(SKARN, datetime(2026, 12, 9, 22, 40, tzinfo=UTC), "stars_over_foreground")
    assert winter.bearing_true_deg == 180


def test_what_lives_from_the_glow_is_turned_to_the_sun_under_the_horizon() -> None:
    dusk = datetime(2026, 11, 26, 17, 20, tzinfo=UTC)
    _, [sun_deg] = horizontal("sun", SKARN, [dusk])
    assert turned(SKARN, dusk, "cityscape").bearing_true_deg == pytest.approx(sun_deg, abs=1)
    late = turned(SKARN, datetime(2026, 11, 26, 22, 0, tzinfo=UTC), "cityscape")
    assert late.bearing_true_deg == 180
    assert turned(SKARN, dusk, "dim_interior").tilt_deg == 0
