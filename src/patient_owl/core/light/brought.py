"""The lights one brings to a picture: which lamp, where from, how bright, when, and by whom.

Each becomes a part of the picture that is brought home by its own lever alone: seconds on a spot,
a share of power, a pace. The controls of the camera are set for what the picture is exposed for.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from patient_owl.core.errors import WrongValue
from patient_owl.core.light.beam import held_up
from patient_owl.core.light.colour import OWN_WHITE, Hue
from patient_owl.core.light.dose import MID_GREY_REFLECTANCE, Painting, painted, painting
from patient_owl.core.light.flash import MOST_POPS, flashed
from patient_owl.core.light.lamp import Beam, Flash, Lamp, Panel, Tool, Torch
from patient_owl.core.light.line import LINE_STOPS, drawn
from patient_owl.core.light.part import Lever, LightPart
from patient_owl.core.light.steady import steady

LightKind = Literal["torch", "beam", "panel", "flash", "tool", "bar"]
DRAWING = frozenset({"tool", "bar"})  # either draws
Who = Literal["photographer", "performer", "helper"]

# Where each is wanted unless somebody says otherwise, from mid-grey. A painted or flashed subject a
# little under, so that night stays night; a beam as a figure of its own; a line cleanly coloured.
# Common practice.
USUAL_STOPS: Mapping[LightKind, float] = {
    "torch": -0.7,
    "beam": 0.0,
    "panel": -0.7,
    "flash": -0.3,
    "tool": LINE_STOPS,
    "bar": 0.0,
}


@dataclass(frozen=True)
class Brought:
    """A light that is brought. key: its kind and a number, `torch_2`.

    distance_m: to what it lights, to the lens for what draws, along itself for a beam held up.
    angle_deg: off square on.
    placement_stops: where it is wanted, from mid-grey. value: where its lever is held, None to
    let it be worked out. at_s: seconds after the shutter opened; None from the beginning, and a
    flash as the shutter closes. area_m2, reflectance: of what a torch paints. pace_m_s: of what
    draws. pops: of a flash. hue: of a panel's light.
    """

    key: str
    lamp: Lamp
    distance_m: float
    angle_deg: float = 0.0
    placement_stops: float = 0.0
    value: float | None = None
    at_s: float | None = None
    who: Who = "photographer"
    area_m2: float = 1.0
    reflectance: float = MID_GREY_REFLECTANCE
    pace_m_s: float = 1.0
    pops: int = 1
    hue: Hue = OWN_WHITE

    @property
    def kind(self) -> str:
        """`torch` of `torch_2`."""
        return self.key.rpartition("_")[0]

    @property
    def begins_s(self) -> float:
        """When somebody begins with it, after the shutter opened. [s]"""
        return self.at_s or 0.0

    def starts_s(self, exposure_s: float, lasts_s: float) -> float:
        """When it gives its first light; a flash of which nobody says when ends with the shutter,
        as the rear curtain fires it. [s]"""
        if self.at_s is None and isinstance(self.lamp, Flash):
            return max(0.0, exposure_s - lasts_s)
        return self.begins_s

    def part(self, pixel_rad: float) -> LightPart:
        """As a light of the picture. pixel_rad: what one pixel of the camera spans."""
        where = self.placement_stops
        match self.lamp:
            case Beam() as lamp:
                part = held_up(self.key, lamp, self.distance_m, where)
            case Torch() as lamp:
                part = painted(
                    self.key, lamp, self.distance_m, self.angle_deg, self.reflectance, where
                )
            case Panel() as lamp:
                part = steady(self.key, lamp, self.distance_m, self.angle_deg, where)
            case Flash() as lamp:
                if not 1 <= self.pops <= MOST_POPS:
                    raise WrongValue("pops", f"1 to {MOST_POPS}", self.pops)
                part = flashed(self.key, lamp, self.distance_m, self.pops, where)
            case Tool() as lamp:
                pixel_m = pixel_rad * self.distance_m
                part = drawn(self.key, lamp, self.pace_m_s, pixel_m, where)
        return replace(
            part,
            source=self.kind,
            is_said=where != USUAL_STOPS[self.kind],  # type: ignore[index]
            levers=self._held(part),
            # a line is as bright from afar, and a beam is judged where one likes
            distance_m=None if isinstance(self.lamp, (Beam, Tool)) else self.distance_m,
            dims_stops=self.lamp.dims_stops if isinstance(self.lamp, (Torch, Tool)) else 0.0,
        )

    def _held(self, part: LightPart) -> tuple[Lever, ...]:
        """Its lever, as far as somebody lets it move."""
        return tuple(replace(lever, held_at=self.value) for lever in part.levers)

    def painting(self, dose_s: float) -> Painting | None:
        """How a torch gives its dose; None for what paints nothing."""
        if not isinstance(self.lamp, Torch):
            return None
        return painting(self.lamp, self.distance_m, self.area_m2, dose_s)

    def lasts_s(self, lever_value: float) -> float:
        """How long somebody is at it: a torch for all its spots, a beam as long as it is held, a
        flash between its pops.

        Nought for what burns all along or is not counted here.
        """
        given = self.painting(lever_value)
        if given is not None:
            return given.total_s
        if isinstance(self.lamp, Beam):
            return lever_value
        if isinstance(self.lamp, Flash):
            # ready again the sooner the less power was used; common practice
            return (self.pops - 1) * self.lamp.recycle_s * lever_value
        return 0.0
