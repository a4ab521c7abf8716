"""How much of a kind of heavy work one photographer has under way, on whatever machine.

A lease is left when the work ends; one whose process died ends by itself.
"""

from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy import SmallInteger, String, delete, func, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Mapped, Session, mapped_column

from patient_owl.platform.storage.base import Base, new_id

KEPT = timedelta(minutes=2)


class Lease(Base):
    __tablename__ = "leases"

    kind: Mapped[str] = mapped_column(String(20), primary_key=True)
    user_id: Mapped[UUID] = mapped_column(primary_key=True)
    slot: Mapped[int] = mapped_column(SmallInteger, primary_key=True, autoincrement=False)
    holder: Mapped[UUID] = mapped_column(index=True)
    until_utc: Mapped[datetime]


def take(session: Session, kind: str, user_id: UUID, slots: int, now_utc: datetime) -> UUID | None:
    """A lease on one of so many slots, by which it is left again; None where all are taken."""
    holder = new_id()
    for slot in range(slots):
        row = insert(Lease).values(
            kind=kind, user_id=user_id, slot=slot, holder=holder, until_utc=now_utc + KEPT
        )
        new = row.inserted
        is_over, is_mine = Lease.until_utc < now_utc, Lease.holder == new.holder
        # assigned from left to right: the second sees whether the first took it
        taken = [
            ("holder", func.if_(is_over, new.holder, Lease.holder)),
            ("until_utc", func.if_(is_mine, new.until_utc, Lease.until_utc)),
        ]
        session.execute(row.on_duplicate_key_update(taken))
        if session.scalar(select(Lease.slot).where(Lease.holder == holder)) is not None:
            return holder
    return None


def leave(session: Session, holder: UUID) -> None:
    session.execute(delete(Lease).where(Lease.holder == holder))
