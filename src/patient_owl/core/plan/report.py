"""What one frame will be like: its sharpness, its noise, and what it costs."""

from dataclasses import dataclass

from patient_owl.core.kit import Kit
from patient_owl.core.limits.sensor import CLEAN_SNR
from patient_owl.core.limits.support import battery_min
from patient_owl.core.motion.shake import swing_px
from patient_owl.core.noise import Tone, tone
from patient_owl.core.sharpness import Sharpness, defocus_mm, sharpness
from patient_owl.core.solve.solver import Solution

# Tones people look at, in stops from mid-grey. Common practice.
SHADOW_STOPS, HIGHLIGHT_STOPS = -4.0, 2.5
LENR_FROM_S = 1.0  # long-exposure noise reduction takes its dark frame from here; common practice


@dataclass(frozen=True)
class Blurs:
    """What moves or lies out of focus in the frame; 0 or None where nothing does.

    subject_m: what shall be sharp while the focus is at focus_m; infinity for stars.
    """

    star_drift_px_per_s: float = 0.0
    subject_px_per_s: float = 0.0
    focus_m: float | None = None
    subject_m: float = float("inf")


@dataclass(frozen=True)
class Run:
    """How the frames are taken: how many, the gap between them [s], noise reduction in camera."""

    frames: int = 1
    gap_s: float = 0.0
    is_stack: bool = False
    uses_lenr: bool = False


@dataclass(frozen=True)
class Cost:
    """Time on the clock [s], room on the card [GB, and share of it], share of a battery."""

    clock_s: float
    card_gb: float
    card_share: float | None
    battery_share: float | None


@dataclass(frozen=True)
class Report:
    """tones: shadow, mid-grey, highlight; empty for film and unmeasured sensors.

    stack_for_clean: frames whose average makes the shadow clean; 1 when it is already.
    """

    sharpness: Sharpness
    tones: tuple[Tone, ...]
    stack_for_clean: int
    cost: Cost


def report(
    kit: Kit,
    solution: Solution,
    blurs: Blurs,
    run: Run,
    temperature_c: float,
    gust_m_s: float,
) -> Report:
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
        frames = run.frames if run.is_stack else 1
        tones = tuple(
            tone(
                noise,
                sensor.pixel_pitch_um,
                settings.exposure_s,
                settings.iso,
                stops,
                temperature_c,
                frames,
            )
            for stops in (SHADOW_STOPS, 0.0, HIGHLIGHT_STOPS)
        )
    short = CLEAN_SNR / tones[0].snr if tones else 1.0
    return Report(
        sharpness=sharpness(
            sensor,
            settings.f_number,
            defocus_um,
            blurs.subject_px_per_s * settings.exposure_s,
            blurs.star_drift_px_per_s * settings.exposure_s,
            swing,
        ),
        tones=tones,
        stack_for_clean=max(1, -int(-(short**2) // 1)),
        cost=cost(kit, settings.exposure_s, run, temperature_c),
    )


def cost(kit: Kit, exposure_s: float, run: Run, temperature_c: float) -> Cost:
    """What a run of frames takes: noise reduction in camera doubles each frame's time."""
    one_s = exposure_s * (2 if run.uses_lenr and exposure_s >= LENR_FROM_S else 1)
    clock_s = run.frames * one_s + (run.frames - 1) * run.gap_s
    minutes = battery_min(kit, temperature_c)
    card_gb = run.frames * kit.body.raw_size_mb / 1000
    return Cost(
        clock_s=clock_s,
        card_gb=card_gb,
        card_share=card_gb / kit.support.card_gb if kit.support.card_gb else None,
        battery_share=clock_s / 60 / minutes if minutes else None,
    )
