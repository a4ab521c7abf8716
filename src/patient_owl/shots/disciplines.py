"""Every discipline with its questions, worded."""

import math
from collections.abc import Mapping

from patient_owl.core.disciplines import RECIPES
from patient_owl.core.plan.types import InputSpec
from patient_owl.questions import OptionOut, QuestionKind, QuestionOut, question_of
from patient_owl.shots.lights import light_kinds_out
from patient_owl.shots.schemas import DisciplineOut, DisciplinesOut, ShotIn, StandInIn
from patient_owl.shots.strokes import stroke_questions
from patient_owl.words import computed as computed_words
from patient_owl.words import shot as shot_words
from patient_owl.words.disciplines import DISCIPLINES
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
        shot=[
            question_of(
                key,
                ShotIn.model_fields[key],
                words,
                shot_words.OPTIONS,
                _KINDS.get(key),
                _KIT_KINDS.get(key, ()),
            )
            for key, words in shot_words.QUESTIONS.items()
        ],
        disciplines=_disciplines(schools),
        lights=light_kinds_out(),
        strokes=stroke_questions(),
        stand_in=[
            question_of(key, StandInIn.model_fields[key], words, computed_words.SHAPES)
            for key, words in computed_words.STAND_IN.items()
        ],
    )


def _disciplines(schools: Mapping[str, str]) -> list[DisciplineOut]:
    return [
        DisciplineOut(
            key=recipe.key,
            title=DISCIPLINES[recipe.key].title,
            aim=DISCIPLINES[recipe.key].aim,
            questions=[_question_out(spec, schools) for spec in recipe.inputs],
        )
        for recipe in sorted(RECIPES.values(), key=lambda recipe: recipe.order)
    ]


def _question_out(spec: InputSpec, schools: Mapping[str, str]) -> QuestionOut:
    words = question_words(spec.key)
    return QuestionOut(
        key=spec.key,
        kind=spec.kind,
        label=words.label,
        help=words.help,
        unit=spec.unit,
        default=schools.get(spec.key, spec.default) if spec.is_school else spec.default,
        is_optional=spec.default is None,
        is_school=spec.is_school,
        least=spec.least if math.isfinite(spec.least) else None,
        most=spec.most if math.isfinite(spec.most) else None,
        step=spec.step,
        options=[
            OptionOut(key=o, label=option_text(o), help=SIDES[o].argument if o in SIDES else "")
            for o in spec.options
        ],
        only_if_key=spec.only_if[0] if spec.only_if else None,
        only_if_options=list(spec.only_if[1]) if spec.only_if else [],
    )
