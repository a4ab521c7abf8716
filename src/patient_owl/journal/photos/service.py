"""Taking pictures in and handing them out."""

import hashlib
import io
from collections.abc import Iterable, Iterator, Sequence
from datetime import UTC
from typing import BinaryIO
from uuid import UUID
from zoneinfo import ZoneInfo

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.exposure.reading import HistogramReading, drawn_bins, read_histogram
from patient_owl.formats.photo_files import PhotoFile, pixels_of, read_picture
from patient_owl.formats.photo_files.clipping import ends_png
from patient_owl.formats.photo_files.partial_file import size_of, stretch
from patient_owl.journal.photos.schemas import PhotoOut, ReadingOut
from patient_owl.planning.shots.service import get_shot
from patient_owl.planning.wire.rails import SettingValues
from patient_owl.platform.storage.base import new_id
from patient_owl.platform.storage.owned import added, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.photos import Photo, PhotoPart
from patient_owl.ports.errors import NotFound
from patient_owl.ports.fields import plain_text
from patient_owl.words.pictures import photo_settings_text, reading_text, time_text

PART_BYTES = 4_000_000
FINGERPRINT_BYTES = 65_536  # of a file's head: settings, time and the first of its pixels
NAME_LETTERS = 200


def fingerprint_of(file: BinaryIO) -> bytes:
    """What tells one file from every other: its head and its length."""
    size = size_of(file)
    head = stretch(file, 0, min(size, FINGERPRINT_BYTES))
    return hashlib.blake2b(head, digest_size=32, salt=size.to_bytes(16, "big")).digest()


def file_name(name: str) -> str:
    """The last part of a name, of one line; what a card's folders are called is not kept."""
    last = " ".join(plain_text(name).replace("\\", "/").split("/")[-1].split())
    return last[-NAME_LETTERS:] or "picture"


def by_fingerprint(session: Session, user: User, fingerprint: bytes) -> Photo | None:
    """The picture a file came in as before, put away or not."""
    query = select(Photo).where(Photo.user_id == user.id, Photo.fingerprint == fingerprint)
    return session.scalar(query)


def add_photo(
    session: Session,
    user: User,
    shot_id: UUID,
    name: str,
    file: BinaryIO,
    *,
    keep: bool,
    photo_id: UUID | None = None,
) -> Photo:
    """Read a picture of a shot and keep what it tells; the file itself only when asked."""
    shot = get_shot(session, user.id, shot_id)
    picture, fingerprint = read_picture(file), fingerprint_of(file)
    is_new = by_fingerprint(session, user, fingerprint) is None
    # of one that is here already somebody wants another copy
    photo = new_photo(user, name, picture, fingerprint if is_new else None, photo_id)
    photo.shot_id = shot.id
    added(session, photo)
    if keep:
        file.seek(0)
        keep_file(session, photo, file)
    return photo


def new_photo(
    user: User,
    name: str,
    picture: PhotoFile,
    fingerprint: bytes | None,
    photo_id: UUID | None = None,
) -> Photo:
    """A picture that nobody has given to a shot yet."""
    said, photo_id = picture.said, photo_id or new_id()
    return Photo(
        id=photo_id,
        set_id=photo_id,
        user_id=user.id,
        file_name=file_name(name),
        fingerprint=fingerprint,
        width_px=picture.width_px,
        height_px=picture.height_px,
        camera=said.camera,
        camera_clock=said.taken_local,
        taken_at_utc=said.taken_utc,
        told_by="file" if said.taken_utc else None,
        exposure_s=said.exposure_s,
        f_number=said.f_number,
        iso=said.iso,
        focal_length_mm=said.focal_length_mm,
        histogram=list(picture.histogram),
        sketch=picture.sketch,
        look=picture.look,
        thumbnail=picture.thumbnail,
        kept_bytes=0,
    )


def keep_file(session: Session, photo: Photo, content: BinaryIO) -> None:
    """From where it stands to its end, part by part."""
    kept = number = 0
    while part := content.read(PART_BYTES):
        session.add(PhotoPart(photo_id=photo.id, number=number, content=part))
        session.flush()
        kept, number = kept + len(part), number + 1
    photo.kept_bytes = kept


def photos_of(session: Session, user: User, shot_id: UUID) -> list[Photo]:
    """The shot's pictures, oldest first; NotFound for a shot that is not there any more."""
    shot = get_shot(session, user.id, shot_id)
    return owned_rows(session, Photo, user.id, Photo.shot_id == shot.id)


def sets_in(photos: Iterable[Photo]) -> list[list[Photo]]:
    """Pictures that are one together, in the order their first was taken."""
    by_set: dict[UUID, list[Photo]] = {}
    for photo in photos:
        by_set.setdefault(photo.set_id or photo.id, []).append(photo)
    return list(by_set.values())


def get_photo(session: Session, user: User, photo_id: UUID) -> Photo:
    return owned(session, Photo, user.id, photo_id)


def reading_of(photo: Photo) -> HistogramReading:
    return read_histogram(photo.histogram)


def file_of(session: Session, user: User, photo_id: UUID) -> Iterator[bytes]:
    """The kept file, part by part; NotFound when only its thumbnail was kept."""
    photo = get_photo(session, user, photo_id)
    if not photo.kept_bytes:
        raise NotFound("file of this picture")
    return iter(_parts(session, photo))


def kept_file(session: Session, photo: Photo) -> bytes:
    """All of the kept file; nothing where only its thumbnail was kept."""
    return b"".join(_parts(session, photo)) if photo.kept_bytes else b""


def _parts(session: Session, photo: Photo) -> Sequence[bytes]:
    parts = select(PhotoPart.content).where(PhotoPart.photo_id == photo.id)
    return list(session.scalars(parts.order_by(PhotoPart.number)))


def look_of(session: Session, user: User, photo_id: UUID) -> bytes:
    """The picture to be looked at; of one that came before there was any, its thumbnail."""
    photo = get_photo(session, user, photo_id)
    return photo.look or photo.thumbnail


def pixels_one_to_one(session: Session, user: User, photo_id: UUID) -> bytes:
    """A JPEG of every pixel there is: of the kept file or its preview, else the look."""
    photo = get_photo(session, user, photo_id)
    content = kept_file(session, photo)
    if content:
        return pixels_of(io.BytesIO(content))
    return photo.look or photo.thumbnail


def ends_over(session: Session, user: User, photo_id: UUID) -> bytes:
    """What is burnt out and what is black, as a picture to lay over the look."""
    return ends_png(look_of(session, user, photo_id))


def out(photo: Photo, place_zone: ZoneInfo, compared: str = "") -> PhotoOut:
    """place_zone: of the night it was taken in. compared: with the first of its scene, in words."""
    reading = reading_of(photo)
    moment = photo.taken_at_utc
    return PhotoOut(
        id=photo.id,
        version=photo.version,
        shot_id=photo.shot_id,
        take_id=photo.take_id,
        set_id=photo.set_id or photo.id,
        set_kind=photo.set_kind,
        file_name=photo.file_name,
        also_file=photo.also_file,
        width_px=photo.width_px,
        height_px=photo.height_px,
        camera_clock=photo.camera_clock,
        taken_at_utc=moment,
        taken_text=time_text(photo.camera_clock, moment, photo.told_by, place_zone),
        settings=photo_settings_text(photo.exposure_s, photo.f_number, photo.iso),
        tried=_tried(photo),
        reading=ReadingOut(
            median_stops=reading.median_stops,
            shadow_stops=reading.shadow_stops,
            highlight_stops=reading.highlight_stops,
            clipped_share=reading.clipped_share,
            black_share=reading.black_share,
            text=reading_text(reading),
        ),
        compared=compared,
        histogram=drawn_bins(photo.histogram),
        is_kept=photo.kept_bytes > 0,
        pick=photo.pick,
        is_best=photo.is_best,
        rating=photo.rating,
        note=photo.note,
        tags=photo.tags,
    )


def _tried(photo: Photo) -> SettingValues | None:
    if photo.exposure_s is None or photo.f_number is None or photo.iso is None:
        return None
    return SettingValues(
        exposure_s=photo.exposure_s, f_number=photo.f_number, iso=photo.iso, nd_stops=0.0
    )


def seconds_of(photo: Photo) -> float | None:
    """Its camera's clock on a scale of its own: as if it ran on UTC. [s]"""
    return photo.camera_clock.replace(tzinfo=UTC).timestamp() if photo.camera_clock else None
