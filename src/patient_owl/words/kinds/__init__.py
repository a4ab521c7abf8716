"""One file a discipline: all it asks and says. What several share stands in _shared.py.

Every module here offers WORDS; a code that two of them word is refused at the start.
"""

import importlib
import pkgutil
from collections.abc import Mapping
from types import MappingProxyType
from typing import TypeVar

from patient_owl.words.kind import PostWords, Question, SceneWords, Words
from patient_owl.words.quantities import name_lights

T = TypeVar("T")

_ALL: tuple[Words, ...] = tuple(
    importlib.import_module(f"{__name__}.{module.name}").WORDS
    for module in pkgutil.iter_modules(__path__)
)


def _merged(of: str, kind: type[T]) -> Mapping[str, T]:  # noqa: ARG001  it names what is inside
    merged: dict[str, T] = {}
    for words in _ALL:
        for code, text in getattr(words, of).items():
            if code in merged:
                raise ValueError(f"{of}: {code} is worded twice")
            merged[code] = text
    return MappingProxyType(merged)


DISCIPLINES: Mapping[str, Words] = MappingProxyType({w.key: w for w in _ALL if w.key})
QUESTIONS = _merged("questions", Question)
OPTIONS = _merged("options", str)
REASONS = _merged("reasons", str)
STEPS = _merged("steps", str)
MISTAKES = _merged("mistakes", str)
CAUTIONS = _merged("cautions", str)
CUES = _merged("cues", str)
POSTS = _merged("posts", PostWords)
SOURCES = _merged("sources", str)
DRAWN = _merged("drawn", str)
PACKS = _merged("packs", str)
SCENES = _merged("scenes", SceneWords)
name_lights(_merged("lights", str))
