"""Keeping what was learned, and handing it to the core."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from sqlalchemy import bindparam, delete, func, select, update
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from patient_owl.core.advise.belief import Sharpness
from patient_owl.core.advise.learned import Circumstance, Finding, Lessons
from patient_owl.core.advise.sharpness import sharpness_from
from patient_owl.core.light.found import FoundLight
from patient_owl.platform.storage.base import new_id, now_utc
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.storage.remembered import Remembered
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.lessons import FindingRow, LessonOff, WordsHeard
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot


@dataclass(frozen=True)
class Met:
    """The shot that meets a light: whose ids its findings are kept under."""

    shot_id: UUID
    night_id: UUID
    place_id: UUID
    body_id: UUID
    discipline: str
    spot: str

    @property
    def circumstance(self) -> Circumstance:
        return Circumstance(
            discipline=self.discipline,
            body=str(self.body_id),
            place=str(self.place_id),
            night=str(self.night_id),
            spot=self.spot,
        )


def _standing() -> tuple[Any, ...]:
    """What a finding must be to count: not forgotten, of a shot and a night that still exist."""
    return (
        FindingRow.user_id == bindparam("user_id"),
        FindingRow.deleted_at_utc.is_(None),
        Shot.id == FindingRow.shot_id,
        Shot.deleted_at_utc.is_(None),
        Night.id == FindingRow.night_id,
        Night.deleted_at_utc.is_(None),
    )


def findings_of(session: Session, user_id: UUID) -> list[FindingRow]:
    """All that count or would, oldest first."""
    query = select(FindingRow).where(*_standing())
    ordered = query.order_by(FindingRow.created_at_utc, FindingRow.id)
    return list(session.scalars(ordered, {"user_id": user_id}))


def _state(session: Session, user_id: UUID) -> tuple[Any, ...]:
    """What all lessons depend on, in one question: another set of findings is another state."""
    off = select(func.coalesce(func.bit_xor(func.crc32(LessonOff.effect + LessonOff.level)), 0))
    query = select(
        func.count(),
        func.max(FindingRow.changed_at_utc),
        func.bit_xor(func.crc32(FindingRow.id)),
        off.where(LessonOff.user_id == bindparam("user_id")).scalar_subquery(),
    ).where(*_standing())
    return tuple(session.execute(query, {"user_id": user_id}).one())


_lessons: Remembered[tuple[Any, ...], Lessons] = Remembered(f"{__name__}._lessons", 200, 3)


def lessons_of(session: Session, user_id: UUID) -> Lessons:
    """What a photographer's settled shots teach together; worked out once until it changes."""
    state = (user_id, *_state(session, user_id))
    return _lessons.one(state, lambda: _read(session, user_id))


def _read(session: Session, user_id: UUID) -> Lessons:
    rows = findings_of(session, user_id)
    return Lessons(tuple(finding(row) for row in rows if row.is_on), lessons_off(session, user_id))


def finding(row: FindingRow) -> Finding:
    """A kept finding as the core reads it."""
    met = Met(row.shot_id, row.night_id, row.place_id, row.body_id, row.discipline, row.spot)
    return Finding(
        shot=str(row.shot_id),
        circumstance=met.circumstance,
        light=row.light,
        between=row.between,
        offset_stops=row.offset_stops,
        sigma_stops=row.sigma_stops,
        predicted_sigma_stops=row.predicted_sigma_stops,
        is_far=row.is_far,
    )


def lessons_off(session: Session, user_id: UUID) -> frozenset[Any]:
    rows = session.execute(
        select(LessonOff.effect, LessonOff.level).where(LessonOff.user_id == user_id)
    )
    return frozenset((effect, level) for effect, level in rows)


def switch_lesson(session: Session, user_id: UUID, effect: str, level: str, *, is_on: bool) -> None:
    """Whether a lesson may move predictions."""
    key = {"user_id": user_id, "effect": effect, "level": level}
    if is_on:
        session.execute(delete(LessonOff).filter_by(**key))
    else:
        session.execute(insert(LessonOff).values(**key).prefix_with("IGNORE"))


def keep_findings(
    session: Session,
    user: User,
    met: Met,
    found: Sequence[FoundLight],
    *,
    keeps_others: bool = False,
) -> None:
    """What a shot's takes tell now takes the place of what they told before; of lights they tell
    nothing of, nothing stays, but what the takes of another night taught.

    What was forgotten stays so; what is far counts only once somebody said so, and goes on
    counting until it is found elsewhere than before.
    """
    where = FindingRow.user_id == user.id, FindingRow.shot_id == met.shot_id
    kept = {row.part: row for row in session.scalars(select(FindingRow).where(*where))}
    for light in found:
        # one that was kept before its part was written down goes by its light
        row = kept.pop(light.part, None) or kept.pop(light.light, None)
        said = {**vars(light), **vars(met)}
        if row is not None and all(getattr(row, name) == value for name, value in said.items()):
            continue
        is_on = row.is_on if row and row.is_far == light.is_far else not light.is_far
        _put(session, user, row, {**said, "is_on": is_on})
    gone = [] if keeps_others else [row.id for row in kept.values()]
    session.execute(delete(FindingRow).where(FindingRow.id.in_(gone)))


def _put(session: Session, user: User, row: FindingRow | None, said: dict[str, Any]) -> None:
    """In one statement, whoever else tells it just now: two takes of a shot may arrive at once, and
    neither may be refused for what they teach."""
    said = {**said, "changed_at_utc": now_utc()}
    if row is not None:
        session.execute(update(FindingRow).where(FindingRow.id == row.id).values(**said))
        session.expire(row)
        return
    new = insert(FindingRow).values(
        id=new_id(), user_id=user.id, version=1, created_at_utc=now_utc(), **said
    )
    session.execute(new.on_duplicate_key_update(**said))


def confirm(session: Session, user: User, shot_id: UUID, part: str) -> FindingRow | None:
    """Reckon with what a shot found of a light, however far; None where it found nothing."""
    where = FindingRow.shot_id == shot_id, FindingRow.part == part
    row = next(iter(owned_rows(session, FindingRow, user.id, *where, deleted_too=True)), None)
    if row is not None:
        row.is_on, row.deleted_at_utc = True, None
        session.flush()
    return row


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


def forget_words(session: Session, user: User) -> None:
    """Begin anew with how sharply words are meant."""
    session.execute(delete(WordsHeard).where(WordsHeard.user_id == user.id))


def sharpness_of(session: Session, user: User) -> dict[UUID, tuple[float, ...]]:
    """What each shot's words tell, by shot."""
    rows = session.execute(
        select(WordsHeard.shot_id, WordsHeard.log_odds).where(WordsHeard.user_id == user.id)
    )
    return {shot_id: tuple(log_odds) for shot_id, log_odds in rows}


def sharpness_beside(heard: dict[UUID, tuple[float, ...]], shot_id: UUID) -> Sharpness:
    """How sharply words are meant, by every other shot: a shot's own are weighed in its chain."""
    return sharpness_from([odds for other, odds in heard.items() if other != shot_id])
