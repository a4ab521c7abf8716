"""Every night, shot and take there was: found, counted, laid out over the year."""

import json
from datetime import date
from typing import Annotated
from uuid import UUID

from fastapi import Query
from fastapi.responses import StreamingResponse

from patient_owl.core.sky import ephemeris
from patient_owl.formats.takes_csv import COLUMNS, takes_csv
from patient_owl.journal.logbook import search, year
from patient_owl.journal.logbook.choices import choices_of
from patient_owl.journal.logbook.figures import figures_of
from patient_owl.journal.logbook.keepers import kept_pictures
from patient_owl.journal.logbook.schemas import (
    FiguresOut,
    FoundTakesOut,
    KeptPicturesOut,
    LogbookChoicesOut,
    UnfinishedOut,
    YearOut,
)
from patient_owl.journal.logbook.table import rows_of
from patient_owl.journal.logbook.take_query import TakeQuery, TakesPage
from patient_owl.journal.logbook.unfinished import unfinished_of
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import CsvFile, JsonFile
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.storage.keyset import read_cursor

router = new_router(prefix="/logbook", tags=["logbook"])

FIRST_YEAR, LAST_YEAR = ephemeris.FIRST_DAY.year, ephemeris.LAST_DAY.year - 1


@router.get("/takes")
def find_takes(page: Annotated[TakesPage, Query()], visit: CurrentVisit) -> FoundTakesOut:
    """Takes by words, place, kind, kit, settings, light and whether they were kept."""
    cursor = None if page.before is None else read_cursor(page.before, search.started_at)
    return search.find_takes(visit.session, visit.user, page, page.limit, cursor)


@router.get("/figures")
@worked_in(LONG)
def get_figures(criteria: Annotated[TakeQuery, Query()], visit: CurrentVisit) -> FiguresOut:
    """What of such takes was kept more or less often than the rest, and what to practise."""
    return figures_of(visit.session, visit.user, criteria)


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
    shown_year = of or visit.now_utc.year
    return year.year_out(visit.session, visit.user, shown_year, place_id)


@router.get("/takes.csv", response_class=CsvFile)
@worked_in(LONG)
def get_takes_csv(visit: CurrentVisit) -> StreamingResponse:
    """All takes, a line each."""
    rows = list(rows_of(visit.session, visit.user))
    return CsvFile(takes_csv(rows), headers=saved_as("takes.csv"))


@router.get("/takes.json", response_class=JsonFile)
@worked_in(LONG)
def get_takes_json(visit: CurrentVisit) -> JsonFile:
    """All takes, with the same names as in the table."""
    rows = [{name: row[name] for name in COLUMNS} for row in rows_of(visit.session, visit.user)]
    content = json.dumps(rows, ensure_ascii=False, indent=1).encode()
    return JsonFile(content, headers=saved_as("takes.json"))
