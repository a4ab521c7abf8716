"""What a moment of a night hangs on, held against astropy and against plain facts of the sky."""

from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.events.resolve import Evening, Happening, happening
from patient_owl.core.meterless import Darkness
from patient_owl.core.moment_anchor import again_s, same_hour_s
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.horizon import SEA
from patient_owl.core.sky.tracks import Site
from patient_owl.formats.event_line import read_event_line
from tests.core.reference_sky import horizontal

SKARN = Site(43.302, -9.214, 12.0)
MADRID = ZoneInfo("Europe/Madrid")
SOUTH = 180.0


def night(evening: date, *happenings: Happening) -> NightContext:
    bounds = night_bounds(evening, MADRID)
    return NightContext(SKARN, bounds, Darkness(21.3), happenings=happenings)


def event(evening: date, line: str) -> Happening:
    found = happening(read_event_line(line), Evening(SKARN, evening, MADRID, SEA))
    assert found
    return found


def at(*moment: int) -> float:
    return ephemeris.epoch_seconds(datetime(*moment, tzinfo=UTC))


def test_blue_hour_goes_to_blue_hour_and_not_to_the_same_clock() -> None:
    """The Sun as high by astropy, on the same side of the night. A step is a minute, in which the
    Sun sinks by 0.2° at most here."""
    before, after = night(date(2026, 11, 26)), night(date(2027, 6, 20))
    for shot_s in (at(2026, 11, 26, 17, 30), at(2026, 11, 27, 7, 0)):
        found = again_s(before, shot_s, SOUTH, after)
        assert found.on == "sun"
        moments = [ephemeris.moment_utc(s) for s in (shot_s, found.at_s)]
        (was, now), _ = horizontal("sun", SKARN, moments)
        assert now == pytest.approx(was, abs=0.2)
    # in June the same twilight comes hours later in the evening
    evening = again_s(before, at(2026, 11, 26, 17, 30), SOUTH, after)
    assert evening.at_s > same_hour_s(before.bounds, at(2026, 11, 26, 17, 30), after.bounds) + 9000


def test_core_goes_to_core_four_minutes_earlier_a_night() -> None:
    """A sidereal day is 3 min 56 s short of a day: twenty nights are 78.6 minutes."""
    before, after = night(date(2026, 7, 5)), night(date(2026, 7, 25))
    shot_s = at(2026, 7, 5, 23, 45)
    found = again_s(before, shot_s, SOUTH, after)
    assert found.on == "core"
    earlier_s = shot_s + 20 * 86_400 - found.at_s
    assert earlier_s == pytest.approx(20 * 235.9, abs=60)


def test_the_moon_one_looks_at_is_met_in_the_same_direction() -> None:
    before, after = night(date(2026, 11, 26)), night(date(2026, 11, 27))
    shot_s = at(2026, 11, 26, 23, 0)
    _, [azimuth_deg] = horizontal("moon", SKARN, [ephemeris.moment_utc(shot_s)])
    found = again_s(before, shot_s, float(azimuth_deg), after)
    assert found.on == "moon"
    _, [again_deg] = horizontal("moon", SKARN, [ephemeris.moment_utc(found.at_s)])
    # a step is a minute, in which the Moon goes a quarter of a degree
    assert again_deg == pytest.approx(azimuth_deg, abs=0.3)
    looking_away = again_s(before, shot_s, float(azimuth_deg + 180) % 360, after)
    assert looking_away.on == "hour"


def test_a_show_goes_to_the_show_and_what_is_there_all_night_holds_nothing() -> None:
    first, later = date(2026, 12, 9), date(2026, 12, 12)
    show = event(first, "fireworks 22:00 to 22:18"), event(later, "fireworks 23:30 to 23:48")
    all_night = [event(day, "causeway dry 20:00 to 2:00") for day in (first, later)]
    before, after = night(first, show[0], all_night[0]), night(later, show[1], all_night[1])
    found = again_s(before, at(2026, 12, 9, 21, 5), SOUTH, after)
    assert found == (at(2026, 12, 12, 22, 35), "event")
    assert again_s(before, at(2026, 12, 9, 23, 0), 0.0, after).on == "hour"


@given(st.integers(0, 24 * 60), st.floats(0, 359), st.integers(0, 300))
def test_in_its_own_night_a_moment_stays_and_in_another_it_is_inside(
    minute: int, bearing_deg: float, days: int
) -> None:
    here = night(date(2026, 11, 26))
    start_s, end_s = (
        ephemeris.epoch_seconds(t) for t in (here.bounds.start_utc, here.bounds.end_utc)
    )
    shot_s = min(start_s + 60.0 * minute, end_s)
    assert again_s(here, shot_s, bearing_deg, here).at_s == pytest.approx(shot_s, abs=60)
    there = night(date(2026, 11, 26) + timedelta(days=days))
    found_s = again_s(here, shot_s, bearing_deg, there).at_s
    bounds = there.bounds
    assert ephemeris.epoch_seconds(bounds.start_utc) <= found_s
    assert found_s <= ephemeris.epoch_seconds(bounds.end_utc)
