"""Keeping what was learned, and handing it to the core."""

from uuid import UUID

from sqlalchemy import bindparam, delete, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.advise.belief import Sharpness
from patient_owl.core.advise.sharpness import sharpness_from
from patient_owl.core.light.found import FoundLight
from patient_owl.learned.models import FoundLightRow, WordsHeard
from patient_owl.storage.owned import added, owned_rows


def found_rows(session: Session, user_id: UUID, place_id: UUID) -> list[FoundLightRow]:
    """What was found at a place, the newest last."""
    return owned_rows(session, FoundLightRow, user_id, FoundLightRow.place_id == place_id)


# Asked by every plan, so built once: building it costs as much as asking it.
_FOUND_AT = (
    select(
        FoundLightRow.light,
        FoundLightRow.between,
        FoundLightRow.offset_stops,
        FoundLightRow.sigma_stops,
    )
    .where(
        FoundLightRow.user_id == bindparam("user_id"),
        FoundLightRow.place_id == bindparam("place_id"),
        FoundLightRow.deleted_at_utc.is_(None),
    )
    .order_by(FoundLightRow.created_at_utc, FoundLightRow.id)
)


def found_at(session: Session, user_id: UUID, place_id: UUID) -> tuple[FoundLight, ...]:
    """What was found at a place as the core reads it, the newest last."""
    rows = session.execute(_FOUND_AT, {"user_id": user_id, "place_id": place_id})
    return tuple(FoundLight(*row) for row in rows)


def keep_found(
    session: Session, user: User, place_id: UUID, shot_id: UUID, found: FoundLight
) -> FoundLightRow:
    """The newest finding of a light takes the older one's place, in one statement: two may come
    at once."""
    session.execute(
        delete(FoundLightRow).where(
            FoundLightRow.user_id == user.id,
            FoundLightRow.place_id == place_id,
            FoundLightRow.light == found.light,
            FoundLightRow.between == found.between,
        )
    )
    row = FoundLightRow(
        user_id=user.id,
        place_id=place_id,
        shot_id=shot_id,
        light=found.light,
        between=found.between,
        offset_stops=found.offset_stops,
        sigma_stops=found.sigma_stops,
    )
    return added(session, row)


def hear(session: Session, user: User, shot_id: UUID, log_odds: tuple[float, ...] | None) -> None:
    """Keep what a shot's words tell; nothing where they tell nothing.

    One statement: two takes of a shot may arrive at once.
    """
    if log_odds is None:
        session.execute(delete(WordsHeard).where(WordsHeard.shot_id == shot_id))
        return
    kept = {"log_odds": list(log_odds)}
    row = insert(WordsHeard).values(shot_id=shot_id, user_id=user.id, **kept)
    session.execute(row.on_duplicate_key_update(**kept))


def sharpness_of(session: Session, user: User) -> dict[UUID, tuple[float, ...]]:
    """What each shot's words tell, by shot."""
    rows = session.execute(
        select(WordsHeard.shot_id, WordsHeard.log_odds).where(WordsHeard.user_id == user.id)
    )
    return {shot_id: tuple(log_odds) for shot_id, log_odds in rows}


def sharpness_beside(heard: dict[UUID, tuple[float, ...]], shot_id: UUID) -> Sharpness:
    """How sharply words are meant, by every other shot: a shot's own are weighed in its chain."""
    return sharpness_from([odds for other, odds in heard.items() if other != shot_id])
