"""What was learned, on the wire."""

from datetime import date
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from patient_owl.core.advise.learned import Effect
from patient_owl.ports.fields import RequestBody, like


class FindingOut(BaseModel):
    """How far one shot found one light from its prediction. note: why it does not count yet."""

    id: UUID
    text: str
    note: str
    offset_stops: float
    sigma_stops: float
    night_id: UUID
    night_title: str
    evening_date: date
    shot_id: UUID
    is_on: bool


class LessonOut(BaseModel):
    """What several findings teach together, by what they share."""

    effect: Effect
    level: str
    text: str
    offset_stops: float
    sigma_stops: float
    is_on: bool
    findings: list[FindingOut]


class LessonGroupOut(BaseModel):
    title: str
    lessons: list[LessonOut]


class LearnedOut(BaseModel):
    """words: how sharply this photographer's are meant, in a sentence."""

    groups: list[LessonGroupOut]
    words: str
    has_words: bool


class CalibrationPointOut(BaseModel):
    """A light of a settled shot: what was predicted, with its ±, and what was found. [EV100, stops]
    learned_*: with what every other shot teaches reckoned in. is_held: found within the ±."""

    text: str
    shot_id: UUID
    light: str
    predicted_ev100: float
    predicted_sigma_stops: float
    learned_ev100: float
    learned_sigma_stops: float
    found_ev100: float
    found_sigma_stops: float
    is_held: bool
    is_held_learned: bool


class HeldOut(BaseModel):
    """How often the ± held for one source of light: bare, and as learned."""

    light: str
    name: str
    text: str
    learned_text: str


class CalibrationOut(BaseModel):
    """Predicted against found."""

    points: list[CalibrationPointOut]
    text: str
    learned_text: str
    held: list[HeldOut]
    places: list[str]


class SwitchIn(RequestBody):
    """Whether a lesson may move predictions."""

    model_config = ConfigDict(extra="forbid") | like(effect="source", level="natural", is_on=False)

    effect: Effect
    level: str = Field(min_length=1, max_length=240)
    is_on: bool


class FindingSwitchIn(RequestBody):
    """Whether a finding counts."""

    model_config = ConfigDict(extra="forbid") | like(is_on=True)

    is_on: bool
