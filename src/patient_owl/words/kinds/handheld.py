"""Handheld, in words."""

from patient_owl.words.kind import Question, SceneWords, Words

WORDS = Words(
    key="handheld",
    title="Handheld",
    aim="No tripod, or none allowed: the best that hands can do.",
    questions={
        "burst_frames": Question(
            "Fired in a row",
            "The sharpest is kept.",
            told="{value:whole} frame{value:plural} in a row",
        ),
        "braced": Question("Held", "What you can lean on.", told="held {value}"),
    },
    options={
        "free": "freely",
        "elbows_in": "elbows in, breathing out",
        "leaning": "leaning on something firm",
    },
    reasons={
        "hands_hold": "hands hold up to {limit_s:seconds}",
        "hands_hold_helped": "hands hold up to {limit_s:seconds}, {stabiliser_stops:stops} of it by "
        "stabiliser and stance",
        "subject_holds": "what moves stays sharp up to {limit_s:seconds}, where hands would hold "
        "{hands_s:seconds}",
        "sharpest_of_burst": "fire {frames:number} in a row: one of them is sharper than the rest",
    },
    steps={
        "stabiliser_on": "Stabiliser on, thickest grip, strap taut.",
        "brace_breathe": "Elbows in or lean; breathe out and squeeze.",
        "autofocus_lamp": "Autofocus on an edge with light on it, then leave it.",
        "fire_burst": "Hold the button for the whole burst; the middle ones are sharpest.",
    },
    mistakes={
        "stabiliser_left_off": "The stabiliser is still off from the tripod.",
        "pressed_too_hard": "The button is punched instead of squeezed.",
    },
    scenes={
        "quay_by_hand": SceneWords(
            "The quay without legs",
            "A lit quay and no tripod. Sharp, and as clean as that allows.",
            "The shops close.",
        ),
    },
)
