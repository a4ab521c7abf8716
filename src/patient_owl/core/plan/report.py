"""What one frame will be like: its sharpness, its noise, and what it costs."""

from dataclasses import dataclass

from patient_owl.core.judge.choose import Solution
from patient_owl.core.kit import Kit
from patient_owl.core.limits.sensor import CLEAN_SNR
from patient_owl.core.motion.shake import swing_px
from patient_owl.core.noise import Tone, tone
from patient_owl.core.program.cost import Cost, cost
from patient_owl.core.program.program import Program
from patient_owl.core.sharpness import Sharpness, defocus_mm, sharpness

# Tones people look at, in stops from mid-grey. Common practice.
SHADOW_STOPS, HIGHLIGHT_STOPS = -4.0, 2.5


@dataclass(frozen=True)
class Blurs:
    """What moves or lies out of focus in the frame; 0 or None where nothing does.

    subject_m: what shall be sharp while the focus is at focus_m; infinity for stars.
    is_drawn: the subject's movement is wanted, as of water: it is no softness.
    """

    star_drift_px_per_s: float = 0.0
    subject_px_per_s: float = 0.0
    focus_m: float | None = None
    subject_m: float = float("inf")
    is_drawn: bool = False


@dataclass(frozen=True)
class Report:
    """tones: shadow, mid-grey, highlight; empty for film and unmeasured sensors.

    stack_for_clean: frames whose average makes the shadow clean; 1 when one frame does.
    """

    sharpness: Sharpness
    tones: tuple[Tone, ...]
    stack_for_clean: int
    cost: Cost


def report(
    kit: Kit,
    solution: Solution,
    blurs: Blurs,
    program: Program,
    averages: int,
    temperature_c: float,
    gust_m_s: float,
) -> Report:
    """averages: frames that are averaged into one, for the tones."""
    settings, sensor, lens = solution.settings, kit.body.sensor, kit.lens
    defocus_um = 0.0
    if blurs.focus_m is not None:
        focal, n = lens.focal_length_mm, settings.f_number
        defocus_um = 1000 * defocus_mm(focal, n, blurs.focus_m, blurs.subject_m)
    swing = swing_px(
        gust_m_s, kit.support.tripod_load_kg, lens.focal_length_mm, sensor.pixel_pitch_um
    )
    noise = kit.body.noise
    tones: tuple[Tone, ...] = ()
    if noise is not None:
        tones = tuple(
            tone(
                noise,
                sensor.pixel_pitch_um,
                settings.exposure_s,
                settings.iso,
                stops,
                temperature_c,
                averages,
            )
            for stops in (SHADOW_STOPS, 0.0, HIGHLIGHT_STOPS)
        )
    # averaging gains by the root of the frames, so one frame of them has this much less
    single_snr = tones[0].snr / averages**0.5 if tones else CLEAN_SNR
    short = CLEAN_SNR / single_snr
    return Report(
        sharpness=sharpness(
            sensor,
            settings.f_number,
            defocus_um,
            0.0 if blurs.is_drawn else blurs.subject_px_per_s * settings.exposure_s,
            blurs.star_drift_px_per_s * settings.exposure_s,
            swing,
        ),
        tones=tones,
        stack_for_clean=max(1, -int(-(short**2) // 1)),
        cost=cost(kit, program, temperature_c),
    )
