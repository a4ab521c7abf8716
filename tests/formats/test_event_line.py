"""Events told in a line: what people write is understood, and what we write is read again."""

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.event import (
    ALWAYS,
    Beat,
    ClockTime,
    Days,
    Event,
    Every,
    FromSky,
    Level,
    Span,
    TideTurn,
    Waters,
)
from patient_owl.formats.event_line import SKY_NAMES, event_line, read_event_line

DAY = date(2026, 11, 26)

clocks = st.integers(0, 1439).map(ClockTime)
moments = clocks | st.builds(
    FromSky, st.sampled_from(sorted(SKY_NAMES)), st.integers(-180, 180).map(float)
)
minutes = st.integers(1, 240).map(float)
heights = st.integers(-300, 900).map(lambda cm: cm / 100)
day_sets = st.one_of(
    st.just(ALWAYS),
    st.frozensets(st.integers(0, 6), min_size=1).map(lambda days: Days(weekdays=days)),
    st.dates(date(2020, 1, 1), date(2040, 1, 1)).map(lambda day: Days(day=day)),
    st.dates(date(2020, 1, 1), date(2020, 12, 31)).map(lambda d: Days(month_day=(d.month, d.day))),
)
names = st.sampled_from(["regatta", "rock pool", "pier 7 lamps", "Skarn Light", "line 4"])


@st.composite
def events(draw: st.DrawFn) -> Event:
    kind = draw(st.sampled_from(["time", "show", "pass", "way_out", "traffic", "signal", "tide"]))
    start = draw(moments)
    later = FromSky("sunrise", 5.0)  # after anything of the clock, in the order of a line
    end = draw(st.none() | st.just(later))
    days = draw(day_sets)
    if kind == "traffic":
        timing = Every(draw(minutes), start, end, draw(st.just(0.0) | minutes))
    elif kind == "signal":
        timing = Beat(draw(st.integers(1, 90)), start, end)
    elif kind == "tide":
        turns = (
            TideTurn(ClockTime(1300), True, draw(heights) + 12),
            TideTurn(ClockTime(230), False, draw(heights)),
        )
        timing = Waters(DAY, turns, draw(st.none() | st.builds(Level, heights, st.booleans())))
        days = ALWAYS
    else:
        timing = Span(start, end, draw(st.none() | minutes) if end is None else None)
    sure = draw(st.sampled_from([0.0, 0.5, 5.0, 90.0]))
    bearing = draw(st.none() | st.integers(0, 359).map(float))
    altitude = draw(st.none() | st.integers(0, 90).map(float))
    return Event(kind, draw(names), timing, sure, days, bearing, altitude)


@given(event=events())
def test_a_line_that_was_written_is_read_as_the_same_event(event: Event) -> None:
    assert read_event_line(event_line(event)) == event


@pytest.mark.parametrize(
    ("line", "kept"),
    [
        ("fireworks 22:00-22:18 +-5 min", "Show: fireworks, 22:00 to 22:18, ± 5 min"),
        (
            "tram every 12 min from 18:04 until 0:30",
            "Traffic: tram, every 12 min, 18:04 to 0:30",
        ),
        (
            "rock pool full: water over 3 m, high water 21:40 4.2 m, low tide at 3:50 0.6 m",
            "Tide: rock pool full, water over 3 m, high water 21:40 4.2 m, low water 3:50 0.6 m, "
            "on 26 November 2026",
        ),
        # 1 ft = 0.3048 m, by the international agreement of 1959
        ("high water 21:40 14 ft", "Tide: tide, high water 21:40 4.267 m, on 26 November 2026"),
        ("the gate closes 11:30 pm", "Way out: the gate closes, at 23:30"),
        (
            "station pass 21:14 to 21:19, bearing 250, 40° high",
            "Pass: station pass, 21:14 to 21:19, bearing 250°, 40° high",
        ),
        ("lamps every Friday and Sunday at dusk", "Time: lamps, at dusk, on Fridays and Sundays"),
        ("beam every 10 s", "Signal: beam, every 10 s"),
    ],
)
def test_people_write_as_they_speak(line: str, kept: str) -> None:
    assert event_line(read_event_line(line, DAY)) == kept


@pytest.mark.parametrize(
    ("line", "said"),
    [
        ("", "got nothing"),
        ("the tide", "a time"),
        ("tram every 0 min", "every 0.5 min to every 24 h"),
        ("show 22:20 to 22:00", "an end after the start"),
        ("show 25:00", "0:00 to 23:59"),
        ("high water 21:40 14 ft, low water 3:50 0.6 m", "all heights in metres, or all in feet"),
        ("pool, water over 3 m, high water 21:40", "heights of a high and of a low water"),
        ("high water 21:40, high water 23:00", "half a day apart"),
        ("high water 21:40 99 m", "20 m of water"),
        ("lamps at dusk on 31 June", "a day of the calendar"),
        ("x" * 301, "at most 300"),
        ("tide: market 22:00 to 23:00", "a tide told as"),
    ],
)
def test_what_cannot_be_understood_is_said(line: str, said: str) -> None:
    with pytest.raises(WrongValue) as error:
        read_event_line(line, DAY)
    assert said in str(error.value)


@given(
    line=st.text(max_size=80) | st.from_regex(r"[a-z ]*\d{1,2}:\d\d[ a-z0-9:.,±-]*", fullmatch=True)
)
def test_no_line_breaks_the_reader(line: str) -> None:
    try:
        read = read_event_line(line, DAY)
    except WrongValue:
        return
    assert event_line(read)
