"""Ways to a position: typed, looked up, or read from a file."""

from typing import Annotated

from fastapi import Query, UploadFile

from patient_owl.core.coordinates import parse_coordinates
from patient_owl.core.tables.bortle import BORTLE_MAG_ARCSEC2, USUAL_BORTLE_CLASS
from patient_owl.formats.horizon_csv import read_horizon
from patient_owl.formats.places import MOST_BYTES, read_waypoints
from patient_owl.library.places.schemas import (
    BortleOut,
    CoordinatesOut,
    HorizonPoint,
    HorizonPoints,
    HorizonText,
    TownOut,
    WaypointOut,
)
from patient_owl.library.places.towns import find_towns
from patient_owl.library.places.zones import zone_at
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.http.pools import FILES, only_reads, worked_in
from patient_owl.platform.http.request import new_router

router = new_router(tags=["places"])


@router.get("/coordinates")
def read_coordinates(
    text: Annotated[str, Query(max_length=120)], user: CurrentUser
) -> CoordinatesOut:
    """Understand coordinates typed in any common notation."""
    latitude_deg, longitude_deg = parse_coordinates(text)
    return CoordinatesOut(
        latitude_deg=latitude_deg,
        longitude_deg=longitude_deg,
        time_zone=zone_at(latitude_deg, longitude_deg),
    )


@router.get("/towns")
def list_towns(query: Annotated[str, Query(max_length=80)], user: CurrentUser) -> list[TownOut]:
    """Towns by name, from the gazetteer that ships with the app."""
    return [TownOut.from_domain(town) for town in find_towns(query)]


@router.get("/bortle")
def list_bortle(user: CurrentUser) -> list[BortleOut]:
    """Classes of darkness judged by eye, and the brightness each roughly stands for."""
    return [
        BortleOut(
            bortle_class=number,
            sky_brightness_mag_arcsec2=mag,
            text=text,
            is_usual=number == USUAL_BORTLE_CLASS,
        )
        for number, (mag, text) in BORTLE_MAG_ARCSEC2.items()
    ]


@router.post("/waypoints")
@only_reads
@worked_in(FILES)
def read_file(file: UploadFile, user: CurrentUser) -> list[WaypointOut]:
    """Read the waypoints of a GPX, KML or GeoJSON file; nothing is kept yet."""
    content = file.file.read(MOST_BYTES + 1)
    return [WaypointOut.from_domain(waypoint) for waypoint in read_waypoints(content)]


@router.post("/horizons")
@only_reads
def read_horizon_text(body: HorizonText, user: CurrentUser) -> HorizonPoints:
    """Read a horizon profile from CSV text; nothing is kept yet."""
    return [
        HorizonPoint(azimuth_deg=azimuth, altitude_deg=altitude)
        for azimuth, altitude in read_horizon(body.text)
    ]
