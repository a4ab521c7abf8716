"""Keeping shots."""

from datetime import datetime
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.core.errors import WrongValue
from patient_owl.core.moment_anchor import again_s
from patient_owl.core.sky import ephemeris
from patient_owl.planning.nights.service import get_night
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.schemas import NewShotIn, ShotIn
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import added, changed, check_version, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot


def shots_of(session: Session, user: User, night: Night) -> list[Shot]:
    """The night's shots in the order they happen."""
    shots = owned_rows(session, Shot, user.id, Shot.night_id == night.id)
    return sorted(shots, key=lambda shot: shot.at_utc)


def get_shot(session: Session, user_id: UUID, shot_id: UUID) -> Shot:
    return owned(session, Shot, user_id, shot_id)


def create_shot(visit: Visit, night_id: UUID, new: ShotIn | NewShotIn) -> Shot:
    planner = Planner(visit)
    night = planner.night(night_id)
    request = planner.completed(night, new) if isinstance(new, NewShotIn) else new
    planner.plan(night, request)  # refuses what could never be planned
    row = Shot(user_id=visit.user.id, night_id=night.id, **_columns(request))
    return added(visit.session, row)


def change_shot(visit: Visit, shot_id: UUID, request: ShotIn, version: int) -> Shot:
    shot = get_shot(visit.session, visit.user.id, shot_id)
    check_version(shot, version)
    planner = Planner(visit)
    planner.plan(planner.night(shot.night_id), request, shot_id=shot.id)
    return changed(visit.session, shot, version, _columns(request))


def copy_shot(visit: Visit, shot_id: UUID, night_id: UUID | None) -> Shot:
    """A second shot like the first; takes stay with the first."""
    session, user = visit.session, visit.user
    shot = get_shot(session, user.id, shot_id)
    night = get_night(session, user.id, night_id or shot.night_id)
    request = as_request(shot)
    moved = request.model_copy(update={"at_utc": _again(visit, shot, night)})
    if night.id == shot.night_id:
        moved.title = f"{shot.title[:110]} (copy)"
    return create_shot(visit, night.id, moved)


def move_shot(visit: Visit, shot_id: UUID, night_id: UUID | None, version: int) -> Shot:
    """The shot in another night; its takes come along."""
    session, user = visit.session, visit.user
    shot = get_shot(session, user.id, shot_id)
    if night_id is None:
        raise WrongValue("night_id", "the night to move it to", "none")
    night = get_night(session, user.id, night_id)
    moved = {"at_utc": _again(visit, shot, night), "night_id": night.id}
    return changed(session, shot, version, moved)


def _again(visit: Visit, shot: Shot, night: Night) -> datetime:
    """When in another night what the shot hangs on comes again."""
    if shot.night_id == night.id:
        return shot.at_utc
    planner = Planner(visit)
    before, after = (
        planner.context(of_night) for of_night in (planner.night(shot.night_id), night)
    )
    at_s = ephemeris.epoch_seconds(shot.at_utc)
    found_s, _ = again_s(before, at_s, shot.bearing_true_deg, after)
    return ephemeris.moment_utc(found_s).replace(second=0, microsecond=0)


def _columns(request: ShotIn) -> dict[str, object]:
    columns = {name: getattr(request, name) for name in ShotIn.model_fields}
    columns["choice"] = request.choice.model_dump()
    columns["ordering"] = request.ordering.model_dump(mode="json")
    columns["stand_in"] = request.stand_in.model_dump() if request.stand_in else None
    columns["strokes"] = request.strokes.model_dump(mode="json") if request.strokes else None
    columns["lights"] = [light.model_dump(mode="json") for light in request.lights]
    return columns
