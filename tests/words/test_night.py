"""A night in words: dark or not, what the Moon does, and when the clocks change."""

from datetime import date
from zoneinfo import ZoneInfo

import pytest

from patient_owl.core.night import night_bounds, night_sky
from patient_owl.core.sky.horizon import SEA
from patient_owl.core.sky.tracks import Site
from patient_owl.words.night import clock, moon_name, night_sentence
from patient_owl.words.search import light_text

MADRID = ZoneInfo("Europe/Madrid")


def sentence(latitude_deg: float, longitude_deg: float, evening: date, zone: str) -> str:
    place_zone = ZoneInfo(zone)
    bounds = night_bounds(evening, place_zone)
    return night_sentence(night_sky(Site(latitude_deg, longitude_deg, 0), bounds, SEA), place_zone)


# New moon of 9 December 2026, 00:52 UTC (almanac, from memory); the night is dark from end to end.
def test_a_dark_night_says_from_when_to_when_and_what_the_moon_does() -> None:
    said = sentence(43.3, -9.2, date(2026, 12, 9), "Europe/Madrid")
    assert said.startswith("Fully dark 19:")
    assert "New moon" in said
    assert "%" in said


@pytest.mark.parametrize(
    ("latitude_deg", "evening", "said"),
    [
        (70.0, date(2026, 6, 21), "The Sun does not set tonight"),
        (62.0, date(2026, 6, 21), "Bright twilight all night"),
        (55.0, date(2026, 6, 21), "It never gets fully dark"),
        (70.0, date(2026, 12, 21), "polar night, the Sun does not rise"),
    ],
)
def test_high_latitudes_are_told_and_not_failed(
    latitude_deg: float, evening: date, said: str
) -> None:
    assert said in sentence(latitude_deg, 18.0, evening, "Europe/Stockholm")


# European summer time ends on the last Sunday of October, 2026-10-25, at 01:00 UTC.
def test_the_night_the_clocks_change_says_how_long_it_is() -> None:
    assert "25 hours" in sentence(43.3, -9.2, date(2026, 10, 24), "Europe/Madrid")
    assert "23 hours" in sentence(43.3, -9.2, date(2026, 3, 28), "Europe/Madrid")
    assert "hours" not in sentence(43.3, -9.2, date(2026, 10, 23), "Europe/Madrid")


# Geminids, 14 December, 150 an hour (IMO calendar).
def test_a_shower_at_its_peak_is_said() -> None:
    said = sentence(43.3, -9.2, date(2026, 12, 13), "Europe/Madrid")
    assert "Geminids: about 150 meteors an hour" in said


@pytest.mark.parametrize(
    ("lit", "waxing", "name"),
    [
        (0.0, True, "new moon"),
        (0.2, True, "waxing crescent"),
        (0.5, True, "first quarter"),
        (0.8, True, "waxing gibbous"),
        (1.0, False, "full moon"),
        (0.8, False, "waning gibbous"),
        (0.5, False, "last quarter"),
        (0.2, False, "waning crescent"),
    ],
)
def test_the_moon_has_the_name_people_give_it(lit: float, waxing: bool, name: str) -> None:
    assert moon_name(lit, waxing) == name


def test_clocks_are_those_of_the_place_through_the_hour_that_comes_twice() -> None:
    bounds = night_bounds(date(2026, 10, 24), MADRID)
    assert clock(bounds.start_utc, MADRID) == "12:00"
    assert clock(bounds.end_utc, MADRID) == "12:00"


def test_a_light_is_named_with_the_suns_height() -> None:
    assert light_text("blue_hour", -8, -4) == "blue hour, Sun −8° to −4°"
    assert light_text("dark", -90, -18) == "full dark, Sun under −18°"
