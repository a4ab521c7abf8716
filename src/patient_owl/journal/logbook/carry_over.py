"""What was kept begins another night; what was not finished is carried over."""

from collections.abc import Sequence
from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from fastapi import Response
from pydantic import BaseModel, ConfigDict, Field
from sqlalchemy import select

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.recurrence import a_year_on
from patient_owl.core.exposure.dials import Control
from patient_owl.library.events.service import event_or_none
from patient_owl.planning.nights.schemas import NightIn, NightOut
from patient_owl.planning.nights.service import create_night, get_night, out
from patient_owl.planning.shots.schemas import ShotOut
from patient_owl.planning.shots.service import copy_shot, get_shot, shots_of
from patient_owl.planning.wire.rails import ChoiceIn
from patient_owl.platform.accounts.visit import CurrentVisit, Visit
from patient_owl.platform.http.request import new_router, tag
from patient_owl.platform.storage.owned import owned
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.ports.fields import RequestBody, like
from patient_owl.words.logbook import as_taken_text
from patient_owl.words.pictures import photo_settings_text

router = new_router(tags=["logbook"])

# What makes the look of a picture; time follows the light of the other night.
LOOK: tuple[Control, ...] = ("f_number", "iso", "nd_stops")
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


@router.post("/takes/{take_id}/again", status_code=201)
def take_again(take_id: UUID, body: AgainIn, visit: CurrentVisit, response: Response) -> ShotOut:
    """A kept picture as the starting point of another: framing, spot, lights and look; its time
    follows the light of that night."""
    take = owned(visit.session, Take, visit.user.id, take_id)
    shot = get_shot(visit.session, visit.user.id, take.shot_id)
    night_id = body.night_id or _night_on(visit, shot, body.evening_date).id
    again = copy_shot(visit, shot.id, night_id)
    held = {control: getattr(take, control) for control in LOOK}
    again.choice = ChoiceIn(held=held).model_dump()
    again.title = shot.title
    settings = photo_settings_text(take.exposure_s, take.f_number, take.iso)
    night = get_night(visit.session, visit.user.id, shot.night_id)
    again.notes = "\n".join([as_taken_text(night.evening_date, settings), shot.notes]).strip()
    visit.session.flush()
    tag(response, again)
    return ShotOut.model_validate(again)


def _night_on(visit: Visit, shot: Shot, evening: date | None) -> Night:
    if evening is None:
        raise WrongValue("night_id", "a night, or the evening of a new one", "neither")
    before = get_night(visit.session, visit.user.id, shot.night_id)
    return create_night(visit.session, visit.user, _again(before, evening))


def _again(night: Night, evening: date) -> NightIn:
    request = NightIn.model_validate(night, from_attributes=True)
    return request.model_copy(update={"evening_date": evening, "is_template": False})


@router.get("/nights/{night_id}/year-on")
def get_year_on(night_id: UUID, visit: CurrentVisit) -> YearOnOut:
    """The evening a year on that is like this one, by the events of the night and its place."""
    night = get_night(visit.session, visit.user.id, night_id)
    return YearOnOut(evening_date=_year_on(night))


def _year_on(night: Night) -> date:
    told = (event_or_none(line) for line in night.events)
    return a_year_on(night.evening_date, [one.days for one in told if one])


@router.post("/nights/{night_id}/again", status_code=201)
def night_again(
    night_id: UUID, body: NightAgainIn, visit: CurrentVisit, response: Response
) -> NightOut:
    """The night once more, each shot at what it hangs on."""
    night = get_night(visit.session, visit.user.id, night_id)
    evening = body.evening_date or _year_on(night)
    again = create_night(visit.session, visit.user, _again(night, evening))
    shots = _which(visit, night, body.which)
    copies = [copy_shot(visit, shot.id, again.id) for shot in shots]
    tag(response, again)
    return out(again, [copy.at_utc for copy in copies])


@router.post("/nights/carried", status_code=201)
def carry_unfinished(body: CarryIn, visit: CurrentVisit) -> list[ShotOut]:
    """Unfinished shots taken along into another night, to what they hang on there; what was tried
    stays."""
    return [
        ShotOut.model_validate(copy_shot(visit, shot_id, body.night_id))
        for shot_id in body.shot_ids
    ]


def _which(visit: Visit, night: Night, which: Which) -> Sequence[Shot]:
    shots = shots_of(visit.session, visit.user, night)
    if which == "all":
        return shots
    kept = select(Take.shot_id).where(
        Take.user_id == visit.user.id, Take.is_keeper, Take.deleted_at_utc.is_(None)
    )
    finished = set(visit.session.scalars(kept.where(Take.shot_id.in_([s.id for s in shots]))))
    return [shot for shot in shots if (shot.id in finished) == (which == "kept")]
