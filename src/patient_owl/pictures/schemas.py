"""Pictures on the wire."""

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel


class ReadingOut(BaseModel):
    """A picture's brightness in stops from mid-grey, and its ends as shares."""

    median_stops: float
    shadow_stops: float
    highlight_stops: float
    clipped_share: float
    black_share: float
    text: str


class PhotoOut(BaseModel):
    """histogram: 64 counts, darkest first, for drawing."""

    id: UUID
    version: int
    take_id: UUID | None
    file_name: str
    width_px: int
    height_px: int
    taken_at: datetime | None
    settings: str
    reading: ReadingOut
    histogram: list[int]
    is_kept: bool
