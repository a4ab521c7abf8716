"""An event as one line of prose, read and written: `tram every 12 min from 18:04 until 0:30`.

What is understood is taken out of the line clause by clause; what is left is its name. A line that
was written is read as the same event.
"""

import re
from datetime import date
from itertools import pairwise

from patient_owl.core.constants import METRES_PER_FOOT
from patient_owl.core.errors import WrongValue
from patient_owl.core.events.event import (
    ALWAYS,
    WEEKDAYS,
    At,
    Beat,
    ClockTime,
    Days,
    Event,
    Every,
    FromSky,
    Kind,
    Level,
    Span,
    TideTurn,
    Timing,
    Waters,
)

LONGEST_LINE = 300
KIND_NAMES: dict[Kind, str] = {
    "time": "time",
    "show": "show",
    "pass": "pass",
    "traffic": "traffic",
    "signal": "signal",
    "tide": "tide",
    "way_out": "way out",
}
# As people say them, the first name of a code is written.
SKY_NAMES = {
    "sunset": "sunset",
    "sunrise": "sunrise",
    "moonrise": "moonrise",
    "moonset": "moonset",
    "civil_dusk": "dusk",
    "civil_dawn": "dawn",
    "astronomical_dusk": "full dark",
    "astronomical_dawn": "first light",
    "galactic_core_rise": "core rise",
    "galactic_core_set": "core set",
}
MONTHS = (
    "January",
    "February",
    "March",
    "April",
    "May",
    "June",
    "July",
    "August",
    "September",
    "October",
    "November",
    "December",
)
WANTED = (
    "a time: “22:00 to 22:20”, “every 12 min from 18:04”, “30 min after sunset”, "
    "or “high water 21:40 4.2 m”"
)

_NUM = r"(\d+(?:[.,]\d+)?)"
_UNIT = r"(s|sec|seconds?|min|minutes?|h|hours?)\b"
_TIME = r"\d{1,2}[:h]\d{2}(?:\s*[ap]\.?m\b\.?)?|\d{1,2}\s*[ap]\.?m\b\.?"
_SKY = "|".join(re.escape(name) for name in SKY_NAMES.values())
_AWAY = r"\d+(?:[.,]\d+)?\s*(?:s|sec|seconds?|min|minutes?|h|hours?)\s+(?:after|before)\s+"
_AT = rf"(?:(?:{_TIME})|(?:{_AWAY})?(?:the\s+)?(?:{_SKY}))"
_DAY = "|".join(rf"{day}s?" for day in WEEKDAYS)
_MONTH = "|".join(MONTHS)
_METRES = r"(m|metres?|meters?|ft|feet|foot)\b"


def _pattern(text: str) -> re.Pattern[str]:
    return re.compile(text, re.IGNORECASE)


_KIND = _pattern(rf"^\s*({'|'.join(KIND_NAMES.values())})\s*:")
_SURE = _pattern(rf"(?:±|\+/[-−]|\+[-−]|give or take)\s*{_NUM}\s*(?:{_UNIT})?")
_BEARING = _pattern(rf"\b(?:bearing|towards?|facing)\s*{_NUM}\s*(?:°|deg(?:rees)?\b)?")
_ALTITUDE = _pattern(rf"{_NUM}\s*(?:°|deg(?:rees)?)\s*(?:high|up)\b")
_TURN = _pattern(
    rf"\b(high|low)\s*(?:water|tide)\s*(?:at\s*)?({_TIME})(?:[\s,]*(−|-)?{_NUM}\s*{_METRES})?"
)
_LEVEL = _pattern(rf"\b(?:water\s+)?(over|above|under|below)\s+(−|-)?{_NUM}\s*{_METRES}")
_EVERY = _pattern(rf"\bevery\s+(?:{_NUM}\s*)?{_UNIT}")
_LASTS = _pattern(rf"\b(?:for|lasting)\s+{_NUM}\s*{_UNIT}")
_WEEKDAYS = _pattern(rf"\b(?:every|on|each)\s+((?:{_DAY})(?:(?:\s*,\s*|\s+and\s+)(?:{_DAY}))*)\b")
_DATE = _pattern(
    rf"\b(?:(?:every year |each year )?on\s+)?(\d{{1,2}})\s+({_MONTH})(?:\s+(\d{{4}}))?\b"
)
_ISO_DATE = _pattern(r"\b(?:on\s+)?(\d{4})-(\d{2})-(\d{2})\b")
_NIGHTLY = _pattern(r"\b(?:every (?:night|day|evening)|nightly|daily)\b")
_FROM_TO = _pattern(rf"(?:\bfrom\s+)?({_AT})\s*(?:\bto\b|\buntil\b|\btill\b|–|—|-)\s*({_AT})")
_UNTIL = _pattern(rf"\b(?:until|till|to)\s+({_AT})")
_FROM = _pattern(rf"(?:\b(?:from|at|since)\s+)?({_AT})")
_LEFT_OVER_TIME = _pattern(r"\b\d{1,2}:\d{2}\b|\b\d{1,2}:\d\b")
_SAID_KINDS: tuple[tuple[Kind, re.Pattern[str]], ...] = (
    (
        "way_out",
        _pattern(
            r"\bclos(?:es|ing)\b|\blocked\b|\blast (?:tram|train|bus|ferry|boat|metro|lift)\b"
        ),
    ),
    ("show", _pattern(r"\bshow\b|\bfireworks\b|\bconcert\b|\bparade\b|\bprojection\b")),
    ("pass", _pattern(r"\bpass(?:es)?\b")),
)


_TAKEN = "\x00"  # where a clause was: no letter, and no space to reach over


class _Line:
    """A line of which clauses are taken."""

    def __init__(self, text: str) -> None:
        self.left = text

    def take(self, pattern: re.Pattern[str]) -> re.Match[str] | None:
        """The first clause of that form, which is in the line no longer."""
        match = pattern.search(self.left)
        if match:
            self.left = f"{self.left[: match.start()]}{_TAKEN}{self.left[match.end() :]}"
        return match

    @property
    def name(self) -> str:
        words = [" ".join(part.split()).strip(" ,.:–—-") for part in self.left.split(_TAKEN)]
        return " ".join(word for word in words if word and word.lower() not in ("and", "the"))


def read_event_line(text: str, day: date | None = None) -> Event:
    """The event a line tells of; day: the evening its tide was read for, where it does not say.

    WrongValue says what of it could not be understood.
    """
    if len(text) > LONGEST_LINE:
        raise WrongValue("line", f"a line of at most {LONGEST_LINE} letters", len(text))
    line = _Line(text)
    said = line.take(_KIND)
    kind = next((k for k, name in KIND_NAMES.items() if said and name == said[1].lower()), None)
    sure_min = _minutes_of(line.take(_SURE))
    days = _days(line)
    bearing, altitude = line.take(_BEARING), line.take(_ALTITUDE)
    waters = _waters(line, days.day or day)
    timing = waters or _timing(line)
    if stray := _LEFT_OVER_TIME.search(line.left):
        raise WrongValue("line", "times from 0:00 to 23:59, one stretch a line", stray[0])
    if timing is None:
        raise WrongValue("line", WANTED, f"“{text.strip()[:60]}”" if text.strip() else "nothing")
    kind = kind or _kind(timing, line.name)
    return Event(
        kind=kind,
        label=line.name or KIND_NAMES[kind],
        timing=_checked(kind, timing),
        sure_min=sure_min or 0.0,
        days=ALWAYS if waters else days,  # a tide's day is the one it was read for
        bearing_true_deg=None if bearing is None else _number(bearing[1]) % 360,
        altitude_deg=None if altitude is None else min(_number(altitude[1]), 90.0),
    )


def _checked(kind: Kind, timing: Timing) -> Timing:
    """A kind is told by its own sort of times."""
    wanted = {"tide": Waters, "traffic": Every, "signal": Beat}.get(kind, Span)
    if not isinstance(timing, wanted):
        telling = {
            "tide": "“high water 21:40 4.2 m”",
            "traffic": "“every 12 min”",
            "signal": "“every 10 s”",
        }.get(kind, "“22:00 to 22:20”")
        raise WrongValue("line", f"a {KIND_NAMES[kind]} told as {telling}", "other times")
    return timing


def _kind(timing: Timing, name: str) -> Kind:
    if isinstance(timing, Waters):
        return "tide"
    if isinstance(timing, Every):
        return "traffic"
    if isinstance(timing, Beat):
        return "signal"
    return next((kind for kind, words in _SAID_KINDS if words.search(name)), "time")


def _timing(line: _Line) -> Timing | None:
    every = line.take(_EVERY)
    lasts_min = _minutes_of(line.take(_LASTS))
    both, until = line.take(_FROM_TO), None
    if both is None:
        until = line.take(_UNTIL)
    alone = line.take(_FROM) if both is None else None
    start = _at(both[1]) if both else _at(alone[1]) if alone else None
    end = _at(both[2]) if both else _at(until[1]) if until else None
    if every is not None:
        each_s = 60 * (_minutes_of(every, empty=1.0) or 0.0)
        if every[2].lower().startswith("s"):
            return Beat(round(each_s, 3), start, end)
        return Every(each_s / 60, start, end, lasts_min or 0.0)
    if start is None:
        return None
    return Span(start, end, lasts_min if end is None else None)


def _waters(line: _Line, day: date | None) -> Waters | None:
    level = line.take(_LEVEL)
    turns, units = [], {level[4][0].lower()} if level else set()
    while found := line.take(_TURN):
        height = None if found[4] is None else _height_m(found[3], found[4], found[5])
        units |= {found[5][0].lower()} if found[5] else set()
        turns.append(TideTurn(_clock(found[2]), found[1].lower() == "high", height))
    if len(units) > 1:
        raise WrongValue("line", "all heights in metres, or all in feet", "both")
    if not turns:
        if level:
            raise WrongValue(
                "line", "a high and a low water with heights, beside the level", "none"
            )
        return None
    for turn, other in pairwise(sorted(turns, key=lambda t: (t.at.minutes - 720) % 1440)):
        if turn.is_high == other.is_high and (other.at.minutes - turn.at.minutes) % 1440 < 480:
            name = "high" if turn.is_high else "low"
            raise WrongValue("line", f"{name} waters half a day apart", "closer ones")
    if day is None:
        wanted = "the evening the tide was read for: “on 26 November 2026”"
        raise WrongValue("line", wanted, "high or low water of no day")
    if level is None:
        return Waters(day, tuple(turns))
    over = level[1].lower() in ("over", "above")
    return Waters(day, tuple(turns), Level(_height_m(level[2], level[3], level[4]), over))


def _height_m(minus: str | None, number: str, unit: str) -> float:
    value = _number(number) * (-1 if minus else 1)
    return round(value * METRES_PER_FOOT, 3) if unit.lower().startswith("f") else value


def _days(line: _Line) -> Days:
    if line.take(_NIGHTLY):
        return ALWAYS
    if found := line.take(_WEEKDAYS):
        names = re.findall(_DAY, found[1], re.IGNORECASE)
        starts = [day[:3].lower() for day in WEEKDAYS]
        return Days(weekdays=frozenset(starts.index(name[:3].lower()) for name in names))
    if found := line.take(_ISO_DATE):
        return Days(day=_date(int(found[1]), int(found[2]), int(found[3])))
    if found := line.take(_DATE):
        month = [m.lower() for m in MONTHS].index(found[2].lower()) + 1
        if found[3]:
            return Days(day=_date(int(found[3]), month, int(found[1])))
        leap = 2000  # so that 29 February may be said
        _date(leap, month, int(found[1]))
        return Days(month_day=(month, int(found[1])))
    return ALWAYS


def _date(year: int, month: int, day: int) -> date:
    try:
        return date(year, month, day)
    except ValueError as error:
        raise WrongValue("line", "a day of the calendar", f"{day}.{month}.{year}") from error


def read_at(text: str) -> At:
    """A time of a night alone: `17:30`, `30 min after sunset`. WrongValue where it is none."""
    if re.fullmatch(_AT, text.strip(), re.IGNORECASE) is None:
        raise WrongValue("time", "a time: “17:30” or “30 min after sunset”", f"“{text[:40]}”")
    return _at(text.strip())


def _at(text: str) -> At:
    time = re.fullmatch(_TIME, text.strip(), re.IGNORECASE)
    if time:
        return _clock(text)
    code = next(code for code, name in SKY_NAMES.items() if text.lower().endswith(name))
    offset = re.match(rf"\s*{_NUM}\s*{_UNIT}\s*(after|before)", text, re.IGNORECASE)
    if offset is None:
        return FromSky(code)
    minutes = _number(offset[1]) * _unit_min(offset[2])
    return FromSky(code, minutes if offset[3].lower() == "after" else -minutes)


def _clock(text: str) -> ClockTime:
    digits = [int(d) for d in re.findall(r"\d+", text)]
    hour, minute = digits[0], digits[1] if len(digits) > 1 else 0
    half = re.search(r"([ap])\.?m", text, re.IGNORECASE)
    if half:
        if not 1 <= hour <= 12:
            raise WrongValue("line", "an hour from 1 to 12 before am or pm", text)
        hour = hour % 12 + (12 if half[1].lower() == "p" else 0)
    if hour > 23 or minute > 59:
        raise WrongValue("line", "a time from 0:00 to 23:59", text)
    return ClockTime(60 * hour + minute)


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _unit_min(unit: str | None) -> float:
    return {"s": 1 / 60, "h": 60.0}.get((unit or "min")[0].lower(), 1.0)


def _minutes_of(match: re.Match[str] | None, empty: float = 0.0) -> float | None:
    """The minutes of a clause with a number and a unit. empty: the number where none was said."""
    if match is None:
        return None
    number = empty if match[1] is None else _number(match[1])
    return round(number * _unit_min(match[2]), 6)


def event_line(event: Event) -> str:
    """The event as one line; read again it is the same event."""
    clauses = [
        f"{KIND_NAMES[event.kind].capitalize()}: {event.label}",
        *_when(event.timing),
        *_which_days(event.days),
    ]
    if event.bearing_true_deg is not None:
        clauses.append(f"bearing {event.bearing_true_deg:g}°")
    if event.altitude_deg is not None:
        clauses.append(f"{event.altitude_deg:g}° high")
    if event.sure_min:
        clauses.append(f"± {_length(event.sure_min)}")
    return ", ".join(clauses)


def _when(timing: Timing) -> list[str]:
    match timing:
        case Waters():
            turns = [_turn_text(turn) for turn in timing.turns]
            return [*_level_text(timing), *turns, *_which_days(Days(day=timing.day))]
        case Beat():
            return [f"every {timing.period_s:g} s", *_stretch(timing.start, timing.end)]
        case Every():
            lasts = [f"for {_length(timing.lasts_min)}"] if timing.lasts_min else []
            every = f"every {timing.every_min:g} min"
            return [every, *_stretch(timing.start, timing.end), *lasts]
        case Span():
            lasts = [f"for {_length(timing.lasts_min)}"] if timing.lasts_min else []
            if timing.end is None:
                return [f"at {at_text(timing.start)}", *lasts]
            return _stretch(timing.start, timing.end)


def _stretch(start: At | None, end: At | None) -> list[str]:
    if start is None:
        return [] if end is None else [f"until {at_text(end)}"]
    if end is None:
        return [f"from {at_text(start)}"]
    return [f"{at_text(start)} to {at_text(end)}"]


def at_text(at: At) -> str:
    """A time as it is said: `21:40`, `30 min after sunset`."""
    if isinstance(at, ClockTime):
        return f"{int(at.minutes) // 60}:{int(at.minutes) % 60:02d}"
    if not at.offset_min:
        return SKY_NAMES[at.code]
    way = "after" if at.offset_min > 0 else "before"
    return f"{_length(abs(at.offset_min))} {way} {SKY_NAMES[at.code]}"


def _length(minutes: float) -> str:
    return f"{minutes:g} min" if minutes >= 1 else f"{60 * minutes:g} s"


def _turn_text(turn: TideTurn) -> str:
    height = "" if turn.height_m is None else f" {_metres(turn.height_m)}"
    return f"{'high' if turn.is_high else 'low'} water {at_text(turn.at)}{height}"


def _level_text(waters: Waters) -> list[str]:
    if waters.level is None:
        return []
    over = "over" if waters.level.is_over else "under"
    return [f"water {over} {_metres(waters.level.height_m)}"]


def _metres(value: float) -> str:
    return f"{'−' if value < 0 else ''}{abs(value):g} m"


def _which_days(days: Days) -> list[str]:
    if days.day is not None:
        return [f"on {days.day.day} {MONTHS[days.day.month - 1]} {days.day.year}"]
    if days.month_day is not None:
        month, day = days.month_day
        return [f"every year on {day} {MONTHS[month - 1]}"]
    if days.weekdays:
        return ["on " + " and ".join(f"{WEEKDAYS[day]}s" for day in sorted(days.weekdays))]
    return []
