"""A scene to practise on: where, when, with what, what it is to become, and what passes by."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from typing import Literal
from zoneinfo import ZoneInfo

import numpy as np

from patient_owl.core.exposure.filters import Filter
from patient_owl.core.kit import Body, Kit, Lens, Support, kit_of
from patient_owl.core.light.brought import Brought
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.noise import SensorNoise
from patient_owl.core.optics.camera import Framing, Sensor
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.hidden import FARTHEST_STOPS
from patient_owl.core.plan.planned import ShotSpec
from patient_owl.core.plan.types import InputValue
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site
from patient_owl.core.strokes.sheet import Strokes

Level = Literal[1, 2, 3]
# How far a light may lie off its prediction, by level: a first night is off by little. Ours.
FARTHEST_AT: Mapping[Level, float] = {1: 1.5, 2: 3.0, 3: FARTHEST_STOPS}

# What everybody practises with. Sensor figures as in the demo, invented.
BODY = Body(Sensor(36, 24, 6000, 4000), noise=SensorNoise(58_000, 1.6, 5.5, 0.04, 0.52))
FILTERS = (Filter("ND 8", 3.0), Filter("ND 64", 6.0))
USUAL_LENS = Lens(24.0, 1.8, 16.0)
SUPPORT = Support(tripod_load_kg=12, card_gb=64, spare_batteries=1, release="timer")


@dataclass(frozen=True)
class PracticePlace:
    """A made-up place of the Vellamark coast, or further off."""

    site: Site
    darkness: Darkness
    zone: str = "Europe/Madrid"


@dataclass(frozen=True)
class Passing:
    """What crosses the frame: for the first time so many seconds after the scene begins, then every
    so often, and how long it takes."""

    first_s: float
    every_s: float
    lasts_s: float

    def is_caught(self, from_s: float, to_s: float) -> bool:
        """Whether the shutter is open over half of a whole passage and more."""
        number = max(0.0, np.floor((from_s - self.first_s + self.lasts_s) / self.every_s))
        for k in (number, number + 1):
            begins = self.first_s + k * self.every_s
            seen = min(to_s, begins + self.lasts_s) - max(from_s, begins)
            if seen >= self.lasts_s / 2:
                return True
        return False

    def until(self, end_s: float) -> tuple[float, ...]:
        """When each begins, as long as the scene lasts."""
        return tuple(np.arange(self.first_s, end_s, self.every_s).tolist())


@dataclass(frozen=True)
class Scenario:
    """key: of its words. hours: after noon of the place, when the scene begins. lasts_s: how long
    there is before it is over, by tide, last tram or dawn. par: frames a practised hand needs.
    passing: what has to be waited for."""

    key: str
    level: Level
    discipline: str
    place: PracticePlace
    evening: date
    hours: float
    lasts_s: float
    par: int
    framing: Framing
    lens: Lens = USUAL_LENS
    inputs: Mapping[str, InputValue] = field(default_factory=dict)
    brought: tuple[Brought, ...] = ()
    strokes: Strokes | None = None
    stand_in: StandIn | None = None
    passing: Passing | None = None

    @property
    def night(self) -> NightContext:
        return _night(self.place, self.evening)

    @property
    def kit(self) -> Kit:
        return kit_of(BODY, self.lens, FILTERS, SUPPORT)

    @property
    def begins_s(self) -> float:
        """The moment, epoch_seconds."""
        start = ephemeris.epoch_seconds(self.night.bounds.start_utc)
        return start + 3600 * self.hours

    @property
    def spec(self) -> ShotSpec:
        """The shot it asks for."""
        return ShotSpec(
            self.discipline,
            self.begins_s,
            self.framing,
            self.inputs,
            brought=self.brought,
            strokes=self.strokes,
        )


def _night(place: PracticePlace, evening: date) -> NightContext:
    bounds = night_bounds(evening, ZoneInfo(place.zone))
    return NightContext(place.site, bounds, place.darkness)
