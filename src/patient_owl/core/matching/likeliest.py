"""The shot that pictures without a take are most likely of."""

from collections.abc import Sequence

import numpy as np

from patient_owl.core.matching.pairs import Stamped
from patient_owl.core.matching.sets import SAME_STOPS

MOST_APART_S = 3 * 3600.0  # further from a shot's moment it is another picture; common practice
STOPS_PER_HOUR = 2.0  # a setting that far from the plan tells as much; common practice
# Set for so much more or less light it is no try at it: a first guess is seldom five stops off,
# and the day is ten over a lit street. Common practice.
MOST_LIGHT_STOPS = 6.0
# Frames of one setting that follow so soon are of one shot, a stack with its pauses. Common
# practice.
RUN_GAP_S = 120.0


def likeliest(run: Sequence[Stamped], shots: Sequence[Stamped]) -> int | None:
    """The place of the shot whose moment, planned setting and light lie nearest to all frames of a
    run; None where none is near."""
    costs = [sum(_cost(frame, shot) for frame in run) for shot in shots]
    near = [
        place
        for place, shot in enumerate(shots)
        if min(_apart_s(frame, shot) for frame in run) <= MOST_APART_S
        and _light_apart_stops(run[0], shot) <= MOST_LIGHT_STOPS
    ]
    return min(near, key=lambda place: costs[place]) if near else None


def runs_of(frames: Sequence[Stamped]) -> list[list[int]]:
    """Places of frames, in time order, by the run they are of: the same settings, soon after each
    other."""
    runs: list[list[int]] = []
    for place in sorted(range(len(frames)), key=lambda place: frames[place].seconds):
        if runs and _goes_on(frames[runs[-1][-1]], frames[place]):
            runs[-1].append(place)
        else:
            runs.append([place])
    return runs


def _goes_on(before: Stamped, frame: Stamped) -> bool:
    soon = frame.seconds - before.seconds - (before.exposure_s or 0.0) <= RUN_GAP_S
    return soon and _settings_apart_stops(before, frame) <= SAME_STOPS


def _apart_s(frame: Stamped, shot: Stamped) -> float:
    return abs(frame.seconds - shot.seconds)


def _settings_apart_stops(frame: Stamped, other: Stamped) -> float:
    """Of all controls that both tell, each by itself. [stops]"""
    pairs = _told_by_both(frame, other)
    return sum(weight * abs(float(np.log2(a / b))) for weight, a, b in pairs)


def _light_apart_stops(frame: Stamped, shot: Stamped) -> float:
    """How much more or less light one is set for; 0 where one of them does not tell. [stops]"""
    pairs = _told_by_both(frame, shot)
    if len(pairs) < len(_TAKE_IN):
        return 0.0
    time, aperture, iso = (weight * float(np.log2(a / b)) for weight, a, b in pairs)
    return abs(time - aperture + iso)


_TAKE_IN = (("exposure_s", 1.0), ("f_number", 2.0), ("iso", 1.0))


def _told_by_both(frame: Stamped, other: Stamped) -> list[tuple[float, float, float]]:
    values = [(weight, getattr(frame, name), getattr(other, name)) for name, weight in _TAKE_IN]
    return [(weight, a, b) for weight, a, b in values if a and b]


def _cost(frame: Stamped, shot: Stamped) -> float:
    """In stops, an hour as so many."""
    return _settings_apart_stops(frame, shot) + STOPS_PER_HOUR * _apart_s(frame, shot) / 3600
