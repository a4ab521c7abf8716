"""A picture of a shot, matched to a take or not yet."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import JSON, ForeignKey, Integer, LargeBinary, String
from sqlalchemy.dialects import mysql
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.storage.base import Base, Owned


class Photo(Owned, Base):
    """times: by the camera's clock as written; taken_utc only where the file says its offset."""

    __tablename__ = "photos"
    CALLED = "picture"

    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id"), index=True)
    take_id: Mapped[UUID | None] = mapped_column(ForeignKey("takes.id"), index=True)
    file_name: Mapped[str] = mapped_column(String(200))
    width_px: Mapped[int]
    height_px: Mapped[int]
    camera_clock: Mapped[datetime | None]
    taken_at_utc: Mapped[datetime | None]
    exposure_s: Mapped[float | None]
    f_number: Mapped[float | None]
    iso: Mapped[float | None]
    histogram: Mapped[list[int]] = mapped_column(JSON)
    thumbnail: Mapped[bytes] = mapped_column(mysql.MEDIUMBLOB, deferred=True)
    kept_bytes: Mapped[int] = mapped_column(Integer)


class PhotoPart(Base):
    """A stretch of a kept file, in order; small enough for one packet."""

    __tablename__ = "photo_parts"

    photo_id: Mapped[UUID] = mapped_column(ForeignKey("photos.id"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    content: Mapped[bytes] = mapped_column(LargeBinary().with_variant(mysql.MEDIUMBLOB, "mysql"))
