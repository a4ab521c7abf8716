"""Instruments on the wire: their formulas as data, so that a phone works them without signal.

A term is a number, the name of a value, or [operation, term, ...]; angles are in degrees.
"""

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel, Field, JsonValue

from patient_owl.core.measure.taps import TapKind
from patient_owl.library.readings.schemas import KeptReadingOut
from patient_owl.platform.questions import QuestionOut, ShownOut
from patient_owl.ports.fields import Pair


class WordsOut(BaseModel):
    """touches: what each touch, or sight, stands for. one, many: what is counted."""

    title: str
    help: str
    touches: list[str]
    one: str
    many: str
    caution: str


class BesideOut(BaseModel):
    """A value beside, and its own ±: a term over what is given. is_asked: it is typed, else it is
    its default."""

    question: QuestionOut
    is_asked: bool
    sd: JsonValue


class FillOut(BaseModel):
    """A question a result answers. also: answers that let it be asked."""

    key: str
    also: dict[str, str]


class ResultOut(BaseModel):
    key: str
    label: str
    unit: str
    shown: ShownOut | None
    term: JsonValue
    fills: list[FillOut]


class TapOut(BaseModel):
    """kind "pairs": touched at its beginning and end; "beats": each time it comes round. t_sd: the
    ± of the mean t_s, a term over n and spread_s."""

    key: str
    words: WordsOut
    kind: TapKind
    t_sd: JsonValue
    given: list[BesideOut]
    results: list[ResultOut]


class SightingOut(BaseModel):
    """sights: what the phone is laid on, in order; terms know each as `key_deg`, its tilt, or by
    bearing."""

    key: str
    words: WordsOut
    sights: list[str]
    by_bearing: bool
    given: list[BesideOut]
    results: list[ResultOut]


class HoldOut(BaseModel):
    """How the phone is held, and what its three angles mean then: terms over alpha, beta, gamma and
    screen."""

    key: str
    label: str
    help: str
    bearing_deg: JsonValue
    tilt_deg: JsonValue
    roll_deg: JsonValue


class CompassOut(BaseModel):
    """What a reading takes, and when it is not to be believed. [deg, s]

    correction, set_sd: terms over read_deg, known_deg, spread_deg, known_sd_deg. true_bearing,
    bearing_sd: over read_deg, correction_deg, spread_deg, own_sd_deg, drift_s. words: what is said,
    by what is wrong.
    """

    needle_east_deg: float
    needle_sd_deg: float
    needle_text: str
    unset_sd_deg: float
    tilt_sd: JsonValue
    near_deg: float
    hold_s: float
    steady_s: float
    wanders_deg: float
    trembles_deg: float
    jumps_deg: float
    silent_s: float
    steep_deg: float
    set_above_deg: float
    set_below_deg: float
    set_sd_most_deg: float
    known_sd_deg: float
    typed_sd_deg: float
    correction: JsonValue
    set_sd: JsonValue
    true_bearing: JsonValue
    bearing_sd: JsonValue
    words: dict[str, str]


class BodyOut(BaseModel):
    """azimuth_deg runs on past 360; both at each step. is_sought: asked for wherever one points.
    is_point: it can be laid on a phone's edge, so a compass can be set on it, with the Sun no
    higher than seen_under_sun_deg."""

    key: str
    name: str
    diameter_deg: float
    is_sought: bool
    is_point: bool
    seen_under_sun_deg: float
    azimuth_deg: list[float]
    altitude_deg: list[float]


class UpOut(BaseModel):
    """What stands in the sky from noon to noon, step by step."""

    start_utc: datetime
    step_s: float
    bodies: list[BodyOut]


class LandmarkOut(BaseModel):
    """Another of the photographer's places, from this one. sd_deg: of its bearing."""

    name: str
    bearing_true_deg: float
    distance_m: float
    height_angle_deg: float
    sd_deg: float
    latitude_deg: float
    longitude_deg: float
    elevation_m: float


class StandOut(BaseModel):
    """Terms over height_m, eye_m, azimuth_deg, altitude_deg, width_m and diameter_deg; way_m and
    way_bearing from latitude_deg, longitude_deg to there_latitude_deg, there_longitude_deg;
    at_latitude and at_longitude of east_m, north_m from there. between_deg: as high as a body
    stands when it is looked for behind something; sun_under_deg: with the Sun no higher."""

    words: WordsOut
    given: list[BesideOut]
    stand_m: JsonValue
    east_m: JsonValue
    north_m: JsonValue
    as_wide_m: JsonValue
    way_m: JsonValue
    way_bearing: JsonValue
    at_latitude: JsonValue
    at_longitude: JsonValue
    between_deg: Pair
    sun_under_deg: float


class ShakeOut(BaseModel):
    """Terms of the shake's spectrum: variance over rate_deg_s, hz, exposure_s; noise over band_hz;
    smear over variance_deg2, focal_length_mm, pixel_pitch_um."""

    words: WordsOut
    limits: str
    listens_s: float
    between_hz: Pair
    least_events_hz: float
    steady_px: float
    soft_px: float
    variance_deg2: JsonValue
    noise_deg_s: JsonValue
    smear_px: JsonValue
    said: dict[str, str]


class ShakenShotOut(BaseModel):
    """What a shake is reckoned for."""

    id: UUID
    title: str
    focal_length_mm: float
    pixel_pitch_um: float
    frame_height_mm: float
    exposure_s: float


class InstrumentsOut(BaseModel):
    """All a phone takes along to measure at a place, without signal."""

    place_id: UUID
    place_name: str
    night_id: UUID | None
    time_zone: str
    made_at_utc: datetime
    latitude_deg: float
    longitude_deg: float
    elevation_m: float
    outline: list[Pair] = Field(description="the skyline as it is kept")
    tap_least_s: float
    bearing_shown: ShownOut | None
    metre_shown: ShownOut | None
    holds: list[HoldOut]
    compass: CompassOut
    sight: WordsOut
    sight_questions: list[QuestionOut]
    sight_results: list[ResultOut]
    sweep: WordsOut
    sweep_step_deg: float
    sweep_joins_deg: float
    cycle_line: str
    cycle_name: str
    taps: list[TapOut]
    sightings: list[SightingOut]
    stand: StandOut
    shake: ShakeOut
    up: UpOut
    landmarks: list[LandmarkOut]
    temperature_c: float | None
    shots: list[ShakenShotOut]
    readings: list[KeptReadingOut]
