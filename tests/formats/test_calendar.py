"""iCalendar as two parsers read it: icalendar and vobject."""

from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
import vobject
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar

from patient_owl.formats.calendar import Entry, write_calendar

ZONES = ["Europe/Madrid", "Pacific/Auckland", "Asia/Kathmandu", "America/St_Johns", "UTC"]
STAMP = datetime(2026, 11, 26, 12, tzinfo=UTC)


def entry(start: datetime, minutes: float = 30) -> Entry:
    return Entry(
        "a@patient-owl",
        "Silk; over, the weir",
        start,
        start + timedelta(minutes=minutes),
        "two\nlines",
        "Alder Mill weir",
        (43.268, -9.131),
        timedelta(minutes=20),
    )


def test_an_entry_says_all_there_is_to_be_on_time_for() -> None:
    start = datetime(2026, 12, 9, 16, 45, tzinfo=UTC)
    text = write_calendar([entry(start)], STAMP, ZoneInfo("Europe/Madrid"))
    (event,) = Calendar.from_ical(text).walk("VEVENT")
    assert event["SUMMARY"] == "Silk; over, the weir"
    assert event["DESCRIPTION"] == "two\nlines"
    assert event["GEO"].to_ical() == "43.268;-9.131"
    (alarm,) = event.walk("VALARM")
    assert alarm.decoded("TRIGGER") == -timedelta(minutes=20)
    # told by the place's clock, under the zone's own name [rfc5545, 3.2.19]
    assert b"DTSTART;TZID=Europe/Madrid:20261209T174500" in text
    assert b"BEGIN:VTIMEZONE" in text


@pytest.mark.parametrize("zone", ZONES)
@given(
    # over every change of the clocks of two years, hours that come twice and never among them
    hours=st.integers(0, 2 * 8766).map(lambda h: h * 1.0) | st.floats(0, 2 * 8766)
)
def test_two_parsers_read_the_moment_that_was_meant(zone: str, hours: float) -> None:
    start = datetime(2026, 1, 1, tzinfo=UTC) + timedelta(seconds=round(3600 * hours))
    text = write_calendar([entry(start, 75)], STAMP, ZoneInfo(zone))
    (mine,) = Calendar.from_ical(text).walk("VEVENT")
    vars(vobject.icalendar)["__tzidMap"].clear()  # it would go by the rules of an earlier file
    theirs = vobject.readOne(text.decode()).vevent
    for begins, ends in (
        (mine.decoded("DTSTART"), mine.decoded("DTEND")),
        (theirs.dtstart.value, theirs.dtend.value),
    ):
        assert begins.astimezone(UTC) == start
        assert ends.astimezone(UTC) == start + timedelta(minutes=75)


def test_a_moment_has_no_end() -> None:
    """An end must be later than its start. [rfc5545, 3.8.2.2]"""
    text = write_calendar([entry(STAMP, 0)], STAMP, ZoneInfo("UTC"))
    assert b"DTEND" not in text
    assert Calendar.from_ical(text).walk("VEVENT")


def test_an_empty_calendar_is_one() -> None:
    assert not Calendar.from_ical(write_calendar([], STAMP, ZoneInfo("UTC"))).walk("VEVENT")
