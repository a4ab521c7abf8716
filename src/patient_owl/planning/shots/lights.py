"""The lights brought to a shot, on the wire, and the form each kind asks."""

from collections.abc import Callable
from typing import Annotated, get_args
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.errors import WrongValue
from patient_owl.core.light.beam import LEAST_HOLD_S, MOST_HOLD_S
from patient_owl.core.light.brought import USUAL_STOPS, Brought, LightKind, Who
from patient_owl.core.light.colour import OWN_WHITE, Hue
from patient_owl.core.light.dose import MID_GREY_REFLECTANCE, MOST_DOSE_S
from patient_owl.core.light.flash import MOST_POPS
from patient_owl.core.light.lamp import Beam, Lamp, Torch
from patient_owl.core.light.line import FASTEST_M_S, SLOWEST_M_S
from patient_owl.core.plan.common import PLACEMENT_RANGE_STOPS
from patient_owl.core.tables.air import AirKey
from patient_owl.library.kit.bag import Thing
from patient_owl.platform.questions import QuestionOut, question_of
from patient_owl.ports.fields import RequestBody
from patient_owl.words.lights import KINDS, OPTIONS, QUESTIONS

MOST_LIGHTS = 8
LeverValue = Annotated[float, Field(gt=0, le=1e5)]
_least, _most = PLACEMENT_RANGE_STOPS
_KIT_KINDS = {"beam": "torch"}


def kit_kind(kind: str) -> str:
    """What of the kit a light is: a thing of its own kind, but for a beam, which a torch holds."""
    return _KIT_KINDS.get(kind, kind)


LightKey = Annotated[str, Field(pattern=rf"^({'|'.join(get_args(LightKind))})_[1-9]$")]


class BroughtIn(RequestBody):
    """A light that is brought: its kind and a number, what of the kit it is, where and when.

    item_id None: a generic one off the shelf. dose_s, hold_s, percent, power_part, pace_m_s: where
    its lever is held; without, it is worked out. at_s: after the shutter opened; without, from the
    beginning, and a flash as it closes.
    """

    key: LightKey
    item_id: UUID | None = None
    distance_m: Annotated[float, Field(ge=0.1, le=2000)] = 3.0
    angle_deg: Annotated[float, Field(ge=0, le=85)] = 0.0
    placement_stops: Annotated[float | None, Field(ge=_least, le=_most)] = None
    at_s: Annotated[float | None, Field(ge=0, le=86_400)] = None
    who: Who = "photographer"
    area_m2: Annotated[float, Field(gt=0, le=1e6)] = 1.0
    reflectance: Annotated[float, Field(ge=0.02, le=1)] = MID_GREY_REFLECTANCE
    air: AirKey = "hazy"
    hue: Hue = OWN_WHITE
    hold_s: Annotated[float | None, Field(ge=LEAST_HOLD_S, le=MOST_HOLD_S)] = None
    dose_s: Annotated[float | None, Field(gt=0, le=MOST_DOSE_S)] = None
    percent: Annotated[float | None, Field(gt=0, le=100)] = None
    power_part: Annotated[float | None, Field(ge=1, le=1024)] = None
    pace_m_s: Annotated[float | None, Field(ge=SLOWEST_M_S, le=FASTEST_M_S)] = None
    pops: Annotated[int, Field(ge=1, le=MOST_POPS)] = 1

    @property
    def kind(self) -> LightKind:
        return self.key.rpartition("_")[0]  # type: ignore[return-value]

    @property
    def kit_kind(self) -> str:
        """What of the kit it is."""
        return kit_kind(self.kind)

    def brought(self, lamp: Lamp) -> Brought:
        """As the core takes it, with the lamp it is."""
        usual = USUAL_STOPS[self.kind]
        return Brought(
            key=self.key,
            lamp=Beam(lamp, self.air) if self.kind == "beam" and isinstance(lamp, Torch) else lamp,
            distance_m=self.distance_m,
            angle_deg=self.angle_deg,
            placement_stops=usual if self.placement_stops is None else self.placement_stops,
            value=_HELD[self.kind](self),
            at_s=self.at_s,
            who=self.who,
            area_m2=self.area_m2,
            reflectance=self.reflectance,
            pace_m_s=self.pace_m_s or 1.0,
            pops=self.pops,
            hue=self.hue,
        )


_HELD: dict[str, Callable[[BroughtIn], float | None]] = {
    "torch": lambda light: light.dose_s,
    "beam": lambda light: light.hold_s,
    "panel": lambda light: None if light.percent is None else light.percent / 100,
    "flash": lambda light: None if light.power_part is None else 1 / light.power_part,
    "tool": lambda light: light.pace_m_s,
    "bar": lambda light: light.pace_m_s,
}


def generic_light(brought: Brought, thing: Thing | None) -> BroughtIn:
    """A light that a discipline brings along, as somebody would have said it."""
    return BroughtIn(
        key=brought.key,
        item_id=thing.id if thing else None,
        distance_m=brought.distance_m,
        angle_deg=brought.angle_deg,
        at_s=brought.at_s,
        who=brought.who,
        area_m2=brought.area_m2,
        hue=brought.hue,
    )


def checked_lights(lights: list[BroughtIn]) -> list[BroughtIn]:
    """The lights, when each is called differently."""
    keys = [light.key for light in lights]
    for key in keys:
        if keys.count(key) > 1:
            raise WrongValue("lights", "each key once", key)
    return lights


class LightKindOut(BaseModel):
    """A kind of light to bring: how it is called, what of the kit it may be, what it is asked."""

    kind: LightKind
    title: str
    questions: list[QuestionOut]


def light_kinds_out() -> list[LightKindOut]:
    return [
        LightKindOut(kind=kind, title=title, questions=_questions(kind))
        for kind, title in KINDS.items()
    ]


def _questions(kind: LightKind) -> list[QuestionOut]:
    questions = []
    for key, words in QUESTIONS[kind].items():
        asks_kit = key == "item_id"
        question = question_of(
            key,
            BroughtIn.model_fields[key],
            words,
            OPTIONS,
            "kit_item" if asks_kit else None,
            (kit_kind(kind),) if asks_kit else (),
        )
        if key == "placement_stops":
            question.default = USUAL_STOPS[kind]
        questions.append(question)
    return questions
