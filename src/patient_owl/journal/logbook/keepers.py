"""The pictures of kept takes, night by night: what a past night is remembered by."""

from datetime import date
from uuid import UUID

from sqlalchemy import func, or_, select
from sqlalchemy.orm import Session

from patient_owl.journal.logbook.schemas import KeptPicturesOut
from patient_owl.journal.logbook.take_query import TakeQuery, conditions
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take

MOST_A_NIGHT = 4


def kept_pictures(session: Session, user: User, first: date, last: date) -> list[KeptPicturesOut]:
    """At most four a night, the earliest first, one of each set."""
    criteria = TakeQuery(is_keeper=True, first_evening=first, last_evening=last)
    place = func.row_number().over(partition_by=Night.id, order_by=(Take.started_at_utc, Photo.id))
    numbered = (
        select(Night.id.label("night_id"), Photo.id.label("photo_id"), place.label("place"))
        .join(Shot, Shot.night_id == Night.id)
        .join(Take, Take.shot_id == Shot.id)
        .join(Photo, Photo.take_id == Take.id)
        .where(
            *conditions(user, criteria),
            Photo.deleted_at_utc.is_(None),
            or_(Photo.set_id.is_(None), Photo.set_id == Photo.id),
        )
        .subquery()
    )
    rows = session.execute(
        select(numbered.c.night_id, numbered.c.photo_id)
        .where(numbered.c.place <= MOST_A_NIGHT)
        .order_by(numbered.c.night_id, numbered.c.place)
    )
    by_night: dict[UUID, list[UUID]] = {}
    for night_id, photo_id in rows:
        by_night.setdefault(night_id, []).append(photo_id)
    return [KeptPicturesOut(night_id=night_id, photo_ids=ids) for night_id, ids in by_night.items()]
