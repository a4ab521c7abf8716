"""Every night, shot and take there was: found, counted, laid out over the year."""

from datetime import date
from typing import Annotated
from uuid import UUID

from fastapi import Depends, Query

from patient_owl.core.sky import ephemeris
from patient_owl.journal.logbook import search, year
from patient_owl.journal.logbook.choices import choices_of
from patient_owl.journal.logbook.figures import figures_of
from patient_owl.journal.logbook.keepers import kept_pictures
from patient_owl.journal.logbook.schemas import (
    MOST_TAKES,
    FiguresOut,
    FoundTakesOut,
    KeptPicturesOut,
    LogbookChoicesOut,
    UnfinishedOut,
    YearOut,
)
from patient_owl.journal.logbook.take_query import TakeQuery
from patient_owl.journal.logbook.unfinished import unfinished_of
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.storage.keyset import read_cursor
from patient_owl.ports.fields import plain_text

router = new_router(prefix="/logbook", tags=["logbook"])

FIRST_YEAR, LAST_YEAR = ephemeris.FIRST_DAY.year, ephemeris.LAST_DAY.year - 1

Seconds = Annotated[float | None, Query(ge=0, le=1e6)]
IsoValue = Annotated[float | None, Query(ge=0, le=1e7)]


async def _wish(
    words: Annotated[str, Query(max_length=200)] = "",
    place_id: UUID | None = None,
    discipline: Annotated[str, Query(max_length=40)] = "",
    body_id: UUID | None = None,
    light: Annotated[str, Query(max_length=40)] = "",
    is_keeper: bool | None = None,
    least_exposure_s: Seconds = None,
    most_exposure_s: Seconds = None,
    least_iso: IsoValue = None,
    most_iso: IsoValue = None,
    first_evening: date | None = None,
    last_evening: date | None = None,
) -> TakeQuery:
    return TakeQuery(
        words=plain_text(words),
        place_id=place_id,
        discipline=discipline,
        body_id=body_id,
        light=light,
        is_keeper=is_keeper,
        least_exposure_s=least_exposure_s,
        most_exposure_s=most_exposure_s,
        least_iso=least_iso,
        most_iso=most_iso,
        first_evening=first_evening,
        last_evening=last_evening,
    )


Asked = Annotated[TakeQuery, Depends(_wish)]


@router.get("/takes")
def find_takes(
    wish: Asked,
    visit: CurrentVisit,
    limit: Annotated[int, Query(ge=1, le=MOST_TAKES)] = 60,
    before: Annotated[str | None, Query(max_length=80, description="`next` of a page")] = None,
) -> FoundTakesOut:
    """Takes by words, place, kind, kit, settings, light and whether they were kept."""
    cursor = None if before is None else read_cursor(before, search.started_at)
    return search.find_takes(visit.session, visit.user, wish, limit, cursor)


@router.get("/figures")
@worked_in(LONG)
def get_figures(wish: Asked, visit: CurrentVisit) -> FiguresOut:
    """What of such takes was kept more or less often than the rest, and what to practise."""
    return figures_of(visit.session, visit.user, wish)


@router.get("/choices")
def get_logbook_choices(visit: CurrentVisit) -> LogbookChoicesOut:
    """What takes may be narrowed to."""
    return choices_of(visit.session, visit.user)


@router.get("/keepers")
def list_kept_pictures(first: date, last: date, visit: CurrentVisit) -> list[KeptPicturesOut]:
    """A few pictures of what was kept, of each night between two evenings."""
    return kept_pictures(visit.session, visit.user, first, last)


@router.get("/unfinished")
def list_unfinished(visit: CurrentVisit) -> list[UnfinishedOut]:
    """Shots of nights that are over without a take that was kept."""
    today = visit.now_utc.date()
    return unfinished_of(visit.session, visit.user, today)


@router.get("/year")
@worked_in(LONG)
def get_year(
    visit: CurrentVisit,
    of: Annotated[int | None, Query(ge=FIRST_YEAR, le=LAST_YEAR, alias="year")] = None,
    place_id: UUID | None = None,
) -> YearOut:
    """A year of nights under each other, how dark each is, and where one was out."""
    wanted = of or visit.now_utc.year
    return year.year_out(visit.session, visit.user, wanted, place_id)
