"""One exposure really made for a shot."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import Boolean, ForeignKey, String, Text
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.storage.base import Base, Owned


class Take(Owned, Base):
    __tablename__ = "takes"

    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"), index=True)
    started_at_utc: Mapped[datetime]
    exposure_s: Mapped[float]
    f_number: Mapped[float]
    iso: Mapped[float]
    nd_stops: Mapped[float]
    verdict: Mapped[str | None] = mapped_column(String(10))
    light_verdict: Mapped[str | None] = mapped_column(String(10))
    is_keeper: Mapped[bool] = mapped_column(Boolean)
    note: Mapped[str] = mapped_column(Text)
