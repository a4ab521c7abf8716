"""Finding nights, each answer checked against astropy or another route."""

from datetime import date, timedelta
from itertools import pairwise
from zoneinfo import ZoneInfo

import numpy as np
import pytest

from patient_owl.core.errors import OutsideEphemeris
from patient_owl.core.find import Found, Missed, NightQuery, find_nights
from patient_owl.core.night import night_bounds
from patient_owl.core.sky.ephemeris import moment_utc
from patient_owl.core.sky.horizon import SEA
from patient_owl.core.sky.targets import target
from patient_owl.core.sky.tracks import Site
from patient_owl.core.windows import MoonDown, MoonLit, SunAbove, SunBelow, TargetIn, windows
from tests.core.reference_sky import horizontal

SITE = Site(43.302, -9.214, 12)
MADRID = ZoneInfo("Europe/Madrid")
FIRST = date(2027, 1, 1)


def results(wish: NightQuery, nights: int = 200) -> tuple[list[Found], list[Missed]]:
    steps = list(find_nights(SITE, MADRID, SEA, FIRST, nights, wish))
    assert steps[-1].done == nights
    assert all(b.done > a.done for a, b in pairwise(steps))
    return [f for s in steps for f in s.found], [m for s in steps for m in s.missed]


def test_moon_behind_a_subject_at_dusk_is_where_astropy_has_it() -> None:
    behind = TargetIn(target("moon"), 110, 3, 1, 4)
    wish = NightQuery((SunBelow(-2), SunAbove(-10), behind))
    found, missed = results(wish, 365)
    assert found
    for night in found:
        for at in (night.start_s, night.end_s):
            altitude, azimuth = horizontal("moon", SITE, [moment_utc(at)])
            # refraction lifts by up to 0.5° this low; 0.01° for the crossing itself
            assert 110 - 3.02 <= azimuth[0] <= 110 + 3.02
            assert 1 - 0.55 <= altitude[0] <= 4.02
    # a near miss says what lacks: about a degree one way or another
    assert all(0 <= m.lacking <= 2 for m in missed)


def test_every_dark_moonless_night_is_found_and_no_other() -> None:
    wish = NightQuery((SunBelow(-18), MoonDown()), least_minutes=60)
    found = {f.evening: f.minutes for f in results(wish, 60)[0]}
    for k in range(60):
        evening = FIRST + timedelta(days=k)
        grid = night_bounds(evening, MADRID).seconds(60)
        stretches = windows(wish.conditions, SITE, SEA, grid)
        longest = max((e - s for s, e in stretches), default=0) / 60
        assert (evening in found) == (longest >= 60)
        if evening in found:
            assert found[evening] == pytest.approx(longest, abs=0.1)


def test_weekdays_minutes_and_the_moons_light_narrow_the_search() -> None:
    new = MoonLit(0, 0.05)
    found, _ = results(NightQuery((SunBelow(-18), new), 30, frozenset({4, 5})))
    assert found
    assert {f.evening.weekday() for f in found} <= {4, 5}
    # new moons of early 2027 by any almanac: 7 January, 6 February, 8 March, 6 April
    near = [date(2027, 1, 7), date(2027, 2, 6), date(2027, 3, 8), date(2027, 4, 6)]
    early = [f.evening for f in found if f.evening < date(2027, 4, 20)]
    assert all(min(abs((e - n).days) for n in near) <= 3 for e in early)


def test_too_short_a_window_is_a_near_miss_in_minutes() -> None:
    _, missed = results(NightQuery((SunBelow(-18), MoonDown()), least_minutes=24 * 60), 10)
    assert missed
    assert all(m.lacking == -1 and m.by > 0 for m in missed)


def test_a_summer_without_darkness_finds_nothing_and_says_by_how_much() -> None:
    north = Site(60.0, 20.0)
    wish = NightQuery((SunBelow(-18),))
    first = date(2026, 6, 15)
    steps = list(find_nights(north, ZoneInfo("Europe/Helsinki"), SEA, first, 10, wish))
    assert not any(s.found for s in steps)
    missed = [m for s in steps for m in s.missed]
    # the Sun's lowest at midsummer is −(90 − 60 − 23.44)° = −6.6°, 11.4° short of darkness
    assert all(m.by < 10 for m in missed)
    assert missed == []


def test_a_search_past_the_ephemeris_is_refused() -> None:
    with pytest.raises(OutsideEphemeris):
        list(find_nights(SITE, MADRID, SEA, date(2053, 8, 1), 365, NightQuery((SunBelow(-18),))))


def test_margins_are_zero_at_the_edges_of_a_window() -> None:
    conditions = (SunBelow(-18), MoonDown())
    grid = night_bounds(date(2027, 2, 12), MADRID).seconds(300)
    for start, end in windows(conditions, SITE, SEA, grid):
        edges = np.array([start, end])
        worst = np.min([c.margin_deg(SITE, SEA, edges) for c in conditions], axis=0)
        assert np.abs(worst).max() < 1e-3
