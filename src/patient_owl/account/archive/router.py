"""Everything of an account out as one file, and back in."""

from collections.abc import Iterator

from fastapi import Request, UploadFile
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from patient_owl.account.archive.pack import packed
from patient_owl.account.archive.unpack import unpack
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import ZipStream
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.storage.sessions import Sessions
from patient_owl.platform.tables.accounts import User
from patient_owl.words.archive import unpacked_text

router = new_router(prefix="/account/everything", tags=["out"])


class UnpackedOut(BaseModel):
    """By table: what came in, and what was here already."""

    text: str
    added: dict[str, int]
    here: dict[str, int]


@router.get("", response_class=ZipStream)
def get_everything(request: Request, user: CurrentUser) -> StreamingResponse:
    """Places, kit, nights, shots, takes, pictures and lessons as JSON and files, in one ZIP."""
    sessions: Sessions = request.app.state.sessions
    return ZipStream(_sent(sessions, user), headers=saved_as("patient-owl-everything.zip"))


def _sent(sessions: Sessions, user: User) -> Iterator[bytes]:
    """In one snapshot of its own: the answer goes on after the request's transaction ended."""
    with sessions() as session:
        session.connection(execution_options={"isolation_level": "REPEATABLE READ"})
        mine = session.get_one(User, user.id)
        yield from (part for part in packed(session, mine) if part)
        session.rollback()


@router.post("")
@worked_in(LONG)
def put_everything(file: UploadFile, visit: CurrentVisit) -> UnpackedOut:
    """An archive back in: ids kept, nothing doubled; where anything in it is wrong, nothing."""
    counts = unpack(visit.session, visit.user, file.file)
    text = unpacked_text(counts.added, counts.here)
    return UnpackedOut(text=text, added=counts.added, here=counts.here)
