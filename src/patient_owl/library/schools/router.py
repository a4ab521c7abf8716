"""Schools: which there are, and which side this photographer takes."""

from fastapi import Response

from patient_owl.library.schools import service
from patient_owl.library.schools.schemas import SchoolsIn, SchoolsOut
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag

router = new_router(prefix="/schools", tags=["schools"])


@router.get("")
def list_schools(user: CurrentUser, response: Response) -> SchoolsOut:
    """Every question practitioners differ on, both sides, and the one taken."""
    tag(response, user)
    return service.schools_out(user)


@router.put("")
def pick_schools(
    body: SchoolsIn,
    user: CurrentUser,
    session: DbSession,
    version: ExpectedVersion,
    response: Response,
) -> SchoolsOut:
    """Take sides; new shots start from them, each shot may differ."""
    answer = service.pick(session, user, version, body.schools)
    tag(response, user)
    return answer
