"""A light that was found off its prediction at a place, reckoned with when it is met again."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from patient_owl.core.light.part import LightPart

# Another night the lamp is another one and the leaves have grown; common practice.
NEXT_TIME_SIGMA_STOPS = 0.7


@dataclass(frozen=True)
class FoundLight:
    """light: what makes it. between: what was said to stand between it and the sky, or nothing.
    offset_stops: brighter than predicted, and its ±."""

    light: str
    between: str
    offset_stops: float
    sigma_stops: float


def as_found(part: LightPart, between: str, found: Sequence[FoundLight]) -> LightPart:
    """The light with what was found of it here before; the newest finding counts."""
    same = [one for one in found if (one.light, one.between) == (part.source, between)]
    if not same:
        return part
    newest = same[-1]
    sigma = math.hypot(newest.sigma_stops, NEXT_TIME_SIGMA_STOPS)
    return replace(
        part,
        ev100=part.ev100 + newest.offset_stops,
        sigma_stops=min(sigma, part.sigma_stops),
        found_stops=newest.offset_stops,
    )
