"""A place on the wire."""

from typing import Annotated, Any, Self
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, computed_field, model_validator

from patient_owl.core.order.ways import MOST_SPOTS
from patient_owl.core.sky.horizon import HIGHEST_DEG, LOWEST_DEG, horizon_from
from patient_owl.core.tables.bortle import USUAL_SKY_MAG_ARCSEC2
from patient_owl.formats.places import MOST_WAYPOINTS, Waypoint
from patient_owl.formats.spot_line import LONGEST_LINE
from patient_owl.library.events.schemas import EventLines
from patient_owl.library.events.service import names_of
from patient_owl.library.places.towns import Town
from patient_owl.ports.fields import Name, Notes, OneLine, Pair, RequestBody, like
from patient_owl.words.places import darkness_text


class HorizonPoint(RequestBody):
    """A point of the skyline. Azimuth from true north; a pair of numbers is read as one too."""

    azimuth_deg: Annotated[float, Field(ge=0, le=360)]
    altitude_deg: Annotated[float, Field(ge=LOWEST_DEG, le=HIGHEST_DEG)]

    @model_validator(mode="before")
    @classmethod
    def _from_pair(cls, value: Any) -> Any:
        if isinstance(value, list | tuple) and len(value) == 2:
            return {"azimuth_deg": value[0], "altitude_deg": value[1]}
        return value


HorizonPoints = Annotated[
    list[HorizonPoint], Field(max_length=720, description="the skyline; empty is the sea")
]


class PlaceIn(RequestBody):
    """What the photographer says about a place."""

    model_config = like(name="Skarn Light", latitude_deg=43.302, longitude_deg=-9.214)

    name: Name
    latitude_deg: Annotated[float, Field(ge=-90, le=90, description="north positive")]
    longitude_deg: Annotated[float, Field(ge=-180, le=180, description="east positive")]
    elevation_m: Annotated[float, Field(ge=-430, le=9000)] = 0.0
    time_zone: Annotated[
        str | None, Field(max_length=64, description="IANA name; found from coordinates if absent")
    ] = None
    sky_brightness_mag_arcsec2: Annotated[
        float, Field(ge=15, le=22.2, description="V at the moonless zenith; 22 is pristine")
    ] = USUAL_SKY_MAG_ARCSEC2
    glow_azimuth_deg: Annotated[
        float | None, Field(ge=0, lt=360, description="where the nearest town's glow stands")
    ] = None
    horizon: HorizonPoints = []
    events: Annotated[EventLines, Field(description="what happens there, a line each")] = []
    spots: Annotated[
        list[Annotated[OneLine, Field(max_length=LONGEST_LINE)]],
        Field(max_length=MOST_SPOTS, description="standing points, a line each"),
    ] = []
    notes: Notes = ""
    hazards: Notes = ""

    def sorted_horizon(self) -> list[list[float]]:
        """The horizon in order of azimuth; WrongValue when it cannot be one."""
        pairs = [(point.azimuth_deg, point.altitude_deg) for point in self.horizon]
        return [list(point) for point in horizon_from(pairs).points]


class PlaceOut(PlaceIn):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    version: int
    time_zone: str

    @computed_field(description="of its events that a night may be looked for by")  # type: ignore[prop-decorator]
    @property
    def event_names(self) -> list[str]:
        return names_of(self.events)

    @computed_field(description="the skyline from north to north, to be drawn")  # type: ignore[prop-decorator]
    @property
    def outline(self) -> list[Pair]:
        pairs = [(point.azimuth_deg, point.altitude_deg) for point in self.horizon]
        return [list(point) for point in horizon_from(pairs).outline]

    @computed_field(description="how dark its sky is, in words")  # type: ignore[prop-decorator]
    @property
    def darkness(self) -> str:
        return darkness_text(self.sky_brightness_mag_arcsec2)


class PlacesIn(RequestBody):
    """Several places kept together or not at all."""

    places: Annotated[list[PlaceIn], Field(min_length=1, max_length=MOST_WAYPOINTS)]


class CoordinatesOut(BaseModel):
    """A position as it was understood, and the zone its clocks keep."""

    latitude_deg: float
    longitude_deg: float
    time_zone: str


class TownOut(BaseModel):
    name: str
    country: str
    latitude_deg: float
    longitude_deg: float
    population: int

    @classmethod
    def from_domain(cls, town: Town) -> Self:
        return cls(**town._asdict())


class WaypointOut(BaseModel):
    """A waypoint of an imported file, not kept yet."""

    name: str
    latitude_deg: float
    longitude_deg: float
    elevation_m: float
    description: str
    properties: dict[str, Any]

    @classmethod
    def from_domain(cls, waypoint: Waypoint) -> Self:
        return cls(**vars(waypoint))


class HorizonText(RequestBody):
    text: Annotated[str, Field(max_length=100_000, description="azimuth,altitude lines")]


class BortleOut(BaseModel):
    """A class of darkness and the sky brightness it roughly stands for.

    is_usual: a place is taken for it until somebody says.
    """

    bortle_class: int
    sky_brightness_mag_arcsec2: float
    text: str
    is_usual: bool
