"""What an event means in one night: its stretches in seconds, and the water's course."""

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta, tzinfo

from patient_owl.core.events.event import (
    NOON_MIN,
    At,
    Beat,
    ClockTime,
    Event,
    Every,
    Span,
    Waters,
    check_order,
)
from patient_owl.core.events.tide import Tide, drift_min, tide_by_moon, tide_of
from patient_owl.core.night import NightSky, night_bounds, night_sky
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import Stretch


@dataclass(frozen=True)
class Evening:
    """The night an event is read for: where, which, by which clock, behind which skyline."""

    site: Site
    day: date
    zone: tzinfo
    horizon: Horizon = SEA

    @property
    def sky(self) -> NightSky:
        return night_sky(self.site, night_bounds(self.day, self.zone), self.horizon)

    @property
    def bounds_s(self) -> Stretch:
        bounds = night_bounds(self.day, self.zone)
        return ephemeris.epoch_seconds(bounds.start_utc), ephemeris.epoch_seconds(bounds.end_utc)


@dataclass(frozen=True)
class Happening:
    """An event in one night. stretches: when, in order, (start, end) in epoch_seconds; a moment
    starts and ends at once. sure_s: ± of its times. tide: the water, where it is one."""

    event: Event
    stretches: tuple[Stretch, ...]
    sure_s: float
    tide: Tide | None = None

    @property
    def running(self) -> tuple[Stretch, ...]:
        """When it is going on: of what comes every so often, from the first until the last."""
        if isinstance(self.event.timing, Every) and self.stretches:
            return ((self.stretches[0][0], self.stretches[-1][1]),)
        return self.stretches


def moment_s(at: At, evening: Evening) -> float | None:
    """A time of the night in epoch_seconds; None where the sky has no such event that night."""
    if isinstance(at, ClockTime):
        return _clock_s(at, evening.day, evening.zone)
    moment_utc = evening.sky.first(at.code)
    return None if moment_utc is None else ephemeris.epoch_seconds(moment_utc) + 60 * at.offset_min


def _clock_s(at: ClockTime, day: date, zone: tzinfo) -> float:
    """Before noon it is the morning after. An hour the clocks skip is the one after it, of one that
    comes twice it is the first."""
    on = day + timedelta(days=1 if at.minutes < NOON_MIN else 0)
    local = datetime.combine(on, time(), zone) + timedelta(minutes=at.minutes)
    return ephemeris.epoch_seconds(local.astimezone(UTC))


def happening(event: Event, evening: Evening) -> Happening | None:
    """The event in that night; None where it is not on. WrongValue where it cannot be."""
    if not event.days.holds(evening.day):
        return None
    timing, sure_s = event.timing, 60 * event.sure_min
    if isinstance(timing, Waters):
        tide, drift_s = _tide(timing, evening)
        first_s, last_s = evening.bounds_s
        whole = ((first_s, last_s),)
        level = timing.level
        over = whole if level is None else tide.stretches(level.height_m, is_over=level.is_over)
        inside = tuple(
            (max(a, first_s), min(b, last_s)) for a, b in over if a < last_s and b > first_s
        )
        return Happening(event, inside, max(sure_s, drift_s), tide)
    stretches = _stretches(timing, evening)
    return Happening(event, stretches, sure_s) if stretches else None


def _stretches(timing: Span | Every | Beat, evening: Evening) -> tuple[Stretch, ...]:
    first_s, last_s = evening.bounds_s
    start_s = first_s if timing.start is None else moment_s(timing.start, evening)
    if start_s is None:
        return ()
    if isinstance(timing, Span) and timing.end is None:
        end_s: float | None = start_s + 60 * (timing.lasts_min or 0.0)
    else:
        end_s = last_s if timing.end is None else moment_s(timing.end, evening)
    if end_s is None:
        return ()
    check_order(start_s / 60, end_s / 60)
    if not isinstance(timing, Every):
        return ((start_s, end_s),)
    every_s, lasts_s = 60 * timing.every_min, 60 * timing.lasts_min
    count = int((end_s - start_s) / every_s + 1e-9) + 1
    return tuple((start_s + k * every_s, start_s + k * every_s + lasts_s) for k in range(count))


def _tide(waters: Waters, evening: Evening) -> tuple[Tide, float]:
    """The night's water, and the ± of its turns where they follow by the Moon. [s]"""
    read = [(_clock_s(t.at, waters.day, evening.zone), t.is_high, t.height_m) for t in waters.turns]
    first_s, last_s = evening.bounds_s
    if waters.day == evening.day:
        return tide_of(read, first_s, last_s), 0.0
    days_off = (evening.day - waters.day).days
    return tide_by_moon(read, evening.site, first_s, last_s), 60 * drift_min(days_off)
