"""One intended picture within a night."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import JSON, ColumnElement, ForeignKey, Select, String, Text, select
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, Owned


class Shot(Owned, Base):
    __tablename__ = "shots"
    CALLED = "shot"

    night_id: Mapped[UUID] = mapped_column(ForeignKey("nights.id"), index=True)
    discipline: Mapped[str] = mapped_column(String(40))
    title: Mapped[str] = mapped_column(String(120))
    notes: Mapped[str] = mapped_column(Text)
    at_utc: Mapped[datetime]
    body_id: Mapped[UUID] = mapped_column(ForeignKey("kit_items.id"))
    lens_id: Mapped[UUID] = mapped_column(ForeignKey("kit_items.id"))
    focal_length_mm: Mapped[float]
    bearing_true_deg: Mapped[float]
    tilt_deg: Mapped[float]
    orientation: Mapped[str] = mapped_column(String(10))
    inputs: Mapped[dict[str, Any]] = mapped_column(JSON)
    choice: Mapped[dict[str, Any]] = mapped_column(JSON)
    lights: Mapped[list[dict[str, Any]]] = mapped_column(JSON)
    strokes: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    ordering: Mapped[dict[str, Any]] = mapped_column(JSON)
    stand_in: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.night_id == night_id


def shots_of(night_id: UUID) -> Select[UUID]:
    """The ids of a night's shots, to be asked within another query."""
    return select(Shot.id).where(Shot.night_id == night_id)
