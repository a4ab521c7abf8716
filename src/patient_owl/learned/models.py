"""Light found at a place against its prediction, and words heard over the takes of a shot."""

from typing import Any
from uuid import UUID

from sqlalchemy import JSON, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.storage.base import Base, Owned


class FoundLightRow(Owned, Base):
    """How far a light was found from its prediction, kept for the next shot at the place.

    light: what makes it. between: the answer it was found under. offset_stops: brighter positive.
    """

    __tablename__ = "found_lights"
    CALLED = "found light"

    place_id: Mapped[UUID] = mapped_column(ForeignKey("places.id"), index=True)
    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"))
    light: Mapped[str] = mapped_column(String(40))
    between: Mapped[str] = mapped_column(String(40))
    offset_stops: Mapped[float]
    sigma_stops: Mapped[float]


class WordsHeard(Base):
    """What the takes of one shot tell of how sharply words are meant: log odds by softness."""

    __tablename__ = "words_heard"

    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"), primary_key=True)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), index=True)
    log_odds: Mapped[list[Any]] = mapped_column(JSON)
