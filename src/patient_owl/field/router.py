"""The bundle a night is taken along in."""

from uuid import UUID

from fastapi import APIRouter, Response

from patient_owl.accounts.current import CurrentUser
from patient_owl.field import card, service
from patient_owl.field.schemas import FieldNightOut
from patient_owl.http.request import DbSession
from patient_owl.nights.service import get_night
from patient_owl.shots.service import get_shot

router = APIRouter(tags=["field"])


@router.get("/nights/{night_id}/field")
def get_field_night(night_id: UUID, user: CurrentUser, session: DbSession) -> FieldNightOut:
    """Every shot of the night with its steps, settings and the answers to what may be seen."""
    return service.bundle(session, user, get_night(session, user.id, night_id))


def _pdf(content: bytes, name: str) -> Response:
    headers = {"Content-Disposition": f'inline; filename="{name}.pdf"'}
    return Response(content, media_type="application/pdf", headers=headers)


@router.get("/nights/{night_id}/card.pdf")
def get_night_card(night_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """The night on one page for the pocket."""
    night = get_night(session, user.id, night_id)
    return _pdf(card.night_card(session, user, night), f"night-{night.evening_date}")


@router.get("/shots/{shot_id}/card.pdf")
def get_shot_card(shot_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """One shot on one page for the pocket."""
    shot = get_shot(session, user.id, shot_id)
    return _pdf(card.shot_card(session, user, shot), "shot")
