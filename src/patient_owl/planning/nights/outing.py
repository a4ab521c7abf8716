"""What frames a night's work, on the wire: the way there, when one comes and goes, who knows."""

from typing import Annotated

from pydantic import Field, field_validator

from patient_owl.core.errors import WrongValue
from patient_owl.core.order.ways import WALKING_KM_H
from patient_owl.formats.event_line import at_text, read_at
from patient_owl.ports.fields import OneLine, RequestBody, Title

TimeOfNight = Annotated[
    OneLine, Field(max_length=40, description="`17:30`, `30 min after sunset`; empty is open")
]


class OutingIn(RequestBody):
    """The frame of a night's work.

    arrives: when one stands at the car, else as early as the first shot asks. leaves: back at the
    car at the latest. travel_min: from home. contact: whom to call, when; car: what stands where.
    """

    travel_min: Annotated[float, Field(ge=0, le=1440)] = 0.0
    arrives: TimeOfNight = ""
    leaves: TimeOfNight = ""
    walking_km_h: Annotated[float, Field(ge=0.5, le=8)] = WALKING_KM_H
    contact: Title = ""
    car: Title = ""

    @field_validator("arrives", "leaves")
    @classmethod
    def _is_time(cls, text: str) -> str:
        try:
            return at_text(read_at(text)) if text else ""
        except WrongValue as error:
            raise ValueError(error.wanted) from error
