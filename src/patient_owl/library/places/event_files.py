"""A place's events written to files."""

from datetime import timedelta

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.resolve import Evening
from patient_owl.core.night import was_day
from patient_owl.core.sky import ephemeris
from patient_owl.formats.calendar import Entry, write_calendar
from patient_owl.formats.events_file import write_events_csv
from patient_owl.library.events.service import told
from patient_owl.library.places import service
from patient_owl.library.places.zones import zone
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.places import Place
from patient_owl.words.events import happening_text

NIGHTS_AHEAD = 31  # written into a calendar
MOST_A_NIGHT = 4  # of one event: a tram's times are read off its line
MEDIA_TYPES = {"csv": "text/csv", "ics": "text/calendar"}


def events_file(place: Place, form: str, visit: Visit) -> bytes:
    """As csv, to be read again, or as ics, the coming month of them."""
    if form not in MEDIA_TYPES:
        raise WrongValue("form", " or ".join(MEDIA_TYPES), form)
    return write_events_csv(place.events).encode() if form == "csv" else _calendar(place, visit)


def _calendar(place: Place, visit: Visit) -> bytes:
    place_zone = zone(place.time_zone)
    today = visit.now_utc.astimezone(place_zone).date()
    entries = []
    for k in range(NIGHTS_AHEAD):
        day = today + timedelta(days=k)
        if not was_day(day, place_zone):
            continue
        evening = Evening(service.site_of(place), day, place_zone, service.horizon_of(place))
        for number, event in enumerate(told(place.events, evening, is_of_place=True)):
            happens = event.happens
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
