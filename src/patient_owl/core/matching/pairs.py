"""Which picture belongs to which take, when the camera's clock is wrong by an unknown amount.

A camera's clock is off by a constant: hours for a wrong zone, minutes for drift. Every pair of
picture and take proposes an offset; the one most pictures agree on, with settings that fit, is
taken. Pictures are then given to the nearest take in time.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from patient_owl.core.types import FloatArray, IntArray

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


def match(
    pictures: Sequence[Stamped],
    takes: Sequence[Stamped],
    expected_s: float = 0.0,
    within_s: float = math.inf,
) -> Matched:
    """Pair pictures with takes; with nothing to pair, an offset of nought and no pairs.

    expected_s: the error of equals that is taken, or the nearest to it; within_s: how far from it
    any is looked for.

    Every picture that may be of a take proposes the clock's error that would make them meet.
    Sorted, the pairs an error would explain lie in one stretch; its length bounds how many can be
    paired, and only errors whose bound beats the best found so far are paired for real.
    """
    fitting = _fitting(pictures, takes)
    errors = fitting.errors_s
    if within_s < math.inf:
        is_near = np.abs(errors - expected_s) <= within_s
        fitting = _Fitting(errors[is_near], fitting.pictures[is_near], fitting.takes[is_near])
        errors = fitting.errors_s
    low = np.searchsorted(errors, errors - AGREE_S, side="left")
    high = np.searchsorted(errors, errors + AGREE_S, side="right")
    bounds = np.minimum(high - low, min(len(pictures), len(takes)))
    best, offset = 0, expected_s
    found: tuple[int | None, ...] = (None,) * len(pictures)
    for at in np.lexsort((np.abs(errors - expected_s), -bounds)):
        proposed = float(errors[at])
        # of equals the smaller correction: a clock is more likely nearly right
        if best and (bounds[at], -abs(proposed - expected_s)) <= (best, -abs(offset - expected_s)):
            break
        paired = _paired(fitting, slice(low[at], high[at]), proposed, len(pictures))
        score = sum(take is not None for take in paired)
        is_better = (score, -abs(proposed - expected_s)) > (best, -abs(offset - expected_s))
        if is_better or not best:
            best, offset, found = score, proposed, paired
    return Matched(offset, found)


class _Fitting(NamedTuple):
    """Pairs whose settings agree: picture, take, and the clock's error they propose, ascending."""

    errors_s: FloatArray
    pictures: IntArray
    takes: IntArray


def _fitting(pictures: Sequence[Stamped], takes: Sequence[Stamped]) -> _Fitting:
    """All pairs whose settings agree as far as both tell."""
    fits = np.ones((len(pictures), len(takes)), dtype=bool)
    for name, weight in (("exposure_s", 1.0), ("f_number", 2.0), ("iso", 1.0)):
        seen, noted = (_stops(of, name, weight) for of in (pictures, takes))
        # what one of the two does not tell (NaN) rules nothing out
        fits &= ~(np.abs(seen[:, None] - noted[None, :]) > SAME_SETTINGS_STOPS)
    of_pictures, of_takes = (np.array([one.seconds for one in of]) for of in (pictures, takes))
    picture, take = np.nonzero(fits)
    errors = of_takes[take] - of_pictures[picture]
    order = np.argsort(errors, kind="stable")
    return _Fitting(errors[order], picture[order], take[order])


def _stops(of: Sequence[Stamped], name: str, weight: float) -> FloatArray:
    values = np.array([getattr(one, name) or np.nan for one in of], dtype=float)
    return np.asarray(weight * np.log2(values))


def _paired(
    fitting: _Fitting, stretch: slice, error_s: float, count: int
) -> tuple[int | None, ...]:
    """Each take goes to one picture at most, the nearest first."""
    pictures, takes = fitting.pictures[stretch], fitting.takes[stretch]
    nearest = np.lexsort((takes, pictures, np.abs(fitting.errors_s[stretch] - error_s)))
    found: dict[int, int] = {}
    given: set[int] = set()
    for picture, take in zip(pictures[nearest].tolist(), takes[nearest].tolist(), strict=True):
        if picture not in found and take not in given:
            found[picture] = take
            given.add(take)
    return tuple(found.get(i) for i in range(count))
