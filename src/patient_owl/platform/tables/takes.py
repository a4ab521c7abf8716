"""One exposure really made for a shot."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import JSON, Boolean, ColumnElement, ForeignKey, Index, String, Text
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.core.plan.fault import Fault
from patient_owl.core.plan.role import Role
from patient_owl.platform.storage.base import Base, Owned
from patient_owl.platform.tables.shots import shots_of


class Take(Owned, Base):
    """What happened, as it happened, whatever is in the bag today.

    meant_for_utc: the shot's own moment when it was made; None where nobody noted it.
    set_exposure_s: what the time was to be, where the frame was closed before it.
    lost_stops: to a film's reciprocity; None for takes kept before that was written down.
    frames: how many were made in the run. verdicts: words said, by the light they are about.
    scene_changed: the lights somebody changed just before it. levers: where those of the lights
    that were brought stood, by light and lever. role: what the frame was for. faults: what was
    wrong with it besides. spots: lights that were read off it.
    """

    __tablename__ = "takes"
    CALLED = "take"
    __table_args__ = (Index("ix_takes_listed", "user_id", "started_at_utc", "id"),)

    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"), index=True)
    started_at_utc: Mapped[datetime]
    meant_for_utc: Mapped[datetime | None]
    exposure_s: Mapped[float]
    set_exposure_s: Mapped[float | None]
    f_number: Mapped[float]
    iso: Mapped[float]
    nd_stops: Mapped[float]
    lost_stops: Mapped[float | None]
    frames: Mapped[int]
    verdicts: Mapped[dict[str, Any]] = mapped_column(JSON)
    scene_changed: Mapped[list[str]] = mapped_column(JSON)
    levers: Mapped[dict[str, dict[str, float]]] = mapped_column(JSON)
    faults: Mapped[list[Fault]] = mapped_column(JSON)
    spots: Mapped[dict[str, dict[str, Any]]] = mapped_column(JSON)
    role: Mapped[Role] = mapped_column(String(20))
    is_keeper: Mapped[bool] = mapped_column(Boolean)
    note: Mapped[str] = mapped_column(Text)

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.shot_id.in_(shots_of(night_id))
