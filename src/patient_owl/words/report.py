"""Sharpness, noise and cost of a frame in words."""

from collections.abc import Mapping

from patient_owl.core.limits.sensor import CLEAN_SNR
from patient_owl.core.noise import Tone
from patient_owl.core.plan.report import HIGHLIGHT_STOPS, SHADOW_STOPS, Report
from patient_owl.core.program.cost import Cost
from patient_owl.core.sharpness import Cause, Sharpness
from patient_owl.words.quantities import duration, number, ratio, signed_stops

_CAUSES: Mapping[Cause, str] = {
    "defocus": "focus",
    "diffraction": "diffraction",
    "subject": "the subject moving",
    "star_drift": "stars drifting",
    "shake": "wind on the tripod",
}
_TONES = {SHADOW_STOPS: "deep shadow", 0.0: "mid-grey", HIGHLIGHT_STOPS: "bright"}
SHARP_PX = 2.0  # what nobody sees on a screen at full size; common practice
WORTH_SAYING = 0.01  # of a card or battery
LOW_ISO = 200  # up to here nobody would go lower; common practice
FEW_FRAMES, MOST_FRAMES = 2, 64  # stacks worth naming


def blur_text(cause: Cause, blur_px: float) -> str:
    return f"{_CAUSES[cause]} {px(blur_px)}"


def px(value: float) -> str:
    return f"{value:.1f} px" if value < 10 else f"{number(round(value))} px"


def sharpness_text(sharp: Sharpness, print_px: float) -> str:
    """`Sharp at full size: 1.7 px, most of it stars drifting.`

    print_px: what is still sharp in a print at arm's length.
    """
    verdict = "Soft"
    if sharp.total_px <= SHARP_PX:
        verdict = "Sharp at full size"
    elif sharp.total_px <= print_px:
        verdict = "Sharp in a print"
    return f"{verdict}: {px(sharp.total_px)}, most of it {_CAUSES[sharp.largest]}."


def tone_text(tone: Tone) -> str:
    """`deep shadow (−4): 9 to 1`"""
    name = f"{_TONES.get(tone.stops, 'tone')} ({signed_stops(tone.stops)})"
    if tone.is_clipped:
        return f"{name}: burnt out"
    return f"{name}: {ratio(tone.snr)}"


def noise_text(
    report: Report, iso: float, *, is_time_capped: bool, is_wide_open: bool = True
) -> str:
    """How clean, and the argument about ISO that people miss."""
    if not report.tones:
        return "Noise is not known for this body: add its sensor figures, or it is film."
    shadow = report.tones[0]
    clean = "clean" if shadow.snr >= CLEAN_SNR else "noisy"
    text = f"Shadows {clean}, signal {tone_text(shadow).split(': ')[1]} over noise."
    if iso <= LOW_ISO:
        pass  # what the sensor gives at its best needs no argument
    elif is_time_capped and not is_wide_open:
        text += (
            " Time is capped: opening the aperture gathers more light, ISO only sets brightness, and "
            "past the knee costs highlights."
        )
    elif is_time_capped:
        text += (
            " Time is capped, so the light gathered is what it is: ISO only sets brightness, and "
            "past the knee costs highlights."
        )
    else:
        text += " With time to spare, a lower ISO and a longer time gather more light."
    frames = report.stack_for_clean
    if FEW_FRAMES <= frames <= MOST_FRAMES:
        text += f" {frames} frames averaged would clean them."
    return text


def cost_text(cost: Cost) -> list[str]:
    """Time, card and battery, as far as they are known."""
    costs = [f"{duration(cost.clock_s)} on the clock"]
    if cost.card_gb > 0:
        size = f"{cost.card_gb:.1f} GB" if cost.card_gb >= 1 else f"{cost.card_gb * 1000:.0f} MB"
        costs.append(f"{size} on the card" + _share(cost.card_share, "of it"))
    if cost.batteries is not None and cost.batteries >= WORTH_SAYING:
        costs.append(f"{cost.batteries:.0%} of a battery".replace("%", "\u00a0%"))
    return costs


def _share(share: float | None, of_what: str) -> str:
    if share is None or share < WORTH_SAYING:
        return ""
    return f", {share:.0%} {of_what}".replace("%", "\u00a0%")
