"""Takes on the wire, and the chain they form."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from patient_owl.core.advise.belief import Verdict
from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.spot import Spot, SpotBy, SpotEnd
from patient_owl.core.plan.fault import FAULTS, Fault
from patient_owl.core.plan.role import Role
from patient_owl.journal.photos.schemas import PhotoIds, PhotoOut
from patient_owl.planning.shots.lights import MOST_LIGHTS, LeverValue
from patient_owl.planning.wire.exposure import GivenOut
from patient_owl.planning.wire.rails import ExposureTime, FNumber, Iso, NdStops, SettingValues
from patient_owl.ports.fields import Moment, Notes, RequestBody, each_once, like

PartKey = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]{0,39}$")]
LeverKey = Literal["dose_s", "hold_s", "share", "power", "pace_m_s"]
# By light and lever, each in its own unit.
Levers = Annotated[
    dict[PartKey, Annotated[dict[LeverKey, LeverValue], Field(max_length=4)]],
    Field(max_length=MOST_LIGHTS),
]


class SpotIn(RequestBody):
    """A light read off a frame, in stops from mid-grey: at a spot of its picture, or where its hump
    stands on the camera's histogram. end: the end of the range it lies at."""

    model_config = ConfigDict(extra="forbid", from_attributes=True) | like(stops=-2.5, by="hump")

    stops: Annotated[float, Field(ge=-15, le=6)]
    by: SpotBy
    end: SpotEnd = ""

    def spot(self) -> Spot:
        return Spot(self.stops, self.by, self.end)


class TakeIn(RequestBody):
    """What was set and what was seen. Settings are exact values, as they really were.

    What is not known here is refused: a word that came under an old name must not get lost.
    """

    model_config = ConfigDict(extra="forbid") | like(
        shot_id="018f0000-0000-7000-8000-000000000001",
        started_at_utc="2026-12-09T22:41:00Z",
        exposure_s=4,
        f_number=2.8,
        iso=6400,
        verdicts={"whole": "dark"},
    )

    shot_id: UUID
    started_at_utc: Moment
    exposure_s: Annotated[ExposureTime, Field(description="s; as really run")]
    f_number: FNumber
    iso: Iso
    nd_stops: NdStops = 0.0
    frames: Annotated[int, Field(ge=1, le=100_000, description="made in this run")] = 1
    verdicts: Annotated[
        dict[PartKey, Verdict],
        Field(max_length=20, description="words by the light they are about, or `whole`"),
    ] = {}
    scene_changed: Annotated[
        list[PartKey],
        Field(max_length=20, description="lights changed before it, or `whole`"),
    ] = []
    levers: Annotated[
        Levers, Field(description="where those of the lights that are brought stood")
    ] = {}
    faults: Annotated[
        list[Fault],
        Field(max_length=len(FAULTS), description="what was wrong besides its brightness"),
        AfterValidator(each_once),
    ] = []
    spots: Annotated[
        dict[PartKey, SpotIn],
        Field(max_length=20, description="lights read off it, by key or `whole`"),
    ] = {}
    set_exposure_s: Annotated[
        ExposureTime | None, Field(description="s; what it was to be, where it was closed early")
    ] = None
    role: Annotated[Role, Field(description="what the frame was for")] = "frame"
    is_keeper: bool = False
    note: Notes = ""


class TakeOut(TakeIn):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    version: int


MOST_SENT = 50  # takes at once: an evening without signal goes in a handful of requests


class SentTakeIn(RequestBody):
    """A take as its device has it. take: None once it was deleted there. version: the one that was
    changed; None for one the server has not seen."""

    model_config = ConfigDict(extra="forbid") | like(
        id="018f0000-0000-7000-8000-000000000002", take=None, version=1
    )

    id: UUID
    take: TakeIn | None
    version: Annotated[int, Field(ge=1, le=2**31)] | None = None


class SentTakesIn(RequestBody):
    """What waited on a device, in the order it was made."""

    model_config = ConfigDict(extra="forbid") | like(takes=[])

    takes: Annotated[list[SentTakeIn], Field(max_length=MOST_SENT)]


class VerdictOut(BaseModel):
    """A word to judge a take by, darkest first."""

    key: Verdict
    label: str


class AskedOut(BaseModel):
    """What may be judged: a light by its name, or the whole picture, which has none."""

    key: str
    name: str


class RoleOut(BaseModel):
    """What a frame may be for, in words."""

    key: Role
    label: str


class FrameFaultOut(BaseModel):
    """What may be wrong with a frame besides its brightness, and what to try about it."""

    key: Fault
    label: str
    advice: str


class LinkOut(BaseModel):
    """One take in the chain: its settings, what was seen, what was changed before it.

    change: from the take before, in words; None for the first. is_history: its shot was planned for
    another night or hour then. read: the lights that were read off it, in words.
    """

    take: TakeOut
    settings: str
    started_local: str
    change: str | None
    read: list[str]
    is_history: bool
    photos: list[PhotoOut]


class RememberedOut(BaseModel):
    """What is reckoned with from now on."""

    text: str
    offset_stops: float


class MeasuredOut(BaseModel):
    """A light of the kit that was found brighter or darker than its figure says."""

    key: str
    text: str


class AdviceOut(BaseModel):
    """The next setting. levers, given: how the lights that are brought are used. moved: the
    controls that move, none when nothing should. can_remember: the light was found far from its
    prediction, which is worth keeping for the place. is_kept: it is that of a picture that is
    kept. mending: what to try about the
    faults of the last take. measured: lights whose figures in the kit the takes would correct."""

    settings: str
    values: SettingValues
    levers: Levers
    given: list[GivenOut]
    moved: list[Control]
    moved_levers: list[PartKey]
    change_stops: float
    sigma_stops: float
    mending: list[str]
    is_settled: bool
    is_kept: bool
    can_remember: bool
    measured: list[MeasuredOut]
    reasons: list[str]


class ChainOut(BaseModel):
    """The takes of a shot in the order they were made, and what to do next.

    advice: None where the shot cannot be planned; trouble says why. asked: what words may be
    about, the light the picture is exposed for first. roles: what a take may have been for. faults:
    what its frames may suffer from. kept_for: of each other part of the picture the setting that
    was kept, in words.
    """

    shot_id: UUID
    links: list[LinkOut]
    loose_photos: list[PhotoOut]
    advice: AdviceOut | None
    trouble: str | None
    verdicts: list[VerdictOut]
    asked: list[AskedOut]
    roles: list[RoleOut]
    faults: list[FrameFaultOut]
    kept_for: list[str]


class SentTakesOut(BaseModel):
    """versions: of each take that was sent, by its identity. chains: of each shot they are of."""

    versions: dict[UUID, int]
    chains: list[ChainOut]


class MatchedOut(BaseModel):
    """How far the camera's clock was off, in words, and the pictures as they are now."""

    text: str
    matched: int
    photos: list[PhotoOut]


class TakeOfPhoto(RequestBody):
    take_id: UUID | None


class TapIn(RequestBody):
    """Where a light stands in a picture, as shares of its width and height from its upper left."""

    model_config = ConfigDict(extra="forbid") | like(x_share=0.4, y_share=0.62)

    x_share: Annotated[float, Field(ge=0, le=1)]
    y_share: Annotated[float, Field(ge=0, le=1)]


class LightSpotOut(BaseModel):
    """A light of a picture. text: where it was read, with how far that may be off; empty where it
    was not."""

    key: str
    name: str
    text: str


class PhotoSpotsOut(BaseModel):
    """The lights that may be read off a picture; trouble: why none can be."""

    lights: list[LightSpotOut]
    trouble: str


class NewTakesIn(RequestBody):
    """Pictures without a take that become takes of a shot; those of a set become one."""

    model_config = ConfigDict(extra="forbid") | like(
        photo_ids=["018f0000-0000-7000-8000-000000000001"]
    )

    photo_ids: PhotoIds


class SheetShotOut(BaseModel):
    id: UUID
    title: str


class NightPicturesOut(BaseModel):
    """shots: in the order they were meant. photos: by when they were taken, those of a set
    together; shot_id None for one of the night's cards that is not placed."""

    night_id: UUID
    title: str
    shots: list[SheetShotOut]
    photos: list[PhotoOut]
