"""Taking pictures in and handing them out."""

from collections.abc import Iterator
from datetime import UTC
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.exposure.reading import Reading, drawn_bins, read_histogram
from patient_owl.errors import NotFound
from patient_owl.fields import plain_text
from patient_owl.formats.picture import Picture, read_picture
from patient_owl.pictures.models import Photo, PhotoPart
from patient_owl.pictures.schemas import PhotoOut, ReadingOut
from patient_owl.shots.service import get_shot
from patient_owl.storage.base import new_id
from patient_owl.storage.owned import owned, owned_rows
from patient_owl.words.pictures import photo_settings_text, reading_text

PART_BYTES = 4_000_000


def add_photo(
    session: Session,
    user: User,
    shot_id: UUID,
    name: str,
    content: bytes,
    *,
    keep: bool,
    photo_id: UUID | None = None,
) -> Photo:
    """Read a picture and keep what it tells; the file itself only when asked."""
    shot = get_shot(session, user.id, shot_id)
    picture = read_picture(content)
    photo = Photo(
        id=photo_id or new_id(),
        user_id=user.id,
        shot_id=shot.id,
        take_id=None,
        file_name=plain_text(name).strip()[-200:] or "picture",
        kept_bytes=len(content) if keep else 0,
        **_columns(picture),
    )
    session.add(photo)
    session.flush()
    if keep:
        for number, at in enumerate(range(0, len(content), PART_BYTES)):
            part = content[at : at + PART_BYTES]
            session.add(PhotoPart(photo_id=photo.id, number=number, content=part))
    return photo


def _columns(picture: Picture) -> dict[str, object]:
    local = picture.taken_local
    return {
        "width_px": picture.width_px,
        "height_px": picture.height_px,
        # the camera's clock knows no zone: kept as if it ran on UTC, matched by an offset
        "camera_clock": local.replace(tzinfo=UTC) if local else None,
        "taken_at_utc": picture.taken_utc,
        "exposure_s": picture.exposure_s,
        "f_number": picture.f_number,
        "iso": picture.iso,
        "histogram": list(picture.histogram),
        "thumbnail": picture.thumbnail,
    }


def photos_of(session: Session, user: User, shot_id: UUID) -> list[Photo]:
    """The shot's pictures, oldest first; NotFound for a shot that is not there any more."""
    shot = get_shot(session, user.id, shot_id)
    return owned_rows(session, Photo, user.id, Photo.shot_id == shot.id)


def get_photo(session: Session, user: User, photo_id: UUID) -> Photo:
    return owned(session, Photo, user.id, photo_id)


def reading_of(photo: Photo) -> Reading:
    return read_histogram(photo.histogram)


def file_of(session: Session, user: User, photo_id: UUID) -> Iterator[bytes]:
    """The kept file, part by part; NotFound when only its thumbnail was kept."""
    photo = get_photo(session, user, photo_id)
    if not photo.kept_bytes:
        raise NotFound("file of this picture")
    parts = select(PhotoPart.content).where(PhotoPart.photo_id == photo.id)
    return iter(list(session.scalars(parts.order_by(PhotoPart.number))))


def out(photo: Photo) -> PhotoOut:
    reading = reading_of(photo)
    return PhotoOut(
        id=photo.id,
        version=photo.version,
        take_id=photo.take_id,
        file_name=photo.file_name,
        width_px=photo.width_px,
        height_px=photo.height_px,
        taken_at=photo.taken_at_utc or photo.camera_clock,
        settings=photo_settings_text(photo.exposure_s, photo.f_number, photo.iso),
        reading=ReadingOut(
            median_stops=reading.median_stops,
            shadow_stops=reading.shadow_stops,
            highlight_stops=reading.highlight_stops,
            clipped_share=reading.clipped_share,
            black_share=reading.black_share,
            text=reading_text(reading),
        ),
        histogram=drawn_bins(photo.histogram),
        is_kept=photo.kept_bytes > 0,
    )
