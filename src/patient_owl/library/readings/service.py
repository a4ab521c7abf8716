"""Keeping readings, and finding those that tell how well an answer is known."""

from collections.abc import Sequence
from typing import Any
from uuid import UUID

from sqlalchemy import or_
from sqlalchemy.orm import Session

from patient_owl.library.places.zones import zone
from patient_owl.library.readings.schemas import KeptReadingOut, ReadingIn
from patient_owl.platform.storage.owned import kept_once, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.readings import Reading
from patient_owl.ports.errors import NotFound
from patient_owl.words.instruments import reading_text
from patient_owl.words.night import clock

MOST_LISTED = 200
SAME_SHARE = 1e-6  # an answer is the reading's own when nobody typed another


def put_reading(
    session: Session, user: User, reading_id: UUID, request: ReadingIn
) -> tuple[Reading, bool]:
    """Keep a reading under the identity its device gave it; True when it is new. What was measured
    is not edited: sending it again changes nothing."""
    reading, is_new = kept_once(
        session,
        Reading,
        reading_id,
        lambda: Reading(id=reading_id, user_id=user.id, **request.model_dump(exclude={"puts"})),
    )
    if reading.user_id != user.id or reading.deleted_at_utc is not None:
        raise NotFound(Reading.CALLED)
    return reading, is_new


def readings_of(
    session: Session, user: User, place_id: UUID, night_id: UUID | None = None
) -> list[Reading]:
    """Those of a night and those of its place alone, or all of a place; latest first."""
    where = [Reading.place_id == place_id]
    if night_id is not None:
        where.append(or_(Reading.night_id == night_id, Reading.night_id.is_(None)))
    rows = owned_rows(session, Reading, user.id, *where)
    return sorted(rows, key=lambda reading: reading.made_at_utc, reverse=True)[:MOST_LISTED]


def readings_out(readings: Sequence[Reading], place: Place) -> list[KeptReadingOut]:
    place_zone = zone(place.time_zone)
    shown = []
    for reading in readings:
        out = KeptReadingOut.model_validate(reading)
        figures = {key: (f.value, f.sd) for key, f in out.figures.items()}
        out.text = reading_text(out.instrument, figures, out.count)
        out.made_at_local = clock(out.made_at_utc, place_zone)
        shown.append(out)
    return shown


def known_to(readings: Sequence[Reading], key: str, answer: Any) -> Reading | None:
    """The latest reading an answer is taken from; None for what somebody typed since."""
    if not isinstance(answer, int | float) or isinstance(answer, bool):
        return None
    for reading in readings:
        figure = reading.figures.get(key)
        if figure and abs(figure["value"] - answer) <= SAME_SHARE * max(1.0, abs(answer)):
            return reading
    return None
