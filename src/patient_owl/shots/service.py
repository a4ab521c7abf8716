"""Keeping shots."""

from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.errors import WrongValue
from patient_owl.formats.calendar import Entry
from patient_owl.nights.models import Night
from patient_owl.nights.service import bounds_of, get_night
from patient_owl.nights.slope import calendar_of as night_calendar_of
from patient_owl.rails import Move
from patient_owl.shots.models import Shot
from patient_owl.shots.planning import Planned, make_plan
from patient_owl.shots.schemas import ShotIn
from patient_owl.storage.owned import check_version, flush, owned, owned_rows
from patient_owl.words.plan import sentence_rest, settings_text


def shots_of(session: Session, user: User, night: Night) -> list[Shot]:
    """The night's shots in the order they happen."""
    shots = owned_rows(session, Shot, user.id, Shot.night_id == night.id)
    return sorted(shots, key=lambda shot: shot.at_utc)


def get_shot(session: Session, user_id: UUID, shot_id: UUID) -> Shot:
    return owned(session, Shot, user_id, shot_id, "shot")


def create_shot(session: Session, user: User, night_id: UUID, request: ShotIn) -> Shot:
    night = get_night(session, user.id, night_id)
    make_plan(session, user, night, request)  # refuses what could never be planned
    shot = Shot(user_id=user.id, night_id=night.id, **_columns(request))
    session.add(shot)
    session.flush()
    return shot


def change_shot(session: Session, user: User, shot_id: UUID, request: ShotIn, version: int) -> Shot:
    shot = get_shot(session, user.id, shot_id)
    check_version(shot, version, "shot")
    make_plan(session, user, get_night(session, user.id, shot.night_id), request)
    for name, value in _columns(request).items():
        setattr(shot, name, value)
    flush(session, shot, "shot")
    return shot


def copy_shot(session: Session, user: User, shot_id: UUID, night_id: UUID | None) -> Shot:
    """A second shot like the first; takes stay with the first."""
    shot = get_shot(session, user.id, shot_id)
    night = get_night(session, user.id, night_id or shot.night_id)
    request = _as_request(shot)
    moved = request.model_copy(update={"at_utc": _same_hour(session, user, shot, night)})
    if night.id == shot.night_id:
        moved.title = f"{shot.title[:110]} (copy)"
    return create_shot(session, user, night.id, moved)


def move_shot(
    session: Session, user: User, shot_id: UUID, night_id: UUID | None, version: int
) -> Shot:
    """The shot in another night; its takes come along."""
    shot = get_shot(session, user.id, shot_id)
    check_version(shot, version, "shot")
    if night_id is None:
        raise WrongValue("night_id", "the night to move it to", "none")
    night = get_night(session, user.id, night_id)
    shot.at_utc = _same_hour(session, user, shot, night)
    shot.night_id = night.id
    flush(session, shot, "shot")
    return shot


def _same_hour(session: Session, user: User, shot: Shot, night: Night) -> datetime:
    """As long after local noon as in the night it comes from."""
    before = bounds_of(get_night(session, user.id, shot.night_id))
    return bounds_of(night).start_utc + (shot.at_utc - before.start_utc)


def _as_request(shot: Shot) -> ShotIn:
    return ShotIn.model_validate(shot, from_attributes=True)


def plan_of(session: Session, user: User, shot: Shot) -> Planned:
    """The plan of a kept shot."""
    night = get_night(session, user.id, shot.night_id)
    return make_plan(session, user, night, _as_request(shot))


SHOT_ALARM = timedelta(minutes=20)  # time to walk there and set up; common practice


def calendar_of(session: Session, user: User, night: Night, now_utc: datetime) -> bytes:
    """The night's calendar with an entry a shot, its settings in the description."""
    entries = []
    for shot in shots_of(session, user, night):
        plan = plan_of(session, user, shot).plan
        settings = settings_text(plan.solution.positions)
        entries.append(
            Entry(
                f"shot-{shot.id}@patient-owl",
                f"{shot.title}: {settings}",
                shot.at_utc,
                shot.at_utc + timedelta(seconds=plan.solution.settings.exposure_s),
                f"{settings}: {sentence_rest(plan.lead, plan.reasons)}",
                alarm_before=SHOT_ALARM,
            )
        )
    return night_calendar_of(night, entries, now_utc)


def try_plan(
    session: Session, user: User, night_id: UUID, request: ShotIn, move: Move | None
) -> Planned:
    """The plan of a shot that is not kept."""
    return make_plan(session, user, get_night(session, user.id, night_id), request, move)


def _columns(request: ShotIn) -> dict[str, object]:
    columns = {name: getattr(request, name) for name in ShotIn.model_fields}
    columns["choice"] = request.choice.model_dump()
    return columns
