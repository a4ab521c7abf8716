"""A place's events: understood as they are typed, read from files, and written to them."""

from datetime import timedelta
from uuid import UUID

from fastapi import Response, UploadFile

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.resolve import Evening
from patient_owl.core.night import was_day
from patient_owl.core.sky import ephemeris
from patient_owl.formats.calendar import Entry, write_calendar
from patient_owl.formats.events_file import MOST_BYTES, read_events, write_events_csv
from patient_owl.library.events.schemas import EventAsked, EventReadOut, HappeningOut
from patient_owl.library.events.service import told
from patient_owl.library.places import service
from patient_owl.library.places.zones import zone
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.pools import FILES, only_reads, worked_in
from patient_owl.platform.http.request import DbSession, new_router
from patient_owl.platform.tables.places import Place
from patient_owl.ports.fields import Key
from patient_owl.words.events import happening_text

router = new_router(prefix="/places", tags=["places"])

NIGHTS_AHEAD = 31  # written into a calendar
MOST_A_NIGHT = 4  # of one event: a tram's times are read off its line
MEDIA_TYPES = {"csv": "text/csv", "ics": "text/calendar"}


@router.post("/{place_id}/events/read")
@only_reads
def read_event(
    place_id: UUID, body: EventAsked, user: CurrentUser, session: DbSession
) -> HappeningOut:
    """What a line means at a place on an evening, before it is kept."""
    return service.read_event(service.get_place(session, user.id, place_id), body)


@router.post("/{place_id}/events/file")
@only_reads
@worked_in(FILES)
def read_events_file(place_id: UUID, file: UploadFile, visit: CurrentVisit) -> list[EventReadOut]:
    """Read the events of an iCalendar or CSV file; nothing is kept yet."""
    place = service.get_place(visit.session, visit.user.id, place_id)
    content, place_zone = file.file.read(MOST_BYTES + 1), zone(place.time_zone)
    found = read_events(content, place_zone, visit.now_utc.astimezone(place_zone).date())
    return [EventReadOut(**one._asdict()) for one in found]


@router.get(
    "/{place_id}/events/export/{form}",
    response_class=Response,
    responses={200: {"content": {kind: {} for kind in MEDIA_TYPES.values()}}},
)
@worked_in(FILES)
def export_events(place_id: UUID, form: Key, visit: CurrentVisit) -> Response:
    """A place's events as csv, to be read again, or as ics, the coming month of them."""
    place = service.get_place(visit.session, visit.user.id, place_id)
    if form not in MEDIA_TYPES:
        raise WrongValue("form", " or ".join(MEDIA_TYPES), form)
    text = write_events_csv(place.events).encode() if form == "csv" else _calendar(place, visit)
    headers = saved_as(f"{place.name} events.{form}")
    return Response(text, media_type=MEDIA_TYPES[form], headers=headers)


def _calendar(place: Place, visit: CurrentVisit) -> bytes:
    place_zone = zone(place.time_zone)
    today = visit.now_utc.astimezone(place_zone).date()
    entries = []
    for k in range(NIGHTS_AHEAD):
        day = today + timedelta(days=k)
        if not was_day(day, place_zone):
            continue
        evening = Evening(service.site_of(place), day, place_zone, service.horizon_of(place))
        for number, one in enumerate(told(place.events, evening, is_of_place=True)):
            happens = one.happens
            if happens is None or happens.running == (evening.bounds_s,):
                continue
            for part, (start, end) in enumerate(happens.running[:MOST_A_NIGHT]):
                entries.append(
                    Entry(
                        f"event-{place.id}-{day}-{number}-{part}@patient-owl",
                        happens.event.label,
                        ephemeris.moment_utc(start),
                        ephemeris.moment_utc(end),
                        happening_text(happens, place_zone),
                        place.name,
                    )
                )
    return write_calendar(entries, visit.now_utc, place_zone)
