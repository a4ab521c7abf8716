"""Find nights on which conditions meet, and those that miss by one thing.

Months are searched one after another, so that progress can be shown and the search stopped.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta, tzinfo

import numpy as np

from patient_owl.core.night import night_bounds, was_day
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import FloatArray
from patient_owl.core.windows import Condition, margins_deg, windows

GRID_STEP_S = 300.0  # conditions that meet for less than five minutes may be missed
NIGHTS_AT_ONCE = 31
NEAR_MISS = 10.0  # degrees, or hundredths of the Moon's light; beyond it is no near miss


@dataclass(frozen=True)
class NightQuery:
    """What is looked for. least_minutes: of all conditions together, in one stretch.

    weekdays: 0 Monday to 6 Sunday, of the evening; empty means any.
    """

    conditions: tuple[Condition, ...]
    least_minutes: float = 1.0
    weekdays: frozenset[int] = frozenset()


@dataclass(frozen=True)
class Found:
    """A night that qualifies: when, for how long, and the longest stretch."""

    evening: date
    start_s: float
    end_s: float
    total_minutes: float

    @property
    def minutes(self) -> float:
        return (self.end_s - self.start_s) / 60


@dataclass(frozen=True)
class Missed:
    """A night that fails by one condition alone, or by lasting too short.

    lacking: the condition's index, or −1 when only minutes are missing. by: degrees, for
    the Moon's light hundredths, or minutes.
    """

    evening: date
    lacking: int
    by: float


@dataclass(frozen=True)
class Progress:
    """How far the search is: nights looked at of all, and what this month gave."""

    done: int
    of: int
    found: tuple[Found, ...]
    missed: tuple[Missed, ...]


def find_nights(
    site: Site, zone: tzinfo, horizon: Horizon, first: date, nights: int, wish: NightQuery
) -> Iterator[Progress]:
    """Search `nights` evenings from `first`; yields a Progress a month.

    OutsideEphemeris at once, not when the search gets there.
    """
    ephemeris.check_day(first)
    ephemeris.check_day(first + timedelta(days=nights))

    def month(begin: int) -> Progress:
        count = min(NIGHTS_AT_ONCE, nights - begin)
        days = (first + timedelta(days=begin + k) for k in range(count))
        evenings = [day for day in days if was_day(day, zone)]
        return _month(site, zone, horizon, evenings, begin + count, nights, wish)

    return map(month, range(0, nights, NIGHTS_AT_ONCE))


def _month(
    site: Site,
    zone: tzinfo,
    horizon: Horizon,
    evenings: Sequence[date],
    done: int,
    of: int,
    wish: NightQuery,
) -> Progress:
    bounds = [night_bounds(evening, zone).seconds(GRID_STEP_S) for evening in evenings]
    # nights join at noon, so the month is one line of time and its windows one search
    month = np.concatenate([grid[:-1] for grid in bounds] + [bounds[-1][-1:]])
    margins = margins_deg(wish.conditions, site, horizon, month)
    stretches = windows(wish.conditions, site, horizon, month, margins)
    nights: list[Found] = []
    missed: list[Missed] = []
    for evening, grid in zip(evenings, bounds, strict=True):
        if wish.weekdays and evening.weekday() not in wish.weekdays:
            continue
        start, end = float(grid[0]), float(grid[-1])
        mine = [(max(s, start), min(e, end)) for s, e in stretches if s < end and e > start]
        result = _judged(evening, mine, wish)
        if result is None:
            inside = (month >= start) & (month <= end)
            result = _near_miss(evening, margins[:, inside])
        if isinstance(result, Found):
            nights.append(result)
        elif result is not None:
            missed.append(result)
    return Progress(done, of, tuple(nights), tuple(missed))


def _judged(
    evening: date, stretches: Sequence[tuple[float, float]], wish: NightQuery
) -> Found | Missed | None:
    """The night by its stretches: long enough, too short, or (None) without any."""
    if not stretches:
        return None
    start, end = max(stretches, key=lambda s: s[1] - s[0])
    longest = (end - start) / 60
    if longest < wish.least_minutes:
        return Missed(evening, -1, wish.least_minutes - longest)
    return Found(evening, start, end, sum(e - s for s, e in stretches) / 60)


def _near_miss(evening: date, margins: FloatArray) -> Missed | None:
    """The one condition without which the night would do, and by how little it fails."""
    best: Missed | None = None
    for index in range(len(margins)):
        others = np.delete(margins, index, axis=0)
        possible = others.min(axis=0) >= 0 if len(others) else np.ones(margins.shape[1], bool)
        if not possible.any():
            continue
        by = float(-margins[index][possible].max())
        if best is None or by < best.by:
            best = Missed(evening, index, by)
    return best if best is not None and best.by <= NEAR_MISS else None
