"""What every endpoint may ask for: a transaction, the moment, the version an edit names."""

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Header, Request, Response
from sqlalchemy.orm import Session

from patient_owl.errors import VersionMissing
from patient_owl.storage.base import Owned


def _session(request: Request) -> Iterator[Session]:
    """One transaction a request: committed when the endpoint returns, else rolled back."""
    with request.app.state.sessions() as session:
        yield session
        session.commit()


# "function": commit before the answer is sent, so that what was acknowledged is kept
DbSession = Annotated[Session, Depends(_session, scope="function")]


def expected_version(if_match: Annotated[str | None, Header()] = None) -> int:
    if if_match is None:
        raise VersionMissing()
    digits = if_match.strip().removeprefix("W/").strip('"').removeprefix("v")
    return int(digits) if digits.isdecimal() and len(digits) < 10 else -1


ExpectedVersion = Annotated[int, Depends(expected_version)]


def tag(response: Response, row: Owned) -> None:
    """Tell the client which version it now holds."""
    response.headers["ETag"] = f'"v{row.version}"'
