"""The camera on the wire."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.planning.wire.rails import ExposureTime, FNumber, Iso, NdStops
from patient_owl.ports.fields import RequestBody


class CameraSettings(RequestBody):
    """What the camera is set to. exposure_s is what a timed exposure runs; bulb ignores it."""

    exposure_s: ExposureTime
    f_number: FNumber
    iso: Iso
    nd_stops: NdStops = 0
    self_timer_s: Annotated[float, Field(ge=0, le=60)] = 0


class CameraFrameOut(BaseModel):
    id: str
    began_at_utc: datetime
    exposure_s: float
    f_number: float
    iso: float


class CameraOut(BaseModel):
    """The camera's state; it does not tell how bright the scene is."""

    name: str
    is_simulated: bool
    settings: CameraSettings
    open_since_utc: datetime | None
    battery_share: float
    card_free_frames: int
    frames: list[CameraFrameOut]


class AttachIn(RequestBody):
    take_id: UUID


class MeterOut(BaseModel):
    """An incident reading; None under the meter's range, with words that say so."""

    ev100: float | None
    is_simulated: bool
    text: str
