"""Takes and their chain. Deleting is in trash."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Header, Response

from patient_owl.accounts.current import CurrentUser
from patient_owl.http.request import DbSession, expected_version, tag
from patient_owl.takes import service
from patient_owl.takes.schemas import ChainOut, TakeIn, TakeOut

router = APIRouter(tags=["takes"])


@router.put("/takes/{take_id}")
def put_take(
    take_id: UUID,
    body: TakeIn,
    user: CurrentUser,
    session: DbSession,
    response: Response,
    if_match: Annotated[str | None, Header()] = None,
) -> TakeOut:
    """Keep a take under an identity made on the device; sending it twice keeps it once."""
    version = None if if_match is None else expected_version(if_match)
    take, is_new = service.put_take(session, user, take_id, body, version)
    response.status_code = 201 if is_new else 200
    tag(response, take)
    return TakeOut.model_validate(take)


@router.get("/shots/{shot_id}/chain")
def get_chain(shot_id: UUID, user: CurrentUser, session: DbSession) -> ChainOut:
    """The shot's takes in order, and the next setting with its reasons."""
    return service.chain_of(session, user, shot_id)
