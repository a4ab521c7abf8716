"""A year of nights at a place, and where in it one was out."""

from collections import Counter
from datetime import date
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.dark_year import MOST_LEVEL
from patient_owl.core.errors import WrongValue
from patient_owl.core.night import night_bounds
from patient_owl.core.sky import ephemeris
from patient_owl.journal.logbook.schemas import YearOut, YearTakeOut
from patient_owl.library.places.dark import dark_rows
from patient_owl.library.places.service import get_place
from patient_owl.library.places.zones import zone
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.logbook import year_text


def year_out(session: Session, user: User, year: int, place_id: UUID | None) -> YearOut:
    """place_id: where its darkness is of; None where most of its nights were."""
    ephemeris.check_day(date(year, 1, 1))
    ephemeris.check_day(date(year + 1, 1, 1))
    first, last = date(year, 1, 1), date(year, 12, 31)
    nights = owned_rows(session, Night, user.id, Night.evening_date.between(first, last))
    place = get_place(session, user.id, place_id) if place_id else _most(session, user, nights)
    takes = session.execute(
        select(Take.started_at_utc, Take.is_keeper, Shot.title, Shot.night_id)
        .join(Shot, Shot.id == Take.shot_id)
        .where(
            Take.user_id == user.id,
            Take.deleted_at_utc.is_(None),
            Shot.deleted_at_utc.is_(None),
            Shot.night_id.in_([night.id for night in nights]),
        )
    ).all()
    by_id = {night.id: night for night in nights}
    rows = []
    for started, is_keeper, title, night_id in takes:
        night = by_id[night_id]
        bounds = night_bounds(night.evening_date, zone(night.place.time_zone))
        share = (started - bounds.start_utc) / (bounds.end_utc - bounds.start_utc)
        rows.append(
            YearTakeOut(
                evening_date=night.evening_date,
                share=min(1.0, max(0.0, share)),
                night_id=night_id,
                shot_title=title,
                is_keeper=is_keeper,
            )
        )
    out = {night_id for *_, night_id in takes}
    return YearOut(
        year=year,
        place_id=place.id,
        place_name=place.name,
        time_zone=place.time_zone,
        rows=dark_rows(place, first, last),
        most_level=MOST_LEVEL,
        takes=rows,
        nights=len(out),
        text=year_text(year, len(out), len(takes), sum(take.is_keeper for take in rows)),
    )


def _most(session: Session, user: User, nights: list[Night]) -> Place:
    """The place of most of the nights; without any the first place there is."""
    if nights:
        places = {night.place.id: night.place for night in nights}
        often = Counter(night.place.id for night in nights)
        return places[often.most_common(1)[0][0]]
    places_here = owned_rows(session, Place, user.id)
    if not places_here:
        raise WrongValue("place_id", "a place, put down first", "none")
    return places_here[0]
