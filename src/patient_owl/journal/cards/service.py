"""Bringing a card in: each file read once, all of them placed together."""

import io
from collections.abc import Iterable, Sequence
from datetime import UTC, date, datetime, timedelta
from pathlib import PurePath
from typing import BinaryIO
from uuid import UUID
from zoneinfo import ZoneInfo

from sqlalchemy import select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session, defer, undefer
from sqlalchemy.orm.interfaces import ORMOption

from patient_owl.core.errors import WrongValue
from patient_owl.formats.photo_files import NotHere, PhotoFile, read_picture
from patient_owl.formats.photo_files.jpeg_copy import turned_jpeg
from patient_owl.formats.photo_files.partial_file import stretch
from patient_owl.journal.cards.schemas import FileOut, FilePieceOut, IntakeIn
from patient_owl.journal.cards.sidecars import is_sidecar, take_sidecar
from patient_owl.journal.photos.service import (
    by_fingerprint,
    file_name,
    fingerprint_of,
    keep_file,
    new_photo,
)
from patient_owl.journal.takes.placing import place
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.service import get_night
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import added, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Intake, Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.cards import FILE_TEXTS, beside_text, refused_text

# A night begins and ends within this of what a clock says that is wrong by a zone.
NEAR = timedelta(hours=36)
HALF_A_DAY = timedelta(hours=12)  # a night is called by its evening


def begin(visit: Visit, request: IntakeIn) -> Intake:
    if request.night_id is not None:
        get_night(visit.session, visit.user.id, request.night_id)
    return added(visit.session, Intake(user_id=visit.user.id, **request.model_dump()))


def get_intake(session: Session, user: User, intake_id: UUID) -> Intake:
    return owned(session, Intake, user.id, intake_id)


def intakes_of(session: Session, user: User) -> list[Intake]:
    """The latest first."""
    return owned_rows(session, Intake, user.id)[::-1]


def photos_in(session: Session, user: User, intake: Intake, *columns: ORMOption) -> list[Photo]:
    """By the camera's clock; those without one at the end. columns: more of them, or fewer, than
    lists of pictures have."""
    query = select(Photo).where(
        Photo.user_id == user.id, Photo.intake_id == intake.id, Photo.deleted_at_utc.is_(None)
    )
    return sorted(session.scalars(query.options(*columns)), key=_by_clock)


def _by_clock(photo: Photo) -> tuple[bool, str, str]:
    clock = photo.camera_clock
    return clock is None, clock.isoformat() if clock else "", photo.file_name


def take_file(visit: Visit, intake_id: UUID, name: str, file: BinaryIO) -> FileOut:
    """Read a file of the card, or say which stretches of it are wanted, or why it is none."""
    session, user = visit.session, visit.user
    intake = get_intake(session, user, intake_id)
    take = take_sidecar if is_sidecar(name) else _take_picture
    try:
        return take(session, user, intake, name, file)
    except NotHere as missing:
        wants = [FilePieceOut(start=missing.start, end=missing.end)]
        return FileOut(outcome="wants", text="", wants=wants)
    except WrongValue as error:
        return FileOut(outcome="refused", text=refused_text(error.wanted, str(error.got)))


def _take_picture(
    session: Session, user: User, intake: Intake, name: str, file: BinaryIO
) -> FileOut:
    fingerprint = fingerprint_of(file)
    known = by_fingerprint(session, user, fingerprint)
    if known is not None:
        return _told("known", known.id)
    picture = read_picture(file)
    photo = new_photo(user, name, picture, fingerprint)
    twin = _twin(session, user, intake, photo)
    if twin is not None:
        twin.also_file = photo.file_name
        session.flush()
        return FileOut(outcome="beside", text=beside_text(twin.file_name), photo_id=twin.id)
    photo.intake_id = intake.id
    try:
        with session.begin_nested():
            session.add(photo)
    except IntegrityError:
        return _told("known", None)  # the same file came a moment earlier by another request
    if intake.keeps_pixels and picture.pixels:
        keep_file(session, photo, _pixels(file, picture))
    return _told("taken", photo.id)


def _told(outcome: str, photo_id: UUID | None) -> FileOut:
    return FileOut(outcome=outcome, text=FILE_TEXTS[outcome], photo_id=photo_id)


def _pixels(file: BinaryIO, picture: PhotoFile) -> BinaryIO:
    assert picture.pixels is not None  # asked only then
    return io.BytesIO(turned_jpeg(stretch(file, *picture.pixels), picture.turned))


def _twin(session: Session, user: User, intake: Intake, photo: Photo) -> Photo | None:
    """The same frame in another kind of file: a raw and the JPEG beside it."""
    if photo.camera_clock is None:
        return None
    same = owned_rows(
        session,
        Photo,
        user.id,
        Photo.intake_id == intake.id,
        Photo.camera == photo.camera,
        Photo.camera_clock == photo.camera_clock,
    )
    stem = PurePath(file_name(photo.file_name)).stem.casefold()
    return next(
        (photo for photo in same if PurePath(photo.file_name).stem.casefold() == stem), None
    )


def place_all(visit: Visit, intake: Intake) -> None:
    """Find the clocks of the card's cameras, its sets, and the takes its pictures are of.

    Looked for in the card's own night; without one in the nights its clock says, and for a camera
    whose clock fits none of those in all of them.
    """
    session, user = visit.session, visit.user
    # each is asked for its sketch, and none for its histogram
    columns = (undefer(Photo.sketch), defer(Photo.histogram))
    photos = left = photos_in(session, user, intake, *columns)
    place_zone = zone_of(visit, intake, photos)
    if not intake.night_id:
        place(photos, _free_takes(session, user, intake, _near(photos)), place_zone)
        lost = {photo.camera for photo in photos if photo.told_by == "zone"}
        left = [photo for photo in photos if photo.camera in lost]
    place(left, _free_takes(session, user, intake), place_zone)
    session.flush()


def zone_of(visit: Visit, intake: Intake, photos: Iterable[Photo]) -> ZoneInfo:
    """Of the card's night; else of the night nearest to what its clock says; else UTC."""
    session, user = visit.session, visit.user
    if intake.night_id:
        return zone(get_night(session, user.id, intake.night_id).place.time_zone)
    clocks = [photo.camera_clock for photo in photos if photo.camera_clock]
    nights = owned_rows(session, Night, user.id)
    if not clocks or not nights:
        return zone("UTC")
    middle = clocks[len(clocks) // 2].date()
    nearest = min(nights, key=lambda night: abs((night.evening_date - middle).days))
    return zone(nearest.place.time_zone)


def evening_date_of(moment: datetime, place_zone: ZoneInfo) -> date:
    """Of the night a moment lies in, from noon to noon."""
    return (moment.astimezone(place_zone) - HALF_A_DAY).date()


def _near(photos: Iterable[Photo]) -> tuple[datetime, datetime] | None:
    clocks = [photo.camera_clock.replace(tzinfo=UTC) for photo in photos if photo.camera_clock]
    return (min(clocks) - NEAR, max(clocks) + NEAR) if clocks else None


def _free_takes(
    session: Session,
    user: User,
    intake: Intake,
    between: tuple[datetime, datetime] | None = None,
) -> Sequence[Take]:
    """Takes that have no picture but of this card, in its night or in all."""
    taken = select(Photo.take_id).where(
        Photo.user_id == user.id,
        Photo.take_id.is_not(None),
        Photo.deleted_at_utc.is_(None),
        Photo.intake_id.is_distinct_from(intake.id),
    )
    where = [Take.id.not_in(taken)]
    if intake.night_id:
        shots = select(Shot.id).where(
            Shot.night_id == intake.night_id, Shot.deleted_at_utc.is_(None)
        )
        where.append(Take.shot_id.in_(shots))
    if between:
        where.append(Take.started_at_utc.between(*between))
    return owned_rows(session, Take, user.id, *where)
