"""What was learned, as sentences with the nights behind them, and how well predictions held."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from statistics import median
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.core.advise.learned import (
    EFFECTS,
    WORTH_TELLING_STOPS,
    Circumstance,
    Effect,
    Lessons,
    ShotLessons,
)
from patient_owl.core.advise.sharpness import sharpness_from
from patient_owl.library.lessons.schemas import (
    CalibrationOut,
    CalibrationPointOut,
    FindingOut,
    HeldOut,
    LearnedOut,
    LessonGroupOut,
    LessonOut,
)
from patient_owl.library.lessons.service import finding, findings_of, lessons_of, sharpness_of
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.kit import KitItem
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.places import Place
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.lessons import (
    EFFECT_TITLES,
    FAR,
    bias_text,
    finding_text,
    held_text,
    lesson_text,
    light_name,
    words_text,
)

TOLD: tuple[Effect, ...] = ("here", "spot", "source", "discipline", "body", "photographer")
AT_A_PLACE: tuple[Effect, ...] = ("here", "spot")
MOST_POINTS = 400  # the newest are drawn; more cannot be told apart


@dataclass(frozen=True)
class _Book:
    """Everything findings are told with. taught: with what is switched off too."""

    rows: list[FindingRow]
    lessons: Lessons
    taught: Lessons
    nights: dict[UUID, Night]
    places: dict[UUID, str]
    bodies: dict[UUID, str]


def _book(session: Session, user: User) -> _Book:
    def named(model: type[Place] | type[KitItem]) -> dict[UUID, str]:
        return {row.id: row.name for row in owned_rows(session, model, user.id, deleted_too=True)}

    lessons = lessons_of(session, user.id)
    return _Book(
        rows=findings_of(session, user.id),
        lessons=lessons,
        taught=replace(lessons, switched_off=frozenset()),
        nights={night.id: night for night in owned_rows(session, Night, user.id)},
        places=named(Place),
        bodies=named(KitItem),
    )


def learned_out(session: Session, user: User) -> LearnedOut:
    book = _book(session, user)
    heard = sharpness_of(session, user)
    groups = [
        LessonGroupOut(title=EFFECT_TITLES[effect], lessons=_lessons(book, effect))
        for effect in TOLD
    ]
    return LearnedOut(
        groups=[group for group in groups if group.lessons],
        words=words_text(sharpness_from(list(heard.values())), len(heard)),
        has_words=bool(heard),
    )


def learned_at(session: Session, user: User, place_id: UUID) -> list[LessonOut]:
    """What the findings at one place teach of its lights."""
    book = _book(session, user)
    here = [row for row in book.rows if row.place_id == place_id]
    return _lessons(replace(book, rows=here), "here")


def _lessons(book: _Book, effect: Effect) -> list[LessonOut]:
    """One a level, what moves predictions most first."""
    by_level: dict[str, list[FindingRow]] = defaultdict(list)
    for row in book.rows:
        level = finding(row).levels[effect]
        if level:
            by_level[level].append(row)
    lessons = [_lesson(book, effect, level, rows) for level, rows in by_level.items()]
    if effect not in AT_A_PLACE:
        # what comes along everywhere is a lesson only where it moves something
        lessons = [lesson for lesson in lessons if abs(lesson.offset_stops) >= WORTH_TELLING_STOPS]
    return sorted(lessons, key=lambda lesson: -abs(lesson.offset_stops))


def _lesson(book: _Book, effect: Effect, level: str, rows: Sequence[FindingRow]) -> LessonOut:
    newest = rows[-1]
    usual_sigma = median(row.predicted_sigma_stops for row in rows)
    asked = finding(newest)
    another_night = Circumstance(
        discipline=newest.discipline,
        body=str(newest.body_id),
        place=str(newest.place_id),
        night="another",
        spot=newest.spot if effect == "spot" else "",
    )
    levels = another_night.levels(asked.light, asked.between, "another")
    # of a place all that acts there is told; of what comes along everywhere its own share
    effects = EFFECTS if effect in AT_A_PLACE else (effect,)
    estimate = book.taught.estimate(levels, effects=effects)
    offset = estimate.mean * usual_sigma
    sigma = (
        min(estimate.sigma, 1.0) * usual_sigma
    )  # as it acts: never less sure than the prediction
    counted = {row.night_id for row in rows if row.is_on}
    return LessonOut(
        effect=effect,
        level=level,
        text=lesson_text(_about(book, effect, newest), offset, sigma, len(counted)),
        offset_stops=offset,
        sigma_stops=sigma,
        is_on=(effect, level) not in book.lessons.switched_off,
        findings=[finding_out(row, book.nights.get(row.night_id)) for row in reversed(rows)],
    )


def _about(book: _Book, effect: Effect, row: FindingRow) -> str:
    place = book.places.get(row.place_id, "a place")
    light = light_name(row.light, row.between)
    return {
        "here": f"{place}, {light}",
        "spot": f"{place}, {row.spot}, {light}",
        "source": f"{light_name(row.light)}, wherever you were",
        "discipline": DISCIPLINES[row.discipline].title,
        "body": book.bodies.get(row.body_id, "a camera"),
        "photographer": "all of it",
    }[effect]


def finding_out(row: FindingRow, night: Night | None) -> FindingOut:
    return FindingOut(
        id=row.id,
        text=finding_text(light_name(row.light, row.between), row.offset_stops, row.sigma_stops),
        note=FAR if row.is_far and not row.is_on else "",
        offset_stops=row.offset_stops,
        sigma_stops=row.sigma_stops,
        night_id=row.night_id,
        night_title=night.called if night else "",
        evening_date=night.evening_date if night else row.created_at_utc.date(),
        shot_id=row.shot_id,
        is_on=row.is_on,
    )


def calibration_out(session: Session, user: User) -> CalibrationOut:
    """Predicted against found, bare and as learned by every other shot."""
    book = _book(session, user)
    rows = [row for row in book.rows if row.predicted_ev100 is not None][-MOST_POINTS:]
    points = [_point(book, row, row.predicted_ev100 or 0.0) for row in rows]
    lights = sorted({point.light for point in points})
    return CalibrationOut(
        points=points,
        text=_held(point.is_held for point in points),
        learned_text=_held(point.is_held_learned for point in points),
        held=[
            HeldOut(
                light=light,
                name=light_name(light),
                text=_held(p.is_held for p in points if p.light == light),
                learned_text=_held(p.is_held_learned for p in points if p.light == light),
            )
            for light in lights
        ],
        places=_biases(book),
    )


def _point(book: _Book, row: FindingRow, predicted: float) -> CalibrationPointOut:
    out = finding(row)
    here = ShotLessons(book.lessons, out.circumstance, out.shot)
    sigma = row.predicted_sigma_stops
    expected = here.expected(row.light, row.between, sigma)
    offset = expected.offset_stops if expected else 0.0
    learned_sigma = min(expected.sigma_stops, sigma) if expected else sigma
    name = book.places.get(row.place_id, "a place")
    text = finding_text(light_name(row.light, row.between), row.offset_stops, row.sigma_stops)
    return CalibrationPointOut(
        text=f"{name}. {text}",
        shot_id=row.shot_id,
        light=row.light,
        predicted_ev100=predicted,
        predicted_sigma_stops=sigma,
        learned_ev100=predicted + offset,
        learned_sigma_stops=learned_sigma,
        found_ev100=predicted + row.offset_stops,
        found_sigma_stops=row.sigma_stops,
        is_held=abs(row.offset_stops) <= sigma,
        is_held_learned=abs(row.offset_stops - offset) <= learned_sigma,
    )


def _held(points: Iterable[bool]) -> str:
    all_points = list(points)
    return held_text(sum(all_points), len(all_points))


def _biases(book: _Book) -> list[str]:
    """The middle of what was found at each place, the place that is furthest off first."""
    by_place: dict[UUID, list[FindingRow]] = defaultdict(list)
    for row in book.rows:
        by_place[row.place_id].append(row)
    spreads = [
        (
            median(row.offset_stops for row in rows),
            book.places.get(place_id, "a place"),
            len(rows),
            len({row.night_id for row in rows}),
        )
        for place_id, rows in by_place.items()
    ]
    ordered = sorted(spreads, key=lambda entry: -abs(entry[0]))
    return [bias_text(name, offset, findings, nights) for offset, name, findings, nights in ordered]
