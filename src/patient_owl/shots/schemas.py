"""A shot and its plan on the wire."""

from datetime import datetime
from typing import Annotated, Self
from uuid import UUID

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

from patient_owl.core.dials import Control
from patient_owl.core.limits import Sense
from patient_owl.core.optics.camera import Framing, Orientation
from patient_owl.core.recipes._types import InputValue
from patient_owl.core.solver import Choice
from patient_owl.fields import Name, Notes

ExactDialValue = Annotated[float, Field(gt=0, le=1e6)]


class ChoiceIn(BaseModel):
    """The photographer's hand on the rails. Values are exact dial values."""

    held: dict[Control, ExactDialValue] = {}
    locked: list[Control] = []
    follow: Control | None = "iso"

    def to_domain(self) -> Choice:
        return Choice(dict(self.held), frozenset(self.locked), self.follow)

    @classmethod
    def from_domain(cls, choice: Choice) -> Self:
        return cls(held=dict(choice.held), locked=sorted(choice.locked), follow=choice.follow)


class ShotIn(BaseModel):
    """What the photographer decides about one picture."""

    discipline: Annotated[str, Field(max_length=40)] = "stars_over_foreground"
    title: Name
    notes: Notes = ""
    at_utc: AwareDatetime
    body_id: UUID
    lens_id: UUID
    focal_length_mm: Annotated[float, Field(gt=0, le=2000)]
    bearing_true_deg: Annotated[float, Field(ge=0, lt=360, description="from true north")] = 180.0
    tilt_deg: Annotated[float, Field(ge=-90, le=90, description="above the horizon")] = 20.0
    orientation: Orientation = "landscape"
    inputs: dict[str, InputValue] = {}
    choice: ChoiceIn = ChoiceIn()

    def framing(self) -> Framing:
        return Framing(self.bearing_true_deg, self.tilt_deg, self.orientation)


class ShotOut(ShotIn):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    night_id: UUID
    version: int


class ShotInNightOut(ShotOut):
    """A shot as its night shows it: with the settings planned and why."""

    settings: str
    lead: str
    exposure_s: float
    f_number: float


class Move(BaseModel):
    """One eye moved by hand to an exact dial value."""

    control: Control
    value: ExactDialValue


class PlanRequest(BaseModel):
    """Plan a picture without keeping it; `move` is applied to its choice first."""

    night_id: UUID
    shot: ShotIn
    move: Move | None = None


class PositionOut(BaseModel):
    value: float
    label: str
    text: Annotated[str, Field(description="with its unit: f/2.8")]
    is_bulb: bool


class RailValueOut(PositionOut):
    """A dial position on its rail. brightness_stops grows to the right on every rail."""

    brightness_stops: float
    is_allowed: bool


class PostOut(BaseModel):
    """A limit on a rail, with what it opens into."""

    code: str
    sense: Sense
    brightness_stops: float
    drives: bool
    binds: bool
    is_broken: bool
    school: str | None
    title: str
    value: str
    formula: str
    numbers: str
    argument: str
    source: str


class RailOut(BaseModel):
    """One control: where it stands, what it may do, and what bounds it.

    role: "follows", "held", "locked" or "recipe" (free, where the recipe put it).
    """

    control: Control
    title: str
    role: str
    picked: PositionOut
    picked_index: int
    values: list[RailValueOut]
    posts: list[PostOut]


class ReasonOut(BaseModel):
    code: str
    text: str
    source: str | None


class LineOut(BaseModel):
    code: str
    text: str


class LightOut(BaseModel):
    """The light the plan stands on, at the moment of the shot."""

    ground_ev100: float
    ground_sigma_stops: float
    sky_ev100: float
    sky_sigma_stops: float
    illuminance_lux: float
    sun_altitude_deg: float
    moon_altitude_deg: float
    core_altitude_deg: float
    core_azimuth_deg: float


class PlanOut(BaseModel):
    """A plan in full: the sentence in two parts, rails, reasons, and what to do."""

    settings: str
    sentence: str
    choice: ChoiceIn
    rails: list[RailOut]
    target_ev100: float
    sigma_stops: float
    miss_stops: float
    reasons: list[ReasonOut]
    steps: list[LineOut]
    mistakes: list[LineOut]
    cautions: list[LineOut]
    light: LightOut
    horizontal_view_deg: float
    vertical_view_deg: float
    at_utc: datetime


class OptionOut(BaseModel):
    key: str
    label: str


class QuestionOut(BaseModel):
    """One input a discipline asks for; `options` when it is a choice."""

    key: str
    kind: str
    label: str
    help: str
    unit: str
    default: InputValue
    least: float | None
    most: float | None
    step: float
    options: list[OptionOut]


class DisciplineOut(BaseModel):
    key: str
    title: str
    aim: str
    questions: list[QuestionOut]
