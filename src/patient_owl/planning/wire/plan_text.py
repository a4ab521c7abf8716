"""A form drawn as prose, on the wire: sentences whose words can be changed."""

from collections.abc import Iterable, Sequence

from pydantic import BaseModel

from patient_owl.words.plan_text import Phrase
from patient_owl.words.quantities import begun


class PlanWordOut(BaseModel):
    """A word that can be changed, with what is said around it. key: the question it answers, None
    for words that only tell. is_set: somebody said so; else it is proposed. known: its ±, where it
    was measured, and known_by how."""

    before: str
    text: str
    after: str
    key: str | None
    is_set: bool
    known: str = ""
    known_by: str = ""


class PlanLineOut(BaseModel):
    """A sentence. part: whose questions it answers; "more" says what might be added."""

    part: str
    words: list[PlanWordOut]


def answered(said: Phrase, key: str | None, *, is_set: bool) -> PlanWordOut:
    """An answer among its words."""
    return word(said.before, said.text, key, said.after, is_set=is_set)


def word(
    before: str, text: str, key: str | None, after: str = "", *, is_set: bool = False
) -> PlanWordOut:
    return PlanWordOut(before=before, text=text, after=after, key=key, is_set=is_set)


def listed(words: Sequence[PlanWordOut]) -> Sequence[PlanWordOut]:
    """With commas between them."""
    for word in words[1:]:
        word.before = f", {word.before}"
    return words


def line(part: str, words: Iterable[PlanWordOut]) -> PlanLineOut:
    """As a sentence begins and ends."""
    joined = list(words)
    first = joined[0]
    if first.before:
        first.before = begun(first.before)
    else:
        first.text = begun(first.text)
    joined[-1].after += "."
    return PlanLineOut(part=part, words=joined)
