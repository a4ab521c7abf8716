"""A night on the wire: what was planned, and the light slope."""

from datetime import date, datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.dark_year import MOST_LEVEL
from patient_owl.core.plan.common import PLACEMENT_RANGE_STOPS
from patient_owl.core.sky.tracks import GALACTIC_CORE
from patient_owl.library.events.schemas import EventLines, HappeningOut
from patient_owl.planning.nights.outing import OutingIn
from patient_owl.ports.fields import Key, Name, Notes, Pair, RequestBody, Title, like

FNumber = Annotated[float, Field(ge=0.8, le=64, description="exact, 2^(k/6) on a thirds dial")]
Iso = Annotated[float, Field(ge=12, le=102400)]
_LEAST, _MOST = PLACEMENT_RANGE_STOPS
Placement = Annotated[float, Field(ge=_LEAST, le=_MOST, description="stops from mid-grey")]

REFERENCE_F_NUMBER = 2.0**1.5  # f/2.8: what most lenses in the bag reach
REFERENCE_ISO = 1600.0
# Common practice: moonlit land 1 to 1.5 under mid-grey, blue hour 0 to 0.7, night sky 2 under.
GROUND_PLACEMENT_STOPS = -1.0
SKY_PLACEMENT_STOPS = -2.0


class NightIn(RequestBody):
    model_config = like(place_id="018f0000-0000-7000-8000-000000000001", evening_date="2026-12-09")

    place_id: UUID
    evening_date: Annotated[date, Field(description="local date of the evening it begins on")]
    title: Title = ""
    notes: Notes = ""
    reference_f_number: FNumber = REFERENCE_F_NUMBER
    reference_iso: Iso = REFERENCE_ISO
    ground_placement_stops: Placement = GROUND_PLACEMENT_STOPS
    sky_placement_stops: Placement = SKY_PLACEMENT_STOPS
    target_key: Annotated[
        Key, Field(description="third ribbon; a key of /targets. Unsaid: the brightest planet up")
    ] = GALACTIC_CORE
    uses_forecast: Annotated[bool, Field(description="cloud acts on the light")] = True
    outing: OutingIn = OutingIn()
    events: Annotated[EventLines, Field(description="of this night alone, a line each")] = []
    is_template: Annotated[bool, Field(description="other nights may begin with it")] = False


class StripOut(BaseModel):
    """A night from noon to noon as a thin band. dark: a digit a step, 0 for day to most_level for
    full dark. moon: how much of it is lit while it is up, the same way. shots: when each is, as a
    share of the band."""

    dark: str
    moon: str
    most_level: int = MOST_LEVEL
    shots: list[float]


class TemplateOut(BaseModel):
    """A night that others may begin with."""

    id: UUID
    title: str
    place_name: str
    shot_count: int


class NightOut(NightIn):
    """A night with its place's name and zone, and how dark it gets, in a sentence and as a strip.
    begins_utc, ends_utc: local noon and the next. strip: None where it cannot be worked out."""

    id: UUID
    version: int
    title: str
    place_name: Name
    time_zone: str
    begins_utc: datetime
    ends_utc: datetime
    sentence: str
    strip: StripOut | None
    shot_count: int


class EventOut(BaseModel):
    code: str
    text: str
    at_utc: datetime


class DivisionOut(BaseModel):
    """A stretch of shutter times worked the same way: handheld, tripod, bulb."""

    code: str
    label: str
    from_s: float
    to_s: float


class DialChoiceOut(BaseModel):
    """A position a control may be put to: exact value and printed label."""

    value: float
    label: str


class StretchOut(BaseModel):
    """A stretch of the night with a name."""

    code: str
    text: str
    start_utc: datetime
    end_utc: datetime


class SceneOut(BaseModel):
    """A scene of artificial light and the time it wants at the night's references.

    exposure_s and its text are for the middle of the scene's EV100; low and high one standard
    deviation either way.
    """

    key: str
    name: str
    low_ev100: float
    high_ev100: float
    sigma_stops: float
    exposure_s: float
    text: str


class PassageOut(BaseModel):
    """A target's night over the place's own horizon."""

    key: str
    name: str
    kind: str
    rise_utc: datetime | None
    set_utc: datetime | None
    highest_utc: datetime
    highest_deg: float
    highest_azimuth_deg: float
    text: str


class SlopeOut(BaseModel):
    """The night as one picture. Lists run over one grid: start_utc + i · step_s.

    Exposures are for the reference aperture and ISO and the two placements; low and
    high are one standard deviation either way. Positions are apparent, in degrees.
    """

    start_utc: datetime
    end_utc: datetime
    step_s: float
    time_zone: str
    utc_offsets_s: list[int]
    reference_f_number: float
    reference_iso: float
    ground_placement_stops: float
    sky_placement_stops: float
    ground_exposure_s: list[float]
    ground_low_s: list[float]
    ground_high_s: list[float]
    sky_exposure_s: list[float]
    sky_low_s: list[float]
    sky_high_s: list[float]
    sun_altitude_deg: list[float]
    darkness: Annotated[
        list[float], Field(description="0 while the Sun is up, 1 from the end of twilight")
    ]
    moon_altitude_deg: list[float]
    moon_azimuth_deg: list[float]
    galactic_core_altitude_deg: list[float]
    galactic_core_azimuth_deg: list[float]
    target_name: str
    target_altitude_deg: Annotated[list[float], Field(description="over the skyline")]
    target_apparent_deg: Annotated[list[float], Field(description="over the level")]
    target_azimuth_deg: list[float]
    skyline: Annotated[list[Pair], Field(description="from north to north, to be drawn")]
    cloud_cover: list[float]
    uses_forecast: bool
    windows: list[StretchOut]
    happenings: list[HappeningOut]
    water_share: Annotated[
        list[float], Field(description="0 low to 1 high water; empty without a tide")
    ]
    moon_illuminated_fraction: float
    readouts: list[str]
    events: list[EventOut]
    divisions: list[DivisionOut]
    time_ticks: list[DialChoiceOut]
    f_number_choices: list[DialChoiceOut]
    iso_choices: list[DialChoiceOut]
    placement_choices: list[DialChoiceOut]
