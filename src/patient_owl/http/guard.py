"""Around every request: a log line, the security headers, and a bound on what is read."""

import logging
import time

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from patient_owl.formats.picture import MOST_BYTES
from patient_owl.http.problems import problem

log = logging.getLogger("patient_owl.requests")

# The page runs only what ships with it; nothing may frame it or be sent elsewhere.
_SECURITY_HEADERS = {
    "Content-Security-Policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; "
    "img-src 'self' data: blob:; frame-ancestors 'none'; form-action 'self'; base-uri 'self'",
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
}


# The largest picture and the form around it; said by length, or cut off when it does not say.
MOST_BODY_BYTES = MOST_BYTES + 1_000_000


class LogAndGuard:
    """Plain ASGI: one log line a request, and the headers every answer carries."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        started = time.perf_counter()
        is_api = scope["path"].startswith("/api/")
        status = 500
        said = Headers(scope=scope).get("content-length", "")
        if said.isdecimal() and int(said) > MOST_BODY_BYTES:
            # refused before a byte of it is read
            answer = problem(413, f"At most {MOST_BODY_BYTES // 1_000_000} MB at a time.")
            await answer(scope, receive, send)
            return
        read = 0

        async def limited() -> Message:
            nonlocal read
            message = await receive()
            read += len(message.get("body", b""))
            if read > MOST_BODY_BYTES:
                raise ValueError("a body longer than anything this app takes")
            return message

        async def guarded(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
                headers = MutableHeaders(scope=message)
                headers.update(_SECURITY_HEADERS)
                if is_api:
                    headers["Cache-Control"] = "no-store"
            await send(message)

        try:
            await self.app(scope, limited, guarded)
        finally:
            if is_api:
                took_ms = round((time.perf_counter() - started) * 1000, 1)
                line = {"method": scope["method"], "path": scope["path"], "status": status}
                log.info("request", extra={**line, "took_ms": took_ms})
