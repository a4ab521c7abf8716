"""What an event means in one night, in words."""

from datetime import tzinfo

from patient_owl.core.events.event import Beat, Every, Waters
from patient_owl.core.events.resolve import Happening
from patient_owl.core.events.tide import Tide
from patient_owl.core.sky.ephemeris import moment_utc
from patient_owl.core.types import Stretch
from patient_owl.words.night import clock
from patient_owl.words.quantities import angle, bearing, depth, duration, number

MOST_STRETCHES = 4  # named one by one; what one reads at a glance


def happening_text(happening: Happening, zone: tzinfo) -> str:
    """`22:00 to 22:18, ± 5 min` · `every 12 min, 18:04 to 00:28` · `high water 21:40, 4.2 m; …`"""
    timing = happening.event.timing
    if isinstance(timing, Waters):
        text = _water_text(happening, timing, zone)
    elif isinstance(timing, Every):
        text = f"every {number(timing.every_min)} min, {_span((happening.stretches[0][0], happening.stretches[-1][0]), zone)}"
    elif isinstance(timing, Beat):
        whole = timing.start is None and timing.end is None
        text = f"every {number(timing.period_s)} s, " + (
            "all night" if whole else _span(happening.stretches[0], zone)
        )
    else:
        text = ", ".join(_span(stretch, zone) for stretch in happening.stretches)
    seen = [
        f"bearing {bearing(happening.event.bearing_true_deg)}"
        if happening.event.bearing_true_deg is not None
        else "",
        f"{angle(happening.event.altitude_deg)} high"
        if happening.event.altitude_deg is not None
        else "",
        _sure(happening),
    ]
    return ", ".join([text, *(part for part in seen if part)])


def _sure(happening: Happening) -> str:
    if not happening.sure_s:
        return ""
    by_moon = "by the Moon, " if happening.sure_s > 60 * happening.event.sure_min else ""
    return f"{by_moon}± {duration(happening.sure_s)}"


def _water_text(happening: Happening, waters: Waters, zone: tzinfo) -> str:
    level = waters.level
    if level is None or happening.tide is None:
        return (
            turns_text(happening.tide, happening.stretches[0], zone)
            if happening.tide
            else "no tide"
        )
    over = "over" if level.is_over else "under"
    times = ", ".join(_span(stretch, zone) for stretch in happening.stretches[:MOST_STRETCHES])
    return f"{times or 'never this night'}, water {over} {depth(level.height_m)}"


def turns_text(tide: Tide, within: Stretch, zone: tzinfo) -> str:
    """`low water 15:20, 0.6 m; high water 21:40, 4.2 m`"""
    mean_m = sum(height for _, height in tide.turns) / len(tide.turns)
    return "; ".join(
        f"{'high' if height > mean_m else 'low'} water {clock(moment_utc(at), zone)}, {depth(height)}"
        for at, height in tide.turns
        if within[0] <= at <= within[1]
    )


def _span(stretch: Stretch, zone: tzinfo) -> str:
    start, end = (clock(moment_utc(at), zone) for at in stretch)
    return start if start == end else f"{start} to {end}"
