"""Places: list, add, read, change. Deleting is in trash."""

from uuid import UUID

from fastapi import APIRouter, Response

from patient_owl.accounts.current import CurrentUser
from patient_owl.database import DbSession, ExpectedVersion, tag
from patient_owl.places import service
from patient_owl.places.schemas import PlaceIn, PlaceOut

router = APIRouter(prefix="/places", tags=["places"])


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
