"""Takes found by words and by what they were made of."""

import math
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime
from typing import Any, NamedTuple, Self
from uuid import UUID

from sqlalchemy import ColumnElement, Integer, and_, exists, func, or_, select
from sqlalchemy.orm import Session, aliased

from patient_owl.accounts.models import User
from patient_owl.core.advise.keeping import (
    EXPOSURE_BANDS,
    ISO_BANDS,
    Band,
    Kept,
    band_of,
    telling,
    worth_practising,
)
from patient_owl.core.errors import WrongValue
from patient_owl.kit.models import KitItem
from patient_owl.learned.models import FindingRow
from patient_owl.logbook.schemas import (
    BandOut,
    ChoiceOut,
    FigureOut,
    FiguresOut,
    FoundTakesOut,
    LogbookChoicesOut,
    PractiseOut,
    TakeLineOut,
    UnfinishedOut,
)
from patient_owl.nights.models import Night
from patient_owl.pictures.models import Photo
from patient_owl.places.models import Place
from patient_owl.places.zones import zone
from patient_owl.shots.models import Shot
from patient_owl.takes.models import Take
from patient_owl.words.chain import seen_text
from patient_owl.words.disciplines import DISCIPLINES
from patient_owl.words.learned import light_name
from patient_owl.words.logbook import (
    GROUPS,
    found_text,
    kept_text,
    practise_text,
    unfinished_text,
)
from patient_owl.words.night import clock
from patient_owl.words.pictures import photo_settings_text

MOST_WORDS = 8
MOST_FIGURES = 8
MOST_UNFINISHED = 100


_KEPT = func.coalesce(func.sum(Take.is_keeper, type_=Integer), 0)


@dataclass(frozen=True)
class Wish:
    """What takes are looked for; None and "" for any. words: each must be somewhere in what was
    written of the take, its pictures, its shot, its night or its place."""

    words: str = ""
    place_id: UUID | None = None
    discipline: str = ""
    body_id: UUID | None = None
    light: str = ""
    is_keeper: bool | None = None
    least_exposure_s: float | None = None
    most_exposure_s: float | None = None
    least_iso: float | None = None
    most_iso: float | None = None
    first_evening: date | None = None
    last_evening: date | None = None


class Cursor(NamedTuple):
    """The last take of a page; the next one goes on behind it."""

    started_at_utc: datetime
    take_id: UUID

    @classmethod
    def read(cls, text: str) -> Self:
        moment, _, take_id = text.partition("_")
        try:
            return cls(datetime.fromisoformat(moment).replace(tzinfo=UTC), UUID(take_id))
        except ValueError as error:
            raise WrongValue("before", "what the page before it said", text) from error

    def __str__(self) -> str:
        return f"{self.started_at_utc.replace(tzinfo=None).isoformat()}_{self.take_id}"


def _where(user: User, wish: Wish) -> list[ColumnElement[bool]]:
    where = [
        Take.user_id == user.id,
        Take.deleted_at_utc.is_(None),
        Shot.deleted_at_utc.is_(None),
        Night.deleted_at_utc.is_(None),
    ]
    where += [_says(word) for word in wish.words.split()[:MOST_WORDS]]
    same: tuple[tuple[Any, Any], ...] = (
        (Night.place_id, wish.place_id),
        (Shot.discipline, wish.discipline),
        (Shot.body_id, wish.body_id),
        (Take.is_keeper, wish.is_keeper),
    )
    for column, value in same:
        if value not in (None, ""):
            where.append(column == value)
    between: tuple[tuple[Any, Any, Any], ...] = (
        (Take.exposure_s, wish.least_exposure_s, wish.most_exposure_s),
        (Take.iso, wish.least_iso, wish.most_iso),
        (Night.evening_date, wish.first_evening, wish.last_evening),
    )
    for column, least, most in between:
        if least is not None:
            where.append(column >= least)
        if most is not None:
            where.append(column <= most)
    if wish.light:
        of_light = FindingRow.shot_id == Take.shot_id, FindingRow.light == wish.light
        where.append(exists().where(*of_light, FindingRow.deleted_at_utc.is_(None)))
    return where


def _says(word: str) -> ColumnElement[bool]:
    """Somewhere in what was written; a word's percent sign is one."""
    written = (
        Shot.title, Shot.notes, Night.title, Night.notes, Place.name, Take.note, Shot.discipline,
    )  # fmt: skip
    of_photos = exists().where(
        Photo.take_id == Take.id,
        Photo.deleted_at_utc.is_(None),
        or_(
            Photo.note.contains(word, autoescape=True),
            func.json_search(Photo.tags, "one", func.concat("%", _escaped(word), "%")).is_not(None),
            Photo.file_name.contains(word, autoescape=True),
        ),
    )
    return or_(*(column.contains(word, autoescape=True) for column in written), of_photos)


def _escaped(word: str) -> str:
    return word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")


def _joined(*columns: Any) -> Any:
    """Takes with the shot, the night and the place they are of."""
    return (
        select(*columns)
        .select_from(Take)
        .join(Shot, Shot.id == Take.shot_id)
        .join(Night, Night.id == Shot.night_id)
        .join(Place, Place.id == Night.place_id)
    )


def find_takes(
    session: Session, user: User, wish: Wish, limit: int, before: Cursor | None
) -> FoundTakesOut:
    """The latest first."""
    where = _where(user, wish)
    if before is not None:
        at_once = and_(Take.started_at_utc == before.started_at_utc, Take.id < before.take_id)
        where.append(or_(Take.started_at_utc < before.started_at_utc, at_once))
    query = (
        _joined(Take, Shot.title, Shot.discipline, Night, Place.name, Place.time_zone)
        .where(*where)
        .order_by(Take.started_at_utc.desc(), Take.id.desc())
        .limit(limit + 1)
        # in the order of its index, so that a page is read and not all of them sorted
        .prefix_with("STRAIGHT_JOIN")
    )
    rows = session.execute(query).all()
    shown = rows[:limit]
    photos = _photos(session, [row[0].id for row in shown])
    last = shown[-1][0] if len(rows) > limit else None
    return FoundTakesOut(
        takes=[_line(row, photos.get(row[0].id, [])) for row in shown],
        next=str(Cursor(last.started_at_utc, last.id)) if last else None,
    )


def _photos(session: Session, take_ids: Sequence[UUID]) -> dict[UUID, list[Any]]:
    query = select(Photo.take_id, Photo.id, Photo.rating, Photo.tags, Photo.pick).where(
        Photo.take_id.in_(take_ids), Photo.deleted_at_utc.is_(None)
    )
    found: dict[UUID, list[Any]] = defaultdict(list)
    for row in session.execute(query.order_by(Photo.is_best.desc(), Photo.id)):
        found[row.take_id].append(row)
    return found


def _line(row: Any, photos: Sequence[Any]) -> TakeLineOut:
    take, title, discipline, night, place_name, time_zone = row
    return TakeLineOut(
        id=take.id,
        shot_id=take.shot_id,
        shot_title=title,
        discipline=DISCIPLINES[discipline].title,
        night_id=night.id,
        night_title=night.title or place_name,
        evening_date=night.evening_date,
        place_id=night.place_id,
        place_name=place_name,
        started_at_utc=take.started_at_utc,
        started_local=clock(take.started_at_utc, zone(time_zone)),
        settings=photo_settings_text(take.exposure_s, take.f_number, take.iso),
        words=seen_text(take.verdicts),
        is_keeper=take.is_keeper,
        note=take.note,
        photo_id=photos[0].id if photos else None,
        rating=max((photo.rating for photo in photos), default=0),
        tags=list(dict.fromkeys(tag for photo in photos for tag in photo.tags)),
    )


def figures_of(session: Session, user: User, wish: Wish) -> FiguresOut:
    """What was kept more or less often than the rest, of all takes a wish finds."""
    query = _joined(
        Take.shot_id, Take.exposure_s, Take.iso, Take.is_keeper, Shot.discipline, Place.name
    ).where(*_where(user, wish))
    rows = session.execute(query.order_by(Take.started_at_utc)).all()
    takes, kept = Counter[str](), Counter[str]()
    kinds_takes, kinds_kept = Counter[str](), Counter[str]()
    seen: set[UUID] = set()
    for row in rows:
        kind = DISCIPLINES[row.discipline].title
        band = GROUPS[band_of(row.exposure_s, EXPOSURE_BANDS)]
        order = "later_take" if row.shot_id in seen else "first_take"
        seen.add(row.shot_id)
        groups = (
            kind,
            f"{kind}, {band}",
            GROUPS[band_of(row.iso, ISO_BANDS)],
            row.name,
            GROUPS[order],
        )
        takes.update(groups)
        kinds_takes[row.discipline] += 1
        if row.is_keeper:
            kept.update(groups)
            kinds_kept[row.discipline] += 1
    whole = Kept("", sum(row.is_keeper for row in rows), len(rows))
    told = telling((Kept(what, kept[what], count) for what, count in takes.items()), whole)
    return FiguresOut(
        text=found_text(whole.takes, whole.kept),
        figures=[
            FigureOut(text=kept_text(one.what, one.kept, one.takes), kept=one.kept, takes=one.takes)
            for one in _each_once(told)[:MOST_FIGURES]
        ],
        practise=[
            PractiseOut(
                text=practise_text(DISCIPLINES[key].title, kinds_kept[key], count), discipline=key
            )
            for key, count in kinds_takes.items()
            if worth_practising(Kept(key, kinds_kept[key], count))
        ],
    )


def _each_once(groups: Sequence[Kept]) -> list[Kept]:
    """A kind and its only band are the same takes told twice: the surest way of it stays."""
    seen: set[tuple[str, int, int]] = set()
    found = []
    for group in groups:
        same = (group.what.split(",")[0], group.kept, group.takes)
        if same not in seen:
            seen.add(same)
            found.append(group)
    return found


def choices_of(session: Session, user: User) -> LogbookChoicesOut:
    """What there are takes of."""
    where = _where(user, Wish())
    body = aliased(KitItem)
    places = session.execute(_joined(Place.id, Place.name).where(*where).distinct()).all()
    kinds = session.scalars(_joined(Shot.discipline).where(*where).distinct()).all()
    bodies = session.execute(
        _joined(body.id, body.name).join(body, body.id == Shot.body_id).where(*where).distinct()
    ).all()
    lights = session.scalars(
        select(FindingRow.light)
        .where(FindingRow.user_id == user.id, FindingRow.deleted_at_utc.is_(None))
        .distinct()
    ).all()
    return LogbookChoicesOut(
        places=_named((str(row.id), row.name) for row in places),
        disciplines=_named((key, DISCIPLINES[key].title) for key in kinds),
        bodies=_named((str(row.id), row.name) for row in bodies),
        lights=_named((key, light_name(key)) for key in lights),
        exposures_s=_bands(EXPOSURE_BANDS),
        isos=_bands(ISO_BANDS),
    )


def _bands(bands: Sequence[Band]) -> list[BandOut]:
    return [
        BandOut(
            name=GROUPS[band.code],
            least=band.least,
            most=None if math.isinf(band.most) else band.most,
        )
        for band in bands
    ]


def _named(pairs: Any) -> list[ChoiceOut]:
    return [ChoiceOut(key=key, name=name) for key, name in sorted(pairs, key=lambda one: one[1])]


def unfinished_of(session: Session, user: User, today: date) -> list[UnfinishedOut]:
    """Shots of nights that are over, without a take that was kept; the latest first."""
    takes = func.count(Take.id)
    is_there = and_(Take.shot_id == Shot.id, Take.deleted_at_utc.is_(None))
    query = (
        select(Shot.id, Shot.title, Night, Place.name, takes)
        .join(Night, Night.id == Shot.night_id)
        .join(Place, Place.id == Night.place_id)
        .outerjoin(Take, is_there)
        .where(
            Shot.user_id == user.id,
            Shot.deleted_at_utc.is_(None),
            Night.deleted_at_utc.is_(None),
            Night.evening_date < today,
        )
        .group_by(Shot.id)
        .having(_KEPT == 0)
        .order_by(Night.evening_date.desc(), Shot.at_utc)
        .limit(MOST_UNFINISHED)
    )
    return [
        UnfinishedOut(
            shot_id=shot_id,
            title=title,
            night_id=night.id,
            night_title=night.title or place_name,
            evening_date=night.evening_date,
            place_id=night.place_id,
            text=unfinished_text(count),
        )
        for shot_id, title, night, place_name, count in session.execute(query)
    ]
