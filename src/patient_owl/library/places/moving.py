"""Shots keep their hour of the night: they move with its date, and with its place's clock."""

from datetime import date
from uuid import UUID

from sqlalchemy import func, select, text, update
from sqlalchemy.orm import Session

from patient_owl.core.night import night_bounds
from patient_owl.library.places.zones import zone
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot


def move_shots(session: Session, night_id: UUID, by_s: float) -> None:
    """All shots of a night, deleted ones too, by so many seconds."""
    if not by_s:
        return
    session.execute(
        update(Shot)
        .where(Shot.night_id == night_id)
        .values(
            at_utc=func.timestampadd(text("SECOND"), round(by_s), Shot.at_utc),
            version=Shot.version + 1,
            changed_at_utc=now_utc(),
        )
        .execution_options(synchronize_session=False)
    )


def move_with_clock(session: Session, place_id: UUID, old_zone: str, new_zone: str) -> None:
    """The shots of every night at a place whose clocks turn out to keep another time."""
    if old_zone == new_zone:
        return
    nights = select(Night.id, Night.evening_date).where(Night.place_id == place_id)
    for night_id, evening in session.execute(nights).all():
        move_shots(session, night_id, _noon_moves_s(evening, old_zone, new_zone))


def _noon_moves_s(evening: date, old_zone: str, new_zone: str) -> float:
    before, after = (night_bounds(evening, zone(name)) for name in (old_zone, new_zone))
    return (after.start_utc - before.start_utc).total_seconds()
