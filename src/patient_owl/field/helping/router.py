"""Giving a night to a helper, and the helper's coming in."""

from uuid import UUID

from fastapi import Request, Response

from patient_owl.field.helping import service
from patient_owl.field.helping.schemas import HelperIn, HelperOut, InvitedOut, TokenIn
from patient_owl.planning.nights.service import get_night
from patient_owl.platform.accounts.router import entered
from patient_owl.platform.accounts.schemas import SessionOut
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.request import DbSession, new_router
from patient_owl.platform.storage.base import now_utc

router = new_router(prefix="/nights/{night_id}/helpers", tags=["helping"])
entrance = new_router(tags=["helping"])


@router.get("")
def list_helpers(night_id: UUID, visit: CurrentVisit) -> list[HelperOut]:
    """Who may read and run this night beside its owner."""
    night = get_night(visit.session, visit.user.id, night_id)
    return service.helpers_of(visit.session, night, visit.now_utc)


@router.post("", status_code=201, responses={403: {}})
def invite_helper(night_id: UUID, body: HelperIn, visit: CurrentVisit) -> InvitedOut:
    """A link for one helper and one opening; good until the day after the night."""
    return service.invite(visit, get_night(visit.session, visit.user.id, night_id), body.name)


@router.delete("/{helper_id}", status_code=204)
def dismiss_helper(night_id: UUID, helper_id: UUID, visit: CurrentVisit) -> None:
    """End a helper's access, whether the link was opened or not."""
    night = get_night(visit.session, visit.user.id, night_id)
    service.dismiss(visit.session, night, helper_id, visit.now_utc)


@entrance.post("/session/helper", responses={403: {}})
def come_to_help(
    body: TokenIn, request: Request, response: Response, session: DbSession
) -> SessionOut:
    """Open the link: this browser may read and run that night, and nothing else."""
    now = now_utc()
    opened = service.come(session, body.token, now)
    return entered(request, response, opened, opened.row.expires_at_utc - now)
