"""Find a night: one JSON line a month searched, so that it can be watched and stopped."""

from collections.abc import AsyncIterator, Iterator
from contextvars import Context, copy_context
from datetime import date
from typing import Annotated
from uuid import UUID

from anyio import CancelScope
from fastapi import Query, Request
from fastapi.responses import StreamingResponse

from patient_owl.core.sky.targets import targets
from patient_owl.library.places.service import get_place
from patient_owl.planning.searches import service
from patient_owl.planning.searches.dark import dark_out
from patient_owl.planning.searches.form import WishIn, WishOut, wish_out
from patient_owl.planning.searches.schemas import DarkOut, ProgressOut, SearchIn, TargetOut
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.media import JsonLinesResponse
from patient_owl.platform.http.pools import LONG, READING, SEARCHING, only_reads, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.storage import leases
from patient_owl.platform.storage.sessions import Sessions, in_transaction

router = new_router(tags=["searches"])


@router.get("/targets")
def list_targets(user: CurrentUser) -> list[TargetOut]:
    """What may be asked to stand somewhere: Sun, Moon, core, planets, stars, radiants."""
    return [TargetOut(key=t.key, name=t.name, kind=t.kind) for t in targets().values()]


@router.post("/wishes")
@only_reads
def tell_wish(body: WishIn, visit: CurrentVisit) -> WishOut:
    """A wish in prose, with its questions, and the search it asks for."""
    return wish_out(visit, body)


@router.get("/places/{place_id}/dark")
@worked_in(LONG)
def get_dark(
    place_id: UUID,
    visit: CurrentVisit,
    first_evening: date | None = None,
    months: Annotated[int, Query(ge=1, le=24)] = 12,
) -> DarkOut:
    """The nights of a place under each other: how dark, and where the Moon is; from today on."""
    place = get_place(visit.session, visit.user.id, place_id)
    return dark_out(place, first_evening or visit.now_utc.date(), months)


@router.post(
    "/searches",
    response_class=JsonLinesResponse,
    responses={200: {"model": ProgressOut, "description": "One ProgressOut a line"}, 429: {}},
)
def search_nights(body: SearchIn, request: Request, visit: CurrentVisit) -> StreamingResponse:
    """Nights on which every condition meets, and near misses; close the connection to stop."""
    SEARCHING.check()
    search = service.search(get_place(visit.session, visit.user.id, body.place_id), body)
    holder = service.lease(visit)
    return JsonLinesResponse(_lines(request.app.state.sessions, search, holder, copy_context()))


async def _lines(
    sessions: Sessions, search: Iterator[ProgressOut], holder: UUID, within: Context
) -> AsyncIterator[str]:
    """A line a month, each worked in its turn and said as the request says it; whoever leaves
    makes room."""

    def next_month() -> ProgressOut | None:
        return within.run(next, search, None)

    try:
        while (progress := await SEARCHING.run(next_month, must=True)) is not None:
            yield progress.model_dump_json() + "\n"
    finally:
        with CancelScope(shield=True):
            await READING.run(
                lambda: in_transaction(sessions, lambda session: leases.leave(session, holder)),
                must=True,
            )
