"""What comes again, and where."""

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from patient_owl.ports.fields import RequestBody, like

Which = Literal["all", "kept", "unfinished"]


class AgainIn(RequestBody):
    """Where a kept picture begins anew: in a night there is, or in one of that evening at the same
    place."""

    model_config = ConfigDict(extra="forbid") | like(evening_date="2027-12-09")

    night_id: UUID | None = None
    evening_date: date | None = None


class NightAgainIn(RequestBody):
    """Which of a night's shots come again; evening_date: None for a year on."""

    model_config = ConfigDict(extra="forbid") | like(which="kept")

    evening_date: date | None = None
    which: Which = "all"


class YearOnOut(BaseModel):
    evening_date: date


class CarryIn(RequestBody):
    """Shots that come again in a night."""

    model_config = ConfigDict(extra="forbid")

    shot_ids: Annotated[list[UUID], Field(min_length=1, max_length=60)]
    night_id: UUID
