"""Takes found by words and by what they were made of."""

from collections import defaultdict
from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.journal.logbook.schemas import FoundTakesOut, TakeLineOut
from patient_owl.journal.logbook.take_query import TakeQuery, conditions, joined
from patient_owl.library.places.zones import zone
from patient_owl.platform.storage.keyset import Cursor
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.chain import seen_text
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.night import clock
from patient_owl.words.pictures import photo_settings_text


def started_at(text: str) -> datetime:
    """What the takes are ordered by, as a page says it."""
    return datetime.fromisoformat(text).replace(tzinfo=UTC)


def find_takes(
    session: Session, user: User, criteria: TakeQuery, limit: int, before: Cursor | None
) -> FoundTakesOut:
    """The latest first."""
    where = conditions(user, criteria)
    if before is not None:
        where.append(before.behind(Take.started_at_utc, Take.id))
    query = (
        joined(Take, Shot.title, Shot.discipline, Night, Place.name, Place.time_zone)
        .where(*where)
        .order_by(Take.started_at_utc.desc(), Take.id.desc())
        .limit(limit + 1)
        # in the order of its index, so that a page is read and not all of them sorted
        .prefix_with("STRAIGHT_JOIN")
    )
    rows = session.execute(query).all()
    shown = rows[:limit]
    photos = _photos(session, [row[0].id for row in shown])
    last = shown[-1][0] if len(rows) > limit else None
    return FoundTakesOut(
        takes=[_line(row, photos.get(row[0].id, [])) for row in shown],
        next=str(Cursor(last.started_at_utc, last.id)) if last else None,
    )


def _photos(session: Session, take_ids: Sequence[UUID]) -> dict[UUID, list[Any]]:
    query = select(Photo.take_id, Photo.id, Photo.rating, Photo.tags, Photo.pick).where(
        Photo.take_id.in_(take_ids), Photo.deleted_at_utc.is_(None)
    )
    photos: dict[UUID, list[Any]] = defaultdict(list)
    for row in session.execute(query.order_by(Photo.is_best.desc(), Photo.id)):
        photos[row.take_id].append(row)
    return photos


def _line(row: Any, photos: Sequence[Any]) -> TakeLineOut:
    take, title, discipline, night, place_name, time_zone = row
    return TakeLineOut(
        id=take.id,
        shot_id=take.shot_id,
        shot_title=title,
        discipline=DISCIPLINES[discipline].title,
        night_id=night.id,
        night_title=night.title or place_name,
        evening_date=night.evening_date,
        place_id=night.place_id,
        place_name=place_name,
        started_at_utc=take.started_at_utc,
        started_local=clock(take.started_at_utc, zone(time_zone)),
        settings=photo_settings_text(take.exposure_s, take.f_number, take.iso),
        words=seen_text(take.verdicts, take.faults),
        is_keeper=take.is_keeper,
        note=take.note,
        photo_id=photos[0].id if photos else None,
        rating=max((photo.rating for photo in photos), default=0),
        tags=list(dict.fromkeys(tag for photo in photos for tag in photo.tags)),
    )
