"""Shots keep their hour of the night: they move with its date, and with its place's clock.

Nights and shots are built on places, so both are reached by their tables alone.
"""

from datetime import date
from uuid import UUID

from sqlalchemy import func, select, text, update
from sqlalchemy.orm import Session

from patient_owl.core.night import night_bounds
from patient_owl.library.places.zones import zone
from patient_owl.platform.storage.base import Base, now_utc


def move_shots(session: Session, night_id: UUID, by_s: float) -> None:
    """All shots of a night, deleted ones too, by so many seconds."""
    if not by_s:
        return
    shots = Base.metadata.tables["shots"]
    session.execute(
        update(shots)
        .where(shots.c.night_id == night_id)
        .values(
            at_utc=func.timestampadd(text("SECOND"), round(by_s), shots.c.at_utc),
            version=shots.c.version + 1,
            changed_at_utc=now_utc(),
        )
    )


def move_with_clock(session: Session, place_id: UUID, old_zone: str, new_zone: str) -> None:
    """The shots of every night at a place whose clocks turn out to keep another time."""
    if old_zone == new_zone:
        return
    nights = Base.metadata.tables["nights"].c
    for night_id, evening in session.execute(
        select(nights.id, nights.evening_date).where(nights.place_id == place_id)
    ):
        move_shots(session, night_id, _noon_moves_s(evening, old_zone, new_zone))


def _noon_moves_s(evening: date, old_zone: str, new_zone: str) -> float:
    before, after = (night_bounds(evening, zone(name)) for name in (old_zone, new_zone))
    return (after.start_utc - before.start_utc).total_seconds()
