"""The shot a picture without a take is most likely of."""

from collections.abc import Sequence

import numpy as np

from patient_owl.core.matching.pairs import Stamped

MOST_APART_S = 3 * 3600.0  # further from a shot's moment it is another picture; common practice
STOPS_PER_HOUR = 2.0  # a setting that far from the plan tells as much; common practice


def likeliest(frame: Stamped, shots: Sequence[Stamped]) -> int | None:
    """The place of the shot whose moment and planned setting lie nearest; None where none does."""
    costs = [_cost(frame, shot) for shot in shots]
    near = [place for place, shot in enumerate(shots) if _apart_s(frame, shot) <= MOST_APART_S]
    return min(near, key=lambda place: costs[place]) if near else None


def _apart_s(frame: Stamped, shot: Stamped) -> float:
    return abs(frame.seconds - shot.seconds)


def _cost(frame: Stamped, shot: Stamped) -> float:
    """In stops, an hour as so many."""
    apart = 0.0
    for name, weight in (("exposure_s", 1.0), ("f_number", 2.0), ("iso", 1.0)):
        seen, planned = getattr(frame, name), getattr(shot, name)
        if seen and planned:
            apart += weight * abs(float(np.log2(seen / planned)))
    return apart + STOPS_PER_HOUR * _apart_s(frame, shot) / 3600
