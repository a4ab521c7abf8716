"""The bundle a night is taken along in."""

from uuid import UUID

from fastapi import APIRouter

from patient_owl.accounts.current import CurrentUser
from patient_owl.database import DbSession
from patient_owl.field import service
from patient_owl.field.schemas import FieldNightOut
from patient_owl.nights.service import get_night

router = APIRouter(tags=["field"])


@router.get("/nights/{night_id}/field")
def get_field_night(night_id: UUID, user: CurrentUser, session: DbSession) -> FieldNightOut:
    """Every shot of the night with its steps, settings and the answers to what may be seen."""
    return service.bundle(session, user, get_night(session, user.id, night_id))
