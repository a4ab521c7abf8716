"""Camera movement, in words."""

from patient_owl.words.kind import PostWords, Question, SceneWords, Words

WORDS = Words(
    key="camera_movement",
    title="Camera movement",
    aim="Zoom, pan, lift or turn: what rests prints, what moves draws.",
    questions={
        "movement": Question(
            "Movement", "One at a time, smooth, without a jerk.", told="you {value}"
        ),
        "move_s": Question("It takes", "Rehearse with a watch.", told="for {value:seconds}"),
        "rest_share": Question(
            "At rest",
            "Share of the exposure, 0 to 0.95. It prints the subject.",
            told="at rest {value:share} of the time",
        ),
        "along_speed_m_s": Question(
            "You go at",
            "Step for step with whom you hold in the frame.",
            told="going at {value:speed}",
        ),
        "background_m": Question(
            "What is behind stands",
            "It runs the more the nearer it is.",
            told="what is behind {value:length} off",
        ),
        "reach": Question("By", "How far the view turns.", told="by {value:angle}"),
    },
    options={
        "zoom": "zoom",
        "pan": "pan",
        "lift": "lift",
        "turn": "turn about the lens",
        "along": "go along with somebody",
    },
    reasons={
        "moves_and_rests": "{move_s:number} s of movement, at rest for {rest_share:share} of the time",
        "moves_all_along": "{move_s:number} s of movement from opening to closing",
        "rest_prints": "at rest for {rest_share:share}, the subject prints {stops:stops} weaker than it would alone",
        "along_runs": "who goes along stays sharp; what stands behind runs over {share:share} of the "
        "frame's width at {speed_m_s:number} m/s",
        "rest_missing": "no rest at all: nothing prints, everything streaks",
        "drawn_across": "{reach_deg:angle} of movement draws each lamp over {share:share} of the frame",
    },
    steps={
        "loosen_one": "Loosen only the joint that moves; the others tight.",
        "rehearse_move": "Rehearse with the shutter closed, counting aloud once.",
        "rest_then_move": "Rest first, then move in one go and close before you stop.",
    },
    mistakes={
        "move_jerks": "The movement starts with a jerk that prints.",
        "no_rest": "No rest before or after: nothing to recognise.",
    },
    cues={
        "rest": "hold still",
        "move_now": "move now",
    },
    posts={
        "movement_time": PostWords(
            "time for the movement",
            "t ≥ move ÷ (1 − rest share)",
            "{move_s:number} s ÷ (1 − {rest_share:number})",
            "The hand needs its seconds, and the rest prints the subject.",
        ),
    },
    scenes={
        "zoom_on_lamps": SceneWords(
            "A pull on the lamps",
            "Rest, then zoom: what rests prints, what moves draws.",
            "The quay's lamps go out.",
        ),
    },
)
