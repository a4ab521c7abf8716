"""Events on the wire: a line of prose goes in, what it means in a night comes out."""

from datetime import date, datetime
from typing import Annotated

from pydantic import BaseModel, Field

from patient_owl.core.events.event import Kind
from patient_owl.formats.event_line import LONGEST_LINE
from patient_owl.ports.fields import OneLine, RequestBody, like

MOST_EVENTS = 40  # of a place, and of a night
MOST_SHOWN = 400  # stretches of one event: a tram every two minutes of a whole night

EventLine = Annotated[
    OneLine,
    Field(
        max_length=LONGEST_LINE,
        description="an event told in a line: `tram every 12 min from 18:04 until 0:30`",
    ),
]
EventLines = Annotated[list[EventLine], Field(max_length=MOST_EVENTS)]


class EventAsked(RequestBody):
    """A line to be understood, for an evening."""

    model_config = like(
        evening_date="2026-12-09", line="high water 21:40 4.2 m, low water 3:50 0.6 m"
    )

    evening_date: date
    line: EventLine


class EventReadOut(BaseModel):
    """An entry of a file: the line it makes, or why it makes none."""

    name: str
    line: str
    trouble: str


class SpanOut(BaseModel):
    """A stretch of one night; a moment starts and ends at once."""

    start_utc: datetime
    end_utc: datetime


class HappeningOut(BaseModel):
    """An event in one night, or why it cannot be read (trouble).

    line: as it is kept. text: what it means that night. stretches: the first MOST_SHOWN; none
    of what lasts all night.
    """

    line: str
    kind: Kind
    label: str
    text: str
    is_of_place: bool
    is_on: bool
    sure_min: float
    stretches: list[SpanOut]
    trouble: str | None
