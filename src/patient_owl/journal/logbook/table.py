"""All takes as a table."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from typing import Any
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.journal.logbook.take_query import TakeQuery, conditions, joined
from patient_owl.library.places.zones import zone
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take


def rows_of(session: Session, user: User) -> Iterator[dict[str, Any]]:
    """The earliest first."""
    query = (
        joined(Take, Shot.title, Shot.discipline, Night, Place.name, Place.time_zone)
        .where(*conditions(user, TakeQuery()))
        .order_by(Take.started_at_utc, Take.id)
    )
    photos = _photos_by_take(session, user)
    for take, title, discipline, night, place_name, time_zone in session.execute(query):
        mine = photos.get(take.id, [])
        yield {
            "take_id": str(take.id),
            "started_at": take.started_at_utc.astimezone(zone(time_zone)).isoformat(),
            "place": place_name,
            "night": night.title or place_name,
            "evening_date": night.evening_date.isoformat(),
            "shot": title,
            "discipline": discipline,
            "exposure_s": take.exposure_s,
            "f_number": take.f_number,
            "iso": take.iso,
            "nd_stops": take.nd_stops,
            "frames": take.frames,
            "verdicts": "; ".join(f"{key}: {word}" for key, word in take.verdicts.items()),
            "faults": "; ".join(take.faults),
            "spots": "; ".join(_spot(key, spot) for key, spot in take.spots.items()),
            "role": take.role,
            "is_keeper": take.is_keeper,
            "rating": max((photo.rating for photo in mine), default=0),
            "tags": "; ".join(dict.fromkeys(tag for photo in mine for tag in photo.tags)),
            "note": take.note,
            "files": "; ".join(photo.file_name for photo in mine),
        }


def _spot(key: str, spot: dict[str, Any]) -> str:
    """`sky: -2.5 hump`: light, stops from mid-grey or the end it lies at, and how it was read."""
    return f"{key}: {spot['end'] or spot['stops']} {spot['by']}"


def _photos_by_take(session: Session, user: User) -> dict[UUID, Sequence[Any]]:
    photos: dict[UUID, list[Any]] = defaultdict(list)
    query = select(Photo.take_id, Photo.file_name, Photo.rating, Photo.tags).where(
        Photo.user_id == user.id, Photo.take_id.is_not(None), Photo.deleted_at_utc.is_(None)
    )
    for row in session.execute(query.order_by(Photo.id)):
        photos[row.take_id].append(row)
    return dict(photos)
