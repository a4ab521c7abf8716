"""The order of a night on the wire."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.order.job import MOST_JOBS
from patient_owl.planning.searches.schemas import ConditionIn
from patient_owl.ports.fields import Moment, RequestBody, like


class SlotOut(BaseModel):
    """One shot in the order. leaves: when one must go there at the latest; arrives: one sets up;
    starts to ends: the work; free: packed, slack kept. earliest to latest: when it may begin with
    all others as they are. is_moved: not at the minute it is kept at.
    """

    shot_id: UUID
    title: str
    leaves_utc: datetime
    arrives_utc: datetime
    starts_utc: datetime
    ends_utc: datetime
    free_utc: datetime
    earliest_utc: datetime
    latest_utc: datetime
    spot: str
    settings: str
    takes: int
    is_pinned: bool
    is_optional: bool
    is_moved: bool
    text: str
    waits: str
    latest: str


class OwnSlotOut(BaseModel):
    """A shot at the minute its photographer gave it, judged by the same rules. arrives, starts,
    ends, free: as of a slot. faults: what is wrong with it there; none where all is well."""

    shot_id: UUID
    title: str
    arrives_utc: datetime
    starts_utc: datetime
    ends_utc: datetime
    free_utc: datetime
    faults: list[str]


class RemedyOut(BaseModel):
    """A change that would let a shot in. shot_id: of the other it is about, if any."""

    code: str
    text: str
    shot_id: UUID | None


class LeftOut(BaseModel):
    """A shot for which there is no room, or that cannot be planned at all."""

    shot_id: UUID
    title: str
    text: str
    remedies: list[RemedyOut]


class OrderOut(BaseModel):
    """The order that holds most, the photographer's own times judged by the same rules, and what
    is left out. is_as_kept: nothing would be moved. is_exact: no order holds more. arrives, back:
    at the car; leaves_home, home: by the way there. sentences: the whole in words, for a helper.
    """

    slots: list[SlotOut]
    own: list[OwnSlotOut]
    left_out: list[LeftOut]
    is_as_kept: bool
    is_exact: bool
    leaves_home_utc: datetime | None
    arrives_utc: datetime | None
    back_utc: datetime | None
    home_utc: datetime | None
    leave_by_utc: datetime | None
    summary: str
    sentences: list[str]


class AheadShotOut(BaseModel):
    """A shot of the tables. work_s: all
    its takes; take_s: one more with its judging. after_s: packing and slack. why: what it waits
    for or must be done before. over_s: when the windows of its work are over, seconds from the
    tables' base: nobody stays longer, whatever follows.
    latest_s: when it is to be begun at the latest as the night was planned."""

    shot_id: UUID
    title: str
    spot: str
    work_s: int
    take_s: int
    after_s: int
    why: str
    over_s: list[int]
    latest_s: int


class TurnOut(BaseModel):
    """A shot in the order from a moment on: it may begin opens_s from the tables' base, or after_s
    from when one is free, whichever is later; planned_s stands for opens_s where nobody hurries;
    latest_s at the latest. ahead_s: from setting out to
    the beginning, walk_s of it on foot. shot: its place among the tables' shots."""

    shot: int
    opens_s: int
    planned_s: int
    after_s: int
    latest_s: int
    ahead_s: int
    walk_s: int


class OrderPieceOut(BaseModel):
    """The order for whoever is free from from_s on, until the next piece begins; as many shots fit
    until keeps_until_s. Seconds from the tables' base."""

    from_s: int
    keeps_until_s: int
    turns: list[TurnOut]


class AheadOut(BaseModel):
    """The order whatever is done or skipped, worked out beforehand.

    pieces: by the shots that are left (the sum of 2 to the place of each) and the place of the one
    worked on last, nothing before the first: `5:1`, `7:`. reach: how far all this goes, in words.
    calls_before_s: how long before it is time to stop one is told; hurry_s: from when on the
    minutes that are left are counted.
    """

    base_utc: datetime
    to_utc: datetime
    reach: str
    calls_before_s: list[int]
    hurry_s: int
    shots: list[AheadShotOut]
    pieces: dict[str, list[OrderPieceOut]]


class WaitOut(BaseModel):
    """Something a shot may wait for."""

    text: str
    condition: ConditionIn


class OrderingChoicesOut(BaseModel):
    """What may be said of a shot's place in its night: where it may stand, what it may wait for."""

    spots: list[str]
    waits: list[WaitOut]


class PackedOut(BaseModel):
    """A line of the pack list. key: by which it is ticked. is_short: there is too little of it."""

    key: str
    text: str
    why: str
    is_short: bool
    is_packed: bool


class PackGroupOut(BaseModel):
    title: str
    lines: list[PackedOut]


class PackListOut(BaseModel):
    """What goes into the bag, in its order, and what the whole night takes."""

    groups: list[PackGroupOut]
    budget: list[str]


class TickIn(RequestBody):
    """A line ticked or not, and when on the device that did it."""

    key: Annotated[str, Field(min_length=1, max_length=160)]
    is_packed: bool
    at_utc: Moment


class TicksIn(RequestBody):
    model_config = like(
        ticks=[{"key": "tripod:", "is_packed": True, "at_utc": "2026-12-09T16:00:00Z"}]
    )

    ticks: Annotated[list[TickIn], Field(max_length=200)]


class StartIn(RequestBody):
    shot_id: UUID
    at_utc: Moment


class StartsIn(RequestBody):
    """Minutes that shots are put at, all of them or none."""

    model_config = like(
        starts=[
            {"shot_id": "018f0000-0000-7000-8000-000000000001", "at_utc": "2026-12-09T22:40:00Z"}
        ]
    )

    starts: Annotated[list[StartIn], Field(max_length=MOST_JOBS)]
