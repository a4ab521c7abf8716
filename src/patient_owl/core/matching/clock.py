"""How far a camera's clock is off: by the takes it was kept beside, else by the place's zone."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from patient_owl.core.matching.pairs import Matched, Stamped, match

TimeFrom = Literal["file", "takes", "zone"]

# That so many agree on one error by chance does not happen among the takes of one night.
LEAST_AGREEING = 3
AGREEING_SHARE = 0.5  # of those that could; two of two will do
CLOCK_OFF_S = 600.0  # a clock set by hand is right to this; beyond, one pair alone proves nothing


@dataclass(frozen=True)
class Clock:
    """error_s: what to add to its time, read as UTC. takes: by frame, the take's place or None.
    told_by: what it was found by."""

    error_s: float
    takes: tuple[int | None, ...]
    told_by: TimeFrom


def clock_of(frames: Sequence[Stamped], takes: Sequence[Stamped], zone_error_s: float) -> Clock:
    """zone_error_s: the error of a clock that is right by the place's own time."""
    anywhere = match(frames, takes, zone_error_s)
    if _is_sure(anywhere, len(frames), len(takes)):
        return Clock(anywhere.offset_s, anywhere.takes, "takes")
    near = match(frames, takes, zone_error_s, CLOCK_OFF_S)
    if any(take is not None for take in near.takes):
        return Clock(near.offset_s, near.takes, "takes")
    return Clock(zone_error_s, (None,) * len(frames), "zone")


def _is_sure(found: Matched, frames: int, takes: int) -> bool:
    agreeing, most = sum(take is not None for take in found.takes), min(frames, takes)
    least = min(LEAST_AGREEING, max(2, most))
    return agreeing >= max(least, AGREEING_SHARE * most)
