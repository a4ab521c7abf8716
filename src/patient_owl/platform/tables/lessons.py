"""What settled shots found of their lights, what is not to act, and words heard over takes."""

from typing import Any
from uuid import UUID

from sqlalchemy import JSON, Boolean, ColumnElement, ForeignKey, Index, String
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, Owned


class FindingRow(Owned, Base):
    """How far one shot found one light from its prediction.

    light: what makes it. between: the answer it was found under. offset_stops: brighter positive.
    predicted_ev100: bare; None for what was kept before that was written down. is_far: so far that
    somebody must say it is to be reckoned with; is_on: it is.
    """

    __tablename__ = "findings"
    CALLED = "finding"
    __table_args__ = (Index("ux_findings_part", "shot_id", "part", unique=True),)

    place_id: Mapped[UUID] = mapped_column(ForeignKey("places.id"), index=True)
    night_id: Mapped[UUID] = mapped_column(ForeignKey("nights.id"))
    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"))
    body_id: Mapped[UUID]
    discipline: Mapped[str] = mapped_column(String(40))
    spot: Mapped[str] = mapped_column(String(120))
    part: Mapped[str] = mapped_column(String(40))
    light: Mapped[str] = mapped_column(String(40))
    between: Mapped[str] = mapped_column(String(40))
    offset_stops: Mapped[float]
    sigma_stops: Mapped[float]
    predicted_ev100: Mapped[float | None]
    predicted_sigma_stops: Mapped[float]
    is_far: Mapped[bool] = mapped_column(Boolean)
    is_on: Mapped[bool] = mapped_column(Boolean)

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.night_id == night_id


class LessonOff(Base):
    """A lesson that is not to move a prediction: an effect at one of its levels."""

    __tablename__ = "lessons_off"

    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), primary_key=True)
    effect: Mapped[str] = mapped_column(String(20), primary_key=True)
    level: Mapped[str] = mapped_column(String(240), primary_key=True)


class WordsHeard(Base):
    """What the takes of one shot tell of how sharply words are meant: log odds by softness."""

    __tablename__ = "words_heard"

    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"), primary_key=True)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), index=True)
    log_odds: Mapped[list[Any]] = mapped_column(JSON)
