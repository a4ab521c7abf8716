"""Everything a phone needs at a spot without signal, worked out beforehand by the core."""

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel

from patient_owl.core.exposure.dials import Control
from patient_owl.core.program.calls import CallKind
from patient_owl.journal.takes.schemas import (
    AskedOut,
    FrameFaultOut,
    Levers,
    RoleOut,
    SpotIn,
    TakeOut,
    VerdictOut,
)
from patient_owl.planning.order.schemas import AheadOut
from patient_owl.planning.shots.schemas import LineOut
from patient_owl.planning.wire.exposure import GivenOut, ProgramOut
from patient_owl.planning.wire.rails import DialOut, SettingValues


class FieldSettingOut(BaseModel):
    """A setting as the field shows it: the numbers apart, how the lights that are brought are used,
    and the course it runs, as a place in the shot's list of programs. asked: keys of the lights a
    word over it may be about. stays_when_right: once all of them are, nothing else is set; a test
    frame leads on to the real one."""

    text: str
    time: str
    aperture: str
    iso: str
    filter: str
    values: SettingValues
    levers: Levers
    given: list[GivenOut]
    program: int
    asked: list[str]
    stays_when_right: bool


class AnswerOut(BaseModel):
    """What something seen leads to: the next setting and why, and what may be seen then.

    setting: a place in the shot's list of settings. later: the settings instead once the light has
    moved on, one for each of the next in the shot's `later`; none where they are not worked out.
    """

    setting: int
    change: str
    reasons: list[str]
    later: list[int]
    after: "Answers"


Answers = dict[str, AnswerOut]
"""By what is seen in a frame: each light with its word or its hump, as `sky=dark,panel_1=right`."""


class HumpOut(BaseModel):
    """Where the subject's hump may stand on the camera's histogram. at_share: from its left edge, 0
    to 1. spot: what a take says of it."""

    key: str
    at_share: float
    label: str
    spot: SpotIn


class EarlyOut(BaseModel):
    """The answers over a frame that was closed early. least_share: of the time set that it was open
    for at least."""

    least_share: float
    answers: Answers


class OffsetSettingOut(BaseModel):
    """The same setting so many stops brighter or darker, for a hand that knows better."""

    stops: str
    setting: int


class BracketFrameOut(OffsetSettingOut):
    """A frame of the bracket around what is set now. values: what the bracket's control is set to
    for it around any other position, by the place of that among the dial's steps."""

    values: list[float]


class KeptSettingOut(BaseModel):
    """What was kept for another part of the picture, as the ground alone."""

    label: str
    setting: int


class LaterOut(BaseModel):
    """What is to be set from a moment on, after the takes the server knows of: the light has moved.

    moved_utc: when, after something was seen in a frame that was made before, the light has moved
    on to here. answers: to what may be seen in a frame of it; None where these are the shot's own.
    """

    from_utc: datetime
    moved_utc: datetime
    text: str
    setting: int
    answers: Answers | None


class MadeOut(BaseModel):
    """A take that was made, as it can be changed out there. seen: what was said of it."""

    at_local: str
    settings: str
    seen: str
    take: TakeOut


class QuickFrameOut(BaseModel):
    """A quick frame that stands for a long one, and the answers to the words over it."""

    setting: int
    answers: Answers


class DueOut(BaseModel):
    """A frame of a series: when it is due, and from when to when a frame taken counts as it."""

    at_utc: datetime
    at_local: str
    from_utc: datetime
    until_utc: datetime


class SaidOut(BaseModel):
    """What the takes so far come to: what was seen in the last, what changes and why."""

    change: str
    reasons: list[str]


class MeasuredPlanOut(BaseModel):
    """The setting for a measured answer, from a value on: `change` to it from what is set now."""

    from_value: float
    setting: int
    change: str


class MeasuredAnswerOut(BaseModel):
    """A question of the shot that a reading answers on the spot. plans: by value, ascending."""

    key: str
    label: str
    plans: list[MeasuredPlanOut]


class FieldShotOut(BaseModel):
    """One shot as it is run in the dark.

    settings, programs: every setting and course named here, each once. setting: what is to be set
    now, after the takes already judged. others: brighter and darker ones; same_light: time against
    aperture, within every limit. dials: every position there is, darkest first. bracket: frames to
    choose the right one from. uses_noise_reduction: as the photographer likes it. lights: what
    words may be about, the light the picture is exposed for first, and what may have been changed
    before a take. answers: by what is seen in a frame, some frames deep. early: the same where it
    was closed early, below early_below_share of its time. later: what the setting becomes as the
    light moves, between meant_from_utc and meant_until_utc: before and after these the shot is
    tried out, in the light it is planned for. series: the frames due, where a series is wanted.
    takes: made so far, judged or not; made: the latest of them. test: a quick frame to begin with,
    where the planned one is long. roles: what a frame may be for, the picture itself first.
    kept_for: what was kept for its other parts. faults: what its frames may suffer from. said: None
    before the first take. is_right: the last of them was called right, and what it leads to as the
    light moves is right as well. is_kept: the setting is that of a picture somebody keeps.
    """

    id: UUID
    title: str
    discipline: str
    at_utc: datetime
    at_local: str
    sentence: str
    settings: list[FieldSettingOut]
    programs: list[ProgramOut]
    setting: int
    steps: list[LineOut]
    cautions: list[LineOut]
    bracket: list[BracketFrameOut]
    bracket_control: Control
    dials: list[DialOut]
    others: list[OffsetSettingOut]
    same_light: list[int]
    uses_noise_reduction: bool
    roles: list[RoleOut]
    kept_for: list[KeptSettingOut]
    lights: list[AskedOut]
    faults: list[FrameFaultOut]
    answers: Answers
    early: list[EarlyOut]
    early_below_share: float
    later: list[LaterOut]
    measured: list[MeasuredAnswerOut]
    meant_from_utc: datetime
    meant_until_utc: datetime
    series: list[DueOut]
    test: QuickFrameOut | None
    said: SaidOut | None
    is_right: bool
    is_kept: bool
    takes: int
    made: list[MadeOut]


class CallToneOut(BaseModel):
    """A bell: full at once, gone at the end."""

    hertz: float
    lasts_s: float


class CallingOut(BaseModel):
    """How a course is called out: by tones, the last seconds before closing counted down."""

    tones: dict[CallKind, CallToneOut]
    tick: CallToneOut
    counted_down_s: list[int]


class LeftOutOut(BaseModel):
    """A shot that cannot be run as it stands, and why."""

    id: UUID
    title: str
    at_local: str
    text: str


class FieldNightOut(BaseModel):
    """A night to take along. ahead: its order from any moment on. left_out: what of it cannot be,
    each with its reason."""

    id: UUID
    title: str
    place_name: str
    time_zone: str
    sentence: str
    hazards: str
    made_at_utc: datetime
    verdicts: list[VerdictOut]
    humps: list[HumpOut]
    kept_text: str
    right_text: str
    measured_text: str
    calling: CallingOut
    shots: list[FieldShotOut]
    ahead: AheadOut | None
    left_out: list[LeftOutOut]
