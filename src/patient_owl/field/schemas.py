"""Everything a phone needs at a spot without signal, worked out beforehand by the core."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.advise.advice import Verdict
from patient_owl.core.exposure.dials import Control
from patient_owl.shots.schemas import LineOut
from patient_owl.takes.schemas import VerdictOut


class FieldSettingOut(BaseModel):
    """A setting as the field shows it: the numbers apart, and what the shutter runs."""

    text: str
    time: str
    aperture: str
    iso: str
    filter: str
    values: dict[Control, float]
    is_bulb: bool


class CueOut(BaseModel):
    """What the performer or the hand does, so many seconds after opening."""

    at_s: float
    text: str


class AnswerOut(BaseModel):
    """What a word leads to: the next setting and why, and the words that may follow."""

    setting: FieldSettingOut
    change: str
    reasons: list[str]
    is_settled: bool
    after: "dict[Verdict, AnswerOut]"


class OtherOut(BaseModel):
    """The same setting so many stops brighter or darker, for a hand that knows better."""

    stops: str
    setting: FieldSettingOut


class FieldShotOut(BaseModel):
    """One shot as it is run in the dark.

    setting: what is to be set now, after the takes already judged. delay_s: self-timer.
    frames, gap_s: how a run goes; dark_s: noise reduction's second half, 0 when off.
    answers: by the word said over the setting, some words deep. light: what the word is about
    where a light of its own is judged, else None.
    """

    id: UUID
    title: str
    discipline: str
    at_utc: datetime
    at_local: str
    sentence: str
    setting: FieldSettingOut
    delay_s: Annotated[float, Field(ge=0)]
    frames: int
    gap_s: float
    is_counted_open: bool
    cues: list[CueOut]
    steps: list[LineOut]
    cautions: list[LineOut]
    bracket: list[OtherOut]
    others: list[OtherOut]
    light: str | None
    answers: dict[Verdict, AnswerOut]
    takes: int


class FieldNightOut(BaseModel):
    """A night to take along."""

    id: UUID
    title: str
    place_name: str
    time_zone: str
    sentence: str
    hazards: str
    made_at_utc: datetime
    verdicts: list[VerdictOut]
    shots: list[FieldShotOut]
