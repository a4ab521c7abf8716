"""A solved exposure on the wire, whoever asked: bracket, equivalents, conflict, report."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from typing import Any

from pydantic import BaseModel

from patient_owl.core.exposure.bracket import BracketFrame
from patient_owl.core.exposure.dials import SAME, Control, DialValue
from patient_owl.core.exposure.ladder import QUICK_S, Rung
from patient_owl.core.judge.choose import Landing, Solution
from patient_owl.core.judge.ways import conflicts
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit, passed
from patient_owl.core.optics.depth_of_field import confusion_um
from patient_owl.core.plan.bringing import LightUse, ambient_of
from patient_owl.core.plan.report import Report
from patient_owl.core.program.program import Program
from patient_owl.words.kinds import CUES
from patient_owl.words.lights import given_text, over_ambient_text
from patient_owl.words.parts import landing_text, part_name
from patient_owl.words.plan import (
    conflict_text,
    passed_text,
    setting_text,
    settings_text,
    time_and_aperture_text,
    way_text,
)
from patient_owl.words.program import program_text
from patient_owl.words.quantities import begun, say, signed_stops
from patient_owl.words.report import blur_text, cost_text, noise_text, sharpness_text, tone_text


class FrameOut(BaseModel):
    """A frame of the bracket: `+1`, `8 s`; is_on_dial: False where the dial ends."""

    stops: str
    text: str
    is_on_dial: bool


class RungOut(BaseModel):
    """An equivalent at the same ISO and filter: `2 s, f/11`; passes: what it goes past."""

    text: str
    exposure_s: float
    f_number: float
    is_picked: bool
    passes: str


class ConflictOut(BaseModel):
    """What excludes what for one light, by how many stops, and ways out, cheapest first."""

    part: str
    text: str
    codes: list[str]
    missing_stops: float
    ways: list[str]


class BlurOut(BaseModel):
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
    blurs: list[BlurOut]
    total_px: float
    noise: str
    tones: list[ToneOut]
    cost: list[str]
    clock_s: float


def frames_out(control: Control, frames: Iterable[BracketFrame]) -> list[FrameOut]:
    return [
        FrameOut(
            stops=signed_stops(frame.stops),
            text=setting_text(control, frame.position),
            is_on_dial=frame.is_on_dial,
        )
        for frame in frames
    ]


def rungs_out(
    rungs: Sequence[Rung], picked: Mapping[Control, DialValue], limits: Sequence[Limit]
) -> list[RungOut]:
    return [
        RungOut(
            text=time_and_aperture_text(rung.positions),
            exposure_s=rung.positions["exposure_s"].value,
            f_number=rung.positions["f_number"].value,
            is_picked=rung.positions["f_number"] == picked["f_number"],
            passes=passed_text(passed(limits, rung.positions)),
        )
        for rung in rungs
    ]


def test_frame_text(rung: Rung | None, positions: Mapping[Control, DialValue]) -> str:
    """`13 s, f/8, ISO 1600`; says so when none is needed, or none is to be had."""
    if rung is not None:
        return settings_text(rung.positions)
    if positions["exposure_s"].value <= QUICK_S:
        return "The frame itself is quick enough."
    return "None: film shows nothing until it is developed."


def conflicts_out(solution: Solution) -> list[ConflictOut]:
    """Of every light that does not come home; the lead's first."""
    lead = solution.landings[0].part.key
    return [
        ConflictOut(
            part=conflict.part,
            text=conflict_text(conflict, is_lead=conflict.part == lead),
            codes=[*(limit.code for limit in conflict.limits), *conflict.held],
            missing_stops=conflict.missing_stops,
            ways=[way_text(way) for way in conflict.ways],
        )
        for conflict in conflicts(solution)
    ]


class LightPartOut(BaseModel):
    """One light of the picture: where it is wanted, where it lands. [stops from mid-grey]

    levers: where its private controls were put, each in its own unit. given: how a light that is
    brought is used, in words, and of the time the shutter is open from which share to which.
    over_ambient_stops: against what is there anyway.
    """

    key: str
    name: str
    ev100: float
    sigma_stops: float
    placement_stops: float
    landed_stops: float
    lands: str
    levers: dict[str, float]
    is_brought: bool
    can_leave: bool
    given: str
    over_ambient_stops: float | None
    over_ambient: str
    from_share: float
    to_share: float


def parts_out(
    solution: Solution, given: Sequence[LightUse], needed: Collection[str], program: Program
) -> list[LightPartOut]:
    """The lights of a picture, the one it is exposed for first. given: how the brought are used.
    needed: keys of those the discipline cannot do without. program: when they are used."""
    used = {use.light.key: use for use in given}
    ambient = ambient_of(solution)
    open_s = solution.settings.exposure_s
    return [
        LightPartOut(
            key=landing.part.key,
            name=begun(part_name(landing.part.key)),
            ev100=landing.part.ev100,
            sigma_stops=landing.part.sigma_stops,
            placement_stops=landing.part.placement_stops,
            landed_stops=landing.landed_stops,
            lands=begun(landing_text(landing)),
            levers=dict(landing.levers),
            can_leave=landing.part.key in used and landing.part.key not in needed,
            **_given_out(landing, used.get(landing.part.key), ambient),
            **_shares(used.get(landing.part.key), program, open_s),
        )
        for landing in solution.landings
    ]


def _given_out(landing: Landing, given: LightUse | None, ambient: Landing | None) -> dict[str, Any]:
    over = None
    if given is not None and ambient is not None and landing is not ambient:
        over = landing.landed_stops - ambient.landed_stops
    return {
        "is_brought": given is not None,
        "given": begun(given_text(given)) if given else "",
        "over_ambient_stops": over,
        "over_ambient": "" if over is None else over_ambient_text(over),
    }


def _shares(given: LightUse | None, program: Program, open_s: float) -> dict[str, float]:
    """From when to when of the open shutter a light acts: as somebody is told, else as it burns."""
    begins, ends = 0.0, open_s
    if given is not None:
        own = given.from_s, open_s if given.to_s is None else given.to_s
        begins, ends = program.span_of(given.light.key) or own
    return {"from_share": min(1.0, begins / open_s), "to_share": min(1.0, ends / open_s)}


class GivenOut(BaseModel):
    """How a light that is brought is used: `the torch`, `15 s a spot, 8 spots: 2 min in all`."""

    key: str
    name: str
    text: str


def given_out(given: Iterable[LightUse]) -> list[GivenOut]:
    return [
        GivenOut(key=use.light.key, name=part_name(use.light.key), text=given_text(use))
        for use in given
    ]


class PhaseOut(BaseModel):
    """Equal frames in a row; exposure_s None where the hand opens and closes.

    dark_s: the camera's dark frame after each, when noise reduction is on.
    """

    code: str
    exposure_s: float | None
    repeats: int
    gap_s: float
    dark_s: float
    offset_stops: float
    lead_in_s: float
    waits: bool


class CueOut(BaseModel):
    """What somebody does, so many seconds after the shutter opened."""

    at_s: float
    lasts_s: float
    who: str
    text: str


class ProgramOut(BaseModel):
    """The course of a shot; all phases are run once a round."""

    phases: list[PhaseOut]
    cues: list[CueOut]
    rounds: int
    between_s: float
    frames: int
    text: str


def program_out(program: Program) -> ProgramOut:
    """A program in words."""
    darkened = program.with_noise_reduction()
    return ProgramOut(
        phases=[
            PhaseOut(
                code=phase.code,
                exposure_s=phase.exposure_s,
                repeats=phase.repeats,
                gap_s=phase.gap_s,
                dark_s=phase.dark_s,
                offset_stops=phase.offset_stops,
                lead_in_s=phase.lead_in_s,
                waits=phase.waits,
            )
            for phase in darkened.phases
        ],
        cues=[
            CueOut(at_s=c.at_s, lasts_s=c.lasts_s, who=c.who, text=say(CUES[c.code], dict(c.about)))
            for c in program.cues
        ],
        rounds=program.rounds,
        between_s=program.between_s,
        frames=program.frames,
        text=program_text(program),
    )


def report_out(report: Report, solution: Solution, kit: Kit, is_time_capped: bool) -> ReportOut:
    sharp = report.sharpness
    print_px = confusion_um(kit.body.sensor.diagonal_mm) / kit.body.sensor.pixel_pitch_um
    return ReportOut(
        sharpness=sharpness_text(sharp, print_px),
        blurs=[BlurOut(cause=k, text=blur_text(k, v), blur_px=v) for k, v in sharp.parts_px],
        total_px=sharp.total_px,
        noise=noise_text(
            report,
            solution.settings.iso,
            is_time_capped=is_time_capped,
            is_wide_open=solution.settings.f_number <= kit.dials["f_number"].values[0].value * SAME,
        ),
        tones=[
            ToneOut(
                text=tone_text(tone), stops=tone.stops, snr=tone.snr, is_clipped=tone.is_clipped
            )
            for tone in report.tones
        ],
        cost=cost_text(report.cost),
        clock_s=report.cost.clock_s,
    )
