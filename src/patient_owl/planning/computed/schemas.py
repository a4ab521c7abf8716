"""A computed picture on the wire."""

from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.picture.view import Window
from patient_owl.planning.shots.schemas import ShotIn
from patient_owl.planning.wire.rails import ExposureTime, FNumber, Iso, NdStops, SettingValues
from patient_owl.ports.fields import RequestBody

WIDEST_PX = 1600
Share = Annotated[float, Field(ge=0, le=1)]


class TriedSettings(RequestBody):
    """Exact values to see the picture with."""

    exposure_s: ExposureTime
    f_number: FNumber
    iso: Iso
    nd_stops: NdStops = 0

    def to_domain(self) -> Settings:
        return Settings(self.exposure_s, self.f_number, self.iso, self.nd_stops)


class WindowIn(RequestBody):
    """The part of the frame that is wanted, in shares from its top left corner."""

    left: Share = 0.0
    top: Share = 0.0
    width: Annotated[float, Field(gt=0, le=1)] = 1.0
    height: Annotated[float, Field(gt=0, le=1)] = 1.0

    def to_domain(self) -> Window:
        return Window(self.left, self.top, self.width, self.height)


class PictureAsked(RequestBody):
    """A shot as it is just now, and how its picture is wanted.

    shot_id: where it is kept. settings: tried instead of those planned. white_k: of the light that
    is to come out grey.
    """

    night_id: UUID
    shot: ShotIn
    shot_id: UUID | None = None
    settings: TriedSettings | None = None
    white_k: Annotated[float, Field(ge=2000, le=12_000)] | None = None
    width_px: Annotated[int, Field(ge=16, le=WIDEST_PX)] = 480
    window: WindowIn = WindowIn()


class SpotAsked(PictureAsked):
    """A spot of it, in shares of the whole frame from its top left corner."""

    x: Share
    y: Share


class LandsOut(BaseModel):
    """Where a light of the plan lies: in words, and along the histogram's axis, 0 to 1."""

    part: str
    name: str
    text: str
    level_share: float


class StandInOut(BaseModel):
    """Where the stand-in is seen: its box in shares of the frame, and what is to be said of it."""

    left: float
    top: float
    right: float
    bottom: float
    lines: list[str]


class WhiteOut(BaseModel):
    """A light that may come out grey."""

    label: str
    white_k: float


class PictureOut(BaseModel):
    """A computed frame. image: JPEG, base64. histogram: its counts, in bins.

    reading: what the histogram says, for whoever does not look; ends: how much is full and black.
    whites: lights that may come out grey. window_of_1_to_1: width of the
    window, in shares of the frame, that shows photosite for pixel at this width. difference: from
    the plan's own settings, where others were tried.
    """

    image: str
    width_px: int
    height_px: int
    histogram: list[int]
    ends: str
    reading: str
    lands: list[LandsOut]
    white_k: float
    whites: list[WhiteOut]
    window_of_1_to_1: float
    settings: str
    difference: list[str]
    stand_in: StandInOut | None


class SpotOut(BaseModel):
    """A spot: what it is and how bright, in words and figures, and which way it lies."""

    text: str
    what: str
    stops: float
    signal_e: float
    snr: float
    is_full: bool
    altitude_deg: float
    azimuth_deg: float


class OtherSettingOut(BaseModel):
    """Another setting of the shot worth seeing beside the planned one."""

    label: str
    text: str
    values: SettingValues
