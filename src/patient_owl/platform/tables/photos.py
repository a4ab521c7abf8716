"""A picture, matched to a take or not yet, and the card it came from."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import (
    JSON,
    Boolean,
    ColumnElement,
    ForeignKey,
    Index,
    Integer,
    LargeBinary,
    SmallInteger,
    String,
    Text,
)
from sqlalchemy.dialects import mysql
from sqlalchemy.dialects.mysql import BINARY
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.core.matching.clock import TimeFrom
from patient_owl.core.matching.sets import SetKind
from patient_owl.platform.storage.base import Base, Owned
from patient_owl.platform.tables.shots import shots_of


class Intake(Owned, Base):
    """A card that was brought in. night_id: where its pictures are looked for; None in all."""

    __tablename__ = "intakes"
    CALLED = "import"

    night_id: Mapped[UUID | None] = mapped_column(ForeignKey("nights.id"), index=True)
    label: Mapped[str] = mapped_column(String(120))
    keeps_pixels: Mapped[bool] = mapped_column(Boolean)


class Photo(Owned, Base):
    """camera_clock: as the camera's clock said it, which knows no zone. taken_at_utc: the moment,
    and told_by what it was found by; None while nothing tells how far that clock is off.
    set_id: the first picture of those that are one; its own where it stands alone.
    also_file: the same frame in another kind of file. is_given: put to its take by hand.
    fingerprint: of its file, so that no card comes in twice.
    """

    __tablename__ = "photos"
    CALLED = "picture"
    __table_args__ = (Index("ux_photos_fingerprint", "user_id", "fingerprint", unique=True),)

    shot_id: Mapped[UUID | None] = mapped_column(ForeignKey("shots.id"), index=True)
    take_id: Mapped[UUID | None] = mapped_column(ForeignKey("takes.id"), index=True)
    intake_id: Mapped[UUID | None] = mapped_column(ForeignKey("intakes.id"), index=True)
    file_name: Mapped[str] = mapped_column(String(200))
    also_file: Mapped[str] = mapped_column(String(200), default="")
    fingerprint: Mapped[bytes | None] = mapped_column(BINARY(32))
    width_px: Mapped[int]
    height_px: Mapped[int]
    camera: Mapped[str] = mapped_column(String(120))
    camera_clock: Mapped[datetime | None] = mapped_column(mysql.DATETIME(fsp=6))
    taken_at_utc: Mapped[datetime | None]
    told_by: Mapped[TimeFrom | None] = mapped_column(String(10))
    exposure_s: Mapped[float | None]
    f_number: Mapped[float | None]
    iso: Mapped[float | None]
    focal_length_mm: Mapped[float | None]
    set_id: Mapped[UUID | None]
    set_kind: Mapped[SetKind] = mapped_column(String(10), default="single")
    is_given: Mapped[bool] = mapped_column(Boolean, default=False)
    pick: Mapped[str] = mapped_column(String(10), default="")
    is_best: Mapped[bool] = mapped_column(Boolean, default=False)
    rating: Mapped[int] = mapped_column(SmallInteger, default=0)
    note: Mapped[str] = mapped_column(Text, default="")
    tags: Mapped[list[str]] = mapped_column(JSON, default=list)
    histogram: Mapped[list[Any]] = mapped_column(JSON)
    sketch: Mapped[bytes | None] = mapped_column(LargeBinary(1024), deferred=True)
    thumbnail: Mapped[bytes] = mapped_column(mysql.MEDIUMBLOB, deferred=True)
    look: Mapped[bytes | None] = mapped_column(mysql.MEDIUMBLOB, deferred=True)
    kept_bytes: Mapped[int] = mapped_column(Integer)

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.shot_id.in_(shots_of(night_id))


class PhotoPart(Base):
    """A stretch of a kept file, in order; small enough for one packet."""

    __tablename__ = "photo_parts"

    photo_id: Mapped[UUID] = mapped_column(ForeignKey("photos.id"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    content: Mapped[bytes] = mapped_column(LargeBinary().with_variant(mysql.MEDIUMBLOB, "mysql"))
