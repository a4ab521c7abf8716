"""Kit on the wire: one specification a kind."""

from typing import Annotated, Literal, Self
from uuid import UUID

from pydantic import (
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    TypeAdapter,
    model_validator,
)

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import Steps, iso_dial
from patient_owl.core.exposure.filters import POLARISER_STOPS, Filter, Marking, filter_stops
from patient_owl.core.exposure.reciprocity import Film, Process
from patient_owl.core.kit import Body, Files, FirstCurtain, Lens, Release
from patient_owl.core.noise import SensorNoise, two_stage
from patient_owl.core.optics.camera import Projection, Sensor
from patient_owl.library.kit.lights import (
    BarSpec,
    FlashSpec,
    PanelSpec,
    ToolSpec,
    TorchSpec,
    renewed_light,
)
from patient_owl.library.kit.spec import Spec
from patient_owl.platform.questions import QuestionOut
from patient_owl.ports.fields import Name, RequestBody, Row, like

MM_PER_INCH = 25.4

Ceiling = Annotated[float, Field(ge=1, le=3600)]
FocalLength = Annotated[float, Field(ge=4, le=2000)]
Electrons = Annotated[float | None, Field(gt=0, le=1e7)]


def _rows(table: list[list[float]]) -> list[tuple[float, float]]:
    return [(first, second) for first, second in table]


class BodySpec(Spec):
    """A camera body. The sensor's noise is described in full or not at all."""

    kind: Literal["body"] = "body"
    sensor_width_mm: Annotated[float, Field(gt=3, le=120)]
    sensor_height_mm: Annotated[float, Field(gt=2, le=100)]
    width_px: Annotated[int, Field(ge=640, le=40000)]
    height_px: Annotated[int, Field(ge=480, le=30000)]
    dial_steps: Steps = "thirds"
    lowest_iso: Annotated[float, Field(ge=12, le=3200)] = 100
    highest_iso: Annotated[float, Field(ge=100, le=102400)] = 25600
    base_iso: Annotated[float, Field(ge=12, le=3200)] = 100
    in_camera_ceiling_s: Ceiling = 30
    full_well_e: Electrons = None
    read_pre_e: Electrons = None
    read_post_e: Annotated[float | None, Field(ge=0, le=1e4)] = None
    read_noise_e: Annotated[list[Row], Field(max_length=40)] = []
    dark_e_s: Annotated[float | None, Field(ge=0, le=1e4)] = None
    quantum_efficiency: Annotated[float | None, Field(gt=0, le=1)] = None
    clip_share: Annotated[float, Field(gt=0.3, le=1)] = 1.0
    figures_from: Literal["invented", "published", "measured"] = "invented"
    raw_size_mb: Annotated[float, Field(gt=0, le=1000)] = 30
    battery_min: Annotated[float, Field(gt=0, le=10000)] = 240
    first_curtain: FirstCurtain = "electronic"
    stabiliser_stops: Annotated[float, Field(ge=0, le=9)] = 0
    files: Files = "raw"

    @model_validator(mode="after")
    def _sound(self) -> Self:
        if self.highest_iso < self.lowest_iso:
            wanted = f"at or above lowest_iso, {self.lowest_iso:g}"
            raise WrongValue("highest_iso", wanted, self.highest_iso)
        if not iso_dial_reaches(self.dial_steps, self.lowest_iso, self.highest_iso):
            wanted = f"with lowest_iso a position of a {self.dial_steps} dial between"
            raise WrongValue("highest_iso", wanted, self.highest_iso)
        pitch = self.sensor_width_mm / self.width_px, self.sensor_height_mm / self.height_px
        if max(pitch) > 1.1 * min(pitch):
            wanted = f"about {self.sensor_height_mm / pitch[0]:.0f} px: photosites are square"
            raise WrongValue("height_px", wanted, self.height_px)
        if self.read_noise_e and (self.read_pre_e or self.read_post_e):
            wanted = "nothing beside read_pre_e and read_post_e"
            raise WrongValue("read_noise_e", wanted, "both")
        read = bool(self.read_noise_e) or (
            self.read_pre_e is not None and self.read_post_e is not None
        )
        given = {
            "full_well_e": self.full_well_e is not None,
            "read_pre_e": read,
            "dark_e_s": self.dark_e_s is not None,
            "quantum_efficiency": self.quantum_efficiency is not None,
        }
        if any(given.values()):
            for name, is_there in given.items():
                if not is_there:
                    raise WrongValue(name, "a figure: noise is described in full or not", "none")
        self.noise()
        return self

    def noise(self) -> SensorNoise | None:
        full_well, dark, efficiency = self.full_well_e, self.dark_e_s, self.quantum_efficiency
        if full_well is None or dark is None or efficiency is None:
            return None
        pre, post = self.read_pre_e, self.read_post_e
        if pre is None or post is None:
            pre, post = two_stage(_rows(self.read_noise_e), self.base_iso)
        well = full_well * self.clip_share
        return SensorNoise(well, pre, post, dark, efficiency, self.base_iso)

    def to_domain(self) -> Body:
        return Body(
            Sensor(self.sensor_width_mm, self.sensor_height_mm, self.width_px, self.height_px),
            self.dial_steps,
            self.lowest_iso,
            self.highest_iso,
            self.in_camera_ceiling_s,
            noise=self.noise(),
            raw_size_mb=self.raw_size_mb,
            battery_min=self.battery_min,
            first_curtain=self.first_curtain,
            stabiliser_stops=self.stabiliser_stops,
            files=self.files,
        )


def iso_dial_reaches(steps: Steps, lowest: float, highest: float) -> bool:
    try:
        iso_dial(steps, lowest, highest)
    except WrongValue:
        return False
    return True


class FilmBackSpec(Spec):
    """A film camera or back with a stock in it."""

    kind: Literal["film_back"] = "film_back"
    frame_width_mm: Annotated[float, Field(gt=3, le=260)]
    frame_height_mm: Annotated[float, Field(gt=2, le=210)]
    iso: Annotated[float, Field(ge=12, le=6400)] = 400
    reciprocity_exponent: Annotated[float, Field(ge=1, le=2)] = 1.0
    reciprocity_table_s: Annotated[list[Row], Field(max_length=40)] = []
    process: Process = "negative"
    scan_ppi: Annotated[float, Field(ge=300, le=12000)] = 3200
    dial_steps: Steps = "thirds"
    in_camera_ceiling_s: Ceiling = 1

    @model_validator(mode="after")
    def _sound(self) -> Self:
        if not iso_dial_reaches(self.dial_steps, self.iso, self.iso):
            dial = " ".join(p.label for p in iso_dial(self.dial_steps, 12, 6400).values)
            raise WrongValue("iso", f"one of {dial}", self.iso)
        self.film()
        return self

    def film(self) -> Film:
        table = tuple(_rows(self.reciprocity_table_s))
        return Film(self.iso, self.reciprocity_exponent, table, self.process)

    def to_domain(self) -> Body:
        per_mm = self.scan_ppi / MM_PER_INCH
        return Body(
            Sensor(
                self.frame_width_mm,
                self.frame_height_mm,
                round(self.frame_width_mm * per_mm),
                round(self.frame_height_mm * per_mm),
            ),
            self.dial_steps,
            self.iso,
            self.iso,
            self.in_camera_ceiling_s,
            film=self.film(),
            raw_size_mb=0,
            battery_min=None,
            first_curtain="mirror",
        )


class LensSpec(Spec):
    """A lens, prime when both focal lengths are equal."""

    kind: Literal["lens"] = "lens"
    shortest_focal_length_mm: FocalLength
    longest_focal_length_mm: FocalLength
    widest_f_number: Annotated[float, Field(ge=0.8, le=32)]
    widest_f_number_at_longest: Annotated[float | None, Field(ge=0.8, le=32)] = None
    narrowest_f_number: Annotated[float, Field(ge=1, le=64)] = 16
    blades: Annotated[int, Field(ge=3, le=20)] = 9
    closest_focus_m: Annotated[float, Field(gt=0, le=20)] = 0.3
    projection: Projection = "rectilinear"

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.longest_focal_length_mm < self.shortest_focal_length_mm:
            wanted = f"at or above {self.shortest_focal_length_mm:g} mm"
            raise WrongValue("longest_focal_length_mm", wanted, self.longest_focal_length_mm)
        far = self.widest_f_number_at_longest
        if far is not None and far < self.widest_f_number:
            wanted = f"at or above f/{self.widest_f_number:g}"
            raise WrongValue("widest_f_number_at_longest", wanted, far)
        if self.narrowest_f_number < (far or self.widest_f_number):
            wanted = f"at or above f/{far or self.widest_f_number:g}"
            raise WrongValue("narrowest_f_number", wanted, self.narrowest_f_number)
        return self

    @property
    def is_zoom(self) -> bool:
        return self.shortest_focal_length_mm != self.longest_focal_length_mm

    def nearest_focal_length_mm(self, focal_length_mm: float) -> float:
        """What it is set to by somebody who wants another focal length. [mm]"""
        focal_length = max(self.shortest_focal_length_mm, focal_length_mm)
        return min(self.longest_focal_length_mm, focal_length)

    def to_domain(self, focal_length_mm: float) -> Lens:
        return Lens(
            focal_length_mm,
            self.widest_at(focal_length_mm),
            self.narrowest_f_number,
            self.blades,
            self.closest_focus_m,
            self.projection,
        )

    def widest_at(self, focal_length_mm: float) -> float:
        """A zoom that dims does so about in proportion to its reach; to a tenth, as printed."""
        far = self.widest_f_number_at_longest
        span = self.longest_focal_length_mm - self.shortest_focal_length_mm
        if far is None or span == 0:
            return self.widest_f_number
        share = (focal_length_mm - self.shortest_focal_length_mm) / span
        return round(self.widest_f_number + share * (far - self.widest_f_number), 1)


class FilterSpec(Spec):
    """A neutral density filter by any of its markings, or a polariser by what it costs."""

    kind: Literal["filter"] = "filter"
    marking: Marking = "stops"
    value: Annotated[float, Field(ge=0, le=1e6)] = POLARISER_STOPS

    @model_validator(mode="after")
    def _sound(self) -> Self:
        stops = self.stops
        if not 0.1 <= stops <= 20:
            raise WrongValue("value", "what makes 0.1 to 20 stops", f"{stops:.2g} stops")
        return self

    @property
    def stops(self) -> float:
        return filter_stops(self.marking, self.value)

    def to_domain(self, name: str) -> Filter:
        return Filter(name, self.stops)


class RemoteSpec(Spec):
    """What opens the shutter without a finger on the camera."""

    kind: Literal["remote"] = "remote"
    release: Release = "timer"


class TripodSpec(Spec):
    kind: Literal["tripod"] = "tripod"
    load_kg: Annotated[float, Field(gt=0, le=80)]
    height_cm: Annotated[float, Field(gt=0, le=400)] = 150
    weight_kg: Annotated[float, Field(gt=0, le=30)] = 1.8


class CardSpec(Spec):
    kind: Literal["card"] = "card"
    capacity_gb: Annotated[float, Field(gt=0, le=100_000)]


class BatterySpec(Spec):
    """Spare batteries for the bodies."""

    kind: Literal["battery"] = "battery"
    count: Annotated[int, Field(ge=1, le=50)] = 1


AnySpec = (
    BodySpec
    | FilmBackSpec
    | LensSpec
    | FilterSpec
    | RemoteSpec
    | TripodSpec
    | CardSpec
    | BatterySpec
    | TorchSpec
    | PanelSpec
    | FlashSpec
    | ToolSpec
    | BarSpec
)
SPEC: TypeAdapter[AnySpec] = TypeAdapter(Annotated[AnySpec, Field(discriminator="kind")])


class KitItemIn(RequestBody):
    model_config = like(name="ND 64", spec={"kind": "filter", "marking": "factor", "value": 64})

    name: Name
    spec: Annotated[Annotated[AnySpec, Field(discriminator="kind")], BeforeValidator(renewed_light)]


class KitItemOut(KitItemIn):
    """A thing in the bag. summary: what it is; gives: what it does on the usual camera. is_usual:
    taken when nobody says which camera, or which lens; can_be_usual: whether it is either."""

    id: UUID
    version: int
    summary: str
    gives: str
    is_usual: bool
    can_be_usual: bool


KIT_FORMAT, KIT_VERSION = "patient-owl-kit", 1
MOST_ITEMS = 500


class KitFile(RequestBody):
    """A bag as a file. Its JSON Schema is published beside the export."""

    model_config = ConfigDict(extra="forbid")

    format: Literal["patient-owl-kit"] = "patient-owl-kit"
    version: Literal[1] = 1
    items: Annotated[list[KitItemIn], Field(max_length=MOST_ITEMS)]


class KitKindOut(BaseModel):
    """A kind of kit: how it is called, what its form asks, and generic ones to copy from.
    pocket: with what it lies in the bag."""

    kind: str
    title: str
    plural: str
    pocket: str
    questions: list[QuestionOut]
    shelf: list[KitItemIn]


class ImportedOut(BaseModel):
    added: int
    skipped: list[str]
