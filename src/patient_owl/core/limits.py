"""Bounds on the controls and the reasons given for them, without words.

A Limit bounds one control from one side; a Reason states a fact of the plan. Both carry
a code and the quantities to put into the sentence, each named with its unit; words are
chosen elsewhere.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from patient_owl.core.dials import SAME, Control, Dial

Sense = Literal["at_most", "at_least"]
Quantities = Mapping[str, float | int | str | bool]


@dataclass(frozen=True)
class Limit:
    """One bound on one control.

    value in the control's unit (s, 1, ISO). school: which way of judging this is, where
    practitioners differ. drives: False for a school shown beside the chosen one. source: key.
    """

    code: str
    control: Control
    sense: Sense
    value: float
    quantities: Quantities = field(default_factory=dict)
    source: str = "common_practice"
    school: str | None = None
    drives: bool = True

    def allows(self, value: float) -> bool:
        """Whether an exact dial value keeps the limit; equal counts as kept."""
        if self.sense == "at_most":
            return value <= self.value * SAME
        return value * SAME >= self.value


@dataclass(frozen=True)
class Reason:
    """A fact the plan rests on or a consequence it has."""

    code: str
    quantities: Quantities = field(default_factory=dict)
    source: str | None = None


# Limits of time that belong to the kit, not to the picture: they do not make it time-capped.
_OF_THE_KIT = {"battery", "in_camera_ceiling"}


def is_time_capped(limits: Sequence[Limit]) -> bool:
    """Whether the picture itself, not the kit, keeps the shutter from staying open longer."""
    return any(
        limit.drives
        and limit.control == "exposure_s"
        and limit.sense == "at_most"
        and limit.code not in _OF_THE_KIT
        for limit in limits
    )


def allowed(dial: Dial, limits: Sequence[Limit]) -> Dial | None:
    """The part of a dial inside every driving limit on it; None when nothing is."""
    least, most = 0.0, math.inf
    for limit in limits:
        if limit.control == dial.control and limit.drives:
            if limit.sense == "at_most":
                most = min(most, limit.value)
            else:
                least = max(least, limit.value)
    return dial.between(least, most)
