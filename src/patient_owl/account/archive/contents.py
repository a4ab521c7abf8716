"""What an archive holds: which tables, in what order, and what a row of each must be."""

from collections.abc import Callable, Mapping
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError
from sqlalchemy import ColumnElement, Table, select

from patient_owl.core.advise.belief import SOFTNESSES_STOPS, Verdict
from patient_owl.core.advise.learned import Effect
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.reading import LEVELS
from patient_owl.core.kinds import RECIPES
from patient_owl.core.matching.clock import TimeFrom
from patient_owl.core.matching.sets import SetKind
from patient_owl.core.practice.scenes import SCENARIOS
from patient_owl.field.practice.schemas import MOST_FRAMES
from patient_owl.journal.photos.schemas import Pick, Rating, Tags
from patient_owl.journal.takes.schemas import TakeIn
from patient_owl.library.kit.schemas import KitItemIn
from patient_owl.library.places.schemas import PlaceIn
from patient_owl.library.readings.schemas import ReadingIn
from patient_owl.planning.nights.schemas import NightIn
from patient_owl.planning.shots.schemas import ShotIn
from patient_owl.platform.accounts.schemas import SpeechIn
from patient_owl.platform.storage.base import Base, table_of
from patient_owl.platform.storage.rows import row_schema
from patient_owl.platform.tables.kit import KitItem
from patient_owl.platform.tables.lessons import FindingRow, LessonOff, WordsHeard
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.packing import PackTick
from patient_owl.platform.tables.photos import Intake, Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.practice import PracticeAttempt
from patient_owl.platform.tables.readings import Reading
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take

FORMAT, VERSION = "patient-owl everything", 4
# Columns that came later: of the version named, and what a row of an earlier archive has there.
SINCE: Mapping[str, Mapping[str, tuple[int, Any]]] = {
    "kit_items": {"is_usual": (2, False)},
    "nights": {"is_template": (2, False)},
    "takes": {
        "role": (3, "frame"),
        "faults": (4, []),
        "spots": (4, {}),
        "set_exposure_s": (4, None),
        "meant_for_utc": (4, None),
    },
}
MANIFEST = "manifest.json"
# Every one before those that stand on it.
_MODELS: tuple[type[Base], ...] = (
    Place,
    KitItem,
    Night,
    Shot,
    Take,
    Intake,
    Photo,
    FindingRow,
    LessonOff,
    WordsHeard,
    PackTick,
    PracticeAttempt,
    Reading,
)
_TABLES: Mapping[str, Table] = {table_of(model).name: table_of(model) for model in _MODELS}
TABLES = tuple(_TABLES)
# Kept rows of bytes that go out as files of their own: by column, what they are called.
PICTURES: Mapping[str, str] = {"look": "look.jpg", "thumbnail": "thumbnail.jpg"}


def of_its_time(name: str, row: Any, version: int) -> Any:
    """A row of an archive with what its version did not know yet."""
    if not isinstance(row, dict):
        return row
    later = SINCE.get(name, {}).items()
    return {**{column: usual for column, (since, usual) in later if version < since}, **row}


def table(name: str) -> Table:
    """A table of an archive by its name."""
    return _TABLES[name]


def published_schema() -> dict[str, Any]:
    """JSON Schema of the manifest and of a line of every table, as it is published."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"{FORMAT}, version {VERSION}",
        "description": "A ZIP: manifest.json, tables/NAME.jsonl with a row a line, "
        "pictures/PHOTO/look.jpg and thumbnail.jpg, files/PHOTO where the file itself was kept.",
        "$defs": {
            "manifest": Manifest.model_json_schema(),
            **{name: row_schema(table(name)) for name in TABLES},
        },
    }


def owned_by(table: Table, user_id: Any) -> ColumnElement[bool]:
    """Rows of a table that are a user's: by themselves, or by the night they are of."""
    if "user_id" in table.c:
        of_user: ColumnElement[bool] = table.c.user_id == user_id
        return of_user
    return table.c.night_id.in_(select(Night.id).where(Night.user_id == user_id))


class _Lenient(BaseModel):
    model_config = ConfigDict(extra="ignore")


class _Photo(_Lenient):
    pick: Pick
    rating: Rating
    tags: Tags
    set_kind: SetKind
    told_by: TimeFrom | None
    histogram: Annotated[
        list[Annotated[int, Field(ge=0)]], Field(min_length=LEVELS, max_length=LEVELS)
    ]


class _Lesson(_Lenient):
    effect: Effect


_softnesses = len(SOFTNESSES_STOPS)


class _Words(_Lenient):
    log_odds: Annotated[
        list[Annotated[float, Field(ge=-100, le=100)]],
        Field(min_length=_softnesses, max_length=_softnesses),
    ]


class _Finding(_Lenient):
    discipline: str
    offset_stops: Annotated[float, Field(ge=-40, le=40)]
    sigma_stops: Annotated[float, Field(ge=0, le=40)]
    predicted_sigma_stops: Annotated[float, Field(gt=0, le=40)]


_Above = Annotated[float, Field(gt=0, le=1e7)]


class _Frame(_Lenient):
    """settings: time, aperture, ISO, and a filter in stops."""

    settings: tuple[_Above, _Above, _Above, Annotated[float, Field(ge=0, le=100)]]
    opens_s: Annotated[float, Field(ge=0, le=1e6)]
    word: Verdict | None


class _Attempt(_Lenient):
    frames: Annotated[list[_Frame], Field(max_length=MOST_FRAMES)]


class Account(_Lenient):
    """Whose it was: what the photographer settled on."""

    name: Annotated[str, Field(max_length=80)]
    schools: Annotated[dict[str, str], Field(max_length=100)]
    speech: SpeechIn = SpeechIn()


class Manifest(_Lenient):
    """The first file of an archive."""

    format: Literal["patient-owl everything"]
    version: int
    account: Account
    tables: dict[str, int]


_ROWS: Mapping[str, type[BaseModel]] = {
    "places": PlaceIn,
    "kit_items": KitItemIn,
    "nights": NightIn,
    "shots": ShotIn,
    "takes": TakeIn,
    "photos": _Photo,
    "findings": _Finding,
    "lessons_off": _Lesson,
    "words_heard": _Words,
    "practice_attempts": _Attempt,
    "readings": ReadingIn,
}


def check_row(name: str, row: Mapping[str, Any], where: str) -> None:
    """That a row is what the app could have written; WrongValue says where it is not."""
    model = _ROWS.get(name)
    if model is None:
        return
    asked = {key: value for key, value in row.items() if key in model.model_fields}
    try:
        TypeAdapter(model).validate_python(asked)
    except ValidationError as error:
        fault = error.errors()[0]
        field = ".".join(str(part) for part in fault["loc"])
        raise WrongValue(f"{where}, {field}", fault["msg"], str(fault["input"])[:60]) from error
    if name in _CHECKS:
        _CHECKS[name](row, where)


def _discipline(row: Mapping[str, Any], where: str) -> None:
    if row["discipline"] not in RECIPES:
        raise WrongValue(f"{where}, discipline", "a kind of picture known here", row["discipline"])


def _scenario(row: Mapping[str, Any], where: str) -> None:
    if row["scenario"] not in SCENARIOS:
        raise WrongValue(f"{where}, scenario", "a practice night known here", row["scenario"])


_CHECKS: Mapping[str, Callable[[Mapping[str, Any], str], None]] = {
    "shots": _discipline,
    "findings": _discipline,
    "practice_attempts": _scenario,
}
