"""What is in the bag."""

from typing import Any

from sqlalchemy import JSON, Boolean, String
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
