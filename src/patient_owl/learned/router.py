"""What was found at a place. Forgetting it is in trash."""

from uuid import UUID

from patient_owl.accounts.current import CurrentUser
from patient_owl.http.request import DbSession, new_router
from patient_owl.learned import present, service
from patient_owl.learned.schemas import FoundLightOut
from patient_owl.places.service import get_place

router = new_router(tags=["learned"])


@router.get("/places/{place_id}/found")
def list_found(place_id: UUID, user: CurrentUser, session: DbSession) -> list[FoundLightOut]:
    """Lights that were found off their prediction here, and are reckoned with."""
    place = get_place(session, user.id, place_id)
    return [present.found_out(row) for row in service.found_rows(session, user.id, place.id)]
