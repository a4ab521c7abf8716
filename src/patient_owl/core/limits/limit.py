"""Bounds on the controls, without words: a code and the quantities of its sentence."""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal, NamedTuple

import numpy as np

from patient_owl.core.exposure.dials import SAME, Control, Dial, raw_brightness
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.reason import Quantities
from patient_owl.core.types import FloatArray

Sense = Literal["at_most", "at_least"]
KEPT_STOPS = 1e-6  # a value computed by another route may differ in its last bits
PASSED_STOPS = 1 / 4  # past a limit: less nobody sees


class Bound(NamedTuple):
    """A limit without its words."""

    code: str
    sense: Sense
    value: float

    def past_stops(self, control: Control, brightness: FloatArray) -> FloatArray:
        """How far past it a control stands, by how bright its positions are, a film's reciprocity
        left out; nought where it is kept. [stops]"""
        away = brightness - raw_brightness(control, self.value)
        past = away if (self.sense == "at_most") != (control == "f_number") else -away
        return np.where(past > KEPT_STOPS, past, 0.0)


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

    @cached_property
    def bound(self) -> Bound:
        return Bound(self.code, self.sense, self.value)

    def past_stops(self, value: float) -> float:
        """How far past it an exact value stands; nought where it is kept. [stops]"""
        brightness = np.array(raw_brightness(self.control, value))
        return float(self.bound.past_stops(self.control, brightness))

    def allows(self, value: float) -> bool:
        """Whether an exact dial value keeps the limit; equal counts as kept."""
        if self.sense == "at_most":
            return value <= self.value * SAME
        return value * SAME >= self.value


def passed(limits: Iterable[Limit], positions: Positions) -> list[tuple[Limit, float]]:
    """Each driving limit that a setting goes past so that it shows, and by how much. [stops]"""
    past = ((limit, limit.past_stops(positions[limit.control].value)) for limit in limits)
    return [(limit, stops) for limit, stops in past if limit.drives and stops >= PASSED_STOPS]


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
    """The part of a dial inside every driving limit on it; None when nothing is.

    A limit that only holds under `usual_from` reaches there.
    """
    least, most = dial.usual_from, math.inf
    for limit in limits:
        if limit.control == dial.control and limit.drives:
            if limit.sense == "at_most":
                most = min(most, limit.value)
            else:
                least = max(least, limit.value)
    return dial.between(least, most) or dial.between(
        least if least > dial.usual_from else 0.0, most
    )
