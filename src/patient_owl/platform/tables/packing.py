"""What of a night's pack list is ticked."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base


class PackTick(Base):
    """A line of the list, ticked or not: of two devices the later word counts. It is no edit of the
    night, which has a version of its own."""

    __tablename__ = "pack_ticks"

    night_id: Mapped[UUID] = mapped_column(ForeignKey("nights.id"), primary_key=True)
    item: Mapped[str] = mapped_column(String(160), primary_key=True)
    is_packed: Mapped[bool]
    ticked_at_utc: Mapped[datetime]
