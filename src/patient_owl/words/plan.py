"""A plan in words: the sentence, the reasons, the posts on the rails, steps and cautions."""

from collections.abc import Mapping
from dataclasses import dataclass

from patient_owl.core.dials import Control, DialValue
from patient_owl.core.limits import Limit, Reason
from patient_owl.words.formats import dial_time, say
from patient_owl.words.sources import SOURCES

CONTROL_TITLES: Mapping[Control, str] = {
    "exposure_s": "Time",
    "f_number": "Aperture",
    "iso": "ISO",
}

_REASONS: Mapping[str, str] = {
    "no_sky_in_frame": "no star in this framing: the frame looks below the horizon, so only the "
    "light decides",
    "stars_as_long_as": "as long as the stars at {place:place} allow",
    "stars_with_room": "stars stay points up to {limit_s:seconds} at {place:place}",
    "stars_trail": "the stars at {place:place} draw out to {drift_px:.0f} px; they stay points "
    "up to {limit_s:seconds}",
    "sky_lands": "the sky lands {stops:placed} ({light:light}, {sigma_stops:spread})",
    "short_of_light": "{stops:stops} short of the brightness you asked for: the dials or the "
    "limits end here",
    "too_much_light": "{stops:stops} brighter than you asked for: the dials or the limits end here",
    "sky_not_dark": "the Sun stands only {sun_altitude_deg:angle}, so faint stars are still "
    "drowned",
    "ground_reads": "the ground lands {stops:placed} and reads without help",
    "ground_needs": "the ground falls {stops:stops} under mid-grey: give it {light_stops:stops} "
    "of light, or a second frame of {exposure_s:dial} at {f_number:f}, {iso:iso}",
    "seen_black": "You saw black.",
    "seen_dark": "You saw it dark.",
    "seen_right": "You saw it right.",
    "seen_bright": "You saw it bright.",
    "seen_blown": "You saw it blown.",
    "keep_setting": "Keep the setting: nothing within a third of a stop is worth a change.",
    "change_iso": "ISO {from_label} → {to_label} ({stops:signed}): time is held by the stars and "
    "the aperture is where you want it, so ISO moves.",
    "change_f_number": "f/{from_label} → f/{to_label} ({stops:signed}): ISO has no room left, so "
    "the aperture moves.",
    "change_exposure_s": "{from_label} → {to_label} ({stops:signed}): time is the only control "
    "with room left.",
    "change_left": "{stops:signed} of the wanted change has no room on this control.",
    "no_room_left": "No control has room left. Wait for other light, add light, or stack frames.",
}


@dataclass(frozen=True)
class PostWords:
    """A post on a rail: flag text, and what it opens into."""

    title: str
    formula: str
    numbers: str
    argument: str


_POSTS: Mapping[str, PostWords] = {
    "stars_pixel_drift": PostWords(
        "stars start to trail",
        "t = tolerance ÷ drift on the sensor",
        "{drift_tolerance_px:number} px ÷ {drift_px_per_s:number} px/s at {place:place} "
        "(declination {declination_deg:angle}, {focal_length_mm:number} mm, pixels of "
        "{pixel_pitch_um:number} µm)",
        "Counts what this sensor really records, at the worst place of this very framing. "
        "Strict when you mean to print large; raise the tolerance for a small print.",
    ),
    "stars_aperture_pitch_focal": PostWords(
        "aperture–pitch–focal",
        "t = (16.856·N + 0.0997·f + 13.713·p) ÷ (f·cos δ)",
        "N {f_number:number}, f {focal_length_mm:number} mm, p {pixel_pitch_um:number} µm, δ "
        "{declination_deg:angle}",
        "Balances drift against the blur the lens and the pixels make anyway. The tolerant take "
        "two or three times as long.",
    ),
    "stars_rule_of_500": PostWords(
        "rule of 500",
        "t = 500 ÷ (crop · f)",
        "500 ÷ ({crop_factor:number} × {focal_length_mm:number} mm)",
        "Quick, and older than fine pixels: enough for a screen or a small print, short lines in "
        "a large one. Some use 400 or 300.",
    ),
    "in_camera_ceiling": PostWords(
        "bulb beyond",
        "t ≤ the longest time the body counts by itself",
        "{ceiling_s:number} s on this body",
        "Beyond it the camera needs bulb and a locking or timer remote; the count is ours.",
    ),
}

STEPS: Mapping[str, str] = {
    "tripod_low": "Legs low and spread, weight on the hook, strap off.",
    "stabiliser_off": "Stabiliser off, mirror up or electronic first curtain.",
    "focus_star_lock": "Focus on a magnified bright star or a far lamp, then lock it to manual.",
    "release_remote": "Remote or 2 s self-timer; raw files; clock checked.",
    "test_frame": "One test frame at these settings.",
    "inspect_corners": "Enlarge the corners: points, not lines; check focus and the histogram.",
    "ground_frame": "A second, longer frame for the ground, same focus, nothing moved.",
}
MISTAKES: Mapping[str, str] = {
    "timer_left_set": "The self-timer or interval of the last shot is still set.",
    "autofocus_left_on": "Autofocus is on again and hunts in the dark.",
    "dew_on_lens": "Dew on the front lens: touch the barrel, look across the glass.",
}
CAUTIONS: Mapping[str, str] = {
    "alone_at_night": "Tell someone where you are and leave them the plan. Land owners and local "
    "rules decide where you may stand.",
    "white_light": "No white light across other people's frames, into eyes, or at wildlife.",
}


def reason_text(reason: Reason) -> str:
    return say(_REASONS[reason.code], reason.quantities)


def source_text(key: str | None) -> str | None:
    return None if key is None else SOURCES[key]


def setting_text(control: Control, position: DialValue) -> str:
    """One setting as people say it: `4 s`, `f/1.8`, `ISO 6400`."""
    if control == "exposure_s":
        return position.label if position.is_bulb else f"{position.label} s"
    return f"f/{position.label}" if control == "f_number" else f"ISO {position.label}"


def settings_text(positions: Mapping[Control, DialValue]) -> str:
    """`4 s, f/1.8, ISO 6400`"""
    return ", ".join(setting_text(control, positions[control]) for control in CONTROL_TITLES)


def sentence_rest(lead: Reason, reasons: tuple[Reason, ...]) -> str:
    """What follows the settings in the plan's one sentence."""
    return "; ".join(reason_text(reason) for reason in (lead, *reasons)) + "."


@dataclass(frozen=True)
class PostText:
    """A limit in words."""

    title: str
    value: str
    formula: str
    numbers: str
    argument: str
    source: str


def post_text(limit: Limit) -> PostText:
    words = _POSTS[limit.code]
    return PostText(
        title=words.title,
        value=dial_time(limit.value),
        formula=words.formula,
        numbers=say(words.numbers, limit.quantities),
        argument=words.argument,
        source=SOURCES[limit.source],
    )
