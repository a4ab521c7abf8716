"""What a recipe is given and what it answers."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from patient_owl.core.dials import Control, Dial, Steps
from patient_owl.core.errors import WrongValue
from patient_owl.core.limits import Limit, Quantities, Reason
from patient_owl.core.optics.camera import Framing, Sensor
from patient_owl.core.solver import Choice, Solution

InputValue = float | str


@dataclass(frozen=True)
class Scene:
    """The light and the place at the moment of the shot.

    EV100 are those of the predicted or judged light; sigmas one standard deviation. [stops]
    """

    latitude_deg: float
    ground_ev100: float
    ground_sigma_stops: float
    sky_ev100: float
    sky_sigma_stops: float
    sky_source: str = "night_sky"
    sun_altitude_deg: float = -90.0


@dataclass(frozen=True)
class Body:
    """A camera body as far as planning needs it."""

    sensor: Sensor
    dial_steps: Steps = "thirds"
    lowest_iso: float = 100
    highest_iso: float = 25600
    in_camera_ceiling_s: float = 30


@dataclass(frozen=True)
class Lens:
    """A lens at the focal length used. f-numbers as printed."""

    focal_length_mm: float
    widest_f_number: float
    narrowest_f_number: float


@dataclass(frozen=True)
class Kit:
    """What stands on the tripod, and the dials it gives."""

    body: Body
    lens: Lens
    dials: Mapping[Control, Dial]


@dataclass(frozen=True)
class InputSpec:
    """One question a discipline asks. Labels and help are worded elsewhere by `key`.

    kind "number": unit, least and most hold; kind "choice": options hold.
    is_school: the choice is between ways of working that photographers differ on.
    """

    key: str
    kind: Literal["number", "choice"]
    default: InputValue
    unit: str = ""
    least: float = float("-inf")
    most: float = float("inf")
    step: float = 1
    options: tuple[str, ...] = ()
    is_school: bool = False

    def check(self, value: InputValue) -> InputValue:
        """The value when it is acceptable, else WrongValue."""
        if self.kind == "choice":
            if value not in self.options:
                raise WrongValue(self.key, "one of " + ", ".join(self.options), value)
            return value
        if isinstance(value, str) or not self.least <= value <= self.most:
            unit = f" {self.unit}" if self.unit else ""
            raise WrongValue(self.key, f"{self.least:g} to {self.most:g}{unit}", value)
        return float(value)


@dataclass(frozen=True)
class Intent:
    """What the photographer wants: framing, answers to the recipe's inputs, hands on controls."""

    framing: Framing
    inputs: Mapping[str, InputValue]
    choice: Choice = field(default_factory=lambda: Choice({}))

    def number(self, key: str) -> float:
        return float(self.inputs[key])

    def word(self, key: str) -> str:
        return str(self.inputs[key])


@dataclass(frozen=True)
class Plan:
    """The answer of a recipe.

    lead: the reason that opens the sentence; reasons: what follows it, most important
    first. limits: every limit in play, schools not chosen included. steps, mistakes and
    cautions: codes in order.
    """

    solution: Solution
    lead: Reason
    reasons: tuple[Reason, ...]
    limits: tuple[Limit, ...]
    target_ev100: float
    sigma_stops: float
    steps: tuple[str, ...] = ()
    mistakes: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    extra: Quantities = field(default_factory=dict)


@dataclass(frozen=True)
class Recipe:
    """A discipline: its questions and its plan."""

    key: str
    inputs: tuple[InputSpec, ...]
    plan: Callable[[Scene, Kit, Intent], Plan]

    def checked_inputs(self, given: Mapping[str, InputValue]) -> dict[str, InputValue]:
        """Every declared input, given or default; WrongValue for an unknown or a bad one."""
        known = {spec.key: spec for spec in self.inputs}
        for key in given:
            if key not in known:
                raise WrongValue("inputs", "one of " + ", ".join(known), key)
        return {key: spec.check(given.get(key, spec.default)) for key, spec in known.items()}
