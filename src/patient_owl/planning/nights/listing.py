"""The list of nights, page by page; a night that did not change is not worded again."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import NamedTuple
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.planning.nights.service import out, shot_times
from patient_owl.platform.storage.keyset import Cursor
from patient_owl.platform.storage.remembered import Remembered
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.places import Place

MOST_NIGHTS = 200


class State(NamedTuple):
    """All that the words about a night depend on."""

    night_id: UUID
    changed_at_utc: datetime
    place_changed_at_utc: datetime
    shots: tuple[datetime, ...]


class Page(NamedTuple):
    """nights: each as JSON, latest evening first. next: None on the last page."""

    nights: Sequence[bytes]
    next: Cursor | None


_told: Remembered[State, bytes] = Remembered(f"{__name__}._told", 20_000, 32)


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
        query = query.where(before.behind(Night.evening_date, Night.id))
    rows = session.execute(query).all()
    shown = rows[:limit]
    times = shot_times(session, [row[0] for row in shown])
    states = [State(row[0], row[2], row[3], tuple(times[row[0]])) for row in shown]
    last = shown[-1] if len(rows) > limit else None
    return Page(
        _told.all_of(states, lambda missing: _tell(session, missing)),
        Cursor(last[1], last[0]) if last else None,
    )


def _tell(session: Session, states: Sequence[State]) -> Mapping[State, bytes]:
    ids = [state.night_id for state in states]
    nights = {night.id: night for night in session.scalars(select(Night).where(Night.id.in_(ids)))}
    return {
        state: out(nights[state.night_id], state.shots).model_dump_json().encode()
        for state in states
    }
