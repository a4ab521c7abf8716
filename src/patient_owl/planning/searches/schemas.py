"""What a search for nights asks and answers."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, tzinfo
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.constants import (
    ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    BLUE_HOUR_SUN_ALTITUDE_DEG,
    NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    SUNRISE_SUN_ALTITUDE_DEG,
)
from patient_owl.core.errors import WrongValue
from patient_owl.core.events.event import Event
from patient_owl.core.find import NightQuery
from patient_owl.core.sky.targets import target
from patient_owl.core.windows import (
    Condition,
    During,
    MoonDown,
    MoonLit,
    SunAbove,
    SunBelow,
    TargetIn,
    TargetUp,
)
from patient_owl.library.places.dark import DarkRowOut
from patient_owl.ports.fields import Key, Name, RequestBody, like

# Sun's altitude from and to. [deg]
LIGHTS: Mapping[str, tuple[float, float]] = {
    "dark": (-90, ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG),
    "stars": (-90, NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG),
    "blue_hour": BLUE_HOUR_SUN_ALTITUDE_DEG,
    "sun_down": (-90, SUNRISE_SUN_ALTITUDE_DEG),
}

LightKey = Literal["dark", "stars", "blue_hour", "sun_down"]


@dataclass(frozen=True)
class PlaceEvents:
    """What a condition may speak of at a place: its events by name, by its clock."""

    zone: tzinfo
    events: Mapping[str, Event]


Degrees = Annotated[float, Field(ge=-90, le=90)]
Share = Annotated[float, Field(ge=0, le=1)]


class SunIn(RequestBody):
    """The Sun between two altitudes; by default full dark."""

    kind: Literal["sun"] = "sun"
    lowest_deg: Degrees = -90
    highest_deg: Degrees = ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        over: list[Condition] = [SunAbove(self.lowest_deg)] if self.lowest_deg > -90 else []
        return [SunBelow(self.highest_deg), *over]


class LightIn(RequestBody):
    """A kind of light by name; the Sun's bounds stand in LIGHTS."""

    kind: Literal["light"] = "light"
    light: LightKey = "dark"

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        lowest_deg, highest_deg = LIGHTS[self.light]
        return SunIn(lowest_deg=lowest_deg, highest_deg=highest_deg).to_domain(here)


class DuringIn(RequestBody):
    """An event of the place going on, by its name."""

    kind: Literal["during"] = "during"
    label: Name

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        if self.label not in here.events:
            wanted = "one of " + ", ".join(here.events) if here.events else "an event of the place"
            raise WrongValue("label", wanted, self.label)
        return [During(here.events[self.label], here.zone)]


class MoonDownIn(RequestBody):
    """The Moon behind the place's own horizon."""

    kind: Literal["moon_down"] = "moon_down"

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        return [MoonDown()]


class MoonLitIn(RequestBody):
    """The Moon's lit share between two bounds."""

    kind: Literal["moon_lit"] = "moon_lit"
    least: Share = 0
    most: Share = 1

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        return [MoonLit(self.least, self.most)]


class TargetUpIn(RequestBody):
    """A target over the place's own horizon."""

    kind: Literal["target_up"] = "target_up"
    target_key: Key

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        return [TargetUp(target(self.target_key))]


class TargetInIn(RequestBody):
    """A target near a bearing and between two altitudes: behind this subject."""

    kind: Literal["target_in"] = "target_in"
    target_key: Key
    bearing_true_deg: Annotated[float, Field(ge=0, lt=360)]
    within_deg: Annotated[float, Field(gt=0, le=180)]
    lowest_deg: Degrees
    highest_deg: Degrees

    def to_domain(self, here: PlaceEvents) -> list[Condition]:
        sought = target(self.target_key)
        box = (self.bearing_true_deg, self.within_deg, self.lowest_deg, self.highest_deg)
        return [TargetIn(sought, *box)]


ConditionIn = Annotated[
    SunIn | LightIn | DuringIn | MoonDownIn | MoonLitIn | TargetUpIn | TargetInIn,
    Field(discriminator="kind"),
]


class SearchIn(RequestBody):
    model_config = like(
        place_id="018f0000-0000-7000-8000-000000000001",
        first_evening="2026-12-01",
        conditions=[{"kind": "moon_down"}],
    )

    place_id: UUID
    first_evening: date
    months: Annotated[int, Field(ge=1, le=24)] = 12
    conditions: Annotated[list[ConditionIn], Field(min_length=1, max_length=8)]
    least_minutes: Annotated[float, Field(ge=0, le=1440)] = 10
    weekdays: Annotated[
        list[Annotated[int, Field(ge=0, le=6)]],
        Field(max_length=7, description="0 Monday; empty is any"),
    ] = []

    def to_domain(self, here: PlaceEvents) -> NightQuery:
        conditions = [c for asked in self.conditions for c in asked.to_domain(here)]
        return NightQuery(tuple(conditions), self.least_minutes, frozenset(self.weekdays))


class TargetOut(BaseModel):
    key: str
    name: str
    kind: str


class DarkOut(BaseModel):
    """Nights under each other, how dark each is, from one evening on."""

    place_name: str
    time_zone: str
    most_level: int
    rows: list[DarkRowOut]


class FoundOut(BaseModel):
    """A night that qualifies, or (is_near_miss) lacks one thing. rank: higher is better.
    from_share, to_share: when in the night, from noon to noon; both 0 for a near miss."""

    evening_date: date
    day: str
    text: str
    minutes: float
    from_share: float
    to_share: float
    is_near_miss: bool
    rank: float


class ProgressOut(BaseModel):
    """One line of the answer: how far the search is and what it found since the last line."""

    done: int
    of: int
    nights: list[FoundOut]
