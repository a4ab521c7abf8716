"""A place on the wire."""

from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Notes = Annotated[str, Field(max_length=4000)]


class PlaceIn(BaseModel):
    """What the photographer says about a place."""

    name: Name
    latitude_deg: Annotated[float, Field(ge=-90, le=90, description="north positive")]
    longitude_deg: Annotated[float, Field(ge=-180, le=180, description="east positive")]
    elevation_m: Annotated[float, Field(ge=-430, le=9000)] = 0.0
    time_zone: Annotated[
        str | None, Field(max_length=64, description="IANA name; found from coordinates if absent")
    ] = None
    sky_brightness_mag_arcsec2: Annotated[
        float, Field(ge=15, le=22.2, description="V at the moonless zenith; 22 is pristine")
    ] = 21.0
    notes: Notes = ""
    hazards: Notes = ""


class PlaceOut(PlaceIn):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    version: int
    time_zone: str
