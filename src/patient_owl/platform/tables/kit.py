"""What is in the bag."""

from typing import Any
from uuid import UUID

from sqlalchemy import JSON, Boolean, ColumnElement, String, true
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, Owned


class KitItem(Owned, Base):
    """One thing; `spec` holds what its kind needs, validated by kit.schemas. is_usual: taken when
    nobody says which camera, or which lens."""

    __tablename__ = "kit_items"
    CALLED = "piece of kit"

    kind: Mapped[str] = mapped_column(String(20))
    name: Mapped[str] = mapped_column(String(120))
    spec: Mapped[dict[str, Any]] = mapped_column(JSON)
    is_usual: Mapped[bool] = mapped_column(Boolean, default=False)

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:  # noqa: ARG003
        """All: a plan stands on the whole bag, film and filters that it does without too."""
        return true()
