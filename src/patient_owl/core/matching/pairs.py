"""Which picture belongs to which take, when the camera's clock is wrong by an unknown amount.

A camera's clock is off by a constant: hours for a wrong zone, minutes for drift. Every pair of
picture and take proposes an offset; the one most pictures agree on, with settings that fit, is
taken. Pictures are then given to the nearest take in time.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np

from patient_owl.core.types import FloatArray, IntArray

AGREE_S = 8.0  # a hand notes a take a few seconds after it was made; common practice
MOST_PAIRS = 1_500_000  # looked at together; a night has far fewer. Some 80 MB
MOST_TRIED = 1_000_000  # pairs in all the errors tried; a clock that stood still proposes no end
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
    """offset_s: what to add to a picture's time. takes: by picture, the take's index or None.
    by_chance: how many pairs any error of the clock would explain, on the mean of those looked at.
    """

    offset_s: float
    takes: tuple[int | None, ...]
    by_chance: float

    @property
    def agreeing(self) -> int:
        return sum(take is not None for take in self.takes)


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
    fitting = _fitting(pictures, takes, expected_s, within_s)
    errors = fitting.errors_s
    low = np.searchsorted(errors, errors - AGREE_S, side="left")
    high = np.searchsorted(errors, errors + AGREE_S, side="right")
    bounds = np.minimum(high - low, min(fitting.asked, len(takes)))
    reach_s = errors[-1] - errors[0] if len(errors) else 0.0
    span_s = max(float(reach_s) if within_s == math.inf else 2 * within_s, 2 * AGREE_S)
    by_chance = fitting.step * len(errors) * 2 * AGREE_S / span_s
    tried = 0
    best, offset = 0, expected_s
    best_pairs: tuple[int | None, ...] = (None,) * len(pictures)
    for at in np.lexsort((np.abs(errors - expected_s), -bounds)):
        proposed = float(errors[at])
        # of equals the smaller correction: a clock is more likely nearly right
        tried += int(high[at] - low[at])
        if tried > MOST_TRIED and best:
            break
        if best and (bounds[at], -abs(proposed - expected_s)) <= (best, -abs(offset - expected_s)):
            break
        paired = _paired(fitting, slice(low[at], high[at]), proposed, len(pictures))
        score = sum(take is not None for take in paired)
        is_better = (score, -abs(proposed - expected_s)) > (best, -abs(offset - expected_s))
        if is_better or not best:
            best, offset, best_pairs = score, proposed, paired
    if fitting.step > 1 and within_s > AGREE_S:  # what some agree on is asked of all
        return replace(match(pictures, takes, offset, AGREE_S), by_chance=by_chance)
    return Matched(offset, best_pairs, by_chance)


class _Fitting(NamedTuple):
    """Pairs whose settings agree: picture, take, and the clock's error they propose, ascending; of
    every so manieth picture, and of how many that is."""

    errors_s: FloatArray
    pictures: IntArray
    takes: IntArray
    step: int
    asked: int


def _fitting(
    pictures: Sequence[Stamped], takes: Sequence[Stamped], expected_s: float, within_s: float
) -> _Fitting:
    """Pairs near enough whose settings agree as far as both tell; of some pictures only where there
    are too many: the rest would say the same again."""
    by_time = np.argsort([take.seconds for take in takes], kind="stable")
    of_takes = np.array([takes[at].seconds for at in by_time], dtype=float)
    of_pictures = np.array([picture.seconds for picture in pictures], dtype=float)
    first = np.searchsorted(of_takes, of_pictures + (expected_s - within_s), side="left")
    after = np.searchsorted(of_takes, of_pictures + (expected_s + within_s), side="right")
    step = 1 + int((after - first).sum()) // MOST_PAIRS
    asked = np.arange(0, len(pictures), step)
    counts = (after - first)[asked]
    picture = np.repeat(asked, counts)
    within = np.arange(counts.sum()) - np.repeat(np.cumsum(counts) - counts, counts)
    place = np.repeat(first[asked], counts) + within
    fits = np.ones(len(picture), dtype=bool)
    for name, weight in (("exposure_s", 1.0), ("f_number", 2.0), ("iso", 1.0)):
        seen, noted = (_stops(of, name, weight) for of in (pictures, takes))
        # what one of the two does not tell (NaN) rules nothing out
        fits &= ~(np.abs(seen[picture] - noted[by_time][place]) > SAME_SETTINGS_STOPS)
    picture, place = picture[fits], place[fits]
    errors = of_takes[place] - of_pictures[picture]
    order = np.argsort(errors, kind="stable")
    return _Fitting(errors[order], picture[order], by_time[place][order], step, len(asked))


def _stops(of: Sequence[Stamped], name: str, weight: float) -> FloatArray:
    values = np.array([getattr(photo, name) or np.nan for photo in of], dtype=float)
    return np.asarray(weight * np.log2(values))


def _paired(
    fitting: _Fitting, stretch: slice, error_s: float, count: int
) -> tuple[int | None, ...]:
    """Each take goes to one picture at most, the nearest first."""
    pictures, takes = fitting.pictures[stretch], fitting.takes[stretch]
    nearest = np.lexsort((takes, pictures, np.abs(fitting.errors_s[stretch] - error_s)))
    pairs: dict[int, int] = {}
    given: set[int] = set()
    for picture, take in zip(pictures[nearest].tolist(), takes[nearest].tolist(), strict=True):
        if picture not in pairs and take not in given:
            pairs[picture] = take
            given.add(take)
    return tuple(pairs.get(i) for i in range(count))
