"""An event as a photographer states it: what, when, on which evenings, and how sure.

Times are those of the place's own clock, or so long from something in the sky, so an event of a
place means the right moment in every night.
"""

from dataclasses import dataclass
from datetime import date
from typing import Literal

from patient_owl.core.errors import WrongValue

Kind = Literal["time", "show", "pass", "traffic", "signal", "tide", "way_out"]

DAY_MIN = 1440
LEAST_EVERY_MIN = 0.5  # what comes oftener is a signal
LEAST_PERIOD_S, MOST_PERIOD_S = 0.2, 600.0  # nobody sees what is quicker, or waits for longer; ours
MOST_HEIGHT_M = 20.0  # no tide on Earth is higher
WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


@dataclass(frozen=True)
class ClockTime:
    """A time of the place's clock, in minutes after midnight; before noon it is the morning after
    the evening."""

    minutes: float

    def __post_init__(self) -> None:
        if not 0 <= self.minutes < DAY_MIN:
            raise WrongValue("time", "a time from 0:00 to 23:59", f"{self.minutes:g} minutes")


@dataclass(frozen=True)
class FromSky:
    """So many minutes after something in the sky (negative: before it). code: of a NightSky's
    events."""

    code: str
    offset_min: float = 0.0


At = ClockTime | FromSky


NOON_MIN = 720  # a night runs from noon to noon


@dataclass(frozen=True)
class Span:
    """From one time to another; end None where it is a moment. lasts_min: instead of an end."""

    start: At
    end: At | None = None
    lasts_min: float | None = None

    def __post_init__(self) -> None:
        check_clocks(self.start, self.end)


def check_clocks(start: At | None, end: At | None) -> None:
    """WrongValue where an end of the clock comes before its start in a night."""
    if isinstance(start, ClockTime) and isinstance(end, ClockTime):
        check_order(*((at.minutes - NOON_MIN) % DAY_MIN for at in (start, end)))


def check_order(start_min: float, end_min: float) -> None:
    """WrongValue where an end lies before its start."""
    if end_min < start_min:
        wanted = "an end after the start; a night runs from noon to noon"
        raise WrongValue("end", wanted, f"one {(start_min - end_min) / 60:.1f} h before it")


@dataclass(frozen=True)
class Every:
    """Every so many minutes from the first until the last; lasts_min: how long each takes."""

    every_min: float
    start: At | None = None
    end: At | None = None
    lasts_min: float = 0.0

    def __post_init__(self) -> None:
        if not LEAST_EVERY_MIN <= self.every_min <= DAY_MIN:
            wanted = f"every {LEAST_EVERY_MIN:g} min to every 24 h"
            raise WrongValue("every", wanted, f"{self.every_min:g} min")
        check_clocks(self.start, self.end)


@dataclass(frozen=True)
class Beat:
    """A beam or a signal that comes round every so many seconds, all night or for a while."""

    period_s: float
    start: At | None = None
    end: At | None = None

    def __post_init__(self) -> None:
        if not LEAST_PERIOD_S <= self.period_s <= MOST_PERIOD_S:
            wanted = f"{LEAST_PERIOD_S:g} s to {MOST_PERIOD_S / 60:g} min"
            raise WrongValue("period", wanted, f"{self.period_s:g} s")
        check_clocks(self.start, self.end)


@dataclass(frozen=True)
class TideTurn:
    """A high or a low water. height_m: over whatever the heights are counted from; None unsaid."""

    at: ClockTime
    is_high: bool
    height_m: float | None = None

    def __post_init__(self) -> None:
        if self.height_m is not None and not -MOST_HEIGHT_M <= self.height_m <= MOST_HEIGHT_M:
            wanted = f"−{MOST_HEIGHT_M:g} to {MOST_HEIGHT_M:g} m of water"
            raise WrongValue("height", wanted, f"{self.height_m:g} m")


@dataclass(frozen=True)
class Level:
    """The water over a height (is_over), or under it. [m]"""

    height_m: float
    is_over: bool = True


@dataclass(frozen=True)
class Waters:
    """High and low waters of one evening, and the level that matters, if one does.

    level: the event is the time with the water there; None: the tide as such. day: the evening
    the turns were read for; other evenings follow by the Moon.
    """

    day: date
    turns: tuple[TideTurn, ...]
    level: Level | None = None

    def __post_init__(self) -> None:
        if not self.turns:
            raise WrongValue("tide", "a high or a low water with its time", "none")
        heights = [turn.height_m for turn in self.turns if turn.height_m is not None]
        if self.level is not None:
            high = {t.height_m for t in self.turns if t.is_high and t.height_m is not None}
            low = {t.height_m for t in self.turns if not t.is_high and t.height_m is not None}
            if not high or not low:
                wanted = "the heights of a high and of a low water, to know when a level is met"
                raise WrongValue("tide", wanted, f"{len(heights)} heights")
            if max(low) >= min(high):
                raise WrongValue("tide", "low water under high water", f"{max(low):g} m")


Timing = Span | Every | Beat | Waters


@dataclass(frozen=True)
class Days:
    """On which evenings: all of them where nothing is said. weekdays: 0 Monday."""

    weekdays: frozenset[int] = frozenset()
    month_day: tuple[int, int] | None = None
    day: date | None = None

    def holds(self, evening: date) -> bool:
        if self.day is not None:
            return evening == self.day
        if self.month_day is not None:
            return (evening.month, evening.day) == self.month_day
        return not self.weekdays or evening.weekday() in self.weekdays


ALWAYS = Days()


@dataclass(frozen=True)
class Event:
    """A fact of a place or of a night. sure_min: ± one standard deviation of its times.

    bearing_true_deg, altitude_deg: where it is seen, where that matters.
    """

    kind: Kind
    label: str
    timing: Timing
    sure_min: float = 0.0
    days: Days = ALWAYS
    bearing_true_deg: float | None = None
    altitude_deg: float | None = None
