"""The moving light by thirds of a stop: the moments between which nobody sees it change.

What is worked out beforehand, for a place without signal, is worked out for these moments. What is
asked later, with signal, is asked about the same ones; so both say the same.
"""

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.light.part import LightPart
from patient_owl.core.types import FloatArray

GOOD_ENOUGH_STOPS = 1 / 3  # nobody sees less than a third; common practice
HALF_STEP_STOPS = 1 / 6  # of a dial in thirds: no dial comes nearer
OTHERS_THIRDS = 2  # of a light beside it, which weighs less; ours
LOOKED_EVERY_S = 15.0  # twilight goes a third of a stop in a minute and more


@dataclass(frozen=True)
class Thirds:
    """The course of a picture's lights by thirds.

    times_s: from the shot's own moment, which is one of them, whenever the light it is exposed for
    has moved by a third since the one before, or another by OTHERS_THIRDS; ascending. borders_s:
    one fewer, where it has moved by half of that.
    """

    times_s: tuple[float, ...] = (0.0,)
    borders_s: tuple[float, ...] = ()

    def nearest(self, after_s: float) -> int:
        """The place whose light is nearest to that of a moment."""
        return bisect_right(self.borders_s, after_s)

    def begins_s(self, at_s: float) -> float:
        """From when on one of the moments is the nearest; of the first itself."""
        before = self.nearest(at_s) - 1
        return self.borders_s[before] if before >= 0 else at_s

    def place(self, after_s: float, before: int | None = None) -> int:
        """The place a moment counts as. before: that of the last frame that was judged, where
        there is one: the light stands there until it has moved by a whole third."""
        passed = bisect_right(self.times_s, after_s) - 1
        # a frame is at most half a third behind its place; one further on was tried at the table
        if before is None or passed < before - 1:
            return self.nearest(after_s)
        return max(passed, before)


STILL = Thirds()


def thirds_of(parts: Sequence[LightPart], from_s: float, to_s: float) -> Thirds:
    """The course of lights, the one it is exposed for first, between two moments, either side of
    the shot's own."""
    if all(part.changes is None for part in parts):
        return STILL
    ahead_s = np.arange(0.0, to_s + LOOKED_EVERY_S, LOOKED_EVERY_S)
    behind_s = -np.arange(0.0, LOOKED_EVERY_S - from_s, LOOKED_EVERY_S)
    (times_before, borders_before), (times, borders) = (
        _walked(seconds, _thirds_moved(parts, seconds)) for seconds in (behind_s, ahead_s)
    )
    return Thirds((*times_before[:0:-1], *times), (*borders_before[::-1], *borders))


def _thirds_moved(parts: Sequence[LightPart], seconds: FloatArray) -> FloatArray:
    """How far lights have moved, in what counts as a third of each, (lights, seconds)."""
    rows = []
    for place, part in enumerate(parts):
        third_stops = GOOD_ENOUGH_STOPS * (OTHERS_THIRDS if place else 1)
        course = part.changes
        stops = np.interp(seconds, course.after_s, course.ev100) if course else 0 * seconds
        rows.append(stops / third_stops)
    return np.array(rows)


def _walked(seconds: FloatArray, thirds: FloatArray) -> tuple[list[float], list[float]]:
    """The times from the first on, and the borders between them. thirds: (lights, seconds)."""
    at, times = 0, [float(seconds[0])]
    borders: list[float] = []
    while True:
        moved = np.abs(thirds[:, at:] - thirds[:, at : at + 1]).max(axis=0)
        third = int(np.argmax(moved >= 1))
        if moved[third] < 1:
            return times, borders
        borders.append(float(seconds[at + int(np.argmax(moved >= 1 / 2))]))
        at += third
        times.append(float(seconds[at]))
