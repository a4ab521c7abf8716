"""Pictures on the wire."""

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, StringConstraints

from patient_owl.core.matching.sets import SetKind
from patient_owl.planning.wire.rails import SettingValues
from patient_owl.ports.fields import Notes, OneLine, RequestBody, each_once, like

Pick = Literal["", "kept", "rejected"]
MOST_TAGS, TAG_LETTERS, MOST_RATING = 20, 40, 5
Tag = Annotated[OneLine, StringConstraints(min_length=1, max_length=TAG_LETTERS)]


Tags = Annotated[list[Tag], Field(max_length=MOST_TAGS), AfterValidator(each_once)]
Rating = Annotated[int, Field(ge=0, le=MOST_RATING, description="0 for none given")]


MOST_AT_ONCE = 2000
PhotoIds = Annotated[list[UUID], Field(min_length=1, max_length=MOST_AT_ONCE)]


class ReadingOut(BaseModel):
    """A picture's brightness in stops from mid-grey, and its ends as shares."""

    median_stops: float
    shadow_stops: float
    highlight_stops: float
    clipped_share: float
    black_share: float
    text: str


class PhotoOut(BaseModel):
    """histogram: 64 counts, darkest first, for drawing. camera_clock: as the camera said it,
    without a zone. taken_at_utc: the moment, where something tells it; taken_text says by what.
    set_id: shared by the pictures that are one. tried: its settings, where the file says all of
    them, to compute the picture with. compared: against the first picture of the same scene."""

    id: UUID
    version: int
    shot_id: UUID | None
    take_id: UUID | None
    set_id: UUID
    set_kind: SetKind
    file_name: str
    also_file: str
    width_px: int
    height_px: int
    camera_clock: datetime | None
    taken_at_utc: datetime | None
    taken_text: str
    settings: str
    tried: SettingValues | None
    reading: ReadingOut
    compared: str
    histogram: list[int]
    is_kept: bool
    pick: Pick
    is_best: bool
    rating: int
    note: str
    tags: list[str]


class JudgedIn(RequestBody):
    """What the photographer thinks of a picture."""

    model_config = ConfigDict(extra="forbid") | like(pick="kept", rating=4, tags=["lighthouse"])

    pick: Pick = ""
    is_best: Annotated[bool, Field(description="of its set; another one's mark goes")] = False
    rating: Rating = 0
    note: Notes = ""
    tags: Tags = []
