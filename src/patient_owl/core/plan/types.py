"""What a recipe is given and what it answers."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.bracket import BracketFrame
from patient_owl.core.exposure.dials import CONTROLS, Control, DialValue
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import DRAWING, Brought
from patient_owl.core.light.found import Learned
from patient_owl.core.light.part import Changes, LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.fault import OF_ANY, Fault
from patient_owl.core.plan.report import Blurs
from patient_owl.core.plan.role import Role
from patient_owl.core.plan.schools import SCHOOLS, default_school
from patient_owl.core.plan.sketch import Sketch
from patient_owl.core.program.program import Program, one_frame
from patient_owl.core.reason import Reason
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.strokes.sheet import Sheet, Strokes

InputValue = float | str | None


class Moment(NamedTuple):
    """The light at another minute of the same night."""

    after_s: float  # from the shot's own moment, negative before it
    ground_ev100: float
    sky_ev100: float
    sun_altitude_deg: float


@dataclass(frozen=True)
class Course:
    """The light through a night, a column each of what a Moment holds, ascending.

    Columns because a night has hundreds of moments, every plan asks for it, and only `after_s`
    differs between two shots of the night.
    """

    after_s: tuple[float, ...] = ()
    ground_ev100: tuple[float, ...] = ()
    sky_ev100: tuple[float, ...] = ()
    sun_altitude_deg: tuple[float, ...] = ()

    def __iter__(self) -> Iterator[Moment]:
        columns = self.after_s, self.ground_ev100, self.sky_ev100, self.sun_altitude_deg
        return map(Moment, *columns)

    @property
    def step_s(self) -> float:
        """What a moment stands for: the time to the next."""
        return self.after_s[1] - self.after_s[0] if len(self.after_s) > 1 else 0.0

    @property
    def of_ground(self) -> Changes | None:
        return Changes(self.after_s, self.ground_ev100) if self.after_s else None

    @property
    def of_sky(self) -> Changes | None:
        return Changes(self.after_s, self.sky_ev100) if self.after_s else None

    def with_sun_between(self, lowest_deg: float, highest_deg: float) -> list[float]:
        """The moments at which the Sun stands at such altitudes. [s from the shot's own]"""
        rows = zip(self.after_s, self.sun_altitude_deg, strict=True)
        return [after_s for after_s, altitude in rows if lowest_deg <= altitude <= highest_deg]


@dataclass(frozen=True)
class Scene:
    """The light and the place at the moment of the shot.

    EV100 are those of the predicted or judged light; sigmas one standard deviation. [stops]
    moon_rises_in_s: when the Moon next comes up, None when it does not this night. night: the
    light through the night, for what depends on when; empty where nobody asked. horizon: the
    place's skyline. cloud_cover: as forecast, None where no forecast acts. learned: what
    earlier nights tell of such lights.
    """

    latitude_deg: float
    ground_ev100: float
    ground_sigma_stops: float
    sky_ev100: float
    sky_sigma_stops: float
    sky_source: str = "night_sky"
    sun_altitude_deg: float = -90.0
    moon_altitude_deg: float = -90.0
    moon_azimuth_deg: float = 0.0
    moon_rises_in_s: float | None = None
    galactic_core_altitude_deg: float = -90.0
    galactic_core_azimuth_deg: float = 0.0
    temperature_c: float = 10.0
    gust_m_s: float = 0.0
    cloud_cover: float | None = None
    learned: Learned | None = None
    horizon: Horizon = SEA
    night: Course = Course()


@dataclass(frozen=True)
class InputSpec:
    """One question a discipline asks. Labels and help are worded elsewhere by `key`.

    kind "number": unit, least and most hold; kind "choice": options hold. default None: the
    question may stay open. only_if: asked only while another answer is among some, or where none
    are named, while there is one.
    """

    key: str
    kind: Literal["number", "choice"]
    default: InputValue
    unit: str = ""
    least: float = float("-inf")
    most: float = float("inf")
    step: float = 1
    options: tuple[str, ...] = ()
    only_if: tuple[str, tuple[str, ...]] | None = None

    @property
    def is_school(self) -> bool:
        """Whether the choice is between ways of working that photographers differ on."""
        return self.key in SCHOOLS

    def is_asked(self, answers: Mapping[str, InputValue]) -> bool:
        """Whether the other answer it hangs on lets it be asked."""
        if self.only_if is None:
            return True
        key, among = self.only_if
        return answers[key] in among if among else answers[key] is not None

    def check(self, value: InputValue) -> InputValue:
        """The value when it is acceptable, else WrongValue."""
        if self.kind == "choice":
            if value not in self.options:
                raise WrongValue(self.key, "one of " + ", ".join(self.options), value)
            return value
        if value is None and self.default is None:
            return None
        if not isinstance(value, (int, float)) or not self.least <= value <= self.most:
            unit = f" {self.unit}" if self.unit else ""
            raise WrongValue(self.key, f"{self.least:g} to {self.most:g}{unit}", value)
        return float(value)


def school_input(key: str, only_if: tuple[str, tuple[str, ...]] | None = None) -> InputSpec:
    """The question of a school, asked under its own key."""
    return InputSpec(key, "choice", default_school(key), options=SCHOOLS[key], only_if=only_if)


@dataclass(frozen=True)
class Intent:
    """What the photographer wants: framing, answers to the recipe's inputs, hands on controls, the
    lights that are brought, and what is drawn with them.

    said: the answers that are not the recipe's own. prefers: the control that was asked to keep
    the brightness, where that is not the recipe's own.
    """

    framing: Framing
    inputs: Mapping[str, InputValue]
    hold: Hold = field(default_factory=lambda: Hold({}))
    schools: Mapping[str, str] = field(default_factory=dict)
    brought: tuple[Brought, ...] = ()
    strokes: Strokes | None = None
    said: frozenset[str] = frozenset()
    prefers: Control | None = None

    def side(self, key: str) -> str:
        """The side the photographer takes on a question no recipe asks."""
        return self.schools.get(key, default_school(key))

    def number(self, key: str) -> float:
        value = self.inputs[key]
        if not isinstance(value, (int, float)):
            raise WrongValue(key, "a number", value)
        return float(value)

    def maybe(self, key: str) -> float | None:
        """A number, or None when the question was left open."""
        return None if self.inputs[key] is None else self.number(key)

    def word(self, key: str) -> str:
        return str(self.inputs[key])


@dataclass(frozen=True)
class Alternative:
    """Another setting worth knowing of: what it is, and a fact about it."""

    reason: Reason
    positions: Mapping[Control, DialValue]


@dataclass(frozen=True)
class Plan:
    """The answer of a recipe.

    solution: settings, and where each light lands. lead: the reason that opens the sentence;
    reasons: what follows it, most important first. limits: every limit in play, schools not
    chosen included. program: the course of it. steps, mistakes and cautions: codes in order.
    facts: figures of this discipline. bracket: frames around the
    first guess, of one control. blurs: what moves or lies out of focus. averages: frames that
    are averaged into one. sheet: how it is drawn.
    """

    solution: Solution
    lead: Reason
    reasons: tuple[Reason, ...]
    limits: tuple[Limit, ...]
    program: Program
    steps: tuple[str, ...] = ()
    mistakes: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    facts: tuple[Reason, ...] = ()
    bracket: tuple[BracketFrame, ...] = ()
    bracket_control: Control = "exposure_s"
    blurs: Blurs = Blurs()
    averages: int = 1
    sketch: Sketch | None = None
    sheet: Sheet | None = None

    @property
    def parts(self) -> tuple[LightPart, ...]:
        """The lights of the picture as they are judged, the one it is exposed for first."""
        return self.solution.judged


def _no_others(scene: Scene, kit: Kit, intent: Intent) -> tuple[Alternative, ...]:  # noqa: ARG001
    return ()


def _one_frame(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    return one_frame(positions["exposure_s"].value, self_timer_s(intent, positions))


# Two seconds still a camera that was touched; ten let somebody walk in. Common practice.
SELF_TIMER_S = 2.0


def self_timer_s(intent: Intent, positions: Positions) -> float:
    """Seconds from the button to the shutter: none with a remote, which bulb asks for."""
    by_remote = positions["exposure_s"].is_bulb or intent.side("release_school") == "release_remote"
    return 0.0 if by_remote else SELF_TIMER_S


NOISE_REDUCTION_SCHOOL = "noise_reduction_school"


def uses_noise_reduction(kit: Kit, intent: Intent) -> bool:
    """Whether the photographer lets the camera take its dark frames; film has none."""
    return kit.body.film is None and intent.side(NOISE_REDUCTION_SCHOOL) == "in_camera"


Faces = Literal["core", "pole", "glow", "level"]


@dataclass(frozen=True)
class Recipe:
    """A discipline: its questions, its plan, its course, and the Sun's altitudes at which it works.

    program: the course with any settings, so that the next take's is known too. others: other
    settings that this discipline knows of, as looks of water; worked out when asked. brings: lights
    it cannot do without, generic ones until somebody names theirs. tells: kinds of light whose cues
    its program has already. draws_strokes: whether words and drawings are asked. follow: the
    control that keeps the brightness until the photographer says otherwise. lead_answers_to: what
    moves the light it is exposed for. faces: what a new shot is turned to. packs: what goes into
    the bag besides, by code. waits_for: the kind of event it is about, where the night has some.
    is_handheld: nothing stands on legs. also_frames: what people often take a second frame for.
    suffers: the faults of its own kind, those that happen most first.
    """

    key: str
    inputs: tuple[InputSpec, ...]
    plan: Callable[[Scene, Kit, Intent], Plan]
    program: Callable[[Scene, Kit, Intent, Positions], Program] = _one_frame
    others: Callable[[Scene, Kit, Intent], tuple[Alternative, ...]] = _no_others
    sun_altitude_deg: tuple[float, float] = (-90.0, 90.0)
    follow: Control = "iso"
    lead_answers_to: tuple[Control, ...] = CONTROLS
    order: int = 100  # its place in the list people choose from
    brings: tuple[Brought, ...] = ()
    tells: frozenset[str] = frozenset()
    draws_strokes: bool = False
    faces: Faces = "level"
    packs: tuple[str, ...] = ()
    waits_for: str = ""
    is_handheld: bool = False
    also_frames: tuple[Role, ...] = ()
    suffers: tuple[Fault, ...] = ()

    @property
    def faults(self) -> tuple[Fault, ...]:
        """What its frames may suffer from: its own first, then what any may."""
        return (*self.suffers, *OF_ANY)

    def bringing(self, brought: Sequence[Brought]) -> tuple[Brought, ...]:
        """What is brought, with what the discipline cannot do without and nobody named."""
        return (*self.lacks([light.kind for light in brought]), *brought)

    def lacks(self, kinds: Sequence[str]) -> list[Brought]:
        """Of the lights it cannot do without those that none of these kinds stands for."""
        does = {*kinds, *(DRAWING if DRAWING & {*kinds} else ())}
        return [light for light in self.brings if light.kind not in does]

    def checked_inputs(
        self, given: Mapping[str, InputValue], schools: Mapping[str, str] | None = None
    ) -> dict[str, InputValue]:
        """Every declared input, given, else of the photographer's schools, else default.

        WrongValue for an unknown or a bad one.
        """
        known = {spec.key: spec for spec in self.inputs}
        for key in given:
            if key not in known:
                raise WrongValue("inputs", "one of " + ", ".join(known), key)
        chosen = schools or {}
        return {
            key: spec.check(
                given.get(key, chosen.get(key, spec.default) if spec.is_school else spec.default)
            )
            for key, spec in known.items()
        }

    def acting(self, answers: Mapping[str, InputValue]) -> dict[str, InputValue]:
        """The answers that count: a question that is not asked just now acts by its default.

        What was typed into it stays with the shot, for when it is asked again.
        """
        acting: dict[str, InputValue] = {}
        for spec in self.inputs:
            acting[spec.key] = answers[spec.key] if spec.is_asked(acting) else spec.default
        return acting

    def intent(
        self,
        framing: Framing,
        answers: Mapping[str, InputValue],
        hold: Hold,
        schools: Mapping[str, str],
        brought: tuple[Brought, ...],
        strokes: Strokes | None = None,
    ) -> Intent:
        """What the photographer wants of this discipline. answers: checked ones."""
        acting = self.acting(answers)
        usual = {spec.key: spec.default for spec in self.inputs}
        said = frozenset(key for key, value in acting.items() if value != usual[key])
        prefers = None if hold.follow == self.follow else hold.follow
        return Intent(framing, acting, hold, schools, brought, strokes, said, prefers)

    def carried_over(self, given: Mapping[str, InputValue]) -> dict[str, InputValue]:
        """Of another discipline's answers those that mean the same here and are acceptable."""
        kept: dict[str, InputValue] = {}
        for spec in self.inputs:
            if spec.key in given:
                try:
                    kept[spec.key] = spec.check(given[spec.key])
                except WrongValue:
                    continue
        return kept
