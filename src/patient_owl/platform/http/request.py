"""What every endpoint may ask for: a transaction, the version an edit names."""

import dis
import inspect
from collections.abc import Callable, Coroutine, Iterator
from functools import wraps
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Header, Request, Response
from fastapi.dependencies.models import Dependant
from fastapi.routing import APIRoute
from sqlalchemy.orm import Session

from patient_owl.platform.http.newest import Newest, page_of
from patient_owl.platform.http.pools import READING, Pool
from patient_owl.platform.storage.owned import ANY_VERSION, Versioned
from patient_owl.platform.storage.sessions import Sessions, in_transaction
from patient_owl.ports.errors import VersionMissing
from patient_owl.words.speech import PLAIN, speak

CSRF_HEADER = "X-Owl-Csrf"  # what only our own page can read, sent back with every change
SAFE = frozenset({"GET", "HEAD", "OPTIONS"})  # what changes nothing [rfc9110]


class InOneTransaction(APIRoute):
    """A request worked in one thread and one transaction, committed before the answer goes out:
    what was acknowledged is kept.

    FastAPI would hand every dependency, the endpoint and the making of its answer to a thread of
    their own, and each handing over costs as much as a query. Here the body is read first; then
    nothing waits but for the database, and one thread does it all. That holds only while no
    endpoint and no dependency awaits anything, so one that does is refused when it is declared.
    """

    def __init__(self, path: str, endpoint: Callable[..., Any], **said: Any) -> None:
        self.pool: Pool = getattr(endpoint, "pool", READING)
        self.only_reads: bool = getattr(endpoint, "only_reads", False)
        self.newest_wins: bool = getattr(endpoint, "newest_wins", False)
        super().__init__(path, _called_at_once(endpoint), **said)
        for name in _awaiting(self.dependant):
            raise TypeError(
                f"{path}: {name} would wait for the event loop. A dependency is an `async def` "
                "that awaits nothing, and an endpoint a plain `def`."
            )

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        answer = super().get_route_handler()

        async def handler(request: Request) -> Response:
            if self.body_field is not None:
                if _is_form(request):
                    # nothing a stranger sends is read, let alone written to a disk
                    await READING.run(lambda: _admit(request))
                await _read(request)

            def work(session: Session) -> Response:
                speak(PLAIN)  # until it is known who asks
                request.state.session = session
                _rewind(request)
                return _driven(answer(request))

            if self.newest_wins:
                newest: Newest = request.app.state.newest
                request.state.check = newest.take(page_of(request))
            reads_only = self.only_reads or request.method in SAFE
            sessions: Sessions = request.app.state.sessions
            return await self.pool.run(
                lambda: in_transaction(sessions, work, reads_only=reads_only)
            )

        return handler


def _admit(request: Request) -> None:
    state = request.app.state
    in_transaction(state.sessions, lambda s: state.admit(request, s), reads_only=True)


def _awaiting(dependant: Dependant) -> Iterator[str]:
    """The dependencies that would give up the thread: plain functions, which the framework sends
    to another, and coroutines that await."""
    for dependency in dependant.dependencies:
        call = dependency.call
        function: Any = call if inspect.isroutine(call) else type(call).__call__
        code = getattr(function, "__code__", None)
        awaits = code is not None and any(
            instruction.opname == "GET_AWAITABLE" for instruction in dis.get_instructions(code)
        )
        if awaits or not inspect.iscoroutinefunction(function):
            yield getattr(function, "__qualname__", str(call))
        yield from _awaiting(dependency)


def _called_at_once(endpoint: Callable[..., Any]) -> Callable[..., Any]:
    """The endpoint so that FastAPI calls it where it stands."""
    if inspect.iscoroutinefunction(endpoint):
        raise TypeError(f"{endpoint.__qualname__} is worked in a thread: it is a plain `def`.")

    @wraps(endpoint)
    async def called(**asked: Any) -> Any:
        return endpoint(**asked)

    return called


def _driven(answer: Coroutine[Any, Any, Response]) -> Response:
    """What a coroutine that has nothing to wait for answers, without an event loop."""
    try:
        answer.send(None)
    except StopIteration as done:
        response: Response = done.value
        return response
    answer.close()
    raise RuntimeError("an endpoint or dependency waits for the event loop")


async def _read(request: Request) -> None:
    """The body, kept by the request for whoever asks for it next."""
    if _is_form(request):
        request.state.form = await request.form()
    else:
        await request.body()


def _is_form(request: Request) -> bool:
    return request.headers.get("content-type", "").startswith("multipart/form-data")


def _rewind(request: Request) -> None:
    """Uploads are read from their start, by a second try too."""
    if _is_form(request) and hasattr(request.state, "form"):
        for _, value in request.state.form.multi_items():
            if not isinstance(value, str):
                value.file.seek(0)


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


def tag(response: Response, row: Versioned) -> None:
    """Tell the client which version it now holds."""
    response.headers["ETag"] = f'"v{row.version}"'
