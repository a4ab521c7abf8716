"""Events in files: ours read again, and calendars as other programs write them."""

from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest

from patient_owl.core.errors import WrongValue
from patient_owl.formats.calendar import Entry, write_calendar
from patient_owl.formats.events_file import read_events, write_events_csv

MADRID = ZoneInfo("Europe/Madrid")
DAY = date(2026, 11, 26)
LINES = [
    "Show: regatta fireworks, 22:00 to 22:18, ± 5 min",
    "Tide: pool full, water over 1.6 m, high water 17:20 4.1 m, low water 23:35 0.7 m, "
    "on 26 November 2026",
    "Traffic: tram, every 12 min, 17:08 to 0:20",
    "Time: =lamps; “old” quay, at dusk, on Fridays and Saturdays",
]


def read(text: str) -> list[tuple[str, str]]:
    return [(one.line, one.trouble) for one in read_events(text.encode(), MADRID, DAY)]


def test_a_csv_of_ours_is_read_as_the_same_lines() -> None:
    assert read(write_events_csv(LINES)) == [(line, "") for line in LINES]


def test_a_list_of_lines_is_a_csv_too_and_a_bad_one_keeps_nobody_else_out() -> None:
    found = read("fireworks 22:00 to 22:18\nwho knows\nlast tram 0:40\n")
    assert [line for line, _ in found] == [
        "Show: fireworks, 22:00 to 22:18",
        "",
        "Way out: last tram, at 0:40",
    ]
    assert "a time" in found[1][1]


def test_our_own_calendar_comes_back_by_the_clock_of_the_place() -> None:
    start = datetime(2026, 12, 9, 21, 0, tzinfo=UTC)
    entry = Entry("a@b", "Fireworks: the harbour, all of it", start, start + timedelta(minutes=18))
    text = write_calendar([entry], start, MADRID).decode()
    assert read(text) == [
        ("Time: Fireworks the harbour all of it, 22:00 to 22:18, on 9 December 2026", "")
    ]


def foreign(*lines: str) -> str:
    """An entry as RFC 5545 lets anybody write it."""
    head = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//y//EN", "BEGIN:VEVENT", "UID:1"]
    return "\r\n".join([*head, "SUMMARY:Lamps", *lines, "END:VEVENT", "END:VCALENDAR", ""])


@pytest.mark.parametrize(
    ("lines", "line"),
    [
        # times without a zone are those of the place [rfc5545, 3.3.5]
        (
            ["DTSTART:20261209T220000", "DURATION:PT90M"],
            "Time: Lamps, 22:00 to 23:30, on 9 December 2026",
        ),
        # before noon it is the evening before
        (
            ["DTSTART:20261209T233000Z", "DTEND:20261210T003000Z"],
            "Time: Lamps, 0:30 to 1:30, on 9 December 2026",
        ),
        (
            ["DTSTART:20261209T200000", "RRULE:FREQ=WEEKLY;BYDAY=FR,SA"],
            "Time: Lamps, at 20:00, on Fridays and Saturdays",
        ),
        (
            ["DTSTART:20260624T230000", "DTEND:20260624T234500", "RRULE:FREQ=YEARLY"],
            "Time: Lamps, 23:00 to 23:45, every year on 24 June",
        ),
        (["DTSTART:20261209T200000", "RRULE:FREQ=DAILY"], "Time: Lamps, at 20:00"),
    ],
)
def test_other_peoples_calendars_are_understood(lines: list[str], line: str) -> None:
    assert read(foreign(*lines)) == [(line, "")]


@pytest.mark.parametrize(
    ("lines", "said"),
    [
        (["DTSTART;VALUE=DATE:20261209"], "whole days"),
        ([], "cannot be read"),
        (["DTSTART:20261209T200000", "RRULE:FREQ=MONTHLY"], "a rule of its own"),
        (["DTSTART:20261209T110000", "DTEND:20261209T130000"], "an end after the start"),
    ],
)
def test_an_entry_that_makes_no_event_says_why(lines: list[str], said: str) -> None:
    ((line, trouble),) = read(foreign(*lines))
    assert line == ""
    assert said in trouble


@pytest.mark.parametrize(
    "content", [b"\xff\xfe\x00", b"x" * 1_000_001, b"BEGIN:VCALENDAR\nnonsense"]
)
def test_what_is_no_such_file_is_said(content: bytes) -> None:
    with pytest.raises(WrongValue):
        read_events(content, MADRID, DAY)
