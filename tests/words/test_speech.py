"""Quantities as this or that photographer is told them; feet, pounds and degrees by definition."""

from contextvars import Context

import pytest

from patient_owl.words import quantities as formats
from patient_owl.words.speech import Speech, shown_as, speak


def test_nothing_can_be_said_before_it_is_known_to_whom() -> None:
    with pytest.raises(LookupError):
        Context().run(formats.metres, 4.5)


def test_lengths_speeds_and_warmth_in_feet_miles_and_fahrenheit() -> None:
    speak(Speech(lengths="imperial"))
    told = [
        *(formats.metres(v) for v in (0.482, 4.5, 120.0, 1400.0, float("inf"))),
        *(formats.length(v) for v in (6.096, 0.3048)),
        *(formats.speed(2.5), formats.gust(12.0), formats.road(50.0), formats.celsius(-3.0)),
        *(formats.depth(4.1), formats.kilograms(12.0), formats.centimetres(50.0)),
    ]
    assert told == [
        *("19 in", "14.8 ft", "394 ft", "0.87 mi", "infinity"),
        *("20 ft", "12 in"),
        *("8.2 ft/s", "27 mph", "31.1 mph", "27 °F"),
        *("13.5 ft", "26.5 lb", "19.7 in"),
    ]


def test_shells_go_by_both_their_names() -> None:
    assert formats.shell(5) == "125 mm (5 in)"
    speak(Speech(lengths="imperial"))
    assert formats.shell(5) == "5 in (125 mm)"


def test_stops_in_halves() -> None:
    speak(Speech(stops="halves"))
    assert [formats.stops(v) for v in (0.5, 1.0, 1.34, 0.2)] == [
        "½ stop",
        "1 stop",
        "1½ stops",
        "0 stops",
    ]
    assert [formats.signed_stops(v) for v in (-2.5, 0.1, 1.0)] == ["−2½", "±0", "+1"]
    assert formats.power(0.1) == "1/16 + ⅔ power"  # flashes have thirds, whoever reads them


def test_bearings_as_a_compass_shows_them_where_it_is_known_how_it_points() -> None:
    speak(Speech(bearings="magnetic"))
    assert formats.bearing(1.0) == "1° true"
    speak(Speech(bearings="magnetic", east_deg=3.0))
    assert formats.bearing(1.0) == "358° magnetic"
    shown = shown_as("bearing_true_deg", "°")
    assert shown is not None
    assert (shown.plus, shown.turn) == (-3.0, 360.0)
    assert shown_as("span_deg", "°") is None
