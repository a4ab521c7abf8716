"""What events mean in one night: the tide's course, other days by the Moon, clocks that change."""

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import numpy as np
import pytest

from patient_owl.core.events.event import (
    ClockTime,
    Event,
    Every,
    FromSky,
    Level,
    Span,
    TideTurn,
    Waters,
)
from patient_owl.core.events.resolve import Evening, Happening, happening
from patient_owl.core.events.tide import Tide, drift_min, tide_by_moon, tide_of
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import FloatArray

SITE = Site(43.302, -9.214, 12)
MADRID = ZoneInfo("Europe/Madrid")


def evening(day: date, site: Site = SITE, zone: ZoneInfo = MADRID) -> Evening:
    return Evening(site, day, zone)


def on(event: Event, day: date, **where: object) -> Happening:
    found = happening(event, evening(day, **where))  # type: ignore[arg-type]
    assert found is not None
    return found


def utc(seconds: float) -> datetime:
    return ephemeris.moment_utc(seconds)


def test_water_follows_the_rule_of_twelfths_within_its_own_error() -> None:
    """In six equal parts the water moves 1, 2, 3, 3, 2, 1 twelfths (common practice); the cosine it
    stands for differs by (1 − cos 30°)/2 − 1/12 = 1.64 % of the range at most."""
    tide = Tide(((0.0, 0.0), (21600.0, 12.0)))
    twelfths = np.array([0, 1, 3, 6, 9, 11, 12])
    assert tide.height_m(np.arange(7) * 3600.0) == pytest.approx(twelfths, abs=12 * 0.0165)


def test_the_time_over_a_level_is_where_the_water_crosses_it() -> None:
    tide = tide_of([(0.0, True, 4.0), (22000.0, False, 1.0)], -40000, 60000)
    for is_over in (True, False):
        for start, end in tide.stretches(2.2, is_over=is_over):
            inside = np.linspace(start + 1, end - 1, 50)
            assert ((tide.height_m(inside) > 2.2) == is_over).all()
    total = sum(e - s for over in (True, False) for s, e in tide.stretches(2.2, is_over=over))
    assert total == pytest.approx(tide.turns[-1][0] - tide.turns[0][0])


# Amplitude [m] and Greenwich lag [deg] of M2, S2, N2 at two open Atlantic coasts and in a bight
# where the Sun's tide is weak; constants such as tide tables print, from memory.
COASTS = (
    ((1.20, 87), (0.42, 117), (0.26, 68)),
    ((2.05, 139), (0.75, 178), (0.42, 120)),
    ((0.65, 235), (0.13, 245), (0.15, 205)),
)


def harmonic_m(coast: tuple[tuple[float, float], ...], seconds: FloatArray) -> FloatArray:
    """The half-daily water by its harmonic constituents: arguments of M2, S2, N2 and K2 by the mean
    longitudes of Moon, Sun and lunar perigee [meeus1998, ch. 47]; in equilibrium K2 is 0.27 S2."""
    hours = seconds / 3600
    centuries = (hours / 24 - 0.5) / 36525
    moon = 218.3165 + 481267.8813 * centuries
    sun = 280.4665 + 36000.7698 * centuries
    perigee = 83.3532 + 4069.0137 * centuries
    turn = 15 * (hours % 24)
    m2, s2, n2 = coast
    constituents = (
        (m2, 2 * (turn - moon + sun)),
        (s2, 2 * turn),
        (n2, 2 * turn - 3 * moon + 2 * sun + perigee),
        ((0.27 * s2[0], s2[1]), 2 * (turn + sun)),
    )
    return sum(a * np.cos(np.radians(v - g)) for (a, g), v in constituents)  # type: ignore[no-any-return]


def test_the_tide_of_other_days_lies_within_the_spread_that_is_said() -> None:
    """Read on one evening and asked for on others, against the harmonic method."""
    base = ephemeris.epoch_seconds(datetime(2026, 10, 1, 12, tzinfo=UTC))
    grid = base + np.arange(0, 75 * 86400, 60.0)
    off: list[float] = []
    for coast in COASTS:
        water = harmonic_m(coast, grid)
        inner, before, after = water[1:-1], water[:-2], water[2:]
        high = grid[1:-1][(inner > before) & (inner >= after)]
        low = grid[1:-1][(inner < before) & (inner <= after)]
        for read_day in (3, 10, 18, 25):
            from_s = base + 86400 * read_day
            read = [
                (float(at), is_high, None)
                for turns, is_high in ((high, True), (low, False))
                for at in turns[(turns >= from_s) & (turns < from_s + 86400)]
            ]
            for days_off in (1, 2, 4, 9, 20, 45):
                start = from_s + 86400 * days_off
                tide = tide_by_moon(read, SITE, start, start + 86400)
                middle = sum(height for _, height in tide.turns) / len(tide.turns)
                ours = np.array([at for at, height in tide.turns if height > middle])
                for at in high[(high >= start) & (high < start + 86400)]:
                    off.append(np.abs(ours - at).min() / 60 / drift_min(days_off))
    # one standard deviation holds two of three; the Sun's share differs from coast to coast
    assert 0.6 < np.mean(np.array(off) < 1) < 0.9
    assert np.mean(np.array(off) < 2) > 0.9


def test_the_evening_a_tide_was_read_for_keeps_its_own_times() -> None:
    day = date(2026, 11, 26)
    turns = (
        TideTurn(ClockTime(21 * 60 + 40), True, 4.2),
        TideTurn(ClockTime(3 * 60 + 50), False, 0.6),
    )
    found = on(Event("tide", "pool full", Waters(day, turns, Level(3.0))), day)
    assert found.sure_s == 0
    at_s = ephemeris.epoch_seconds(datetime(2026, 11, 26, 21, 0, tzinfo=UTC))
    ((_, end),) = (stretch for stretch in found.stretches if stretch[0] <= at_s <= stretch[1])
    # 3.0 m of 0.6 to 4.2: the cosine stands at acos(1/3)/π = 0.392 of the way down in 370 min
    assert utc(end) == pytest.approx(
        datetime(2026, 11, 26, 23, 5, tzinfo=UTC), abs=timedelta(seconds=60)
    )


@pytest.mark.parametrize(("day", "hours"), [(date(2026, 10, 24), 25), (date(2027, 3, 27), 23)])
def test_clocks_that_change_move_no_event_off_its_clock(day: date, hours: int) -> None:
    """Spain's clocks went back at 3:00 on 25 October 2026 and go forward at 2:00 on 28 March 2027
    [tzdata]."""
    found = on(Event("traffic", "tram", Every(60, ClockTime(18 * 60), ClockTime(8 * 60))), day)
    first, last = (utc(found.stretches[k][0]).astimezone(MADRID) for k in (0, -1))
    assert (first.hour, last.hour) == (18, 8)
    assert len(found.stretches) == hours - 24 + 14 + 1


def test_what_hangs_on_the_sky_is_not_on_where_the_sky_has_it_not() -> None:
    """A midsummer night above the polar circle has no sunset."""
    after_sunset = Event("time", "lamps", Span(FromSky("sunset", 30.0), lasts_min=60))
    north = Site(70.03, 20.97, 20)
    oslo = ZoneInfo("Europe/Oslo")
    assert happening(after_sunset, evening(date(2026, 6, 21), north, oslo)) is None
    winter = on(after_sunset, date(2026, 11, 26))
    sunset = evening(date(2026, 11, 26)).sky.first("sunset")
    assert sunset is not None
    assert (utc(winter.stretches[0][0]) - sunset).total_seconds() == pytest.approx(1800, abs=1)
    assert happening(replace(after_sunset), evening(date(2026, 11, 26))) == winter
