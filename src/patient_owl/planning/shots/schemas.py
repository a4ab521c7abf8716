"""A shot and its plan on the wire."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Annotated, Literal, Self
from uuid import UUID

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from patient_owl.core.light.brought import Brought
from patient_owl.core.optics.camera import Framing, Orientation
from patient_owl.core.optics.stand_in import Shape, StandIn
from patient_owl.core.plan.planned import ShotSpec
from patient_owl.core.plan.sketch import Line, Ring, Role
from patient_owl.core.plan.types import InputValue
from patient_owl.core.sky import ephemeris
from patient_owl.library.kit.schemas import FocalLength
from patient_owl.planning.shots.lights import MOST_LIGHTS, BroughtIn, LightKindOut, checked_lights
from patient_owl.planning.shots.ordering import OrderingIn
from patient_owl.planning.shots.strokes import SheetOut, StrokesIn
from patient_owl.planning.wire.exposure import (
    ConflictOut,
    FrameOut,
    LightPartOut,
    ProgramOut,
    ReportOut,
    RungOut,
)
from patient_owl.planning.wire.plan_text import PlanLineOut
from patient_owl.planning.wire.rails import ChoiceIn, RailOut, TouchIn
from patient_owl.platform.questions import QuestionOut
from patient_owl.ports.fields import Key, Moment, Name, Notes, Pair, RequestBody, like

# Answers to a discipline's questions; what each accepts its recipe knows.
Inputs = Annotated[
    dict[Key, Annotated[float, Field(ge=-1e12, le=1e12)] | Key | None], Field(max_length=60)
]


class StandInIn(RequestBody):
    """A stand-in of entered size and place, so that its size in the frame and what is behind it can
    be judged. base_m: its foot over the ground one stands on."""

    model_config = like(shape="tower", height_m=28, width_m=9, distance_m=140, bearing_true_deg=135)

    shape: Shape = "tower"
    height_m: Annotated[float, Field(ge=0.1, le=2000)] = 20.0
    width_m: Annotated[float, Field(ge=0.1, le=2000)] = 6.0
    distance_m: Annotated[float, Field(ge=0.5, le=100_000)] = 120.0
    bearing_true_deg: Annotated[float, Field(ge=0, lt=360)]
    base_m: Annotated[float, Field(ge=-1000, le=4000)] = 0.0

    def to_domain(self) -> StandIn:
        return StandIn(**self.model_dump())


Bearing = Annotated[float, Field(ge=0, lt=360, description="from true north")]
Tilt = Annotated[float, Field(ge=-90, le=90, description="above the horizon")]


class _Picture(RequestBody):
    """What a picture is to be, whatever it is taken with."""

    discipline: Key = "stars_over_foreground"
    notes: Notes = ""
    at_utc: Moment
    bearing_true_deg: Bearing = 180.0
    tilt_deg: Tilt = 20.0
    orientation: Orientation = "landscape"
    inputs: Inputs = {}
    choice: ChoiceIn = ChoiceIn()
    lights: Annotated[
        list[BroughtIn],
        Field(max_length=MOST_LIGHTS, description="brought to it"),
        AfterValidator(checked_lights),
    ] = []
    strokes: StrokesIn | None = None
    stand_in: Annotated[
        StandInIn | None, Field(description="for what stands before the sky, in the picture")
    ] = None
    ordering: OrderingIn = OrderingIn()


class ShotIn(_Picture):
    """What the photographer decides about one picture."""

    title: Name
    body_id: UUID
    lens_id: UUID
    focal_length_mm: FocalLength

    def spec(self, brought: Sequence[Brought], touch: TouchIn | None = None) -> ShotSpec:
        """What the core plans from, with what is done to the rails just now."""
        return ShotSpec(
            self.discipline,
            ephemeris.epoch_seconds(self.at_utc),
            Framing(self.bearing_true_deg, self.tilt_deg, self.orientation),
            self.inputs,
            self.choice.hand(touch),
            tuple(brought),
            self.strokes.to_domain() if self.strokes else None,
        )


class NewShotIn(_Picture):
    """A shot to add. What is not said is taken from the bag: its usual camera and lens, the lens at
    its shortest; from its kind: what it is called, and what it is turned to."""

    model_config = like(discipline="star_trails", at_utc="2026-12-09T22:40:00Z")

    title: Name | None = None
    bearing_true_deg: Bearing | None = None  # type: ignore[assignment]
    tilt_deg: Tilt | None = None  # type: ignore[assignment]
    body_id: UUID | None = None
    lens_id: UUID | None = None
    focal_length_mm: FocalLength | None = None


class ShotOut(ShotIn):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    night_id: UUID
    version: int


class ShotInNightOut(ShotOut):
    """A shot as its night shows it: with the settings planned and why, or the trouble with it."""

    settings: str | None
    lead: str | None
    exposure_s: float | None
    f_number: float | None
    trouble: str | None


class PlanRequest(RequestBody):
    """Plan a picture without keeping it; `touch` is done to its choice first. shot_id: where it is
    kept already.

    is_new_lens: its lens was put on just now, and goes to the focal length nearest to the shot's.
    """

    night_id: UUID
    shot: ShotIn
    shot_id: UUID | None = None
    touch: TouchIn | None = None
    is_new_lens: bool = False


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
    galactic_core_altitude_deg: float
    galactic_core_azimuth_deg: float


class AlternativeOut(BaseModel):
    """Another setting worth knowing of, and when or why."""

    code: str
    text: str
    settings: str


class WhyOut(BaseModel):
    """Why these settings: of each control a sentence why not one step further either way; and
    other settings, by what they give up."""

    controls: list[LineOut]
    others: list[AlternativeOut]


class ShapeOut(BaseModel):
    """A line through points, or a ring about its one point. Shares of the frame."""

    kind: Literal["line", "ring"]
    points: list[Pair]
    radius: float
    role: Role
    label: str

    @classmethod
    def from_domain(cls, shape: Line | Ring, labels: Mapping[str, str]) -> Self:
        label = labels[shape.label] if shape.label else ""
        if isinstance(shape, Ring):
            at = [[shape.x, shape.y]]
            return cls(kind="ring", points=at, radius=shape.radius, role=shape.role, label=label)
        points = [[x, y] for x, y in shape.points]
        return cls(kind="line", points=points, radius=0, role=shape.role, label=label)


class SketchOut(BaseModel):
    """A small drawing of the frame; aspect is width over height."""

    aspect: float
    shapes: list[ShapeOut]


class StepOut(BaseModel):
    """A setting in changing light: from when, and how much brighter the light is by then."""

    at_utc: datetime
    at_local: str
    settings: str
    moved: str


class PlanOut(BaseModel):
    """A plan in full: the sentence in two parts, rails, reasons, and what to do.

    told: what was decided, in prose. inputs: every answer that acts, defaults and schools
    filled in. lights: those that are brought, with what the discipline cannot do without.
    parts: the lights of the picture, the one it is exposed for first. works: when in this night
    the light suits the discipline; works_next_utc: where now it does not, the nearest such
    moment. holds: how long the setting stays right; later: what it becomes. series: the frames
    of a series with their own settings, where one is wanted. sheet: of what is drawn with
    light, where the kind of picture draws_strokes.
    """

    settings: str
    sentence: str
    told: list[PlanLineOut]
    inputs: dict[str, InputValue]
    choice: ChoiceIn
    lights: list[BroughtIn]
    focal_length_mm: float
    rails: list[RailOut]
    conflicts: list[ConflictOut]
    parts: list[LightPartOut]
    program: ProgramOut
    facts: list[ReasonOut]
    bracket: list[FrameOut]
    ladder: list[RungOut]
    test_frame: str
    holds: str
    later: list[StepOut]
    series: list[StepOut]
    report: ReportOut
    works: str
    works_now: bool
    works_next_utc: datetime | None
    sketch: SketchOut | None
    sheet: SheetOut | None
    draws_strokes: bool
    reasons: list[ReasonOut]
    steps: list[LineOut]
    mistakes: list[LineOut]
    cautions: list[LineOut]
    light: LightOut
    horizontal_view_deg: float
    vertical_view_deg: float
    at_utc: datetime


class Answers(RequestBody):
    """Answers to a discipline's questions, by key."""

    inputs: Inputs


class CopyIn(RequestBody):
    """Where a copy of a shot goes; its own night when none is named."""

    night_id: UUID | None = None


class DisciplineOut(BaseModel):
    key: str
    title: str
    aim: str
    questions: list[QuestionOut]


class DisciplinesOut(BaseModel):
    """The kinds of picture, what every shot is asked whatever it is to be, and the kinds of light
    that may be brought to it, and what is asked about strokes and about a stand-in."""

    shot: list[QuestionOut]
    disciplines: list[DisciplineOut]
    lights: list[LightKindOut]
    strokes: list[QuestionOut]
    stand_in: list[QuestionOut]
