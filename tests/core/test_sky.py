"""Sun, Moon and their events against astropy and PyMeeus."""

from datetime import date, datetime
from zoneinfo import ZoneInfo

import numpy as np
import pytest
from pymeeus.Epoch import Epoch
from pymeeus.Moon import Moon

from patient_owl.core.errors import OutsideEphemeris
from patient_owl.core.night import night_bounds, night_sky, showers_at_peak, solar_longitude_deg
from patient_owl.core.sky import ephemeris, search, tracks
from patient_owl.core.sky.tracks import Site
from tests.core.reference_sky import day, horizontal, moments

VELLAMARK = Site(43.302, -9.214, 12)
KAIMARRA = Site(-44.12, 170.31, 710)
HRIMVIK = Site(70.03, 20.97, 20)
DATE_LINE = Site(-16.8, 179.99, 3)

ARCSEC = 1 / 3600


@pytest.mark.parametrize("body", ["sun", "moon"])
@pytest.mark.parametrize("site", [VELLAMARK, KAIMARRA, HRIMVIK, DATE_LINE])
@pytest.mark.parametrize("start", [day(1987, 4, 10), day(2026, 11, 24), day(2045, 6, 21)])
def test_positions_agree_with_astropy(body: str, site: Site, start: datetime) -> None:
    at = moments(start, 24, 13)
    track = tracks.track(body, site, np.array([ephemeris.epoch_seconds(t) for t in at]))
    altitude, azimuth = horizontal(body, site, at)
    # Seen: 0.5″ for the Sun and 5″ for the Moon (astropy's built-in theory) where the Earth's
    # turning is known; 17″ in 2045, where both libraries must guess it by over a second.
    assert np.abs(track.true_altitude_deg - altitude).max() < 20 * ARCSEC
    across = (track.azimuth_deg - azimuth + 180) % 360 - 180
    assert np.abs(across * np.cos(np.radians(altitude))).max() < 20 * ARCSEC


# Meeus, Astronomical Algorithms, example 48.a: 1992 April 12, 0h TD, phase angle 69.0756°,
# illuminated fraction 0.6786. Also from PyMeeus, which carries the book's own method.
def test_moon_phase_of_meeus_example_48a() -> None:
    at = np.array([ephemeris.epoch_seconds(day(1992, 4, 12)) - 59.2])  # TD − UTC in 1992
    phase = tracks.moon_phase(at)
    assert phase.phase_angle_deg[0] == pytest.approx(69.0756, abs=0.02)
    assert phase.illuminated_fraction[0] == pytest.approx(0.6786, abs=0.0002)
    book = Moon.illuminated_fraction_disk(Epoch(1992, 4, 12.0))
    assert phase.illuminated_fraction[0] == pytest.approx(book, abs=0.002)  # its shorter formula
    assert phase.waxing[0]


EVENTS = {"sunset": -0.8333, "civil_dusk": -6, "nautical_dawn": -12, "astronomical_dusk": -18}


@pytest.mark.parametrize(
    ("site", "zone", "evening"),
    [
        (VELLAMARK, "Europe/Madrid", date(2026, 11, 24)),
        (VELLAMARK, "Europe/Madrid", date(2026, 10, 24)),  # clocks go back in this night
        (KAIMARRA, "Pacific/Auckland", date(2026, 6, 14)),
        (Site(-49.3, 70.2), "Indian/Kerguelen", date(2026, 3, 1)),
        (Site(27.7, 85.3), "Asia/Kathmandu", date(2027, 1, 5)),  # +05:45
    ],
)
def test_twilights_are_when_astropy_has_the_sun_at_their_altitude(
    site: Site, zone: str, evening: date
) -> None:
    night = night_sky(site, night_bounds(evening, ZoneInfo(zone)))
    for code, altitude_deg in EVENTS.items():
        at = night.first(code)
        assert at is not None
        altitude, _ = horizontal("sun", site, [at])
        # 15″ of altitude is about 1 s of time; the almanacs print whole minutes
        assert altitude[0] == pytest.approx(altitude_deg, abs=20 * ARCSEC)


# Meeus, example 25.a: 1992 October 13, 0h TD, apparent longitude of the Sun 199°54′32″ (199.9089°),
# equinox of date; equinox J2000 lies 0.1007° of precession further on, for a date before it.
def test_solar_longitude_of_meeus_example_25a() -> None:
    at = np.array([ephemeris.epoch_seconds(day(1992, 10, 13)) - 59.2])
    assert solar_longitude_deg(at)[0] == pytest.approx(199.9089 + 0.1007, abs=0.01)


# International Meteor Organization calendar, from memory: Perseids peak on 12–13 August, Geminids
# on 13–14 December, Quadrantids on 3–4 January; none of them in late November.
@pytest.mark.parametrize(
    ("evening", "code"),
    [
        (date(2026, 8, 12), "PER"),
        (date(2026, 12, 13), "GEM"),
        (date(2027, 1, 3), "QUA"),
        (date(2026, 11, 24), None),
    ],
)
def test_meteor_showers_are_named_near_their_peak(evening: date, code: str | None) -> None:
    found = {s.code for s in showers_at_peak(night_bounds(evening, ZoneInfo("Europe/Madrid")))}
    assert (code in found) if code else not found


# tzdata: in Europe/Madrid clocks go back on 2026-10-25 and forward on 2026-03-29.
@pytest.mark.parametrize(
    ("evening", "hours"),
    [(date(2026, 10, 24), 25), (date(2026, 3, 28), 23), (date(2026, 6, 1), 24)],
)
def test_a_night_of_changing_clocks_has_23_or_25_hours(evening: date, hours: float) -> None:
    assert night_bounds(evening, ZoneInfo("Europe/Madrid")).hours == hours


# At 70° N the Sun is up all day from mid May to late July and down from late November to
# mid January (any almanac; the condition is |declination| > 90° − latitude).
def test_high_latitudes_have_no_sunset_in_june_and_no_sunrise_in_december() -> None:
    zone = ZoneInfo("Europe/Oslo")
    june = night_sky(HRIMVIK, night_bounds(date(2026, 6, 21), zone))
    assert june.darkness == "midnight_sun"
    assert june.first("sunset") is None
    december = night_sky(HRIMVIK, night_bounds(date(2026, 12, 21), zone))
    assert december.sun_never_rises
    assert december.darkness == "astronomical"


def test_a_date_outside_the_ephemeris_is_refused_with_its_reach() -> None:
    with pytest.raises(OutsideEphemeris, match="1900-01-01 to 2053-09-01"):
        night_bounds(date(2101, 1, 1), ZoneInfo("UTC"))


def test_search_finds_every_crossing_of_a_known_function() -> None:
    seconds = np.linspace(0, 1000, 41)
    found = search.crossings(lambda t: np.sin(2 * np.pi * t / 400), seconds + 7)
    # zeros of the sine lie at multiples of half its period
    assert [round(c.seconds, 1) for c in found] == [200.0, 400.0, 600.0, 800.0, 1000.0]
    assert [c.rising for c in found] == [False, True, False, True, False]
    assert search.spans(lambda t: np.cos(2 * np.pi * t / 400), seconds) == [
        (0.0, pytest.approx(100, abs=0.01)),
        (pytest.approx(300, abs=0.01), pytest.approx(500, abs=0.01)),
        (pytest.approx(700, abs=0.01), pytest.approx(900, abs=0.01)),
    ]
