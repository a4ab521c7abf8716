"""The application: routers under /api/v1, the built front end beside them, health, logs."""

import json
import logging
import sys
import time
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from datetime import UTC, datetime
from typing import Any

from fastapi import APIRouter, FastAPI, Response
from fastapi.responses import FileResponse, JSONResponse
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from sqlalchemy import text
from sqlalchemy.exc import SQLAlchemyError
from starlette.datastructures import Headers, MutableHeaders
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from patient_owl import errors, trash
from patient_owl.accounts.router import router as accounts_router
from patient_owl.benchtop.router import router as benchtop_router
from patient_owl.camera.router import router as camera_router
from patient_owl.core.sky import ephemeris
from patient_owl.database import make_engine, make_sessions
from patient_owl.field.router import router as field_router
from patient_owl.formats.picture import MOST_BYTES
from patient_owl.kit.router import router as kit_router
from patient_owl.nights.router import router as nights_router
from patient_owl.places.finding import router as finding_router
from patient_owl.places.router import router as places_router
from patient_owl.schools.router import router as schools_router
from patient_owl.searches.router import router as searches_router
from patient_owl.settings import Settings, get_settings
from patient_owl.shots.router import router as shots_router
from patient_owl.takes.pictures import router as pictures_router
from patient_owl.takes.router import router as takes_router

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


class JsonLines(logging.Formatter):
    """One JSON object a line: time, level, logger, message and whatever `extra` brought."""

    _usual = frozenset(logging.makeLogRecord({}).__dict__) | {"message", "asctime", "color_message"}

    def format(self, record: logging.LogRecord) -> str:
        line: dict[str, Any] = {
            "at_utc": datetime.fromtimestamp(record.created, UTC).isoformat(
                timespec="milliseconds"
            ),
            "level": record.levelname.lower(),
            "logger": record.name,
            "message": record.getMessage(),
        }
        line |= {k: v for k, v in record.__dict__.items() if k not in self._usual}
        if record.exc_info:
            line["traceback"] = self.formatException(record.exc_info)
        return json.dumps(line, default=str)


def install_logging() -> None:
    handler = logging.StreamHandler(sys.stderr)
    handler.setFormatter(JsonLines())
    logging.basicConfig(level=logging.INFO, handlers=[handler], force=True)
    logging.getLogger("uvicorn.access").disabled = True  # our own line says more


def _operation_id(route: APIRoute) -> str:
    return route.name  # the client's function names: list_nights, get_plan


def create_app(settings: Settings | None = None) -> FastAPI:
    """The whole application on the database the settings name."""
    settings = settings or get_settings()
    engine = make_engine(settings.database_url)

    @asynccontextmanager
    async def lifespan(_: FastAPI) -> AsyncIterator[None]:
        yield
        engine.dispose()
        ephemeris.close()

    app = FastAPI(
        title="Patient Owl",
        version="1",
        summary="Plans, runs, records and judges long exposures at night.",
        lifespan=lifespan,
        openapi_url="/api/v1/openapi.json",
        docs_url=None,  # the stock pages load scripts from elsewhere
        redoc_url=None,
        generate_unique_id_function=_operation_id,
    )
    app.state.settings = settings
    app.state.sessions = make_sessions(engine)
    errors.install(app)
    app.add_middleware(GZipMiddleware, minimum_size=2048, compresslevel=5)
    app.add_middleware(LogAndGuard)

    api = APIRouter(prefix="/api/v1")
    for router in (
        accounts_router,
        places_router,
        finding_router,
        searches_router,
        kit_router,
        nights_router,
        shots_router,
        takes_router,
        pictures_router,
        field_router,
        camera_router,
        benchtop_router,
        schools_router,
        trash.router,
    ):
        api.include_router(router)
    app.include_router(api)

    @app.get("/healthz", include_in_schema=False)
    def healthz() -> JSONResponse:
        """200 when a query gets through to the database, 503 when it does not."""
        try:
            with engine.connect() as connection:
                connection.execute(text("SELECT 1"))
        except SQLAlchemyError:
            return JSONResponse({"status": "no database"}, 503)
        return JSONResponse({"status": "ok"})

    _serve_front_end(app, settings)
    return app


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
            answer = errors.problem(413, f"At most {MOST_BODY_BYTES // 1_000_000} MB at a time.")
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


def _serve_front_end(app: FastAPI, settings: Settings) -> None:
    """The built files, and index.html for every address of the single page."""
    dist = settings.web_dist_dir
    if not (dist / "index.html").is_file():
        return
    app.mount("/assets", StaticFiles(directory=dist / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        if path.startswith("api/"):
            return errors.problem(404, "There is no such address.")
        file = (dist / path).resolve()
        if path and file.is_file() and file.is_relative_to(dist.resolve()):
            # the service worker decides what is current; it must never be stale itself
            fresh = {"Cache-Control": "no-cache"} if file.name == "sw.js" else None
            return FileResponse(file, headers=fresh)
        return FileResponse(dist / "index.html", headers={"Cache-Control": "no-cache"})
