"""Keeping takes, and reading them as evidence."""

from collections.abc import Collection, Sequence
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.errors import WrongValue
from patient_owl.core.light.part import WHOLE
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.shot import find
from patient_owl.journal.photos.schemas import JudgedIn, PhotoOut
from patient_owl.journal.photos.service import get_photo, out, photos_of, sets_in
from patient_owl.journal.takes import keeping
from patient_owl.journal.takes.from_photos import takes_of
from patient_owl.journal.takes.learning import learn_from
from patient_owl.journal.takes.placing import place
from patient_owl.journal.takes.record import lost_stops, record_of
from patient_owl.journal.takes.schemas import SentTakeIn, TakeIn
from patient_owl.library.kit.service import correct_light
from patient_owl.library.lessons.service import confirm
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.storage.owned import changed, check_version, kept_once, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.kit import KitItem
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.ports.errors import NotFound, VersionMissing, WrongState
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

    def made() -> Take:
        _check_lights(request, planned, known=())
        film = planned.kit.body.film if planned else None
        lost = lost_stops(film, request.exposure_s) if planned else None
        return Take(
            id=take_id,
            user_id=user.id,
            lost_stops=lost,
            meant_for_utc=shot.at_utc,
            **request.model_dump(),
        )

    take, is_new = kept_once(session, Take, take_id, made)
    if is_new:
        return take, True
    if take.user_id != user.id or take.deleted_at_utc is not None:
        raise NotFound("take")
    if TakeIn.model_validate(take, from_attributes=True) == request:
        return take, False
    if version is None:
        raise VersionMissing()
    check_version(take, version)
    if take.shot_id != shot.id:
        raise WrongValue("shot_id", f"{take.shot_id}, the shot it was made for", shot.id)
    _check_lights(request, planned, known=(*take.verdicts, *take.spots, *take.scene_changed))
    changed(session, take, version, request.model_dump())
    keeping.said_of_take(take, keeping.pictures_of(session, user.id, take))
    session.flush()
    return take, False


def keep_all(planner: Planner, sent: Sequence[SentTakeIn]) -> tuple[list[Take], list[Shot]]:
    """What a device has of its takes, all of it or, where one is refused, none; with the shots they
    are of. A take that was deleted there and is no longer, is brought back."""
    session, user = planner.visit.session, planner.visit.user
    takes: list[Take] = []
    shots: dict[UUID, Shot] = {}
    for item in sent:
        if item.take is None:
            take = session.get(Take, item.id)
            if take is None or take.user_id != user.id:
                continue  # made and deleted before it ever came here
            if item.version is not None and take.deleted_at_utc is None:
                check_version(take, item.version)
            take.deleted_at_utc = take.deleted_at_utc or now_utc()
        else:
            _bring_back(session, user, item)
            shot = shots.get(item.take.shot_id) or get_shot(session, user.id, item.take.shot_id)
            planned, _ = planner.plan_or_trouble(shot)
            take, _ = put_take(planner.visit, item.id, item.take, item.version, planned)
        takes.append(take)
        if take.shot_id not in shots:
            shots[take.shot_id] = get_shot(session, user.id, take.shot_id)
    session.flush()
    for shot in shots.values():
        learn_from(planner, shot)
    return takes, list(shots.values())


def _bring_back(session: Session, user: User, item: SentTakeIn) -> None:
    take = session.get(Take, item.id)
    if take is not None and take.user_id == user.id and item.version is not None:
        take.deleted_at_utc = None


def _check_lights(request: TakeIn, planned: PlannedShot | None, known: Collection[str]) -> None:
    """What is said is about a light of this picture, the whole of it, or what it was before."""
    if planned is None:
        return
    lights = [WHOLE, *(part.key for part in planned.plan.parts)]
    for field, keys in (
        ("verdicts", request.verdicts),
        ("spots", request.spots),
        ("scene_changed", request.scene_changed),
    ):
        for key in keys:
            if key not in lights and key not in known:
                raise WrongValue(field, "about " + ", ".join(lights), key)


def remember_found(planner: Planner, shot: Shot) -> FindingRow:
    """Reckon with what the shot's takes found of its light from now on, however far it is."""
    visit, planned = planner.visit, planner.plan_of(shot)
    learn_from(planner, shot)
    confirmed = confirm(visit.session, visit.user, shot.id, planned.lead.key)
    if confirmed is None:
        raise WrongValue("takes", "judged until the light is known to a stop", "too few")
    return confirmed


def keep_measured(planner: Planner, shot: Shot, key: str) -> KitItem:
    """Correct the figure of a light of the kit by what the takes found."""
    visit, planned = planner.visit, planner.plan_of(shot)
    lights = {light.key: light for light in planner.lights(as_request(shot))}
    light = lights.get(key)
    if light is None or light.item_id is None:
        raise WrongValue("key", "a light of your kit that is brought to this shot", key)
    judged = record_of(visit.session, visit.user, shot).judged(planned)
    off = find.measured_stops(planned, key, judged, planner.sharpness(shot.id))
    if off is None:
        raise WrongValue("takes", "judged until the light is known to a stop", len(judged))
    return correct_light(visit.session, visit.user, light.item_id, off)


def match_photos(planner: Planner, shot_id: UUID) -> tuple[str, int]:
    """Give loose pictures to the shot's takes; in words how far the camera's clock is off, and how
    many found theirs."""
    session, user = planner.visit.session, planner.visit.user
    shot = get_shot(session, user.id, shot_id)
    record = record_of(session, user, shot)
    taken = {photo.take_id for photo in record.photos if photo.take_id}
    free = [take for take in record.takes if take.id not in taken]
    loose = [photo for photo in record.photos if photo.take_id is None]
    place_zone = zone(planner.night(shot.night_id).place.time_zone)
    clocks = place(loose, free, place_zone)
    session.flush()
    matched = sum(clock.placed for clock in clocks)
    return matched_text(matched, len(record.photos), clocks), matched


def give_photo(planner: Planner, photo_id: UUID, version: int, take_id: UUID | None) -> Photo:
    """A picture to a take of its own shot, or to none."""
    session, user = planner.visit.session, planner.visit.user
    photo = get_photo(session, user, photo_id)
    if take_id is not None:
        take = owned(session, Take, user.id, take_id)
        if take.shot_id != photo.shot_id:
            raise WrongValue("take_id", "a take of the picture's own shot", take_id)
    was_of = photo.take_id
    changed(session, photo, version, {"take_id": take_id, "is_given": take_id is not None})
    for of, follow in ((was_of, keeping.left), (take_id, keeping.joined)):
        if of is not None and was_of != take_id:
            take = owned(session, Take, user.id, of)
            follow(take, keeping.pictures_of(session, user.id, take))
    session.flush()
    return photo


def take_of_photo(planner: Planner, photo_id: UUID) -> Shot:
    """A picture that belongs to no take becomes one of its shot, by what its file says."""
    photo = get_photo(planner.visit.session, planner.visit.user, photo_id)
    if photo.take_id is not None or photo.shot_id is None:
        raise WrongState("Only a picture of a shot that belongs to no take yet becomes one.")
    shot = get_shot(planner.visit.session, planner.visit.user.id, photo.shot_id)
    takes_of(planner, shot, [[photo]])
    return shot


def make_takes(planner: Planner, shot: Shot, photo_ids: Sequence[UUID]) -> None:
    """Each set of the pictures asked for becomes a take of the shot; one that has a take stays with
    it."""
    session, user = planner.visit.session, planner.visit.user
    photos = owned_rows(session, Photo, user.id, Photo.id.in_(photo_ids))
    missing = set(photo_ids) - {photo.id for photo in photos}
    if missing:
        raise WrongValue("photo_ids", "pictures of yours", min(missing))
    takes_of(planner, shot, sets_in(photo for photo in photos if photo.take_id is None))


def judge_photo(
    session: Session, user: User, photo_id: UUID, version: int, judged: JudgedIn
) -> Photo:
    """What is thought of a picture; a take is a keeper as long as one of its pictures is kept."""
    photo = get_photo(session, user, photo_id)
    changed(session, photo, version, judged.model_dump())
    if judged.is_best:
        others = Photo.user_id == user.id, Photo.set_id == photo.set_id, Photo.id != photo.id
        for other in session.scalars(select(Photo).where(*others, Photo.is_best)):
            other.is_best = False
    if photo.take_id is not None:
        take = owned(session, Take, user.id, photo.take_id)
        keeping.said_of_picture(take, keeping.pictures_of(session, user.id, take))
    session.flush()
    return photo


def photos_out(planner: Planner, shot_id: UUID) -> list[PhotoOut]:
    visit = planner.visit
    photos = photos_of(visit.session, visit.user, shot_id)
    return [photo_out(planner, photo) for photo in photos]


def photo_out(planner: Planner, photo: Photo) -> PhotoOut:
    """By the clocks of the place it was taken at; of one that has no shot, by UTC."""
    if photo.shot_id is None:
        return out(photo, zone("UTC"))
    shot = get_shot(planner.visit.session, planner.visit.user.id, photo.shot_id)
    return out(photo, zone(planner.night(shot.night_id).place.time_zone))
