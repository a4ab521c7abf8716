"""Every kind of picture is worded, or the program does not start."""

from collections.abc import Callable, Iterator, Mapping

from patient_owl.core.kinds import KINDS, Kind
from patient_owl.words.kinds import DISCIPLINES, SCENES
from patient_owl.words.packing import PACK_NAMES
from patient_owl.words.questions import option_text, question_words


def check_kinds(kinds: Mapping[str, Kind] = KINDS) -> None:
    """ValueError that names, in one sentence, every piece of every kind that has no words."""
    unworded = [f"{key}: {piece}" for key, kind in kinds.items() for piece in _unworded(kind)]
    if unworded:
        raise ValueError(f"These have no words: {', '.join(unworded)}.")


def _unworded(kind: Kind) -> Iterator[str]:
    recipe = kind.recipe
    if recipe.key not in DISCIPLINES:
        yield f"words/kinds/{recipe.key}.py"
    for question in recipe.inputs:
        if not _is_worded(question_words, question.key):
            yield f"question {question.key}"
        for option in question.options:
            if not _is_worded(option_text, option, question.key):
                yield f"option {option}"
    yield from (f"scene {scene.key}" for scene in kind.scenes if scene.key not in SCENES)
    yield from (f"pack {code}" for code in recipe.packs if code not in PACK_NAMES)


def _is_worded(word: Callable[..., object], *keys: str) -> bool:
    try:
        word(*keys)
    except KeyError:
        return False
    return True
