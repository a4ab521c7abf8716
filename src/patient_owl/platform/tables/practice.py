"""An attempt at a practice night."""

from typing import Any

from sqlalchemy import JSON, String
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, Owned


class PracticeAttempt(Owned, Base):
    """seed: of its hidden light. frames: settings, moment and words of each, in order."""

    __tablename__ = "practice_attempts"
    CALLED = "practice night"

    scenario: Mapped[str] = mapped_column(String(40))
    seed: Mapped[int]
    frames: Mapped[list[dict[str, Any]]] = mapped_column(JSON)
    kept_frame: Mapped[int | None]
    is_over: Mapped[bool]
    is_met: Mapped[bool]
