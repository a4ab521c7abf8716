"""Rails on the wire: a control in dial values, what bounds it, and the hand upon it."""

from collections.abc import Mapping, Sequence
from typing import Annotated, Any, Literal, Self

from pydantic import BaseModel, Field, field_validator, model_validator

from patient_owl.core.exposure.dials import CONTROLS, REACH, Control, Dial, DialValue
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kept import kept
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit, Sense
from patient_owl.core.plan.hand import Action, Hand, Touch
from patient_owl.ports.fields import RequestBody
from patient_owl.words.plan import CONTROL_TITLES, setting_text
from patient_owl.words.posts import post_text


def _of(control: Control) -> Any:
    least, most = REACH[control]
    return Field(ge=least, le=most)


ExposureTime = Annotated[float, _of("exposure_s")]
FNumber = Annotated[float, _of("f_number")]
Iso = Annotated[float, _of("iso")]
NdStops = Annotated[float, _of("nd_stops")]
# of whichever control is named beside it
ControlValue = Annotated[float, Field(ge=0, le=max(most for _, most in REACH.values()))]


def _check_value(control: Control, value: float) -> None:
    least, most = REACH[control]
    if not least <= value <= most:
        raise ValueError(f"{least:g} to {most:g} for {control}")


class ChoiceIn(RequestBody):
    """The photographer's hand on the rails. Values are exact dial values.

    follow: the control that keeps the brightness; "recipe" leaves it to the discipline.
    """

    held: Annotated[dict[Control, ControlValue], Field(max_length=4)] = {}
    locked: Annotated[list[Control], Field(max_length=4)] = []
    follow: Control | Literal["recipe"] | None = "recipe"

    @field_validator("held")
    @classmethod
    def _usable(cls, held: dict[Control, float]) -> dict[Control, float]:
        for control, value in held.items():
            _check_value(control, value)
        return held

    def hand(self, touch: "TouchIn | None" = None) -> Hand:
        """The hand on the rails, with what is done to it just now."""
        done = Touch(touch.control, touch.action, touch.value) if touch else None
        return Hand(dict(self.held), frozenset(self.locked), self.follow, done)

    @classmethod
    def from_domain(cls, choice: Hold) -> Self:
        return cls(held=dict(choice.held), locked=sorted(choice.locked), follow=choice.follow)


class TouchIn(RequestBody):
    """One thing done to one rail.

    "move" and "lock" put it on the dial position nearest to an exact value; "follow" lets it keep
    the brightness, "unlock" lets it follow again, "release" gives it back to the recipe.
    """

    control: Control
    action: Action = "move"
    value: ControlValue = 0.0

    @model_validator(mode="after")
    def _usable(self) -> Self:
        if self.action in ("move", "lock"):
            _check_value(self.control, self.value)
        return self


class PositionOut(BaseModel):
    value: float
    label: str
    text: Annotated[str, Field(description="with its unit: f/2.8")]
    is_bulb: bool


class SettingValues(BaseModel):
    """What to set, exact."""

    exposure_s: float
    f_number: float
    iso: float
    nd_stops: float


def setting_values(positions: Mapping[Control, DialValue]) -> SettingValues:
    return SettingValues(**{control: positions[control].value for control in CONTROLS})


class RailValueOut(PositionOut):
    """A dial position on its rail. brightness_stops grows to the right on every rail."""

    brightness_stops: float
    is_allowed: bool


class DialStepOut(BaseModel):
    """A dial position by itself."""

    value: float
    text: str


class DialOut(BaseModel):
    """A control and every position it has, darkest first. stride: positions in a stop."""

    control: Control
    title: str
    stride: int
    steps: list[DialStepOut]


class PostOut(BaseModel):
    """A limit on a rail, with what it opens into."""

    code: str
    sense: Sense
    brightness_stops: float
    drives: bool
    binds: bool
    is_broken: bool
    school: str | None
    title: str
    value: str
    formula: str
    numbers: str
    argument: str
    source: str


class RailOut(BaseModel):
    """One control: where it stands, what it may do, and what bounds it.

    role: "follows", "held", "locked" or "recipe" (free, where the recipe put it). can_follow:
    whether it moves the light the picture is exposed for, and so could keep its brightness. stride:
    positions in a stop.
    """

    control: Control
    title: str
    role: str
    can_follow: bool
    picked: PositionOut
    picked_index: int
    stride: int
    values: list[RailValueOut]
    posts: list[PostOut]


def position_out(control: Control, position: DialValue) -> PositionOut:
    return PositionOut(
        value=position.value,
        label=position.label,
        text=setting_text(control, position),
        is_bulb=position.is_bulb,
    )


def dials_out(dials: Mapping[Control, Dial]) -> list[DialOut]:
    """All dials; that of the filters only when there are filters in the bag."""
    return [
        DialOut(
            control=control,
            title=CONTROL_TITLES[control],
            stride=dials[control].stride,
            steps=[
                DialStepOut(value=position.value, text=setting_text(control, position))
                for position in dials[control].darkest_first
            ],
        )
        for control in CONTROLS
        if control != "nd_stops" or len(dials[control].values) > 1
    ]


def rails_out(
    kit: Kit,
    positions: Mapping[Control, DialValue],
    limits: Sequence[Limit],
    choice: Hold,
    answers_to: Sequence[Control] = CONTROLS,
) -> list[RailOut]:
    """All rails; that of the filters only when there are filters in the bag.

    answers_to: what moves the light the picture is exposed for.
    """
    return [
        _rail_out(kit.dials[c], positions[c], limits, choice, can_follow=c in answers_to)
        for c in CONTROLS
        if c != "nd_stops" or len(kit.dials[c].values) > 1
    ]


def _rail_out(
    dial: Dial,
    picked: DialValue,
    limits: Sequence[Limit],
    choice: Hold,
    *,
    can_follow: bool,
) -> RailOut:
    """A dial as a rail, with the posts of the limits that are on it."""
    control = dial.control
    mine = [limit for limit in limits if limit.control == control]
    driving = [limit for limit in mine if limit.drives]
    ordered = dial.darkest_first
    return RailOut(
        control=control,
        title=CONTROL_TITLES[control],
        role=_role(control, choice),
        can_follow=can_follow,
        picked=position_out(control, picked),
        picked_index=ordered.index(picked),
        stride=dial.stride,
        values=[
            either[all(limit.allows(position.value) for limit in driving)]
            for position, either in zip(ordered, _values(dial), strict=True)
        ],
        posts=[_post(limit, dial, picked) for limit in mine],
    )


@kept(most=128, mb=1)
def _values(dial: Dial) -> list[tuple[RailValueOut, RailValueOut]]:
    """A dial's positions, each as it is shown forbidden and allowed; the dial of a camera is
    drawn a thousand times a night and never changes."""
    either = []
    for position, brightness_stops in zip(dial.darkest_first, dial.brightnesses, strict=True):
        shown = position_out(dial.control, position).model_dump()
        forbidden = RailValueOut(**shown, brightness_stops=brightness_stops, is_allowed=False)
        either.append((forbidden, forbidden.model_copy(update={"is_allowed": True})))
    return either


def _role(control: Control, choice: Hold) -> str:
    if control in choice.locked:
        return "locked"
    if control == choice.follow:
        return "follows"
    return "held" if control in choice.held else "recipe"


def _post(limit: Limit, dial: Dial, picked: DialValue) -> PostOut:
    text = post_text(limit)
    at_most = limit.sense == "at_most"
    last_kept = dial.at_most(limit.value) if at_most else dial.at_least(limit.value)
    return PostOut(
        code=limit.code,
        sense=limit.sense,
        brightness_stops=dial.brightness(limit.value),
        drives=limit.drives,
        binds=limit.drives and picked == last_kept,
        is_broken=not limit.allows(picked.value),
        school=limit.school,
        title=text.title,
        value=text.value,
        formula=text.formula,
        numbers=text.numbers,
        argument=text.argument,
        source=text.source,
    )
