"""Pictures that nobody noted a take of become takes: of a shot, or of a night of their own."""

from collections.abc import Sequence
from uuid import UUID

from pydantic import ValidationError
from sqlalchemy.orm import defer

from patient_owl.core.errors import WrongValue
from patient_owl.core.shot import PlannedShot
from patient_owl.intake.present import sets_in
from patient_owl.intake.schemas import NewTakesIn, OwnNightIn
from patient_owl.intake.service import evening_date_of, get_intake, photos_in
from patient_owl.nights.schemas import NightIn
from patient_owl.nights.service import create_night
from patient_owl.pictures.models import Photo
from patient_owl.places.service import get_place
from patient_owl.places.zones import zone
from patient_owl.shots.models import Shot
from patient_owl.shots.planner import Planner
from patient_owl.shots.schemas import NewShotIn
from patient_owl.shots.service import create_shot, get_shot
from patient_owl.storage.base import new_id
from patient_owl.takes.learning import learn_from
from patient_owl.takes.models import Take
from patient_owl.takes.record import lost_stops
from patient_owl.takes.schemas import TakeIn
from patient_owl.words.intake import OWN_SHOT


def make_takes(planner: Planner, intake_id: UUID, request: NewTakesIn) -> list[Take]:
    """Each set of the pictures asked for becomes a take of the shot."""
    visit = planner.visit
    shot = get_shot(visit.session, visit.user.id, request.shot_id)
    return _takes(planner, shot, _asked(planner, intake_id, request.photo_ids))


def make_night(planner: Planner, intake_id: UUID, request: OwnNightIn) -> Shot:
    """A night at a place, and in it a shot of which the pictures are takes."""
    visit = planner.visit
    photos = _asked(planner, intake_id, request.photo_ids)
    place = get_place(visit.session, visit.user.id, request.place_id)
    times = sorted(photo.taken_at_utc for photo in photos if photo.taken_at_utc)
    if not times:
        raise WrongValue("photo_ids", "pictures that say when they were taken", "none that does")
    evening = evening_date_of(times[0], zone(place.time_zone))
    wanted = NightIn(place_id=place.id, evening_date=evening, title=request.title)
    night = create_night(visit.session, visit.user, wanted)
    focal = next((photo.focal_length_mm for photo in photos if photo.focal_length_mm), None)
    new = NewShotIn(
        title=request.title or OWN_SHOT,
        at_utc=times[0],
        discipline=request.discipline,
    )
    shot = create_shot(visit, night.id, _with_focal_length(planner, new, focal))
    _takes(planner, shot, photos)
    return shot


def _with_focal_length(planner: Planner, new: NewShotIn, focal: float | None) -> NewShotIn:
    """At what the files say, where the bag's lens reaches it."""
    if focal is None:
        return new
    asked = planner.completed(new).model_copy(update={"focal_length_mm": focal})
    return NewShotIn(**dict(planner.with_lens_on(asked)))


def _asked(planner: Planner, intake_id: UUID, photo_ids: Sequence[UUID]) -> list[Photo]:
    visit = planner.visit
    intake = get_intake(visit.session, visit.user, intake_id)
    here = {
        photo.id: photo
        for photo in photos_in(visit.session, visit.user, intake, defer(Photo.histogram))
    }
    wrong = [photo_id for photo_id in photo_ids if photo_id not in here]
    if wrong:
        raise WrongValue("photo_ids", "pictures of this card", wrong[0])
    return [photo for photo in here.values() if photo.id in set(photo_ids)]


def _takes(planner: Planner, shot: Shot, photos: Sequence[Photo]) -> list[Take]:
    session, user = planner.visit.session, planner.visit.user
    planned, _ = planner.plan_or_trouble(shot)
    made = []
    for unit in sets_in(photo for photo in photos if photo.take_id is None):
        take = Take(
            id=new_id(),
            user_id=user.id,
            lost_stops=_lost(planned, unit[0]),
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
