"""A reading of an instrument."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import JSON, ColumnElement, ForeignKey, Integer, String
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, Owned


class Reading(Owned, Base):
    """figures: what came of it, each with its ±, by the question it can answer, or by its own name.
    outline: of a swept skyline, bearing and height. given: what was typed beside it."""

    __tablename__ = "readings"
    CALLED = "reading"

    place_id: Mapped[UUID] = mapped_column(ForeignKey("places.id"), index=True)
    night_id: Mapped[UUID | None] = mapped_column(ForeignKey("nights.id"), index=True)
    shot_id: Mapped[UUID | None] = mapped_column(ForeignKey("shots.id"), index=True)
    instrument: Mapped[str] = mapped_column(String(40))
    made_at_utc: Mapped[datetime]
    count: Mapped[int] = mapped_column(Integer)
    figures: Mapped[dict[str, dict[str, Any]]] = mapped_column(JSON)
    given: Mapped[dict[str, float]] = mapped_column(JSON)
    outline: Mapped[list[dict[str, float]]] = mapped_column(JSON)

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.night_id == night_id
