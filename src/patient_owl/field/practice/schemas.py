"""Practice nights on the wire. The hidden light is told when it is over, and not before."""

from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.advise.belief import Verdict
from patient_owl.journal.takes.schemas import VerdictOut
from patient_owl.planning.computed.schemas import TriedSettings
from patient_owl.planning.wire.rails import RailOut
from patient_owl.ports.fields import Key, RequestBody

MOST_FRAMES = 40
Seconds = Annotated[float, Field(ge=0, le=86_400)]


class PracticeSceneOut(BaseModel):
    """A scene there is. best: what came of the best attempt, empty before one."""

    key: str
    title: str
    brief: str
    level: int
    level_text: str
    minutes: int
    par: int
    best: str


class BeginIn(RequestBody):
    scenario: Key


class FrameIn(RequestBody):
    """opens_s: when the shutter is opened, after the scene began."""

    settings: TriedSettings
    opens_s: Seconds


class WordIn(RequestBody):
    """What is said of a frame."""

    number: Annotated[int, Field(ge=0, lt=MOST_FRAMES)]
    word: Verdict


class FinishIn(RequestBody):
    """kept: the frame that is the picture; None where there is none."""

    kept: Annotated[int, Field(ge=0, lt=MOST_FRAMES)] | None = None


class PracticeFrameOut(BaseModel):
    """lines, advised: what it came to, and what the app would have answered; once it is over."""

    number: int
    settings: str
    at_local: str
    histogram: list[int]
    reading: str
    word: Verdict | None
    lines: list[str]
    advised: list[str]


class AttemptOut(BaseModel):
    """An attempt. now_s: the earliest the next frame can be opened. rails: what can be set, with
    the posts that the level shows. passes_s: when what is waited for comes."""

    id: UUID
    scenario: str
    title: str
    brief: str
    ends: str
    level: int
    par: int
    lasts_s: float
    begins_local: str
    now_s: float
    passes_s: list[float]
    aspect: float
    sentence: str
    rails: list[RailOut]
    verdicts: list[VerdictOut]
    shows_histogram: bool
    frames: list[PracticeFrameOut]
    is_over: bool
    kept: int | None
    summary: list[str]
