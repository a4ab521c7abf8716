"""What takes are looked for, as a question to the database."""

from datetime import date
from typing import Annotated, Any
from uuid import UUID

from pydantic import AfterValidator, BaseModel, Field
from sqlalchemy import ColumnElement, exists, func, or_, select

from patient_owl.journal.logbook.schemas import MOST_TAKES
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.ports.fields import plain_text

MOST_WORDS = 8


Seconds = Annotated[float | None, Field(ge=0, le=1e6)]
IsoValue = Annotated[float | None, Field(ge=0, le=1e7)]


class TakeQuery(BaseModel):
    """What takes are looked for; None and "" for any. words: each must be somewhere in what was
    written of the take, its pictures, its shot, its night or its place."""

    words: Annotated[str, Field(max_length=200), AfterValidator(plain_text)] = ""
    place_id: UUID | None = None
    discipline: Annotated[str, Field(max_length=40)] = ""
    body_id: UUID | None = None
    light: Annotated[str, Field(max_length=40)] = ""
    is_keeper: bool | None = None
    least_exposure_s: Seconds = None
    most_exposure_s: Seconds = None
    least_iso: IsoValue = None
    most_iso: IsoValue = None
    first_evening: date | None = None
    last_evening: date | None = None


class TakesPage(TakeQuery):
    limit: Annotated[int, Field(ge=1, le=MOST_TAKES)] = 60
    before: Annotated[str | None, Field(max_length=80, description="`next` of a page")] = None


def conditions(user: User, criteria: TakeQuery) -> list[ColumnElement[bool]]:
    where = [
        Take.user_id == user.id,
        Take.deleted_at_utc.is_(None),
        Shot.deleted_at_utc.is_(None),
        Night.deleted_at_utc.is_(None),
    ]
    where += [_says(word) for word in criteria.words.split()[:MOST_WORDS]]
    same: tuple[tuple[Any, Any], ...] = (
        (Night.place_id, criteria.place_id),
        (Shot.discipline, criteria.discipline),
        (Shot.body_id, criteria.body_id),
        (Take.is_keeper, criteria.is_keeper),
    )
    for column, value in same:
        if value not in (None, ""):
            where.append(column == value)
    between: tuple[tuple[Any, Any, Any], ...] = (
        (Take.exposure_s, criteria.least_exposure_s, criteria.most_exposure_s),
        (Take.iso, criteria.least_iso, criteria.most_iso),
        (Night.evening_date, criteria.first_evening, criteria.last_evening),
    )
    for column, least, most in between:
        if least is not None:
            where.append(column >= least)
        if most is not None:
            where.append(column <= most)
    if criteria.light:
        of_light = FindingRow.shot_id == Take.shot_id, FindingRow.light == criteria.light
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


def joined(*columns: Any) -> Any:
    """Takes with the shot, the night and the place they are of."""
    return (
        select(*columns)
        .select_from(Take)
        .join(Shot, Shot.id == Take.shot_id)
        .join(Night, Night.id == Shot.night_id)
        .join(Place, Place.id == Night.place_id)
    )
