"""Where the tripod goes."""

from uuid import UUID

from sqlalchemy import JSON, ColumnElement, String, Text, select
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, Owned
from patient_owl.platform.tables.nights import Night


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

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:
        return cls.id.in_(select(Night.place_id).where(Night.id == night_id))
