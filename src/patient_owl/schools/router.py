"""Schools: which there are, and which side this photographer takes."""

from patient_owl.accounts.current import CurrentUser
from patient_owl.http.request import DbSession, new_router
from patient_owl.schools import service
from patient_owl.schools.schemas import SchoolOut, SchoolsIn

router = new_router(prefix="/schools", tags=["schools"])


@router.get("")
def list_schools(user: CurrentUser) -> list[SchoolOut]:
    """Every question practitioners differ on, both sides, and the one taken."""
    return service.schools_out(user)


@router.put("")
def pick_schools(body: SchoolsIn, user: CurrentUser, session: DbSession) -> list[SchoolOut]:
    """Take sides; new shots start from them, each shot may differ."""
    return service.pick(session, user, body.schools)
