"""A night told afterwards, on the wire."""

from datetime import date
from uuid import UUID

from pydantic import BaseModel


class StoryLinkOut(BaseModel):
    """One take: what was set, what was seen in it, what was changed before it."""

    take_id: UUID
    started_local: str
    settings: str
    seen: str
    change: str
    note: str
    is_keeper: bool
    photo_ids: list[UUID]


class StoryShotOut(BaseModel):
    """found: what was learned of its lights."""

    shot_id: UUID
    title: str
    kind: str
    planned: str
    links: list[StoryLinkOut]
    found: list[str]
    text: str


class StoryOut(BaseModel):
    night_id: UUID
    title: str
    evening_date: date
    place_name: str
    sentence: str
    notes: str
    text: str
    shots: list[StoryShotOut]
