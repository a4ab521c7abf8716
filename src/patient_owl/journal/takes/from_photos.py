"""Pictures that nobody noted a take of become takes of a shot."""

from collections.abc import Iterable, Sequence

from pydantic import ValidationError

from patient_owl.core.errors import WrongValue
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.journal.takes.learning import learn_from
from patient_owl.journal.takes.record import lost_stops
from patient_owl.journal.takes.schemas import TakeIn
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.storage.base import new_id
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take


def takes_of(planner: Planner, shot: Shot, sets: Iterable[Sequence[Photo]]) -> list[Take]:
    """Each set of pictures becomes a take of the shot, and is learned from."""
    session, user = planner.visit.session, planner.visit.user
    planned, _ = planner.plan_or_trouble(shot)
    made = []
    for unit in sets:
        take = Take(
            id=new_id(),
            user_id=user.id,
            lost_stops=_lost(planned, unit[0]),
            meant_for_utc=shot.at_utc,
            **_said_by(unit, shot, planned).model_dump(),
        )
        session.add(take)
        session.flush()
        for photo in unit:
            photo.take_id, photo.shot_id, photo.is_given = take.id, shot.id, True
        made.append(take)
    session.flush()
    learn_from(planner, shot)
    return made


def _said_by(unit: Sequence[Photo], shot: Shot, planned: PlannedShot | None) -> TakeIn:
    """What a take's pictures say of it; what they do not say is as planned: a lens without contacts
    tells no aperture. WrongValue where they say what no camera does."""
    first = unit[0]
    settings = planned.settings if planned else None
    said = {
        name: getattr(first, name) or (getattr(settings, name) if settings else None)
        for name in ("exposure_s", "f_number", "iso")
    }
    try:
        return TakeIn(
            shot_id=shot.id,
            started_at_utc=first.taken_at_utc or shot.at_utc,
            nd_stops=settings.nd_stops if settings else 0.0,
            frames=len(unit),
            is_keeper=any(photo.pick == "kept" for photo in unit),
            **said,
        )
    except ValidationError as error:
        wanted = "pictures with settings and a time a camera could have"
        raise WrongValue("photo_ids", wanted, first.file_name) from error


def _lost(planned: PlannedShot | None, photo: Photo) -> float | None:
    if planned is None:
        return None
    return lost_stops(planned.kit.body.film, photo.exposure_s or planned.settings.exposure_s)
