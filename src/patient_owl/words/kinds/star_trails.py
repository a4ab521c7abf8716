"""Star trails, in words."""

from patient_owl.words.kind import PostWords, Question, SceneWords, Words

WORDS = Words(
    key="star_trails",
    title="Star trails",
    aim="The sky's turning, drawn for an hour or a night.",
    questions={
        "total_min": Question(
            "Open in all", "Sixty minutes turn the sky by 15°.", told="open {value:minutes} in all"
        ),
        "frame_s": Question(
            "A frame of the stack",
            "Short frames lose less to a passing torch.",
            told="{value:seconds} a frame",
        ),
    },
    reasons={
        "trails_stacked": "{frames:number} frames of {exposure_s:dial} back to back, "
        "{lasts_s:duration} in all",
        "trails_one_long": "one frame, open for {lasts_s:duration}",
        "trail_arc": "every star draws {arc_deg:angle}, {share:share} of a circle",
        "pole_inside": "the {pole} celestial pole is in the picture, {altitude_deg:angle} high: "
        "circles about it",
        "pole_outside": "the {pole} celestial pole is outside this framing: arcs across it",
        "gap_joins": "a gap of {gap_s:number} s leaves {gap_px:.1f} px, which joins up; "
        "{longest_gap_s:.1f} s would bead",
        "gap_beads": "a gap of {gap_s:number} s leaves {gap_px:.1f} px and the trail beads: keep it "
        "under {longest_gap_s:.1f} s",
        "moon_rises_during": "the Moon rises {after_s:from_now}, before the run ends: it lifts the sky "
        "and lights the ground",
        "twilight_during": "twilight washes the sky out from {after_s:duration} into the run: end "
        "there",
        "batteries_short": "it takes {needed:.1f} batteries of {battery_min:.0f} min at this temperature, you "
        "carry {owned:number}: bring power",
        "batteries_enough": "it takes {needed:.1f} of your {owned:number} batteries ({battery_min:.0f} "
        "min each at this temperature)",
        "card_short": "it takes {needed_gb:.0f} GB, your cards hold {owned_gb:.0f} GB",
    },
    steps={
        "noise_reduction_off": "Long-exposure noise reduction off: it would take every other minute.",
        "release_interval": "Interval timer or locked remote on continuous; buffer and card tried.",
        "dark_frame": "Afterwards one frame with the cap on, same time and ISO, against hot pixels.",
        "keep_dark": "Nobody lights anything in view while it is open.",
        "check_gap": "Enlarge two frames joined: no beads in the trail.",
    },
    mistakes={
        "noise_reduction_on": "Noise reduction left on: a gap as long as each frame.",
        "battery_dies": "The battery dies in the cold in the third hour.",
    },
    posts={
        "trail_gap_frame": PostWords(
            "a frame of the stack",
            "t per frame",
            "{frame_s:number} s a frame",
            "Longer frames mean fewer joins; shorter ones lose less when somebody's torch sweeps by.",
        ),
    },
    scenes={
        "turning_sky": SceneWords(
            "The sky turns in the south",
            "An hour of trails around the pole. A frame that is wrong is an hour lost.",
            "Twilight begins.",
        ),
    },
)
