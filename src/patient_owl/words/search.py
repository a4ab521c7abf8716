"""Why a night was found, and what a near miss lacks."""

from collections.abc import Sequence
from datetime import date, datetime, tzinfo

from patient_owl.core.find import Found, Missed
from patient_owl.core.sky.ephemeris import moment_utc
from patient_owl.core.windows import (
    DEGREE_S,
    Condition,
    During,
    MoonDown,
    MoonLit,
    SunAbove,
    SunBelow,
    TargetIn,
    TargetUp,
)
from patient_owl.words.night import clock
from patient_owl.words.quantities import angle, bearing


def day(evening: date) -> str:
    return evening.strftime("%a %-d %B %Y")


_LIGHTS = {
    "dark": "full dark",
    "stars": "dark enough for stars",
    "blue_hour": "blue hour",
    "sun_down": "Sun down",
}


def light_text(key: str, lowest_deg: float, highest_deg: float) -> str:
    """`blue hour, Sun −8° to −4°`"""
    span = f"under {angle(highest_deg)}"
    if lowest_deg > -90:
        span = f"{angle(lowest_deg)} to {angle(highest_deg)}"
    return f"{_LIGHTS[key]}, Sun {span}"


def condition_text(condition: Condition) -> str:
    """A condition as a clause: `the Moon down`."""
    match condition:
        case SunBelow():
            text = f"the Sun under {angle(condition.altitude_deg)}"
        case SunAbove():
            text = f"the Sun over {angle(condition.altitude_deg)}"
        case During():
            text = condition.event.label
        case MoonDown():
            text = "the Moon down"
        case MoonLit():
            text = f"the Moon {condition.least:.0%} to {condition.most:.0%} lit"
        case TargetUp():
            text = f"{condition.target.name} up"
        case TargetIn():
            text = (
                f"{condition.target.name} within {angle(condition.within_deg)} of "
                f"{bearing(condition.bearing_true_deg)}, {angle(condition.lowest_deg)} to "
                f"{angle(condition.highest_deg)} high"
            )
    return text


def found_text(night: Found, conditions: Sequence[Condition], zone: tzinfo) -> str:
    """`21:10 to 23:40, 150 min: the Moon down, core up`"""
    start, end = (_minute(moment_utc(s)) for s in (night.start_s, night.end_s))
    clauses = ", ".join(condition_text(c) for c in conditions)
    more = night.total_minutes - night.minutes
    extra = f", and {more:.0f} min more in other stretches" if more >= 1 else ""
    return f"{clock(start, zone)} to {clock(end, zone)}, {night.minutes:.0f} min{extra}: {clauses}."


def missed_text(missed: Missed, conditions: Sequence[Condition]) -> str:
    """`all but: the Moon down, by 3°`"""
    if missed.lacking < 0:
        return f"Everything meets, but {missed.by:.0f} min too short."
    condition = conditions[missed.lacking]
    if isinstance(condition, During):
        minutes = missed.by * DEGREE_S / 60
        return f"All but {condition_text(condition)}: misses by {max(minutes, 1):.0f} min."
    is_light = isinstance(condition, MoonLit)
    by = (
        f"{max(missed.by, 1):.0f} % of light"
        if is_light
        else f"{missed.by:.1f}°"
        if missed.by >= 0.05
        else "a hair"
    )
    return f"All but {condition_text(condition)}: misses by {by}."


def _minute(at_utc: datetime) -> datetime:
    return at_utc.replace(second=0, microsecond=0)
