"""A card's pictures without a take become a night of their own."""

from collections.abc import Sequence
from uuid import UUID

from sqlalchemy.orm import defer

from patient_owl.core.errors import WrongValue
from patient_owl.journal.cards.schemas import OwnNightIn
from patient_owl.journal.cards.service import evening_date_of, get_intake, photos_in
from patient_owl.journal.photos.service import sets_in
from patient_owl.journal.takes.from_photos import takes_of
from patient_owl.library.places.service import get_place
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.schemas import NightIn
from patient_owl.planning.nights.service import create_night
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.schemas import NewShotIn
from patient_owl.planning.shots.service import create_shot
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.cards import OWN_SHOT


def make_night(planner: Planner, intake_id: UUID, request: OwnNightIn) -> Shot:
    """A night at a place, and in it a shot of which the pictures are takes."""
    visit = planner.visit
    photos = _asked(planner, intake_id, request.photo_ids)
    place = get_place(visit.session, visit.user.id, request.place_id)
    times = sorted(photo.taken_at_utc for photo in photos if photo.taken_at_utc)
    if not times:
        raise WrongValue("photo_ids", "pictures that say when they were taken", "none that does")
    evening = evening_date_of(times[0], zone(place.time_zone))
    night_request = NightIn(place_id=place.id, evening_date=evening, title=request.title)
    night = create_night(visit.session, visit.user, night_request)
    focal = next((photo.focal_length_mm for photo in photos if photo.focal_length_mm), None)
    new = NewShotIn(
        title=request.title or OWN_SHOT,
        at_utc=times[0],
        discipline=request.discipline,
    )
    shot = create_shot(visit, night.id, _with_focal_length(planner, night, new, focal))
    takes_of(planner, shot, sets_in(photo for photo in photos if photo.take_id is None))
    return shot


def _with_focal_length(
    planner: Planner, night: Night, new: NewShotIn, focal: float | None
) -> NewShotIn:
    """At what the files say, where the bag's lens reaches it."""
    if focal is None:
        return new
    asked = planner.completed(night, new).model_copy(update={"focal_length_mm": focal})
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
