"""Find when a continuous function of time changes sign.

An event is a function of epoch_seconds, shape (n,) → (n,); it happens where the function
passes zero. Two crossings closer together than the step are missed, which for the sky
means an object that grazes the horizon for less than the step.
"""

from collections.abc import Callable
from typing import NamedTuple

import numpy as np

from patient_owl.core.types import FloatArray

Function = Callable[[FloatArray], FloatArray]

_REFINEMENTS = 30  # halvings by regula falsi with a bisection guard; 600 s → well under 0.01 s
_SETTLED_S = 0.01


class Crossing(NamedTuple):
    """When the function passes zero (epoch_seconds), and whether it goes up through it."""

    seconds: float
    rising: bool


def crossings(
    function: Function, seconds: FloatArray, values: FloatArray | None = None
) -> list[Crossing]:
    """Every crossing between the first and last of `seconds`, in order.

    `values` may bring what the function gives at `seconds`, where it is known already.
    """
    if values is None:
        values = function(seconds)
    above = values >= 0
    at = np.flatnonzero(above[1:] != above[:-1])
    if not at.size:
        return []
    low, high = seconds[at].copy(), seconds[at + 1].copy()
    low_value, high_value = values[at].copy(), values[at + 1].copy()
    for step in range(_REFINEMENTS):
        if step % 3 == 2:
            middle = (low + high) / 2  # regula falsi alone can creep from one side
        else:
            middle = low - low_value * (high - low) / (high_value - low_value)
        value = function(middle)
        same = (value >= 0) == (low_value >= 0)
        settled = np.abs(value) < 1e-9
        low, low_value = np.where(same, middle, low), np.where(same, value, low_value)
        high, high_value = np.where(same, high, middle), np.where(same, high_value, value)
        if np.all(settled | (high - low < _SETTLED_S)):
            break
    roots = np.where(np.abs(low_value) < np.abs(high_value), low, high)
    return [
        Crossing(float(root), bool(rising))
        for root, rising in zip(roots, above[at + 1], strict=True)
    ]


def highest(function: Function, seconds: FloatArray, values: FloatArray) -> float:
    """When a smooth function is highest, between the points of its grid.

    Twice a grid of its own around the best point, then the vertex of a parabola: a fraction of a
    second for anything that takes minutes to turn. Ends of the grid count as they are.
    """
    best, step = int(np.argmax(values)), float(seconds[1] - seconds[0])
    at = float(seconds[best])
    if best in (0, len(values) - 1):
        return at
    for _ in range(2):
        near = at + np.linspace(-step, step, 9)
        value = function(near)
        k = min(max(int(np.argmax(value)), 1), len(near) - 2)
        before, middle, after = value[k - 1 : k + 2]
        bend = before - 2 * middle + after
        step /= 4
        at = float(near[k]) + (step * (before - after) / (2 * bend) if bend < 0 else 0.0)
    return at


def spans(
    function: Function, seconds: FloatArray, values: FloatArray | None = None
) -> list[tuple[float, float]]:
    """The stretches where the function is ≥ 0, cut at both ends of `seconds`."""
    if values is None:
        values = function(seconds)
    crossed = crossings(function, seconds, values)
    starts = [c.seconds for c in crossed if c.rising]
    ends = [c.seconds for c in crossed if not c.rising]
    if values[0] >= 0:
        starts.insert(0, float(seconds[0]))
    if values[-1] >= 0:
        ends.append(float(seconds[-1]))
    return list(zip(starts, ends, strict=True))
