"""Which picture belongs to which take, when the camera's clock is wrong by an unknown amount.

A camera's clock is off by a constant: hours for a wrong zone, minutes for drift. Every pair of
picture and take proposes an offset; the one most pictures agree on, with settings that fit, is
taken. Pictures are then given to the nearest take in time.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

AGREE_S = 8.0  # a hand notes a take a few seconds after it was made; common practice
SAME_SETTINGS_STOPS = 0.4  # labels against exact values, and a body that rounds


@dataclass(frozen=True)
class Stamped:
    """Something with a time and, where known, settings. seconds on any common scale."""

    seconds: float
    exposure_s: float | None = None
    f_number: float | None = None
    iso: float | None = None


@dataclass(frozen=True)
class Matched:
    """offset_s: what to add to a picture's time. takes: by picture, the take's index or None."""

    offset_s: float
    takes: tuple[int | None, ...]


def match(pictures: Sequence[Stamped], takes: Sequence[Stamped]) -> Matched:
    """Pair pictures with takes; with nothing to pair, an offset of nought and no pairs."""
    best, offset = 0.0, 0.0
    for picture in pictures:
        for take in takes:
            if not _fits(picture, take):
                continue
            proposed = take.seconds - picture.seconds
            score = _agreement(pictures, takes, proposed)
            # of equals the smaller correction: a clock is more likely nearly right
            if (score, -abs(proposed)) > (best, -abs(offset)):
                best, offset = score, proposed
    return Matched(offset, _pairs(pictures, takes, offset) if best else (None,) * len(pictures))


def _fits(picture: Stamped, take: Stamped) -> bool:
    for name, weight in (("exposure_s", 1.0), ("f_number", 2.0), ("iso", 1.0)):
        seen, noted = getattr(picture, name), getattr(take, name)
        if seen and noted and weight * abs(math.log2(seen / noted)) > SAME_SETTINGS_STOPS:
            return False
    return True


def _agreement(pictures: Sequence[Stamped], takes: Sequence[Stamped], offset: float) -> float:
    return sum(take is not None for take in _pairs(pictures, takes, offset))


def _pairs(
    pictures: Sequence[Stamped], takes: Sequence[Stamped], offset: float
) -> tuple[int | None, ...]:
    """Each take goes to one picture at most, the nearest first."""
    candidates = sorted(
        (abs(p.seconds + offset - t.seconds), i, j)
        for i, p in enumerate(pictures)
        for j, t in enumerate(takes)
        if _fits(p, t) and abs(p.seconds + offset - t.seconds) <= AGREE_S
    )
    found: dict[int, int] = {}
    for _, picture, take in candidates:
        if picture not in found and take not in found.values():
            found[picture] = take
    return tuple(found.get(i) for i in range(len(pictures)))
