"""Places and their events: list, add, read, change; ways to a position. Deleting is in trash."""

from typing import Annotated
from uuid import UUID

from fastapi import Query, Response, UploadFile

from patient_owl.core.coordinates import parse_coordinates
from patient_owl.core.tables.bortle import BORTLE_MAG_ARCSEC2, USUAL_BORTLE_CLASS
from patient_owl.formats import events_file
from patient_owl.formats.horizon_csv import read_horizon
from patient_owl.formats.places import MEDIA_TYPES, MOST_BYTES, read_waypoints, write_waypoints
from patient_owl.library.events.schemas import EventAsked, EventReadOut, HappeningOut
from patient_owl.library.places import event_files, service
from patient_owl.library.places.schemas import (
    BortleOut,
    CoordinatesOut,
    HorizonPoint,
    HorizonPoints,
    HorizonText,
    PlaceIn,
    PlaceOut,
    PlacesIn,
    TownOut,
    WaypointOut,
)
from patient_owl.library.places.towns import find_towns
from patient_owl.library.places.zones import zone, zone_at
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.pools import FILES, only_reads, worked_in
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.ports.fields import Key

router = new_router(tags=["places"])


@router.get("/places")
def list_places(user: CurrentUser, session: DbSession) -> list[PlaceOut]:
    """All places, oldest first."""
    return [PlaceOut.model_validate(place) for place in service.all_places(session, user)]


@router.post("/places", status_code=201)
def create_place(
    body: PlaceIn, user: CurrentUser, session: DbSession, response: Response
) -> PlaceOut:
    """Add a place; its time zone is found from the coordinates unless given."""
    place = service.create_place(session, user, body)
    tag(response, place)
    return PlaceOut.model_validate(place)


@router.post("/places/batch", status_code=201)
def create_places(body: PlacesIn, user: CurrentUser, session: DbSession) -> list[PlaceOut]:
    """Add several places at once; when one is refused, none is added."""
    places = service.create_places(session, user, body.places)
    return [PlaceOut.model_validate(place) for place in places]


@router.get(
    "/places/export/{form}",
    response_class=Response,
    responses={200: {"content": {kind: {} for kind in MEDIA_TYPES.values()}}},
)
def export_places(form: Key, user: CurrentUser, session: DbSession) -> Response:
    """All places as gpx, kml or geojson."""
    waypoints = [service.waypoint_of(place) for place in service.all_places(session, user)]
    text = write_waypoints(waypoints, form)
    return Response(text, media_type=MEDIA_TYPES[form], headers=saved_as(f"places.{form}"))


@router.get("/places/{place_id}")
def get_place(
    place_id: UUID, user: CurrentUser, session: DbSession, response: Response
) -> PlaceOut:
    """One place."""
    place = service.get_place(session, user.id, place_id)
    tag(response, place)
    return PlaceOut.model_validate(place)


@router.put("/places/{place_id}")
def change_place(
    place_id: UUID,
    body: PlaceIn,
    version: ExpectedVersion,
    user: CurrentUser,
    session: DbSession,
    response: Response,
) -> PlaceOut:
    """Change a place."""
    place = service.change_place(session, user, place_id, body, version)
    tag(response, place)
    return PlaceOut.model_validate(place)


@router.post("/places/{place_id}/events/read")
@only_reads
def read_event(
    place_id: UUID, body: EventAsked, user: CurrentUser, session: DbSession
) -> HappeningOut:
    """What a line means at a place on an evening, before it is kept."""
    return service.read_event(service.get_place(session, user.id, place_id), body)


@router.post("/places/{place_id}/events/file")
@only_reads
@worked_in(FILES)
def read_events_file(place_id: UUID, file: UploadFile, visit: CurrentVisit) -> list[EventReadOut]:
    """Read the events of an iCalendar or CSV file; nothing is kept yet."""
    place = service.get_place(visit.session, visit.user.id, place_id)
    content, place_zone = file.file.read(events_file.MOST_BYTES + 1), zone(place.time_zone)
    events = events_file.read_events(
        content, place_zone, visit.now_utc.astimezone(place_zone).date()
    )
    return [EventReadOut(**event._asdict()) for event in events]


@router.get(
    "/places/{place_id}/events/export/{form}",
    response_class=Response,
    responses={200: {"content": {kind: {} for kind in event_files.MEDIA_TYPES.values()}}},
)
@worked_in(FILES)
def export_events(place_id: UUID, form: Key, visit: CurrentVisit) -> Response:
    """A place's events as csv, to be read again, or as ics, the coming month of them."""
    place = service.get_place(visit.session, visit.user.id, place_id)
    content = event_files.events_file(place, form, visit)
    headers = saved_as(f"{place.name} events.{form}")
    return Response(content, media_type=event_files.MEDIA_TYPES[form], headers=headers)


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
