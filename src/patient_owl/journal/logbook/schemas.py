"""The logbook on the wire."""

from datetime import date, datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.library.places.dark import DarkRowOut

MOST_TAKES = 200


class TakeLineOut(BaseModel):
    """One take as the logbook shows it. photo_id: of its first picture; rating: the best of its
    pictures'."""

    id: UUID
    shot_id: UUID
    shot_title: str
    discipline: str
    night_id: UUID
    night_title: str
    evening_date: date
    place_id: UUID
    place_name: str
    started_at_utc: datetime
    started_local: str
    settings: str
    words: str
    is_keeper: bool
    note: str
    photo_id: UUID | None
    rating: int
    tags: list[str]


class FoundTakesOut(BaseModel):
    """A page of takes, the latest first. next: where it goes on, None at the end."""

    takes: list[TakeLineOut]
    next: str | None


class FigureOut(BaseModel):
    """Something that was kept more or less often than the rest."""

    text: str
    kept: int
    takes: int


class PractiseOut(BaseModel):
    """A kind of picture worth practising, and the practice scene for it where there is one."""

    text: str
    discipline: str


class FiguresOut(BaseModel):
    text: str
    figures: list[FigureOut]
    practise: list[PractiseOut]


class FilterChoiceOut(BaseModel):
    key: str
    name: str


class BandOut(BaseModel):
    """A stretch of a setting, with the bounds to ask for; None where it has no end."""

    name: str
    least: float
    most: float | None


class LogbookChoicesOut(BaseModel):
    """What a search may be narrowed to: only what there are takes of, and stretches of settings."""

    places: list[FilterChoiceOut]
    disciplines: list[FilterChoiceOut]
    bodies: list[FilterChoiceOut]
    lights: list[FilterChoiceOut]
    exposures_s: list[BandOut]
    isos: list[BandOut]


class UnfinishedOut(BaseModel):
    """A shot of a night that is over without a take that was kept."""

    shot_id: UUID
    title: str
    night_id: UUID
    night_title: str
    evening_date: date
    place_id: UUID
    text: str


class KeptPicturesOut(BaseModel):
    """Pictures of a night's kept takes, a few of them."""

    night_id: UUID
    photo_ids: list[UUID]


class YearTakeOut(BaseModel):
    """share: when in the night, from noon to noon."""

    evening_date: date
    share: Annotated[float, Field(ge=0, le=1)]
    night_id: UUID
    shot_title: str
    is_keeper: bool


class YearOut(BaseModel):
    """A year of nights at one place, and where in it one was out."""

    year: int
    place_id: UUID
    place_name: str
    time_zone: str
    rows: list[DarkRowOut]
    most_level: int
    takes: list[YearTakeOut]
    nights: int
    text: str
