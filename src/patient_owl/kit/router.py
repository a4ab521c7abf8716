"""Kit: list, add, read, change. Deleting is in trash."""

from uuid import UUID

from fastapi import APIRouter, Response

from patient_owl.accounts.current import CurrentUser
from patient_owl.database import DbSession, ExpectedVersion, tag
from patient_owl.kit import service
from patient_owl.kit.schemas import KitItemIn, KitItemOut

router = APIRouter(prefix="/kit", tags=["kit"])


@router.get("")
def list_kit(user: CurrentUser, session: DbSession) -> list[KitItemOut]:
    """Everything in the bag, oldest first."""
    return [service.out(item) for item in service.all_kit(session, user)]


@router.post("", status_code=201)
def create_kit_item(
    body: KitItemIn, user: CurrentUser, session: DbSession, response: Response
) -> KitItemOut:
    """Add a body or a lens."""
    item = service.create_item(session, user, body)
    tag(response, item)
    return service.out(item)


@router.get("/{item_id}")
def get_kit_item(
    item_id: UUID, user: CurrentUser, session: DbSession, response: Response
) -> KitItemOut:
    """One piece of kit."""
    item = service.get_item(session, user.id, item_id)
    tag(response, item)
    return service.out(item)


@router.put("/{item_id}")
def change_kit_item(
    item_id: UUID,
    body: KitItemIn,
    version: ExpectedVersion,
    user: CurrentUser,
    session: DbSession,
    response: Response,
) -> KitItemOut:
    """Change a piece of kit; its kind stays."""
    item = service.change_item(session, user, item_id, body, version)
    tag(response, item)
    return service.out(item)
