"""The list of nights, page by page; a night that did not change is not worded again."""

from collections.abc import Mapping, Sequence
from datetime import date, datetime
from typing import NamedTuple, Self
from uuid import UUID

from sqlalchemy import and_, or_, select
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.errors import WrongValue
from patient_owl.nights.models import Night
from patient_owl.nights.service import out, shot_counts
from patient_owl.places.models import Place
from patient_owl.storage.remembered import Remembered

MOST_NIGHTS = 200


class State(NamedTuple):
    """All that the words about a night depend on."""

    night_id: UUID
    changed_at_utc: datetime
    place_changed_at_utc: datetime
    shot_count: int


class Cursor(NamedTuple):
    """The last night of a page; the next one goes on behind it."""

    evening_date: date
    night_id: UUID

    @classmethod
    def read(cls, text: str) -> Self:
        day, _, night_id = text.partition("_")
        try:
            return cls(date.fromisoformat(day), UUID(night_id))
        except ValueError as error:
            raise WrongValue("before", "what the page before it said", text) from error

    def __str__(self) -> str:
        return f"{self.evening_date}_{self.night_id}"


class Page(NamedTuple):
    """nights: each as JSON, latest evening first. next: None on the last page."""

    nights: Sequence[bytes]
    next: Cursor | None


_told: Remembered[State, bytes] = Remembered(20_000)


def page_of(session: Session, user: User, limit: int, before: Cursor | None) -> Page:
    """The nights behind a cursor, or the latest."""
    query = (
        select(Night.id, Night.evening_date, Night.changed_at_utc, Place.changed_at_utc)
        .join(Place, Place.id == Night.place_id)
        .where(Night.user_id == user.id, Night.deleted_at_utc.is_(None))
        .order_by(Night.evening_date.desc(), Night.id.desc())
        .limit(limit + 1)
    )
    if before is not None:
        same_day = and_(Night.evening_date == before.evening_date, Night.id < before.night_id)
        query = query.where(or_(Night.evening_date < before.evening_date, same_day))
    rows = session.execute(query).all()
    shown = rows[:limit]
    counts = shot_counts(session, [row[0] for row in shown])
    states = [State(row[0], row[2], row[3], counts.get(row[0], 0)) for row in shown]
    last = shown[-1] if len(rows) > limit else None
    return Page(
        _told.all_of(states, lambda missing: _tell(session, missing)),
        Cursor(last[1], last[0]) if last else None,
    )


def _tell(session: Session, states: Sequence[State]) -> Mapping[State, bytes]:
    ids = [state.night_id for state in states]
    nights = {night.id: night for night in session.scalars(select(Night).where(Night.id.in_(ids)))}
    return {
        state: out(nights[state.night_id], state.shot_count).model_dump_json().encode()
        for state in states
    }
