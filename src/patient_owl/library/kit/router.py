"""Kit: list, add, read, change. Deleting is in trash."""

from typing import Any
from uuid import UUID

from fastapi import Response, UploadFile

from patient_owl.library.kit import forms, service
from patient_owl.library.kit.schemas import ImportedOut, KitFile, KitItemIn, KitItemOut, KitKindOut
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.pools import FILES, worked_in
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.ports.fields import Key

router = new_router(prefix="/kit", tags=["kit"])


@router.get("")
def list_kit(user: CurrentUser, session: DbSession) -> list[KitItemOut]:
    """Everything in the bag, oldest first."""
    return service.all_out(session, user)


@router.post("", status_code=201)
def create_kit_item(
    body: KitItemIn, user: CurrentUser, session: DbSession, response: Response
) -> KitItemOut:
    """Add a thing to the bag."""
    item = service.create_item(session, user, body)
    tag(response, item)
    return service.out(session, user, item)


@router.get("/kinds")
def list_kit_kinds(user: CurrentUser) -> list[KitKindOut]:
    """Every kind of kit with its form, and generic things to copy from."""
    return forms.kinds_out()


@router.get("/schema.json")
def get_kit_schema() -> dict[str, Any]:
    """The JSON Schema of a kit file."""
    return KitFile.model_json_schema()


@router.get(
    "/export/{form}",
    response_class=Response,
    responses={200: {"content": {kind: {} for kind in service.MEDIA_TYPES.values()}}},
)
def export_kit(form: Key, user: CurrentUser, session: DbSession) -> Response:
    """The whole bag as json or csv."""
    text, media_type = service.export(session, user, form)
    return Response(text, media_type=media_type, headers=saved_as(f"kit.{form}"))


@router.post("/import", status_code=201)
@worked_in(FILES)
def import_kit(file: UploadFile, user: CurrentUser, session: DbSession) -> ImportedOut:
    """Add what a kit file holds; all of it or, when one thing is refused, none."""
    return service.import_file(session, user, file.file.read(service.MOST_BYTES + 1))


@router.get("/{item_id}")
def get_kit_item(
    item_id: UUID, user: CurrentUser, session: DbSession, response: Response
) -> KitItemOut:
    """One piece of kit."""
    item = service.get_item(session, user.id, item_id)
    tag(response, item)
    return service.out(session, user, item)


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
    return service.out(session, user, item)


@router.put("/{item_id}/usual")
def make_kit_item_usual(item_id: UUID, user: CurrentUser, session: DbSession) -> KitItemOut:
    """Take this camera, or this lens, from now on when nobody says which."""
    return service.out(session, user, service.make_usual(session, user, item_id))
