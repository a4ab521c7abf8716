"""Takes on the wire, and the chain they form."""

from typing import Annotated
from uuid import UUID

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

from patient_owl.core.advise.advice import Verdict
from patient_owl.core.exposure.dials import Control
from patient_owl.fields import Notes
from patient_owl.pictures.schemas import PhotoOut
from patient_owl.rails import ExactDialValue, PositionOut


class TakeIn(BaseModel):
    """What was set and what was seen. Settings are exact dial values."""

    shot_id: UUID
    started_at_utc: AwareDatetime
    exposure_s: Annotated[ExactDialValue, Field(description="s; as really run")]
    f_number: ExactDialValue
    iso: ExactDialValue
    nd_stops: Annotated[float, Field(ge=0, le=40)] = 0.0
    verdict: Verdict | None = None
    light_verdict: Annotated[
        Verdict | None, Field(description="over the added light alone, where there is one")
    ] = None
    is_keeper: bool = False
    note: Notes = ""


class TakeOut(TakeIn):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    version: int


class VerdictOut(BaseModel):
    """A word to judge a take by, darkest first."""

    key: Verdict
    label: str


class LinkOut(BaseModel):
    """One take in the chain: its settings, what was seen, what was changed before it.

    change: from the take before, in words; None for the first.
    """

    take: TakeOut
    settings: str
    started_local: str
    change: str | None
    photos: list[PhotoOut]


class AdviceOut(BaseModel):
    """The next setting. control: which one moves, None when nothing should."""

    settings: str
    positions: dict[Control, PositionOut]
    control: Control | None
    change_stops: float
    sigma_stops: float
    is_settled: bool
    reasons: list[str]


class ChainOut(BaseModel):
    """The takes of a shot in the order they were made, and what to do next."""

    links: list[LinkOut]
    loose_photos: list[PhotoOut]
    advice: AdviceOut
    verdicts: list[VerdictOut]
    light: str | None
