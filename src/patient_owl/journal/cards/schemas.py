"""Cards on the wire."""

from datetime import date, datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from patient_owl.journal.photos.schemas import PhotoIds
from patient_owl.ports.fields import Key, Name, RequestBody, Title, like

Outcome = Literal["wants", "taken", "beside", "known", "refused"]


class IntakeIn(RequestBody):
    """A card about to be brought in. night_id: None looks for its takes in every night."""

    model_config = ConfigDict(extra="forbid") | like(label="Card A", keeps_pixels=True)

    label: Name
    night_id: UUID | None = None
    keeps_pixels: Annotated[
        bool, Field(description="keep each picture's largest JPEG, to look at it 1:1")
    ] = True


class FilePieceOut(BaseModel):
    """A stretch of a file. [byte]"""

    start: int
    end: int


class FileOut(BaseModel):
    """What became of a file. wants: stretches to send with what was sent; then all at once."""

    outcome: Outcome
    text: str
    wants: list[FilePieceOut] = []
    photo_id: UUID | None = None


class SetOut(BaseModel):
    """Pictures that are one, in order, the evening of their night where they tell a time, and the
    shot they are most likely of."""

    kind: str
    text: str
    evening_date: date | None
    photo_ids: list[UUID]
    likeliest_shot_id: UUID | None
    likeliest_text: str


class CardShotOut(BaseModel):
    """A shot that pictures of the card may be of, and how many are."""

    id: UUID
    title: str
    night_id: UUID
    night_title: str
    pictures: int


class IntakeOut(BaseModel):
    """A card as it stands. pictures: how many it holds; clocks: of its cameras, in words.
    unplaced: sets without a take. shots: of the nights its pictures were taken in."""

    model_config = ConfigDict(from_attributes=True)

    id: UUID
    version: int
    label: str
    night_id: UUID | None
    keeps_pixels: bool
    begun_at_utc: datetime
    text: str
    clocks: list[str]
    pictures: int
    unplaced: list[SetOut]
    shots: list[CardShotOut]


class IntakeLineOut(BaseModel):
    """A card among others."""

    id: UUID
    label: str
    night_id: UUID | None
    begun_at_utc: datetime
    text: str


class OwnNightIn(RequestBody):
    """Pictures that become a night of their own, with one shot."""

    model_config = ConfigDict(extra="forbid") | like(
        photo_ids=["018f0000-0000-7000-8000-000000000001"],
        place_id="018f0000-0000-7000-8000-000000000002",
        discipline="cityscape",
    )

    photo_ids: PhotoIds
    place_id: UUID
    discipline: Key = "stars_over_foreground"
    title: Title = ""
