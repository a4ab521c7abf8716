"""Everything a discipline says: its name, its questions, its reasons, its steps, its posts."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import NamedTuple


class Question(NamedTuple):
    """A label and at most two lines of help; and as the told plan has it.

    told: a template with the answer as `value`. open: what an answer would add, for a question
    that may stay open or asks after something that is usually not there.
    """

    label: str
    help: str
    told: str
    open: str = ""


@dataclass(frozen=True)
class PostWords:
    """A post on a rail: flag text, and what it opens into."""

    title: str
    formula: str
    numbers: str
    argument: str


class SceneWords(NamedTuple):
    """title; brief: what is there and wanted; ends: what ends it."""

    title: str
    brief: str
    ends: str


@dataclass(frozen=True)
class Words:
    """Words by code, as the recipe of the same key uses them.

    options: of its choices. reasons: templates filled with a reason's quantities. posts: limits on
    the rails. cues: what is said while the shutter is open. lights: of
    its own, in a sentence; sources: what makes them, in a lesson; drawn: what of it a computed
    picture shows. packs: what goes into the bag for it alone. scenes: to practise on.
    """

    key: str
    title: str
    aim: str
    questions: Mapping[str, Question] = field(default_factory=dict)
    options: Mapping[str, str] = field(default_factory=dict)
    reasons: Mapping[str, str] = field(default_factory=dict)
    steps: Mapping[str, str] = field(default_factory=dict)
    mistakes: Mapping[str, str] = field(default_factory=dict)
    cautions: Mapping[str, str] = field(default_factory=dict)
    cues: Mapping[str, str] = field(default_factory=dict)
    posts: Mapping[str, PostWords] = field(default_factory=dict)
    lights: Mapping[str, str] = field(default_factory=dict)
    sources: Mapping[str, str] = field(default_factory=dict)
    drawn: Mapping[str, str] = field(default_factory=dict)
    packs: Mapping[str, str] = field(default_factory=dict)
    scenes: Mapping[str, SceneWords] = field(default_factory=dict)
