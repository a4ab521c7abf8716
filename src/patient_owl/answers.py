"""A solved exposure on the wire, whoever asked: bracket, equivalents, conflict, report."""

from collections.abc import Iterable, Mapping, Sequence

from pydantic import BaseModel

from patient_owl.core.exposure.bracket import Frame
from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.ladder import Rung
from patient_owl.core.kit import Kit
from patient_owl.core.optics.depth_of_field import confusion_um
from patient_owl.core.plan.report import Report
from patient_owl.core.solve.conflict import Conflict
from patient_owl.core.solve.solver import Solution
from patient_owl.words.formats import signed_stops
from patient_owl.words.plan import (
    conflict_text,
    setting_text,
    settings_text,
    time_and_aperture_text,
    way_text,
)
from patient_owl.words.report import cost_text, noise_text, part_text, sharpness_text, tone_text


class FrameOut(BaseModel):
    """A frame of the bracket: `+1`, `8 s`; is_on_dial: False where the dial ends."""

    stops: str
    text: str
    is_on_dial: bool


class RungOut(BaseModel):
    """An equivalent at the same ISO and filter: `2 s, f/11`."""

    text: str
    exposure_s: float
    f_number: float
    is_picked: bool


class ConflictOut(BaseModel):
    """What excludes what, by how many stops, and ways out, cheapest first."""

    text: str
    codes: list[str]
    missing_stops: float
    ways: list[str]


class PartOut(BaseModel):
    """One cause of blur. [px]"""

    cause: str
    text: str
    blur_px: float


class ToneOut(BaseModel):
    """Shadow, mid-grey and highlight: signal against noise."""

    text: str
    stops: float
    snr: float
    is_clipped: bool


class ReportOut(BaseModel):
    """What the frame will be like and what it costs."""

    sharpness: str
    parts: list[PartOut]
    total_px: float
    noise: str
    tones: list[ToneOut]
    cost: list[str]
    clock_s: float


def frames_out(control: Control, frames: Iterable[Frame]) -> list[FrameOut]:
    return [
        FrameOut(
            stops=signed_stops(frame.stops),
            text=setting_text(control, frame.position),
            is_on_dial=frame.is_on_dial,
        )
        for frame in frames
    ]


def rungs_out(rungs: Sequence[Rung], picked: Mapping[Control, DialValue]) -> list[RungOut]:
    return [
        RungOut(
            text=time_and_aperture_text(rung.positions),
            exposure_s=rung.positions["exposure_s"].value,
            f_number=rung.positions["f_number"].value,
            is_picked=rung.positions["f_number"] == picked["f_number"],
        )
        for rung in rungs
    ]


def test_frame_text(rung: Rung | None) -> str:
    """`13 s, f/8, ISO 1600`; says so when none is needed."""
    return settings_text(rung.positions) if rung else "The frame itself is quick enough."


def conflict_out(conflict: Conflict | None) -> ConflictOut | None:
    if conflict is None:
        return None
    return ConflictOut(
        text=conflict_text(conflict),
        codes=[*(limit.code for limit in conflict.limits), *conflict.held],
        missing_stops=conflict.missing_stops,
        ways=[way_text(way) for way in conflict.ways],
    )


def report_out(report: Report, solution: Solution, kit: Kit, is_time_capped: bool) -> ReportOut:
    sharp = report.sharpness
    print_px = confusion_um(kit.body.sensor.diagonal_mm) / kit.body.sensor.pixel_pitch_um
    return ReportOut(
        sharpness=sharpness_text(sharp, print_px),
        parts=[PartOut(cause=k, text=part_text(k, v), blur_px=v) for k, v in sharp.parts_px],
        total_px=sharp.total_px,
        noise=noise_text(report, solution.settings.iso, is_time_capped),
        tones=[
            ToneOut(
                text=tone_text(tone), stops=tone.stops, snr=tone.snr, is_clipped=tone.is_clipped
            )
            for tone in report.tones
        ],
        cost=cost_text(report.cost),
        clock_s=report.cost.clock_s,
    )
