"""Dim interior or still life, in words."""

from patient_owl.words.kind import PostWords, Question, SceneWords, Words

WORDS = Words(
    key="dim_interior",
    title="Dim interior or still life",
    aim="Rooms and things by the light that is there.",
    questions={
        "near_m": Question(
            "Sharp from",
            "The nearest thing that shall be sharp.",
            told="sharp from {value:length}",
            open="the nearest thing to be sharp",
        ),
        "lamp_stops": Question(
            "Brightest lamp over the subject",
            "Leave empty when none shows.",
            told="its brightest lamp {value:stops} over it",
            open="a lamp in the frame",
        ),
        "windows": Question(
            "Windows in the frame",
            "They match the room for a few minutes of dusk.",
            told="windows in the frame {value}",
            open="windows in the frame",
        ),
        "people": Question(
            "People in the frame",
            "They hold still for a second or two.",
            told="people {value}",
            open="people",
        ),
    },
    options={
        "no_windows": "none",
        "windows_in": "yes, with a view",
        "no_people": "none",
        "people_in": "yes, holding still",
    },
    reasons={
        "window_matches": "outside and inside match now ({stops:signed})",
        "window_matches_later": "outside is {stops:signed} against the room: they match "
        "{after_s:from_now}",
        "window_never": "outside is {stops:signed} against the room and does not match again tonight: "
        "dim the lamps, light the room or blend",
        "lamps_dim_by": "lamps in the frame burn out: dim them by {stops:stops}",
        "lamps_hold": "lamps in the frame hold their drawing",
        "depth_reaches": "sharp from {near_m:metres} to {far_m:metres}",
        "focus_too_close": "this lens does not focus nearer than {closest_focus_m:metres}",
    },
    steps={
        "focus_magnified": "Focus by eye at ten times, on what shall be sharpest; lock it.",
        "dim_lamps": "Dim or veil each lamp in the frame until it keeps its drawing.",
        "bracket_frames": "The bracket as listed, nobody walking on the floor.",
    },
    mistakes={
        "footsteps": "Somebody walks on a wooden floor during the minutes.",
    },
    posts={
        "people_still": PostWords(
            "people hold still",
            "t ≤ {hold_still_s:number} s",
            "{hold_still_s:number} s",
            "Adults manage one to two seconds without help, seated and breathed out a little more.",
        ),
    },
    scenes={
        "orangery_lamps": SceneWords(
            "Orange trees by lamplight",
            "A room, a lamp in view, a window going blue.",
            "The steward locks up.",
        ),
    },
)
