"""The told plan on the wire: what was decided about a shot, as prose whose words can be changed."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any, NamedTuple, Self

from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.plan.types import InputSpec
from patient_owl.library.places.zones import zone
from patient_owl.library.readings.service import known_to, readings_out
from patient_owl.planning.shots.schemas import ShotIn, StandInIn
from patient_owl.planning.wire.plan_text import (
    PlanLineOut,
    PlanWordOut,
    answered,
    line,
    listed,
    word,
)
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.readings import Reading
from patient_owl.words import computed as computed_words
from patient_owl.words import shot as shot_words
from patient_owl.words.instruments import known_text
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.plan_text import (
    A_STAND_IN,
    FRAME,
    MORE,
    STAND_IN,
    TELLS_ONLY,
    Phrase,
    foot_text,
    moment_text,
    tilt_text,
    told,
    view_text,
)
from patient_owl.words.questions import option_text, question_words


class With(NamedTuple):
    """What a shot is taken with, by name."""

    body: str
    lens: str
    is_zoom: bool


def told_out(
    shot: ShotIn, planned: PlannedShot, night: Night, taken: With, schools: Mapping[str, str]
) -> list[PlanLineOut]:
    asked = [_AskedQuestion.of(spec, planned, schools) for spec in planned.recipe.inputs]
    said = [question for question in asked if question.is_said]
    more = [word("", question.open, question.key) for question in asked if question.is_open]
    lines = [
        line("frame", _frame(shot, planned, night, taken)),
        line("picture", _picture(planned, said)),
    ]
    if shot.stand_in:
        lines.append(line("stand_in", _stand_in(shot.stand_in)))
    else:
        more.append(word("", A_STAND_IN, "stand_in"))
    if not more:
        return lines
    more[0].before = MORE
    return [*lines, line("more", listed(more))]


def say_known(
    lines: Iterable[PlanLineOut], shot: ShotIn, readings: Sequence[Reading], place: Place
) -> None:
    """Beside each answer that was measured, its ±. readings: latest first."""
    stand_in = shot.stand_in.model_dump() if shot.stand_in else {}
    for shown in lines:
        for told_word in shown.words:
            key = told_word.key or ""
            if shown.part == "stand_in":
                answer, key = stand_in.get(key), f"stand_in.{key}"
            else:
                answer = shot.inputs.get(key, getattr(shot, key, None))
            reading = known_to(readings, key, answer)
            if reading is not None:
                [out] = readings_out([reading], place)
                told_word.known = known_text(out.figures[key].sd, key)
                told_word.known_by = f"Measured at {out.made_at_local}. {out.text}."


class _AskedQuestion(NamedTuple):
    """A question of the discipline with its answer. open: what an answer would add."""

    key: str
    told: Phrase
    open: str
    is_asked: bool
    is_set: bool

    @classmethod
    def of(cls, spec: InputSpec, planned: PlannedShot, schools: Mapping[str, str]) -> Self:
        answers, words = planned.intent.inputs, question_words(spec.key)
        value = answers[spec.key]
        shown = option_text(str(value), spec.key) if spec.kind == "choice" else value
        usual = schools.get(spec.key, spec.default) if spec.is_school else spec.default
        return cls(
            spec.key,
            Phrase("", "", "") if value is None else told(words.told, shown),
            words.open,
            spec.is_asked(answers),
            value != usual,
        )

    @property
    def is_said(self) -> bool:
        return self.is_asked and (self.is_set or not self.open)

    @property
    def is_open(self) -> bool:
        return self.is_asked and not self.is_said


def _frame(shot: ShotIn, planned: PlannedShot, night: Night, taken: With) -> Iterable[PlanWordOut]:
    values: dict[str, Any] = {
        "at_utc": moment_text(shot.at_utc, zone(night.place.time_zone)),
        "place": night.place.name,
        "lens_id": taken.lens,
        "focal_length_mm": planned.kit.lens.focal_length_mm,
        "body_id": taken.body,
        "bearing_true_deg": shot.bearing_true_deg,
        "tilt_deg": tilt_text(shot.tilt_deg),
        "orientation": shot_words.OPTIONS[shot.orientation],
        "view": view_text(*planned.view_deg),
    }
    if not taken.is_zoom:
        del values["focal_length_mm"]
    for key, value in values.items():
        yield answered(told(FRAME[key], value), None if key in TELLS_ONLY else key, is_set=True)


def _picture(planned: PlannedShot, said: Iterable[_AskedQuestion]) -> Iterable[PlanWordOut]:
    yield word("", DISCIPLINES[planned.recipe.key].title, "discipline", ":", is_set=True)
    yield word(" ", "", None)
    yield from listed(
        [answered(question.told, question.key, is_set=question.is_set) for question in said]
    )


def _stand_in(stand_in: StandInIn) -> Iterable[PlanWordOut]:
    values: dict[str, Any] = {
        **stand_in.model_dump(),
        "shape": computed_words.SHAPES[stand_in.shape],
        "base_m": foot_text(stand_in.base_m),
    }
    for key, template in STAND_IN.items():
        yield answered(told(template, values[key]), key, is_set=True)
