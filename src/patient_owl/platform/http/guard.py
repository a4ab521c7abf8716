"""Around every request: a log line, the security headers, a bound on what is read, and an answer
in words even to a mistake of ours."""

import logging
import time

from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.requests import ClientDisconnect
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from patient_owl.formats.photo_files import MOST_BYTES
from patient_owl.platform.http.problems import problem

log = logging.getLogger("patient_owl.requests")

# The page runs only what ships with it; nothing may frame it or be sent elsewhere.
_SECURITY_HEADERS = {
    "Content-Security-Policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; "
    "img-src 'self' data: blob:; frame-ancestors 'none'; form-action 'self'; base-uri 'self'",
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
}
# What a browser that came by https shall come by from now on. [rfc6797]
_ONLY_HTTPS = {"Strict-Transport-Security": "max-age=31536000"}

# The largest picture and the form around it; of anything else a thousand places with their notes.
MOST_FILE_BYTES = MOST_BYTES + 1_000_000
MOST_BODY_BYTES = 12_000_000
# An account with all its pictures, and where it comes in.
MOST_EVERYTHING_BYTES = 8_000_000_000
EVERYTHING = "/api/v1/account/everything"
GONE = 499  # in the log alone: nobody waits for an answer any more; common practice


class LogAndGuard:
    """Plain ASGI: one log line a request, and the headers every answer carries."""

    def __init__(self, app: ASGIApp, *, only_https: bool = False) -> None:
        self.app = app
        self.headers = _SECURITY_HEADERS | (_ONLY_HTTPS if only_https else {})

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        started = time.perf_counter()
        is_api = scope["path"].startswith("/api/")
        said = Headers(scope=scope)
        is_form = said.get("content-type", "").startswith("multipart/")
        most = _most(scope["path"], is_form=is_form)
        status = None
        read = 0

        async def limited() -> Message:
            nonlocal read
            message = await receive()
            read += len(message.get("body", b""))
            if read > most:
                raise _too_long(most)
            return message

        async def guarded(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
                headers = MutableHeaders(scope=message)
                headers.update(self.headers)
                if is_api:
                    headers["Cache-Control"] = "no-store"
                if status == 204:
                    del headers["Content-Type"]  # of nothing
                if status == 413:
                    # what was not read must not be taken for the next request
                    headers["Connection"] = "close"
            await send(message)

        length = said.get("content-length", "")
        try:
            if length.isdecimal() and int(length[:20]) > most:
                # refused before a byte of it is read
                refusal = _too_long(most)
                await problem(413, refusal.detail)(scope, receive, guarded)
            else:
                await self.app(scope, limited, guarded)
        except ClientDisconnect:
            status = GONE
        except Exception as error:
            log.exception("unexpected error", extra={"path": scope["path"]}, exc_info=error)
            if status is not None:
                raise  # half an answer is out: the connection must break
            answer = problem(500, "Something went wrong on our side. It was written to the log.")
            await answer(scope, receive, guarded)
        finally:
            if is_api:
                took_ms = round((time.perf_counter() - started) * 1000, 1)
                line = {"method": scope["method"], "path": scope["path"], "status": status or 500}
                log.info("request", extra={**line, "took_ms": took_ms})


def _most(path: str, *, is_form: bool) -> int:
    if path == EVERYTHING:
        return MOST_EVERYTHING_BYTES  # it lies on the disk while it is read
    return MOST_FILE_BYTES if is_form else MOST_BODY_BYTES


def _too_long(most: int) -> HTTPException:
    return HTTPException(413, f"At most {most // 1_000_000} MB at a time.")
