"""Keeping takes, and reading them as evidence."""

from collections.abc import Collection
from datetime import datetime
from uuid import UUID

from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.accounts.visit import Visit
from patient_owl.core.advise.keeping import is_kept
from patient_owl.core.errors import WrongValue
from patient_owl.core.light.part import WHOLE
from patient_owl.core.matching import Stamped, match
from patient_owl.core.shot import PlannedShot
from patient_owl.errors import NotFound, VersionMissing
from patient_owl.kit.models import KitItem
from patient_owl.kit.service import correct_light
from patient_owl.learned.models import FoundLightRow
from patient_owl.learned.service import hear, keep_found
from patient_owl.pictures.models import Photo
from patient_owl.pictures.service import get_photo
from patient_owl.shots.models import Shot
from patient_owl.shots.planner import Planner, as_request
from patient_owl.shots.service import get_shot
from patient_owl.storage.owned import changed, check_version, owned
from patient_owl.takes.models import Take
from patient_owl.takes.record import Record, lost_stops, record_of
from patient_owl.takes.schemas import TakeIn
from patient_owl.words.pictures import matched_text


def put_take(
    visit: Visit,
    take_id: UUID,
    request: TakeIn,
    version: int | None,
    planned: PlannedShot | None,
) -> tuple[Take, bool]:
    """Keep a take under the identity its device gave it; True when it is new.

    Sending the same take again changes nothing; a different one under the same identity
    is an edit and must name the version it changes. planned: None where the shot cannot be
    planned any more, which is no reason to lose a take.
    """
    session, user = visit.session, visit.user
    shot = get_shot(session, user.id, request.shot_id)
    if request.is_keeper is None:
        lead = planned.lead.key if planned else WHOLE
        request = request.model_copy(update={"is_keeper": is_kept(request.verdicts, lead)})
    take = session.get(Take, take_id)
    if take is None:
        _check_lights(request, planned, known=())
        film = planned.kit.body.film if planned else None
        take = Take(
            id=take_id,
            user_id=user.id,
            lost_stops=lost_stops(film, request.exposure_s) if planned else None,
            **request.model_dump(),
        )
        try:
            with session.begin_nested():
                session.add(take)
            return take, True
        except IntegrityError:
            # the same take arrived a moment earlier by another request
            take = session.get_one(Take, take_id, populate_existing=True)
    if take.user_id != user.id or take.deleted_at_utc is not None:
        raise NotFound("take")
    if TakeIn.model_validate(take, from_attributes=True) == request:
        return take, False
    if version is None:
        raise VersionMissing()
    check_version(take, version)
    if take.shot_id != shot.id:
        raise WrongValue("shot_id", f"{take.shot_id}, the shot it was made for", shot.id)
    _check_lights(request, planned, known=(*take.verdicts, *take.scene_changed))
    return changed(session, take, version, request.model_dump()), False


def _check_lights(request: TakeIn, planned: PlannedShot | None, known: Collection[str]) -> None:
    """What is said is about a light of this picture, the whole of it, or what it was before."""
    if planned is None:
        return
    lights = [WHOLE, *(part.key for part in planned.plan.parts)]
    for field, keys in (
        ("verdicts", request.verdicts),
        ("scene_changed", request.scene_changed),
    ):
        for key in keys:
            if key not in lights and key not in known:
                raise WrongValue(field, "about " + ", ".join(lights), key)


def hear_words(visit: Visit, shot: Shot, planned: PlannedShot, record: Record) -> None:
    """Keep what the shot's takes tell of how sharply words are meant."""
    heard = planned.heard(record.judged(planned))
    hear(visit.session, visit.user, shot.id, heard)


def remember_found(planner: Planner, shot: Shot) -> FoundLightRow:
    """Keep for the shot's place what its takes found of the light."""
    visit, planned = planner.visit, planner.plan_of(shot)
    judged = record_of(visit.session, visit.user, shot).judged(planned)
    found = planned.found_light(judged, planner.sharpness(shot.id))
    if found is None:
        raise WrongValue("takes", "judged until the light is known to a stop", len(judged))
    place_id = planner.night(shot.night_id).place_id
    return keep_found(visit.session, visit.user, place_id, shot.id, found)


def keep_measured(planner: Planner, shot: Shot, key: str) -> KitItem:
    """Correct the figure of a light of the kit by what the takes found."""
    visit, planned = planner.visit, planner.plan_of(shot)
    lights = {light.key: light for light in planner.lights(as_request(shot))}
    light = lights.get(key)
    if light is None or light.item_id is None:
        raise WrongValue("key", "a light of your kit that is brought to this shot", key)
    judged = record_of(visit.session, visit.user, shot).judged(planned)
    off = planned.measured_stops(key, judged, planner.sharpness(shot.id))
    if off is None:
        raise WrongValue("takes", "judged until the light is known to a stop", len(judged))
    return correct_light(visit.session, visit.user, light.item_id, off)


def match_photos(session: Session, user: User, shot_id: UUID) -> tuple[str, int]:
    """Give loose pictures to takes; in words how far the camera's clock is off, and how many."""
    shot = get_shot(session, user.id, shot_id)
    record = record_of(session, user, shot)
    photos = record.photos
    taken = {photo.take_id for photo in photos if photo.take_id}
    free = [take for take in record.takes if take.id not in taken]
    loose = [photo for photo in photos if photo.take_id is None and _time_of(photo) is not None]
    found = match([_stamp_of_photo(p) for p in loose], [_stamp_of_take(t) for t in free])
    for photo, index in zip(loose, found.takes, strict=True):
        if index is not None:
            photo.take_id = free[index].id
    session.flush()
    matched = sum(index is not None for index in found.takes)
    return matched_text(matched, len(photos), found.offset_s), matched


def _time_of(photo: Photo) -> datetime | None:
    return photo.taken_at_utc or photo.camera_clock


def _stamp_of_photo(photo: Photo) -> Stamped:
    at = _time_of(photo)
    assert at is not None  # asked only of pictures with a time
    return Stamped(at.timestamp(), photo.exposure_s, photo.f_number, photo.iso)


def _stamp_of_take(take: Take) -> Stamped:
    return Stamped(take.started_at_utc.timestamp(), take.exposure_s, take.f_number, take.iso)


def give_photo(
    session: Session, user: User, photo_id: UUID, version: int, take_id: UUID | None
) -> Photo:
    """A picture to a take of its own shot, or to none."""
    photo = get_photo(session, user, photo_id)
    if take_id is not None:
        take = owned(session, Take, user.id, take_id)
        if take.shot_id != photo.shot_id:
            raise WrongValue("take_id", "a take of the picture's own shot", take_id)
    return changed(session, photo, version, {"take_id": take_id})
