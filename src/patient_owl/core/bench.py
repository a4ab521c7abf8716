"""The bench: one exposure worked out with no night attached.

A brightness (measured, or from the scene table) is put where the photographer wants it; the
limits of lens, sensor, hands, wind, what moves and who performs bound the controls.
"""

import math
from dataclasses import dataclass

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.bracket import BracketFrame, bracket, frames_for
from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.ladder import Rung, ladder, quick_frame
from patient_owl.core.judge.choose import Solution, choose
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.worth import pulls
from patient_owl.core.kit import Kit
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.aperture import depth_needs, diffraction, sunstar
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import performer, subject_sharp
from patient_owl.core.limits.sensor import clipping_ev100, knee_mark, noise_floor
from patient_owl.core.limits.support import battery, ceiling_mark, handheld, wind
from patient_owl.core.motion.subject import blur_mm
from patient_owl.core.optics.depth_of_field import (
    Depth,
    airy_diameter_um,
    confusion_um,
    depth_of_field,
)
from patient_owl.core.plan.common import lands, miss_reasons, time_reasons
from patient_owl.core.plan.hand import Hand
from patient_owl.core.plan.report import SHADOW_STOPS, Blurs, Report, report
from patient_owl.core.program.program import Phase, Program
from patient_owl.core.reason import Reason

FAVOURITE_F_NUMBER = 8.0  # depth and sharpness for most still scenes; common practice
FAVOURITE_S = 1.0
BRACKET_STEP_STOPS = 1.0
HELD_BACK_WORTH_SAYING_STOPS = 0.25


@dataclass(frozen=True)
class Work:
    """What is asked: EV100 of the subject with its ±, where it shall land, and the rest.

    focus_m, near_m: distance focused at and nearest thing to be sharp. highlight_stops: how
    far over the subject the brightest thing is that must hold. speed_m_s, distance_m,
    tolerance_px: something that moves and shall stay sharp. performance_s, delay_s: somebody
    who needs the shutter open. None where it does not matter.
    """

    ev100: float
    sigma_stops: float
    placement_stops: float = 0.0
    focus_m: float | None = None
    near_m: float | None = None
    highlight_stops: float | None = None
    speed_m_s: float | None = None
    distance_m: float | None = None
    tolerance_px: float = 2.0
    performance_s: float | None = None
    delay_s: float = 0.0
    wants_rays: bool = False
    is_handheld: bool = False
    gust_m_s: float = 0.0
    temperature_c: float = 10.0
    frames: int = 1
    uses_noise_reduction: bool = False
    bracket_step_stops: float = BRACKET_STEP_STOPS
    bracket_control: Control = "exposure_s"


@dataclass(frozen=True)
class Worked:
    """The answer, with the bracket, equivalents and test frame that go with it."""

    solution: Solution
    hold: Hold
    limits: tuple[Limit, ...]
    reasons: tuple[Reason, ...]
    bracket: tuple[BracketFrame, ...]
    ladder: tuple[Rung, ...]
    test_frame: Rung | None
    depth: Depth | None
    report: Report


def work_out(work: Work, kit: Kit, hand: Hand) -> Worked:
    """Settings for one brightness; the time follows until the photographer says otherwise."""
    hold = hand.hold(kit, "exposure_s")
    sensor, focal_length_mm = kit.body.sensor, kit.lens.focal_length_mm
    limits = _limits(work, kit)
    liked = Liked(
        _floor(limits, "exposure_s", FAVOURITE_S), _floor(limits, "f_number", FAVOURITE_F_NUMBER)
    )
    held_back = 0.0
    if work.highlight_stops is not None:
        darkest_ev100 = clipping_ev100(work.ev100 + work.highlight_stops)
        held_back = max(0.0, darkest_ev100 - (work.ev100 - work.placement_stops))
    placement_stops = work.placement_stops - held_back
    part = LightPart("subject", "metered", work.ev100, work.sigma_stops, placement_stops)
    solution = choose(
        Demands(
            parts=(part,),
            dials=kit.dials,
            limits=limits,
            pulls=pulls(liked),
            hold=hold,
            prefers=None if hold.follow == "exposure_s" else hold.follow,
            noisy_iso=kit.noisy_iso,
        )
    )
    settings = solution.settings
    floor = noise_floor(kit, settings.exposure_s, SHADOW_STOPS, work.temperature_c)
    confusion = confusion_um(sensor.diagonal_mm)
    depth = (
        depth_of_field(focal_length_mm, settings.f_number, confusion, work.focus_m)
        if work.focus_m is not None
        else None
    )
    control = work.bracket_control
    frames = frames_for(work.sigma_stops, work.bracket_step_stops)
    return Worked(
        solution=solution,
        hold=hold,
        limits=limits if floor is None else (*limits, floor),
        reasons=_reasons(kit, solution, depth, held_back),
        bracket=bracket(
            solution.positions[control], kit.dials[control], frames, work.bracket_step_stops
        ),
        ladder=ladder(solution.positions, kit.dials),
        test_frame=quick_frame(solution.positions, kit.dials),
        depth=depth,
        report=report(
            kit,
            solution,
            _blurs(work, kit),
            _program(work, settings.exposure_s),
            work.frames,
            work.temperature_c,
            work.gust_m_s,
        ),
    )


def _program(work: Work, exposure_s: float) -> Program:
    """The frames that are averaged, with the camera's dark frames when it takes them."""
    program = Program((Phase("frame", exposure_s, work.frames, lead_in_s=work.delay_s),))
    return program.with_noise_reduction() if work.uses_noise_reduction else program


def _floor(limits: tuple[Limit, ...], control: Control, otherwise: float) -> float:
    """What limits ask for at least, else a value of habit."""
    asked = [x.value for x in limits if x.control == control and x.sense == "at_least"]
    return max(asked, default=otherwise)


def _limits(work: Work, kit: Kit) -> tuple[Limit, ...]:
    limits: list[Limit | None] = [
        diffraction(kit),
        handheld(kit, drives=work.is_handheld),
        ceiling_mark(kit),
        knee_mark(kit),
        battery(kit, work.temperature_c),
        wind(work.gust_m_s, kit, drives=not work.is_handheld),
    ]
    if work.near_m is not None:
        if work.focus_m is None:
            raise WrongValue("focus_m", "the distance focused at, when depth is asked for", "none")
        limits.append(depth_needs(kit, work.focus_m, work.near_m))
    if work.wants_rays:
        limits.append(sunstar(kit))
    if work.speed_m_s is not None:
        if work.distance_m is None:
            raise WrongValue("distance_m", "how far off the moving thing is", "none")
        limits.append(subject_sharp(work.speed_m_s, work.distance_m, work.tolerance_px, kit))
    if work.performance_s is not None:
        limits.append(performer(work.performance_s, work.delay_s))
    return tuple(limit for limit in limits if limit is not None)


def _blurs(work: Work, kit: Kit) -> Blurs:
    subject_px_per_s = 0.0
    if work.speed_m_s is not None and work.distance_m is not None:
        length_mm = blur_mm(work.speed_m_s, work.distance_m, kit.lens.focal_length_mm, 1.0)
        subject_px_per_s = length_mm * 1000 / kit.body.sensor.pixel_pitch_um
    subject_m = work.near_m if work.near_m is not None else math.inf
    return Blurs(
        0.0, subject_px_per_s, work.focus_m if work.near_m is not None else None, subject_m
    )


def _reasons(
    kit: Kit, solution: Solution, depth: Depth | None, held_back: float
) -> tuple[Reason, ...]:
    reasons = [lands(solution)]
    if held_back > HELD_BACK_WORTH_SAYING_STOPS:
        reasons.append(Reason("held_for_highlights", {"stops": held_back}, "iso12232"))
    reasons += miss_reasons(solution)
    airy_px = airy_diameter_um(solution.settings.f_number) / kit.body.sensor.pixel_pitch_um
    if not diffraction(kit).allows(solution.settings.f_number):
        reasons.append(Reason("diffraction_shows", {"airy_px": airy_px}, "hecht2016"))
    if depth is not None:
        code = "depth_to_infinity" if math.isinf(depth.far_m) else "depth_between"
        quantities = {"near_m": depth.near_m, "hyperfocal_m": depth.hyperfocal_m}
        if not math.isinf(depth.far_m):
            quantities["far_m"] = depth.far_m
        reasons.append(Reason(code, quantities, "ray2002"))
    reasons += time_reasons(solution, kit)
    return tuple(reasons)
