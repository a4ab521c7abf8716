"""Limits in words: the flag of a post on a rail, and what it opens into."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from patient_owl.core.exposure.dials import Control
from patient_owl.core.limits.limit import Limit
from patient_owl.words.formats import dial_time, f_number, filter_stops, iso, say
from patient_owl.words.sources import SOURCES


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
    "handheld": PostWords(
        "handheld to here",
        "t = 2^stabiliser ÷ (crop · f), {most_s:number} s at most",
        "2^{stabiliser_stops:number} ÷ ({crop_factor:number} × {focal_length_mm:number} mm)",
        "What steady hands hold, with the stabiliser's stops on top. A tripod ends the question.",
    ),
    "wind": PostWords(
        "gusts shake it from here",
        "t = tolerance ÷ (π · 8 Hz · swing)",
        "swing {swing_px:number} px in gusts of {gust_m_s:number} m/s on legs for "
        "{load_kg:number} kg, {tolerance_px:number} px allowed",
        "A swing grows with the square of the wind and the focal length. Good to a factor of two: "
        "wait for lulls, hang weight, go low.",
    ),
    "battery": PostWords(
        "the battery ends",
        "minutes at 20 °C, less 30 % at 0 °C",
        "{battery_min:number} min at {temperature_c:number} °C",
        "One frame cannot outlast its battery; the picture is lost when it dies.",
    ),
    "sunstar": PostWords(
        "lamps grow rays",
        "f/11 and narrower",
        "{blades:number} blades make {rays:number} rays",
        "An even count of blades gives as many rays, an odd one twice as many. They grow crisper "
        "as the aperture narrows.",
    ),
    "subject_sharp": PostWords(
        "the subject blurs",
        "t = b · d ÷ (v · f)",
        "{tolerance_px:number} px × {pixel_pitch_um:number} µm × {distance_m:number} m ÷ "
        "({speed_m_s:number} m/s × {focal_length_mm:number} mm)",
        "Beyond it the subject moves by more than you allow. Panning along with it, or waiting "
        "for it to turn or pause, gives more.",
    ),
    "crossing": PostWords(
        "one crossing, whole trail",
        "t = W · d ÷ (f · v) · crossings",
        "{frame_width_mm:number} mm × {distance_m:number} m ÷ ({focal_length_mm:number} mm × "
        "{speed_km_h:number} km/h) = {crossing_s:seconds}, × {crossings:number}",
        "A shorter time cuts the trail inside the frame. Several crossings make a river of light.",
    ),
    "counted": PostWords(
        "what you counted",
        "t ≥ the counted seconds",
        "{counted_s:number} s counted",
        "You watched it and counted. Counting beats computing when you stand there.",
    ),
    "performer": PostWords(
        "the performer needs this",
        "t ≥ delay + rehearsed seconds",
        "{delay_s:number} s + {performance_s:number} s",
        "The shutter may not close before the last stroke. Rehearse to a beat and add a breath.",
    ),
    "ghosts_vanish": PostWords(
        "passers-by vanish",
        "t ≥ dwell ÷ share, share = {share:number}",
        "{dwell_s:number} s ÷ {share:number}",
        "Who covers a spot for a sixteenth of the time is four stops under it: nobody sees it. "
        "Somebody who stops to look stays.",
    ),
    "people_still": PostWords(
        "people hold still",
        "t ≤ 2 s",
        "{hold_still_s:number} s",
        "Adults manage one to two seconds without help, seated and breathed out a little more.",
    ),
    "water_from": PostWords(
        "{look} from here",
        "t = share · h · d ÷ (v · f)",
        "{share:number} × {frame_height_mm:number} mm × {distance_m:number} m ÷ "
        "({speed_m_s:number} m/s × {focal_length_mm:number} mm)",
        "Shorter, and the water keeps too much of its drawing for this look.",
    ),
    "water_to": PostWords(
        "{look} to here",
        "t = share · h · d ÷ (v · f)",
        "{share:number} × {frame_height_mm:number} mm × {distance_m:number} m ÷ "
        "({speed_m_s:number} m/s × {focal_length_mm:number} mm)",
        "Longer, and the water loses the drawing this look lives from.",
    ),
    "noise_floor": PostWords(
        "shadows turn noisy",
        "SNR = Q ÷ √(Q + D·t + R²) ≥ {snr:number}",
        "tone {shadow_stops:whole} stops from mid-grey, R {read_e:number} e⁻, D·t "
        "{dark_e:number} e⁻",
        "Above it deep tones fall under ten to one. Averaging frames brings them back.",
    ),
    "iso_knee": PostWords(
        "more ISO buys nothing",
        "R(S) = √(R_pre² + (R_post·S₀/S)²)",
        "R_pre {read_pre_e:number} e⁻, R_post {read_post_e:number} e⁻",
        "Past the knee read noise has stopped falling. A higher ISO only costs highlights; lift "
        "in the raw file instead.",
    ),
    "burst_longest": PostWords(
        "bursts merge beyond",
        "t ≤ {most_s:number} s",
        "{most_s:number} s",
        "Too long and the trails pile up into one white heap. Several short frames can be joined.",
    ),
    "burst_shortest": PostWords(
        "a burst needs this",
        "t ≥ {least_s:number} s",
        "{least_s:number} s from launch to fading",
        "Closed earlier, the petals end in the air.",
    ),
    "burst_aperture_wide": PostWords(
        "trails burn white",
        "N ≥ f/8 at ISO 100",
        "the brightness of a trail hangs on aperture and ISO, not on time",
        "A moving light exposes each spot for an instant. Wider than this its colour is gone.",
    ),
    "burst_aperture_narrow": PostWords(
        "trails turn thin",
        "N ≤ f/16 at ISO 100",
        "the brightness of a trail hangs on aperture and ISO, not on time",
        "Narrower than this only the hearts of the shells are left.",
    ),
    "trail_gap_frame": PostWords(
        "a frame of the stack",
        "t per frame",
        "{frame_s:number} s a frame",
        "Longer frames mean fewer joins; shorter ones lose less when somebody's torch sweeps by.",
    ),
    "movement_time": PostWords(
        "time for the movement",
        "t ≥ move ÷ (1 − rest share)",
        "{move_s:number} s ÷ (1 − {rest_share:number})",
        "The hand needs its seconds, and the rest prints the subject.",
    ),
    "diffraction": PostWords(
        "diffraction shows",
        "2.44 · λ · N ≤ {limit_px:number} px",
        "{limit_px:number} px × {pixel_pitch_um:number} µm = {airy_um:number} µm, λ 0.55 µm",
        "Beyond it the whole frame softens at full size. f/18 to f/22 are for water and fire, "
        "where there is no detail to lose.",
    ),
    "depth_needs": PostWords(
        "depth needs this",
        "N = f² ÷ (c · (H − f)), H from near = s(H − f) ÷ (H + s − 2f)",
        "near {near_m:number} m, focus {focus_m:number} m, f {focal_length_mm:number} mm, c "
        "{confusion_um:number} µm",
        "The widest aperture that still renders the nearest thing sharp, for a print at arm's "
        "length (c = diagonal/1500). Focus a little nearer and it relaxes.",
    ),
    "in_camera_ceiling": PostWords(
        "bulb beyond",
        "t ≤ the longest time the body counts by itself",
        "{ceiling_s:number} s on this body",
        "Beyond it the camera needs bulb and a locking or timer remote; the count is ours.",
    ),
}

# how an exact value of each control is printed
EXACT_TEXTS: Mapping[Control, Callable[[float], str]] = {
    "exposure_s": dial_time,
    "f_number": f_number,
    "iso": iso,
    "nd_stops": filter_stops,
}


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
        title=say(words.title, limit.quantities),
        value=EXACT_TEXTS[limit.control](limit.value),
        formula=say(words.formula, limit.quantities),
        numbers=say(words.numbers, limit.quantities),
        argument=words.argument,
        source=SOURCES[limit.source],
    )


def title_of(code: str) -> str:
    """A limit's flag without its quantities."""
    return _POSTS[code].title.replace("{look} ", "look ")
