"""A reading on the wire."""

from typing import Annotated
from uuid import UUID

from pydantic import ConfigDict, Field, StringConstraints

from patient_owl.library.places.schemas import HorizonPoints
from patient_owl.ports.fields import Key, Moment, RequestBody, like

MOST_FIGURES = 16
QuestionKey = Annotated[str, StringConstraints(max_length=60, pattern=r"^[a-z0-9_.]+$")]
Figure = Annotated[float, Field(ge=-1e9, le=1e9)]


class FigureIn(RequestBody):
    """sd: one standard deviation, in the value's unit."""

    value: Figure
    sd: Annotated[float, Field(ge=0, le=1e9)]


class ReadingIn(RequestBody):
    """What an instrument said. Of a night, or of a place alone."""

    model_config = like(
        place_id="0190f5fe-7c00-7a00-8000-000000000001",
        instrument="crossing",
        made_at_utc="2026-12-09T21:14:00Z",
        count=3,
        figures={"counted_s": {"value": 4.2, "sd": 0.3}},
    )

    place_id: UUID
    night_id: UUID | None = None
    shot_id: UUID | None = None
    instrument: Key
    made_at_utc: Moment
    count: Annotated[int, Field(ge=1, le=10_000)] = 1
    figures: Annotated[dict[QuestionKey, FigureIn], Field(max_length=MOST_FIGURES)] = {}
    given: Annotated[dict[QuestionKey, Figure], Field(max_length=MOST_FIGURES)] = {}
    outline: HorizonPoints = []
    puts: Annotated[
        list[QuestionKey],
        Field(max_length=MOST_FIGURES, description="questions of its shot its figures answer now"),
    ] = []


class KeptReadingOut(ReadingIn):
    """text: what it said, in a line. made_at_local: by the place's clock."""

    model_config = ConfigDict(from_attributes=True)

    id: UUID
    version: int
    text: str = ""
    made_at_local: str = ""
