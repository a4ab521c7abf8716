"""What the bench is asked and what it answers."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.bench import Work
from patient_owl.library.kit.schemas import FocalLength
from patient_owl.planning.wire.exposure import ConflictOut, FrameOut, ReportOut, RungOut
from patient_owl.planning.wire.rails import ChoiceIn, RailOut, TouchIn
from patient_owl.ports.fields import RequestBody, like

Distance = Annotated[float, Field(ge=0.01, le=10_000, description="m from the lens")]


class BenchIn(RequestBody):
    """A subject's brightness and what to make of it. Kit not named is the first in the bag,
    or a plain full-frame body with a 35 mm lens. None: it does not matter here."""

    model_config = like(ev100=5, focus_m=4, near_m=2)

    ev100: Annotated[float, Field(ge=-14, le=18)] = 5.0
    sigma_stops: Annotated[float, Field(ge=0.1, le=4)] = 1.5
    placement_stops: Annotated[float, Field(ge=-6, le=4)] = 0.0
    focus_m: Distance | None = None
    near_m: Distance | None = None
    highlight_stops: Annotated[float | None, Field(ge=0, le=12)] = None
    speed_m_s: Annotated[float | None, Field(ge=0.001, le=500)] = None
    distance_m: Distance | None = None
    tolerance_px: Annotated[float, Field(ge=0.5, le=500)] = 2.0
    performance_s: Annotated[float | None, Field(ge=0.001, le=7200)] = None
    delay_s: Annotated[float, Field(ge=0, le=600)] = 0.0
    wants_rays: bool = False
    is_handheld: bool = False
    gust_m_s: Annotated[float, Field(ge=0, le=60)] = 0.0
    temperature_c: Annotated[float, Field(ge=-40, le=50)] = 10.0
    frames: Annotated[int, Field(ge=1, le=2000)] = 1
    uses_noise_reduction: bool = False
    bracket_step_stops: Annotated[float, Field(ge=1 / 3, le=3)] = 1.0
    bracket_control: Literal["exposure_s", "f_number", "iso"] = "exposure_s"
    body_id: UUID | None = None
    lens_id: UUID | None = None
    focal_length_mm: FocalLength | None = None
    choice: ChoiceIn = ChoiceIn()
    touch: TouchIn | None = None

    def to_domain(self) -> Work:
        return Work(
            ev100=self.ev100,
            sigma_stops=self.sigma_stops,
            placement_stops=self.placement_stops,
            focus_m=self.focus_m,
            near_m=self.near_m,
            highlight_stops=self.highlight_stops,
            speed_m_s=self.speed_m_s,
            distance_m=self.distance_m,
            tolerance_px=self.tolerance_px,
            performance_s=self.performance_s,
            delay_s=self.delay_s,
            wants_rays=self.wants_rays,
            is_handheld=self.is_handheld,
            gust_m_s=self.gust_m_s,
            temperature_c=self.temperature_c,
            frames=self.frames,
            uses_noise_reduction=self.uses_noise_reduction,
            bracket_step_stops=self.bracket_step_stops,
            bracket_control=self.bracket_control,
        )


class SceneChoiceOut(BaseModel):
    key: str
    name: str
    ev100: float
    sigma_stops: float


class BenchOut(BaseModel):
    settings: str
    sentence: str
    rails: list[RailOut]
    choice: ChoiceIn
    conflicts: list[ConflictOut]
    focal_length_mm: float
    body_name: str
    lens_name: str
    bracket: list[FrameOut]
    ladder: list[RungOut]
    test_frame: str
    report: ReportOut
