"""What every endpoint may ask for: a transaction, the version an edit names."""

import logging
from collections.abc import Callable, Coroutine
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Header, Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.routing import APIRoute
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

from patient_owl.errors import VersionMissing
from patient_owl.storage.base import Owned
from patient_owl.storage.owned import ANY_VERSION
from patient_owl.storage.sessions import is_to_be_repeated

log = logging.getLogger(__name__)

TIMES_TRIED = 4


class InOneTransaction(APIRoute):
    """One transaction a request, committed before the answer goes out: what was acknowledged is
    kept. One the database asks to repeat is repeated whole, from what the client sent.
    """

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        answer = super().get_route_handler()

        async def tried(request: Request) -> Response:
            for _ in range(TIMES_TRIED - 1):
                try:
                    return await once(request)
                except OperationalError as error:
                    if not is_to_be_repeated(error):
                        raise
                    log.info("repeated", extra={"path": request.url.path, "cause": str(error.orig)})
                    await _rewind(request)
            return await once(request)

        async def once(request: Request) -> Response:
            session: Session = request.app.state.sessions()
            request.state.session = session
            try:
                response = await answer(request)
                if session.in_transaction():
                    await run_in_threadpool(session.commit)
                return response
            finally:
                if session.in_transaction():
                    await run_in_threadpool(session.close)

        return tried


async def _rewind(request: Request) -> None:
    """Uploads are read once more by the next try."""
    if request.headers.get("content-type", "").startswith("multipart/"):
        for value in (await request.form()).values():
            if not isinstance(value, str):
                await value.seek(0)


def new_router(**said: Any) -> APIRouter:
    """A router whose every answer is one transaction."""
    return APIRouter(route_class=InOneTransaction, **said)


async def _session(request: Request) -> Session:
    session: Session = request.state.session
    return session


DbSession = Annotated[Session, Depends(_session)]


IfMatch = Annotated[
    str | None,
    Header(max_length=200, description="the ETag that was read, or * for whatever is there"),
]


def version_of(if_match: str) -> int:
    """The version a header names; one that no row has where it cannot be read."""
    if if_match.strip() == "*":
        return ANY_VERSION
    digits = if_match.strip().removeprefix("W/").strip('"').removeprefix("v")
    return int(digits) if digits.isascii() and digits.isdecimal() and len(digits) < 10 else -1


async def _expected_version(if_match: IfMatch = None) -> int:
    if if_match is None:
        raise VersionMissing()
    return version_of(if_match)


ExpectedVersion = Annotated[int, Depends(_expected_version)]


def tag(response: Response, row: Owned) -> None:
    """Tell the client which version it now holds."""
    response.headers["ETag"] = f'"v{row.version}"'
