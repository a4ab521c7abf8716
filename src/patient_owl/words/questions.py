"""How questions and their choices are worded, schools included."""

from patient_owl.words.discipline import Question
from patient_owl.words.disciplines import OPTIONS, QUESTIONS
from patient_owl.words.scenes import BETWEEN_NAMES, SCENE_NAMES
from patient_owl.words.schools import SIDES, TITLES


def question_words(key: str) -> Question:
    """A question of a discipline; a school is asked by its title."""
    return Question(TITLES[key], "") if key in TITLES else QUESTIONS[key]


def option_text(option: str) -> str:
    """A choice as a form shows it."""
    if option in SIDES:
        return SIDES[option].name
    return SCENE_NAMES.get(option) or BETWEEN_NAMES.get(option) or OPTIONS[option]
