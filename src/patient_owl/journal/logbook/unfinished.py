"""Shots that are still to be made."""

from datetime import date

from sqlalchemy import Integer, and_, func, select
from sqlalchemy.orm import Session

from patient_owl.journal.logbook.schemas import UnfinishedOut
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.logbook import unfinished_text

MOST_UNFINISHED = 100
_KEPT = func.coalesce(func.sum(Take.is_keeper, type_=Integer), 0)


def unfinished_of(session: Session, user: User, today: date) -> list[UnfinishedOut]:
    """Shots of nights that are over, without a take that was kept; the latest first."""
    takes = func.count(Take.id)
    is_there = and_(Take.shot_id == Shot.id, Take.deleted_at_utc.is_(None))
    query = (
        select(Shot.id, Shot.title, Night, Place.name, takes)
        .join(Night, Night.id == Shot.night_id)
        .join(Place, Place.id == Night.place_id)
        .outerjoin(Take, is_there)
        .where(
            Shot.user_id == user.id,
            Shot.deleted_at_utc.is_(None),
            Night.deleted_at_utc.is_(None),
            Night.evening_date < today,
        )
        .group_by(Shot.id)
        .having(_KEPT == 0)
        .order_by(Night.evening_date.desc(), Shot.at_utc)
        .limit(MOST_UNFINISHED)
    )
    return [
        UnfinishedOut(
            shot_id=shot_id,
            title=title,
            night_id=night.id,
            night_title=night.title or place_name,
            evening_date=night.evening_date,
            place_id=night.place_id,
            text=unfinished_text(count),
        )
        for shot_id, title, night, place_name, count in session.execute(query)
    ]
