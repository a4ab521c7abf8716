"""How questions and their choices are worded, schools included."""

from patient_owl.core.motion.subject import WATER_SPEEDS_M_S
from patient_owl.words.kind import Question
from patient_owl.words.kinds import DISCIPLINES, OPTIONS, QUESTIONS
from patient_owl.words.quantities import say
from patient_owl.words.scenes import BETWEEN_NAMES, SCENE_NAMES
from patient_owl.words.schools import SIDES, TITLES, TOLD


def discipline_title(key: str) -> str:
    """What a shot of a kind is called until somebody says; a kind nobody knows is refused later."""
    return DISCIPLINES[key].title if key in DISCIPLINES else key


def question_words(key: str) -> Question:
    """A question of a discipline; a school is asked by its title."""
    return Question(TITLES[key], "", TOLD[key]) if key in TITLES else QUESTIONS[key]


def option_text(option: str, of: str = "") -> str:
    """A choice as a form shows it, of the question named."""
    if option in SIDES:
        return SIDES[option].name
    if of == "between":  # leaves shade a subject, and stir in a picture
        return BETWEEN_NAMES[option]
    text = SCENE_NAMES.get(option) or OPTIONS[option]
    return say(text, {"speed_m_s": WATER_SPEEDS_M_S.get(option)})
