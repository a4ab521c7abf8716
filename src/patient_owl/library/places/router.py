"""Places: list, add, read, change. Deleting is in trash."""

from uuid import UUID

from fastapi import Response

from patient_owl.formats.places import MEDIA_TYPES, write_waypoints
from patient_owl.library.places import service
from patient_owl.library.places.schemas import PlaceIn, PlaceOut, PlacesIn
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.ports.fields import Key

router = new_router(prefix="/places", tags=["places"])


@router.get("")
def list_places(user: CurrentUser, session: DbSession) -> list[PlaceOut]:
    """All places, oldest first."""
    return [PlaceOut.model_validate(place) for place in service.all_places(session, user)]


@router.post("", status_code=201)
def create_place(
    body: PlaceIn, user: CurrentUser, session: DbSession, response: Response
) -> PlaceOut:
    """Add a place; its time zone is found from the coordinates unless given."""
    place = service.create_place(session, user, body)
    tag(response, place)
    return PlaceOut.model_validate(place)


@router.post("/batch", status_code=201)
def create_places(body: PlacesIn, user: CurrentUser, session: DbSession) -> list[PlaceOut]:
    """Add several places at once; when one is refused, none is added."""
    places = service.create_places(session, user, body.places)
    return [PlaceOut.model_validate(place) for place in places]


@router.get(
    "/export/{form}",
    response_class=Response,
    responses={200: {"content": {kind: {} for kind in MEDIA_TYPES.values()}}},
)
def export_places(form: Key, user: CurrentUser, session: DbSession) -> Response:
    """All places as gpx, kml or geojson."""
    waypoints = [service.waypoint_of(place) for place in service.all_places(session, user)]
    text = write_waypoints(waypoints, form)
    return Response(text, media_type=MEDIA_TYPES[form], headers=saved_as(f"places.{form}"))


@router.get("/{place_id}")
def get_place(
    place_id: UUID, user: CurrentUser, session: DbSession, response: Response
) -> PlaceOut:
    """One place."""
    place = service.get_place(session, user.id, place_id)
    tag(response, place)
    return PlaceOut.model_validate(place)


@router.put("/{place_id}")
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
