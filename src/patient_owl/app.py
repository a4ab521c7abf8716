"""The application: routers under /api/v1, the built front end beside them, health, logs."""

import gc
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager

from fastapi import FastAPI
from fastapi.responses import JSONResponse
from fastapi.routing import APIRoute
from sqlalchemy import text
from sqlalchemy.exc import SQLAlchemyError
from starlette.middleware.gzip import GZipMiddleware

from patient_owl.account.archive.router import router as archive_router
from patient_owl.account.trash.router import router as trash_router
from patient_owl.field.bundle.router import router as bundle_router
from patient_owl.field.camera.router import router as camera_router
from patient_owl.field.helping.router import entrance as helper_entrance
from patient_owl.field.helping.router import router as helping_router
from patient_owl.field.instruments.router import router as instruments_router
from patient_owl.field.practice.router import router as practice_router
from patient_owl.journal.cards.router import router as cards_router
from patient_owl.journal.carry_over.router import router as carry_over_router
from patient_owl.journal.learned.router import router as learned_router
from patient_owl.journal.logbook.router import router as logbook_router
from patient_owl.journal.photos.router import router as photos_router
from patient_owl.journal.story.router import router as story_router
from patient_owl.journal.takes.router import router as takes_router
from patient_owl.library.kit.router import router as kit_router
from patient_owl.library.places.router import router as places_router
from patient_owl.library.schools.router import router as schools_router
from patient_owl.planning.bench.router import router as bench_router
from patient_owl.planning.computed.router import router as computed_router
from patient_owl.planning.nights.router import router as nights_router
from patient_owl.planning.order.router import router as order_router
from patient_owl.planning.searches.router import router as searches_router
from patient_owl.planning.shots.router import router as shots_router
from patient_owl.platform.accounts.current import SIGNED_IN, admitted
from patient_owl.platform.accounts.router import hashing as hashing_router
from patient_owl.platform.accounts.router import router as accounts_router
from patient_owl.platform.http import problems
from patient_owl.platform.http.description import describe
from patient_owl.platform.http.guard import LogAndGuard
from patient_owl.platform.http.logs import install_logging
from patient_owl.platform.http.newest import Newest
from patient_owl.platform.http.pages import serve_pages
from patient_owl.platform.storage.sessions import Sessions
from patient_owl.ports.devices import Devices
from patient_owl.ports.settings import AppSettings, get_settings
from patient_owl.ports.simulated import simulated_devices
from patient_owl.words.complete import check_kinds
from patient_owl.words.speech import PLAIN, speaking

API = "/api/v1"


def _operation_id(route: APIRoute) -> str:
    return route.name  # the client's function names: list_nights, get_plan


def served() -> FastAPI:
    """The application of one process of a server, set up by OWL_ variables."""
    install_logging()
    app = create_app()
    # what is loaded by now stays: leaving it out of every collection makes the answers
    # that build thousands of small objects (a night for the field) a third faster
    gc.collect()
    gc.freeze()
    return app


def create_app(settings: AppSettings | None = None, devices: Devices | None = None) -> FastAPI:
    """The whole application on the database the settings name, with the devices given.

    Without any, simulated ones stand behind the ports, and say so wherever their figures show.
    """
    with speaking(PLAIN):
        check_kinds()
    settings = settings or get_settings()
    sessions = Sessions(settings.database_url)

    @asynccontextmanager
    async def lifespan(_: FastAPI) -> AsyncIterator[None]:
        yield
        sessions.dispose()

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
    app.state.sessions = sessions
    app.state.admit = admitted
    app.state.newest = Newest()
    app.state.devices = devices or simulated_devices()
    problems.install(app)
    app.add_middleware(GZipMiddleware, minimum_size=2048, compresslevel=3)
    app.add_middleware(LogAndGuard, only_https=settings.secure_cookies)

    # each straight into the app: FastAPI matches a router within a router at every level anew
    for entrance in (accounts_router, hashing_router, helper_entrance):
        app.include_router(entrance, prefix=API)
    for router in (
        nights_router,
        shots_router,
        takes_router,
        places_router,
        searches_router,
        kit_router,
        logbook_router,
        learned_router,
        carry_over_router,
        story_router,
        archive_router,
        photos_router,
        cards_router,
        computed_router,
        order_router,
        helping_router,
        bundle_router,
        instruments_router,
        camera_router,
        bench_router,
        schools_router,
        practice_router,
        trash_router,
    ):
        # first of all is asked who is there: before a body, a header or a row is looked at
        app.include_router(router, prefix=API, dependencies=[SIGNED_IN])
    describe(app)

    @app.get("/healthz", include_in_schema=False)
    def healthz() -> JSONResponse:
        """200 when a query gets through to the database, 503 when it does not."""
        try:
            with sessions(reads_only=True) as session:
                session.execute(text("SELECT 1"))
        except SQLAlchemyError:
            return JSONResponse({"status": "no database"}, 503)
        return JSONResponse({"status": "ok"})

    serve_pages(app, settings.web_dist_dir)
    return app
