"""How far a camera's clock is off: by the takes it was kept beside, else by the place's zone."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from patient_owl.core.matching.pairs import Matched, Stamped, match

TimeFrom = Literal["file", "takes", "zone"]

# That so many agree on one error by chance does not happen among the takes of one night.
LEAST_AGREEING = 3
AGREEING_SHARE = 0.5  # of those that could; two of two will do
MANY_AGREEING = 20
BEYOND_CHANCE = 5.0  # takes at even intervals pile up at twice or thrice what chance would have
ZONES_S = 26 * 3600.0  # zones lie from 12 h behind to 14 h ahead of UTC
CLOCK_OFF_S = 600.0  # a clock set by hand is right to this; beyond, one pair alone proves nothing


@dataclass(frozen=True)
class ClockError:
    """error_s: what to add to its time, read as UTC. takes: by frame, the take's place or None.
    told_by: what it was found by."""

    error_s: float
    takes: tuple[int | None, ...]
    told_by: TimeFrom


def clock_of(
    frames: Sequence[Stamped], takes: Sequence[Stamped], zone_error_s: float
) -> ClockError:
    """zone_error_s: the error of a clock that is right by the place's own time. A clock in another
    zone is looked for before one set to another year."""
    for within_s in (ZONES_S, math.inf):
        matched = match(frames, takes, zone_error_s, within_s)
        if _is_sure(matched, len(frames), len(takes)):
            return ClockError(matched.offset_s, matched.takes, "takes")
    near = match(frames, takes, zone_error_s, CLOCK_OFF_S)
    if near.agreeing > BEYOND_CHANCE * near.by_chance:
        return ClockError(near.offset_s, near.takes, "takes")
    return ClockError(zone_error_s, (None,) * len(frames), "zone")


def _is_sure(matched: Matched, frames: int, takes: int) -> bool:
    agreeing, most = matched.agreeing, min(frames, takes)
    least = min(LEAST_AGREEING, max(2, most))
    if agreeing >= max(least, AGREEING_SHARE * most):
        return True
    # a folder of a year of which few were noted
    return agreeing >= MANY_AGREEING and agreeing > BEYOND_CHANCE * matched.by_chance
