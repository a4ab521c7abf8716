"""How a shot may be placed in the order of its night, on the wire."""

from typing import Annotated

from pydantic import Field

from patient_owl.core.order.lengths import Pace
from patient_owl.planning.searches.schemas import ConditionIn
from patient_owl.ports.fields import RequestBody, Title

MOST_WAITS = 6
USUAL_WORTH = 3

Minutes = Annotated[float, Field(ge=0, le=240)]


class OrderingIn(RequestBody):
    """What the photographer says of a shot's place in the night.

    is_pinned: at its own minute and no other. is_optional: gives way to those that are not. takes,
    set_up_min: None as we think. spot: the name of a standing point; empty is where one parks.
    waits_for: what must hold while it is worked on, besides what its kind needs.
    """

    is_pinned: bool = False
    is_optional: bool = False
    worth: Annotated[int, Field(ge=1, le=5, description="beside other optional shots")] = (
        USUAL_WORTH
    )
    takes: Annotated[int | None, Field(ge=1, le=60)] = None
    set_up_min: Minutes | None = None
    rehearsal_min: Minutes = 0.0
    spot: Title = ""
    waits_for: Annotated[list[ConditionIn], Field(max_length=MOST_WAITS)] = []

    @property
    def pace(self) -> Pace:
        return Pace(self.takes, self.set_up_min, self.rehearsal_min)
