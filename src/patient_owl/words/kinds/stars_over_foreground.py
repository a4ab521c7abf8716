"""Stars as points over a foreground, in words."""

from patient_owl.core.optics.star_drift import (
    APERTURE_TERM,
    FOCAL_TERM,
    PITCH_TERM,
    RULE_OF_500_MM_S,
)
from patient_owl.words.kind import PostWords, Question, SceneWords, Words
from patient_owl.words.quantities import whole

WORDS = Words(
    key="stars_over_foreground",
    title="Stars as points over a foreground",
    aim="The sky sharp above something that stands still.",
    questions={
        "shown_as": Question(
            "Made for",
            "How large and how near it will be looked at: what nobody sees need not cost ISO.",
            told="made for {value}",
        ),
        "drift_tolerance_px": Question(
            "Drift you accept",
            "Pixels of the sensor a star may move while the shutter is open.",
            told="drifting {value:number} px at most",
        ),
        "frames": Question(
            "Frames to average",
            "Noise falls with the root of their number.",
            told="{value:whole} frame{value:plural} averaged",
        ),
    },
    options={
        "screen": "a screen, or a print to A3",
        "wall_print": "a wall print looked at closely",
        "own": "my own tolerance",
    },
    reasons={
        "wall_print_asks": "a wall print looked at closely would ask for {exposure_s:seconds} and "
        "{iso:iso}, {stops:stops} less light for a drift no screen shows",
        "no_sky_in_frame": "no star in this framing: the frame looks below the horizon, so only the "
        "light decides",
        "stars_as_long_as": "as long as the stars at {place:place} allow",
        "stars_with_room": "stars stay points up to {limit_s:seconds} at {place:place}",
        "stars_trail": "the stars at {place:place} draw out to {drift_px:.0f} px; they stay points "
        "up to {limit_s:seconds}",
        "sky_not_dark": "the Sun stands only {sun_altitude_deg:angle}, so faint stars are still "
        "drowned",
        "sun_is_up": "the Sun is up: no star shows",
        "ground_reads": "the ground lands {stops:placed} ({sigma_stops:spread}) and reads without help",
        "ground_needs": "the ground falls {stops:stops} under mid-grey ({sigma_stops:spread}): give it "
        "{light_stops:stops} of light, or a second frame of {exposure_s:dial} at {f_number:f}, {iso:iso}",
        "hyperfocal": "hyperfocal distance {hyperfocal_m:metres}: focused there, sharp from "
        "{near_m:metres} to the stars",
        "stars_soft": "focused at {focus_m:metres} the stars are discs of {disc_px:.0f} px, on purpose",
        "galactic_core_down": "the galactic core is below the horizon",
        "galactic_core_in_frame": "the galactic core is in the picture: {altitude_deg:angle} high, bearing "
        "{azimuth_deg:bearing}",
        "galactic_core_outside": "the galactic core stands outside this framing: {altitude_deg:angle} high, "
        "bearing {azimuth_deg:bearing}",
    },
    steps={
        "stack_frames": "All frames of the stack one after another, nothing touched.",
        "ground_frame": "A second, longer frame for the ground, same focus, nothing moved.",
    },
    mistakes={
        "autofocus_left_on": "Autofocus is on again and hunts in the dark.",
    },
    posts={
        "stars_pixel_drift": PostWords(
            "stars start to trail",
            "t = tolerance ÷ drift on the sensor",
            "{drift_tolerance_px:number} px ÷ {drift_px_per_s:number} px/s at {place:place} "
            "(declination {declination_deg:angle}, {focal_length_mm:number} mm, pixels of "
            "{pixel_pitch_um:number} µm)",
            "Counts what this sensor really records, at the worst place of this very framing. "
            "What it allows follows from how the picture will be shown.",
        ),
        "stars_drawn": PostWords(
            "stars are lines",
            "t = longest line ÷ drift on the sensor",
            "{drift_tolerance_px:number} px ÷ {drift_px_per_s:number} px/s",
            "From here on nobody takes them for points, however soft they are. Trails are a kind of "
            "picture of their own.",
        ),
        "stopped_down": PostWords(
            "one stop down",
            "N = √2 · widest",
            "your side of wide open or one stop down",
            "The corners draw stars rounder a stop down. In the dark ISO rises rather than the "
            "aperture opening again.",
        ),
        "stars_aperture_pitch_focal": PostWords(
            "aperture–pitch–focal",
            f"t = ({APERTURE_TERM}·N + {FOCAL_TERM}·f + {PITCH_TERM}·p) ÷ (f·cos δ)",
            "N {f_number:number}, f {focal_length_mm:number} mm, p {pixel_pitch_um:number} µm, δ "
            "{declination_deg:angle}",
            "Balances drift against the blur the lens and the pixels make anyway. The tolerant take "
            "two or three times as long.",
        ),
        "stars_rule_of_500": PostWords(
            "rule of 500",
            f"t = {whole(RULE_OF_500_MM_S)} ÷ (crop · f)",
            f"{whole(RULE_OF_500_MM_S)} ÷ ({{crop_factor:number}} × {{focal_length_mm:number}} mm)",
            "Quick, and older than fine pixels: enough for a screen or a small print, short lines in "
            "a large one. Some use 400 or 300.",
        ),
    },
    scenes={
        "first_stars": SceneWords(
            "First stars over the ring",
            "No Moon, open moor, a stone against Orion. Stars as points, the sky two stops under.",
            "Frost sends you home.",
        ),
        "tide_and_moon": SceneWords(
            "Half a Moon and a tide",
            "The tower, winter stars, and a causeway that floods. Little time, light far off perhaps.",
            "The tide is at the causeway: leave.",
        ),
    },
)
