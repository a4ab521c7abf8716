"""How each class of error becomes an HTTP answer.

Every answer is application/problem+json [rfc9457] with `type`, a name that programs may rely on,
`detail` in words and, where a value was refused, `errors`: a list of {name, wanted, got}. No
traceback leaves the process.
"""

import logging
from collections.abc import Mapping
from http import HTTPStatus
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import DataError, IntegrityError, InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as NoConnectionFree
from sqlalchemy.orm.exc import ObjectDeletedError, StaleDataError
from starlette.exceptions import HTTPException
from starlette.routing import Match

from patient_owl.core.errors import OwlError, WrongValue
from patient_owl.ports.errors import (
    Busy,
    NotFound,
    NotSignedIn,
    Refused,
    Stale,
    TooMany,
    VersionMissing,
    WrongState,
)
from patient_owl.ports.fields import plain_text

log = logging.getLogger(__name__)

MEDIA_TYPE = "application/problem+json"
_SECRET = frozenset({"password", "current"})
MOST_REPEATED = 80  # letters of a value that is said back
RETRY_S = 2  # how long a moment is, to programs

STATUS: Mapping[type[OwlError], int] = {
    WrongValue: 422,
    NotFound: 404,
    NotSignedIn: 401,
    Refused: 403,
    WrongState: 409,
    Stale: 412,
    VersionMissing: 428,
    TooMany: 429,
    Busy: 503,
}
TYPES: Mapping[int, str] = {
    400: "unreadable",
    401: "not_signed_in",
    403: "refused",
    404: "not_found",
    405: "not_allowed",
    409: "conflict",
    412: "stale",
    413: "too_long",
    422: "wrong_value",
    428: "version_missing",
    429: "too_many",
    500: "ours",
    503: "busy",
}


class FaultOut(BaseModel):
    """A value that was refused: where, what is accepted, what came."""

    name: str
    wanted: str
    got: str


class ProblemOut(BaseModel):
    """Why a request was not done. [rfc9457]"""

    type: str
    title: str
    status: int
    detail: str
    errors: list[FaultOut] = []


def problem(
    status: int,
    detail: str,
    errors: list[dict[str, str]] | None = None,
    headers: Mapping[str, str] | None = None,
) -> JSONResponse:
    body: dict[str, Any] = {
        "type": f"urn:patient-owl:problem:{TYPES.get(status, 'http')}",
        "title": HTTPStatus(status).phrase,
        "status": status,
        "detail": plain_text(detail),
    }
    if errors:
        body["errors"] = errors
    return JSONResponse(body, status, headers=headers, media_type=MEDIA_TYPE)


def _from_owl(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, OwlError)
    status = next(code for kind, code in STATUS.items() if isinstance(error, kind))
    if isinstance(error, WrongValue):
        got = _printable(error.got)
        fault = {"name": error.name, "wanted": error.wanted, "got": got}
        return problem(status, f"{error.name}: wanted {error.wanted}, got {got}", [fault])
    wait_s = {TooMany: getattr(error, "wait_s", 0), Busy: RETRY_S}.get(type(error))
    headers = {"Retry-After": str(wait_s)} if wait_s else None
    return problem(status, str(error), headers=headers)


def _from_validation(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    faults = [
        {
            "name": _printable(".".join(str(part) for part in fault["loc"] if part != "body")),
            "wanted": fault["msg"].removeprefix("Value error, ").removeprefix("Input should be "),
            "got": _got(fault),
        }
        for fault in error.errors()
    ]
    first = faults[0]
    detail = f"{first['name'] or 'request'}: {first['wanted']}, got {first['got']}"
    return problem(422, detail, faults)


def _got(fault: Mapping[str, Any]) -> str:
    """What came, but for what nobody else may read."""
    is_secret = not _SECRET.isdisjoint(fault["loc"])
    return "something else" if is_secret else _printable(fault.get("input"))


def _printable(value: Any) -> str:
    """A refused value as it is said back: whatever came, this can be sent and read."""
    if value is None:
        return "nothing"
    if isinstance(value, (dict, list, tuple, set)):
        return f"{'an object' if isinstance(value, dict) else 'a list'} of {len(value)}"
    if isinstance(value, int) and value.bit_length() > 300:
        return "a very large number"
    text = plain_text(str(value))
    return text if len(text) <= MOST_REPEATED else text[: MOST_REPEATED - 1] + "…"


def _from_http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    if error.status_code == 405:
        allowed = ", ".join(_methods_at(request))
        return problem(405, f"Here one may {allowed} only.", headers={"Allow": allowed})
    unknown = error.status_code == 404 and error.detail == HTTPStatus.NOT_FOUND.phrase
    detail = "There is no such address." if unknown else str(error.detail)
    return problem(error.status_code, detail, headers=error.headers)


def _methods_at(request: Request) -> list[str]:
    """What may be done at an address, over all routes that know it."""
    routes = request.app.router.routes
    return [
        method
        for method in ("GET", "HEAD", "POST", "PUT", "DELETE")
        if any(r.matches({**request.scope, "method": method})[0] == Match.FULL for r in routes)
    ]


def _from_race(_: Request, __: Exception) -> JSONResponse:
    """A row that was read is not what is in the table now: somebody was quicker."""
    return problem(412, Stale.TEXT.format("thing"))


def _from_integrity(request: Request, error: Exception) -> JSONResponse:
    log.warning("a row was refused", extra={"path": request.url.path, "cause": str(error)})
    return problem(
        409, "What this stands on was changed at the same moment. Nothing was kept; load it again."
    )


def _from_column(request: Request, error: Exception) -> JSONResponse:
    log.error("a column was refused", extra={"path": request.url.path, "cause": str(error)})
    return problem(422, "One of the values is more than can be kept. Nothing was kept.")


def _from_database(request: Request, error: Exception) -> JSONResponse:
    log.error("database unreachable", extra={"path": request.url.path, "cause": str(error)})
    return problem(
        503,
        "The database does not answer right now. Nothing was saved; try again in a moment.",
        headers={"Retry-After": str(RETRY_S)},
    )


def _from_full(request: Request, _: Exception) -> JSONResponse:
    return _from_owl(request, Busy())


def install(app: FastAPI) -> None:
    """Teach an app to answer every error in words; what none of these knows, the guard answers."""
    app.add_exception_handler(OwlError, _from_owl)
    app.add_exception_handler(RequestValidationError, _from_validation)
    app.add_exception_handler(HTTPException, _from_http)
    for race in (StaleDataError, ObjectDeletedError):
        app.add_exception_handler(race, _from_race)
    app.add_exception_handler(IntegrityError, _from_integrity)
    app.add_exception_handler(DataError, _from_column)
    app.add_exception_handler(NoConnectionFree, _from_full)
    for unreachable in (OperationalError, InterfaceError):
        app.add_exception_handler(unreachable, _from_database)
