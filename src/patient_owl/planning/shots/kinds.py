"""Every discipline with its questions, worded."""

import math
from collections.abc import Mapping

from patient_owl.core.kinds import RECIPES
from patient_owl.core.plan.types import InputSpec, Recipe
from patient_owl.planning.shots.lights import light_kinds_out
from patient_owl.planning.shots.schemas import DisciplineOut, DisciplinesOut, ShotIn, StandInIn
from patient_owl.planning.shots.strokes import stroke_questions
from patient_owl.platform.questions import OptionOut, QuestionKind, QuestionOut, asked, question_of
from patient_owl.words import computed as computed_words
from patient_owl.words import shot as shot_words
from patient_owl.words.field_words import FieldWords
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.questions import option_text, question_words
from patient_owl.words.schools import SIDES

_KINDS: Mapping[str, QuestionKind] = {
    "title": "text",
    "at_utc": "moment",
    "body_id": "kit_item",
    "lens_id": "kit_item",
}
_KIT_KINDS = {"body_id": ("body", "film_back"), "lens_id": ("lens",)}


def disciplines_out(schools: Mapping[str, str]) -> DisciplinesOut:
    """The kinds of picture; schools the photographer picked are the defaults."""
    return DisciplinesOut(
        shot=[_of_every_shot(key, words) for key, words in shot_words.QUESTIONS.items()],
        disciplines=_disciplines(schools),
        lights=light_kinds_out(),
        strokes=stroke_questions(),
        stand_in=[
            question_of(key, StandInIn.model_fields[key], words, computed_words.SHAPES)
            for key, words in computed_words.STAND_IN.items()
        ],
    )


def _of_every_shot(key: str, words: FieldWords) -> QuestionOut:
    if key == "discipline":
        kinds = [
            OptionOut(key=r.key, label=DISCIPLINES[r.key].title, help=DISCIPLINES[r.key].aim)
            for r in _in_order()
        ]
        return asked(key, "choice", words.label, options=kinds)
    field, kind = ShotIn.model_fields[key], _KINDS.get(key)
    return question_of(key, field, words, shot_words.OPTIONS, kind, _KIT_KINDS.get(key, ()))


def _in_order() -> list[Recipe]:
    return sorted(RECIPES.values(), key=lambda recipe: recipe.order)


def _disciplines(schools: Mapping[str, str]) -> list[DisciplineOut]:
    return [
        DisciplineOut(
            key=recipe.key,
            title=DISCIPLINES[recipe.key].title,
            aim=DISCIPLINES[recipe.key].aim,
            questions=[_question_out(spec, schools) for spec in recipe.inputs],
        )
        for recipe in _in_order()
    ]


def _question_out(spec: InputSpec, schools: Mapping[str, str]) -> QuestionOut:
    words = question_words(spec.key)
    return asked(
        spec.key,
        spec.kind,
        words.label,
        spec.unit,
        help=words.help,
        default=schools.get(spec.key, spec.default) if spec.is_school else spec.default,
        is_optional=spec.default is None,
        is_school=spec.is_school,
        least=spec.least if math.isfinite(spec.least) else None,
        most=spec.most if math.isfinite(spec.most) else None,
        step=spec.step,
        options=[
            OptionOut(
                key=o, label=option_text(o, spec.key), help=SIDES[o].argument if o in SIDES else ""
            )
            for o in spec.options
        ],
    )
