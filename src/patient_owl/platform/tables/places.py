"""Where the tripod goes."""

from uuid import UUID

from sqlalchemy import JSON, ColumnElement, String, Text
from sqlalchemy.orm import Mapped, mapped_column, relationship

from patient_owl.platform.storage.base import Base, Owned


class Place(Owned, Base):
    __tablename__ = "places"
    CALLED = "place"

    name: Mapped[str] = mapped_column(String(120))
    latitude_deg: Mapped[float]
    longitude_deg: Mapped[float]
    elevation_m: Mapped[float]
    time_zone: Mapped[str] = mapped_column(String(64))
    sky_brightness_mag_arcsec2: Mapped[float]
    glow_azimuth_deg: Mapped[float | None]
    horizon: Mapped[list[list[float]]] = mapped_column(JSON)
    events: Mapped[list[str]] = mapped_column(JSON)
    spots: Mapped[list[str]] = mapped_column(JSON)
    notes: Mapped[str] = mapped_column(Text)
    hazards: Mapped[str] = mapped_column(Text)

    # only asked about; the table of nights lies above
    nights: Mapped[list[Owned]] = relationship("Night", viewonly=True, lazy="raise")

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.nights.any(id=night_id)
