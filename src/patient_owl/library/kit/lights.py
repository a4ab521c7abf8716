"""The lights one brings, on the wire: each by the figure its maker prints or somebody measured."""

import math
from abc import abstractmethod
from typing import Annotated, Any, Literal, Self, TypeVar

from pydantic import Field

from patient_owl.core.light.lamp import (
    NARROWEST_BEAM_DEG,
    Flash,
    Lamp,
    Panel,
    Tool,
    Torch,
    intensity_from_lumens,
    intensity_from_reach,
)
from patient_owl.library.kit.spec import Spec

GivenAs = Literal["lumens", "candela", "beam_distance_m", "lux_at_1m"]
FiguresFrom = Literal["invented", "from_memory", "published", "measured"]
Beam = Annotated[float, Field(ge=NARROWEST_BEAM_DEG, le=360)]
Figure = Annotated[float, Field(gt=0, le=1e7)]
Gel = Annotated[float, Field(ge=0, le=10)]
Kelvin = Annotated[float, Field(ge=1500, le=15000)]
LeastPercent = Annotated[float, Field(gt=0, le=100)]


class Lit(Spec):
    """What all lights say of themselves. value: the figure, in what `given_as` names."""

    kind: str
    gel_stops: Gel = 0.0
    colour_temperature_k: Kelvin = 5000
    figures_from: FiguresFrom = "invented"

    @property
    def let_through(self) -> float:
        """Of the light, by the gel."""
        return float(2**-self.gel_stops)

    @abstractmethod
    def to_domain(self) -> Lamp: ...

    @abstractmethod
    def measured(self, stops: float) -> Self:
        """The same, found so much brighter than its figure says."""


LitSpec = TypeVar("LitSpec", bound=Lit)


def _as_measured(spec: LitSpec, **figure: float) -> LitSpec:
    """With a figure of three digits: a judged picture tells no more."""
    rounded = {key: float(f"{value:.3g}") for key, value in figure.items()}
    return type(spec).model_validate(spec.model_dump() | rounded | {"figures_from": "measured"})


class TorchSpec(Lit):
    """A torch, headlamp, phone lamp or a car's headlights. dims_stops: how far its steps go."""

    kind: Literal["torch"] = "torch"
    given_as: GivenAs = "lumens"
    value: Figure = 100
    beam_deg: Beam = 20
    dims_stops: Annotated[float, Field(ge=0, le=12)] = 0.0

    @property
    def intensity_cd(self) -> float:
        """On the axis, behind the gel. Lux at one metre are candela."""
        if self.given_as == "lumens":
            bare = intensity_from_lumens(self.value, self.beam_deg)
        elif self.given_as == "beam_distance_m":
            bare = intensity_from_reach(self.value)
        else:
            bare = self.value
        return bare * self.let_through

    def measured(self, stops: float) -> Self:
        # light grows with the square of a printed reach
        share = 2 ** (stops / 2 if self.given_as == "beam_distance_m" else stops)
        return _as_measured(self, value=self.value * share)

    def to_domain(self) -> Torch:
        return Torch(self.intensity_cd, self.beam_deg, self.dims_stops)


class PanelSpec(Lit):
    """A panel, tube or lantern that stands and burns."""

    kind: Literal["panel"] = "panel"
    given_as: Literal["lux_at_1m", "lumens"] = "lux_at_1m"
    value: Figure = 1000
    beam_deg: Beam = 120
    least_percent: LeastPercent = 1

    def measured(self, stops: float) -> Self:
        return _as_measured(self, value=self.value * 2**stops)

    def to_domain(self) -> Panel:
        lux = self.value
        if self.given_as == "lumens":
            lux = intensity_from_lumens(self.value, self.beam_deg)
        return Panel(lux * self.let_through, self.least_percent / 100, self.colour_temperature_k)


class FlashSpec(Lit):
    """A flash. least_power_part: 128 for a lowest step of 1/128."""

    kind: Literal["flash"] = "flash"
    guide_number_m: Annotated[float, Field(gt=0, le=200)]
    least_power_part: Annotated[float, Field(ge=1, le=1024)] = 128
    recycle_s: Annotated[float, Field(gt=0, le=120)] = 3.0

    def measured(self, stops: float) -> Self:
        # and with the square of a guide number
        return _as_measured(self, guide_number_m=self.guide_number_m * 2 ** (stops / 2))

    def to_domain(self) -> Flash:
        # a gel takes its stops off the light, and so half of them off the guide number
        return Flash(
            self.guide_number_m * self.let_through**0.5, 1 / self.least_power_part, self.recycle_s
        )


class _Drawing(Lit):
    given_as: Literal["candela", "lumens"] = "candela"
    value: Figure
    beam_deg: Beam = 360

    @property
    def intensity_cd(self) -> float:
        """Toward the lens, behind the gel."""
        bare = self.value
        if self.given_as == "lumens":
            bare = intensity_from_lumens(self.value, self.beam_deg)
        return bare * self.let_through

    def measured(self, stops: float) -> Self:
        return _as_measured(self, value=self.value * 2**stops)


class ToolSpec(_Drawing):
    """A pen, orb, blade, tube or fibre: what points at the lens and draws."""

    kind: Literal["tool"] = "tool"
    width_mm: Annotated[float, Field(gt=0, le=2000)] = 30
    length_cm: Annotated[float, Field(ge=0, le=500)] = 0

    def to_domain(self) -> Tool:
        return Tool(self.intensity_cd, self.width_mm / 1000, self.length_cm / 100)


class BarSpec(_Drawing):
    """A bar of pixels that shows pictures. Its figure: all of it, white, at full power."""

    kind: Literal["bar"] = "bar"
    pixels: Annotated[int, Field(ge=2, le=4000)] = 144
    length_cm: Annotated[float, Field(gt=0, le=500)] = 100
    least_percent: LeastPercent = 1

    def to_domain(self) -> Tool:
        dims_stops = math.log2(100 / self.least_percent)
        return Tool(self.intensity_cd, self.length_cm / 100, 0.0, self.pixels, dims_stops)


def renewed_light(spec: Any) -> Any:
    """A light as it was kept before there were kinds of them, as a torch, panel or flash.

    Files of then are still read, and migration 0011 brings rows along.
    """
    if not isinstance(spec, dict) or spec.get("kind") != "light":
        return spec
    common = {k: spec[k] for k in ("colour_temperature_k",) if k in spec}
    if spec.get("guide_number_m"):
        return {"kind": "flash", "guide_number_m": spec["guide_number_m"], **common}
    beam_deg = spec.get("beam_deg") or 120
    kind = "torch" if beam_deg < 90 else "panel"
    lumens = spec.get("lumens")
    return {"kind": kind, "given_as": "lumens", "value": lumens, "beam_deg": beam_deg, **common}
