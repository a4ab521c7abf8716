"""Running a search and wording what it finds."""

from collections.abc import Iterator, Sequence
from datetime import tzinfo
from uuid import UUID

from patient_owl.core.find import Found, Missed, NightQuery, Progress, find_nights
from patient_owl.core.night import night_bounds
from patient_owl.core.sky import ephemeris
from patient_owl.library.events.service import event_or_none
from patient_owl.library.places.service import horizon_of, site_of
from patient_owl.library.places.zones import zone
from patient_owl.planning.searches.schemas import FoundOut, PlaceEvents, ProgressOut, SearchIn
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage import leases
from patient_owl.platform.tables.places import Place
from patient_owl.ports.errors import TooMany
from patient_owl.words.search import day, found_text, missed_text

DAYS_A_MONTH = 30.44
AT_ONCE = 2  # of one photographer: one runs, and the next is tried; ours
SOON_S = 5  # a search of two years takes as long on a busy machine; ours


def lease(visit: Visit) -> UUID:
    """Leave to search; TooMany where this photographer has as many under way as are allowed."""
    holder = leases.take(visit.session, "search", visit.user.id, AT_ONCE, visit.now_utc)
    if holder is None:
        raise TooMany(SOON_S)
    return holder


def search(place: Place, request: SearchIn) -> Iterator[ProgressOut]:
    """The search's progress; what cannot be searched is refused before the first line."""
    place_zone = zone(place.time_zone)
    wish = request.to_domain(here_of(place))
    nights = round(request.months * DAYS_A_MONTH)
    steps = find_nights(
        site_of(place), place_zone, horizon_of(place), request.first_evening, nights, wish
    )
    return (_out(step, wish, place_zone) for step in steps)


def here_of(place: Place, lines: Sequence[str] = ()) -> PlaceEvents:
    """What conditions may speak of there; lines: of a night's own events."""
    events = (event_or_none(line) for line in (*place.events, *lines))
    return PlaceEvents(zone(place.time_zone), {event.label: event for event in events if event})


def _out(step: Progress, wish: NightQuery, place_zone: tzinfo) -> ProgressOut:
    nights = [_found(night, wish, place_zone) for night in step.found]
    missed = [_missed(night, wish) for night in step.missed]
    return ProgressOut(done=step.done, of=step.of, nights=[*nights, *missed])


def _found(night: Found, wish: NightQuery, place_zone: tzinfo) -> FoundOut:
    bounds = night_bounds(night.evening, place_zone)
    first_s, last_s = (ephemeris.epoch_seconds(at) for at in (bounds.start_utc, bounds.end_utc))
    begins, ends = ((at - first_s) / (last_s - first_s) for at in (night.start_s, night.end_s))
    return FoundOut(
        evening_date=night.evening,
        day=day(night.evening),
        text=found_text(night, wish.conditions, place_zone),
        minutes=round(night.minutes, 1),
        from_share=begins,
        to_share=ends,
        is_near_miss=False,
        rank=night.minutes,
    )


def _missed(missed: Missed, wish: NightQuery) -> FoundOut:
    return FoundOut(
        evening_date=missed.evening,
        day=day(missed.evening),
        text=missed_text(missed, wish.conditions),
        minutes=0,
        from_share=0,
        to_share=0,
        is_near_miss=True,
        rank=-missed.by,
    )
