"""Limits in words: the flag of a post on a rail, and what it opens into."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from patient_owl.core.exposure.dials import Control
from patient_owl.core.limits.limit import Limit
from patient_owl.words.kinds import POSTS
from patient_owl.words.quantities import dial_time, f_number, filter_stops, iso, say
from patient_owl.words.sources import SOURCES

# how an exact value of each control is printed
EXACT_TEXTS: Mapping[Control, Callable[[float], str]] = {
    "exposure_s": dial_time,
    "f_number": f_number,
    "iso": iso,
    "nd_stops": filter_stops,
}


@dataclass(frozen=True)
class PostText:
    """A limit in words."""

    title: str
    value: str
    formula: str
    numbers: str
    argument: str
    source: str


def post_text(limit: Limit) -> PostText:
    words = POSTS[limit.code]
    return PostText(
        title=say(words.title, limit.quantities),
        value=EXACT_TEXTS[limit.control](limit.value),
        formula=say(words.formula, limit.quantities),
        numbers=say(words.numbers, limit.quantities),
        argument=words.argument,
        source=SOURCES[limit.source],
    )


def title_of(code: str) -> str:
    """A limit's flag without its quantities."""
    return POSTS[code].title.replace("{look} ", "look ")
