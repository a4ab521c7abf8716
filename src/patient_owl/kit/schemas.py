"""Kit on the wire: one specification a kind."""

from typing import Annotated, Literal, Self
from uuid import UUID

from pydantic import BaseModel, Field, TypeAdapter, model_validator

from patient_owl.core.dials import Steps
from patient_owl.core.optics.camera import Sensor
from patient_owl.core.recipes._types import Body, Lens
from patient_owl.fields import Name


class BodySpec(BaseModel):
    """A camera body."""

    kind: Literal["body"] = "body"
    sensor_width_mm: Annotated[float, Field(gt=3, le=120)]
    sensor_height_mm: Annotated[float, Field(gt=2, le=100)]
    width_px: Annotated[int, Field(ge=640, le=40000)]
    height_px: Annotated[int, Field(ge=480, le=30000)]
    dial_steps: Steps = "thirds"
    lowest_iso: Annotated[float, Field(ge=12, le=3200)] = 100
    highest_iso: Annotated[float, Field(ge=100, le=102400)] = 25600
    in_camera_ceiling_s: Annotated[float, Field(ge=1, le=3600)] = 30

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.highest_iso < self.lowest_iso:
            raise ValueError(f"highest_iso at or above lowest_iso ({self.lowest_iso:g})")
        return self

    def to_domain(self) -> Body:
        return Body(
            Sensor(self.sensor_width_mm, self.sensor_height_mm, self.width_px, self.height_px),
            self.dial_steps,
            self.lowest_iso,
            self.highest_iso,
            self.in_camera_ceiling_s,
        )


class LensSpec(BaseModel):
    """A lens, prime when both focal lengths are equal."""

    kind: Literal["lens"] = "lens"
    shortest_focal_length_mm: Annotated[float, Field(ge=4, le=2000)]
    longest_focal_length_mm: Annotated[float, Field(ge=4, le=2000)]
    widest_f_number: Annotated[float, Field(ge=0.8, le=32)]
    narrowest_f_number: Annotated[float, Field(ge=1, le=64)] = 16

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.longest_focal_length_mm < self.shortest_focal_length_mm:
            raise ValueError(
                f"longest_focal_length_mm at or above {self.shortest_focal_length_mm:g} mm"
            )
        if self.narrowest_f_number < self.widest_f_number:
            raise ValueError(f"narrowest_f_number at or above f/{self.widest_f_number:g}")
        return self

    def to_domain(self, focal_length_mm: float) -> Lens:
        return Lens(focal_length_mm, self.widest_f_number, self.narrowest_f_number)


Spec = Annotated[BodySpec | LensSpec, Field(discriminator="kind")]
SPEC: TypeAdapter[BodySpec | LensSpec] = TypeAdapter(Spec)


class KitItemIn(BaseModel):
    name: Name
    spec: Spec


class KitItemOut(KitItemIn):
    id: UUID
    version: int
