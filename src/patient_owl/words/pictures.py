"""Pictures in words."""

from collections.abc import Sequence
from datetime import datetime, tzinfo
from typing import Protocol

from patient_owl.core.exposure.reading import HistogramReading
from patient_owl.core.exposure.spot import Spot
from patient_owl.words.quantities import (
    begun,
    dial_time,
    duration,
    f_number,
    in_whole_parts,
    iso,
    placed,
    share,
    stops,
)

CLIPPED_WORTH_SAYING = 0.002  # a lamp or two is no fault
BLACK_WORTH_SAYING = 0.2
CLOCK_WORTH_SAYING_S = 15


def photo_settings_text(
    exposure_s: float | None, f_number_value: float | None, iso_value: float | None
) -> str:
    """`4 s, f/2.8, ISO 1600`, as far as the file says; `no settings in the file`."""
    parts = []
    if exposure_s:
        parts.append(dial_time(exposure_s))
    if f_number_value:
        parts.append(f_number(f_number_value))
    if iso_value:
        parts.append(iso(iso_value))
    return ", ".join(parts) or "no settings in the file"


def reading_text(reading: HistogramReading) -> str:
    """`Its middle lies 2 stops under mid-grey; 1 % burnt out.`"""
    text = f"Its middle lies {placed(reading.median_stops)}"
    if reading.clipped_share >= CLIPPED_WORTH_SAYING:
        burnt = share(reading.clipped_share) if reading.clipped_share >= 0.01 else "under 1\u00a0%"
        text += f"; {burnt} burnt out"
    if reading.black_share >= BLACK_WORTH_SAYING:
        text += f"; {share(reading.black_share)} black"
    return text + "."


def spot_text(spot: Spot, wanted_stops: float) -> str:
    """`1⅓ stops under mid-grey, ± 0.3; 1 stop darker than wanted`."""
    if spot.end:
        bound = "bright" if spot.end == "clipped" else "dark"
        return f"{placed(spot.stops)} at least: it is too {bound} to tell"
    text = f"{placed(spot.stops)}, ±\u00a0{spot.sigma_stops:.1f}"
    off = spot.stops - wanted_stops
    if in_whole_parts(off) == 0:
        return f"{text}; where it is wanted"
    return f"{text}; {stops(abs(off))} {'brighter' if off > 0 else 'darker'} than wanted"


def compared_text(brighter_stops: float, other: str) -> str:
    """`1⅓ stops darker than the picture of 22:41.`; against the first of the same
    scene."""
    if in_whole_parts(brighter_stops) == 0:
        return f"As bright as {other}."
    side = "brighter" if brighter_stops > 0 else "darker"
    return f"{begun(stops(abs(brighter_stops)))} {side} than {other}."


class ClockFound(Protocol):
    """What was found of a camera's clock. fast_s: ahead of the place's own time. [s]"""

    @property
    def camera(self) -> str: ...
    @property
    def told_by(self) -> str: ...
    @property
    def fast_s(self) -> float: ...


def matched_text(matched: int, photos: int, clocks: Sequence[ClockFound]) -> str:
    """`3 of 4 pictures found their take; the camera's clock is 1 h slow.`"""
    if not matched:
        return "No picture found its take by time and settings. Choose by hand."
    said = [off_text(clock.fast_s) for clock in clocks if clock.told_by == "takes"]
    text = f"{matched} of {photos} pictures found their take"
    return f"{text}; the camera's clock is {', another '.join(said)}."


def off_text(fast_s: float) -> str:
    """`1 h fast`, `right`."""
    if abs(fast_s) < CLOCK_WORTH_SAYING_S:
        return "right"
    return f"{duration(abs(fast_s))} {'fast' if fast_s > 0 else 'slow'}"


def clock_text(clock: ClockFound) -> str:
    """What was found of a card's camera, or what is assumed of it."""
    name = clock.camera or "The camera"
    off = off_text(clock.fast_s)
    if clock.told_by == "takes":
        return f"{name}: its clock was {off}, told by the takes of the night."
    if clock.told_by == "file":
        return f"{name}: its files say how far its clock was from UTC; taken as said."
    return f"{name}: nothing tells how its clock stood; taken as set to the place's time."


def time_text(
    camera_clock: datetime | None, moment: datetime | None, told_by: str | None, zone: tzinfo
) -> str:
    """When a picture was taken, and what that rests on."""
    if camera_clock is None:
        return "no time in the file"
    said = f"{camera_clock:%H:%M:%S}"
    if moment is None:
        return f"{said} by the camera's clock"
    local = moment.astimezone(zone)
    here = f"{local:%H:%M:%S}"
    if told_by == "takes":
        off = off_text((camera_clock - local.replace(tzinfo=None)).total_seconds())
        return here if off == "right" else f"{here}; the camera said {said}, {off}"
    if told_by == "file":
        return f"{here}, by the file"
    return f"{here}, if the camera's clock stood as clocks do there"
