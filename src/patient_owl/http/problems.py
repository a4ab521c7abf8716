"""How each class of error becomes an HTTP answer.

Every answer is application/problem+json with `detail` in words and, where a value was
refused, `errors`: a list of {name, wanted, got}. No traceback leaves the process.
"""

import logging
from collections.abc import Mapping
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from sqlalchemy.exc import OperationalError
from starlette.exceptions import HTTPException

from patient_owl.core.errors import OwlError, WrongValue
from patient_owl.errors import (
    Conflict,
    NotFound,
    NotSignedIn,
    Refused,
    Stale,
    TooMany,
    VersionMissing,
)

log = logging.getLogger(__name__)

STATUS: Mapping[type[OwlError], int] = {
    WrongValue: 422,
    NotFound: 404,
    NotSignedIn: 401,
    Refused: 403,
    Conflict: 409,
    Stale: 412,
    VersionMissing: 428,
    TooMany: 429,
}


def problem(status: int, detail: str, errors: list[dict[str, Any]] | None = None) -> JSONResponse:
    body: dict[str, Any] = {"status": status, "detail": detail}
    if errors:
        body["errors"] = errors
    return JSONResponse(body, status, media_type="application/problem+json")


def _from_owl(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, OwlError)
    status = next(code for kind, code in STATUS.items() if isinstance(error, kind))
    if isinstance(error, WrongValue):
        fault = {"name": error.name, "wanted": error.wanted, "got": _printable(error.got)}
        return problem(status, str(error), [fault])
    answer = problem(status, str(error))
    if isinstance(error, TooMany):
        answer.headers["Retry-After"] = str(error.wait_s)
    return answer


def _from_validation(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    faults = [
        {
            "name": ".".join(str(part) for part in fault["loc"] if part != "body"),
            "wanted": fault["msg"].removeprefix("Value error, ").removeprefix("Input should be "),
            "got": _printable(fault.get("input")),
        }
        for fault in error.errors()
    ]
    first = faults[0]
    detail = f"{first['name'] or 'request'}: {first['wanted']}, got {first['got']}"
    return problem(422, detail, faults)


def _printable(value: Any) -> str:
    text = "nothing" if value is None else str(value)
    return text if len(text) <= 80 else text[:77] + "…"


def _from_http(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    return problem(error.status_code, str(error.detail))


def _from_database(request: Request, error: Exception) -> JSONResponse:
    log.error("database unreachable", extra={"path": request.url.path, "cause": str(error)})
    answer = problem(
        503, "The database does not answer right now. Nothing was saved; try again in a moment."
    )
    answer.headers["Retry-After"] = "2"
    return answer


def _from_bug(request: Request, error: Exception) -> JSONResponse:
    log.exception("unexpected error", extra={"path": request.url.path}, exc_info=error)
    return problem(500, "Something went wrong on our side. It was written to the log.")


def install(app: FastAPI) -> None:
    """Teach an app to answer every error in words."""
    app.add_exception_handler(OwlError, _from_owl)
    app.add_exception_handler(RequestValidationError, _from_validation)
    app.add_exception_handler(HTTPException, _from_http)
    app.add_exception_handler(OperationalError, _from_database)
    app.add_exception_handler(Exception, _from_bug)
