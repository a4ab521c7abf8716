"""One outing: a place and the date its evening falls on."""

from datetime import date
from typing import Any
from uuid import UUID

from sqlalchemy import JSON, ColumnElement, ForeignKey, Index, String, Text
from sqlalchemy.orm import Mapped, mapped_column, relationship

from patient_owl.platform.storage.base import Base, Owned
from patient_owl.platform.tables.places import Place


class Night(Owned, Base):
    __tablename__ = "nights"
    CALLED = "night"
    __table_args__ = (Index("ix_nights_listed", "user_id", "evening_date", "id"),)

    place_id: Mapped[UUID] = mapped_column(ForeignKey("places.id"))
    evening_date: Mapped[date]
    title: Mapped[str] = mapped_column(String(120))
    notes: Mapped[str] = mapped_column(Text)
    reference_f_number: Mapped[float]
    reference_iso: Mapped[float]
    ground_placement_stops: Mapped[float]
    sky_placement_stops: Mapped[float]
    target_key: Mapped[str] = mapped_column(String(40))
    uses_forecast: Mapped[bool]
    outing: Mapped[dict[str, Any]] = mapped_column(JSON)
    events: Mapped[list[str]] = mapped_column(JSON)
    is_template: Mapped[bool] = mapped_column(default=False)

    place: Mapped[Place] = relationship(lazy="joined")

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.id == night_id

    @property
    def called(self) -> str:
        """Its title, or its place's name where it has none."""
        return self.title or self.place.name
