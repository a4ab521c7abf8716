"""What was kept begins another night; what was not finished is carried over."""

from collections.abc import Sequence
from datetime import date, datetime
from uuid import UUID

from sqlalchemy import select

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.recurrence import a_year_on
from patient_owl.core.exposure.dials import Control
from patient_owl.journal.carry_over.schemas import AgainIn, NightAgainIn, Which
from patient_owl.library.events.service import event_or_none
from patient_owl.planning.nights.schemas import NightIn
from patient_owl.planning.nights.service import create_night, get_night
from patient_owl.planning.shots.service import copy_shot, get_shot, shots_of
from patient_owl.planning.wire.rails import ChoiceIn
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import owned
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.logbook import as_taken_text
from patient_owl.words.pictures import photo_settings_text

# What makes the look of a picture; time follows the light of the other night.
LOOK: tuple[Control, ...] = ("f_number", "iso", "nd_stops")


def take_again(visit: Visit, take_id: UUID, body: AgainIn) -> Shot:
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
    return again


def night_again(visit: Visit, night_id: UUID, body: NightAgainIn) -> tuple[Night, list[datetime]]:
    """The new night, and when its shots begin."""
    night = get_night(visit.session, visit.user.id, night_id)
    evening = body.evening_date or year_on(night)
    again = create_night(visit.session, visit.user, _again(night, evening))
    shots = _which(visit, night, body.which)
    return again, [copy_shot(visit, shot.id, again.id).at_utc for shot in shots]


def _night_on(visit: Visit, shot: Shot, evening: date | None) -> Night:
    if evening is None:
        raise WrongValue("night_id", "a night, or the evening of a new one", "neither")
    before = get_night(visit.session, visit.user.id, shot.night_id)
    return create_night(visit.session, visit.user, _again(before, evening))


def _again(night: Night, evening: date) -> NightIn:
    request = NightIn.model_validate(night, from_attributes=True)
    return request.model_copy(update={"evening_date": evening, "is_template": False})


def year_on(night: Night) -> date:
    """The evening a year on that is like this one."""
    events = (event_or_none(line) for line in night.events)
    return a_year_on(night.evening_date, [event.days for event in events if event])


def _which(visit: Visit, night: Night, which: Which) -> Sequence[Shot]:
    shots = shots_of(visit.session, visit.user, night)
    if which == "all":
        return shots
    kept = select(Take.shot_id).where(
        Take.user_id == visit.user.id, Take.is_keeper, Take.deleted_at_utc.is_(None)
    )
    finished = set(visit.session.scalars(kept.where(Take.shot_id.in_([s.id for s in shots]))))
    return [shot for shot in shots if (shot.id in finished) == (which == "kept")]
