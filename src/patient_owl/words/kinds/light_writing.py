"""Light writing, in words."""

from patient_owl.core.kinds._drawn import NARROWEST_F_NUMBER, WIDEST_F_NUMBER
from patient_owl.words.kind import PostWords, Question, SceneWords, Words
from patient_owl.words.quantities import f_number

WORDS = Words(
    key="light_writing",
    title="Light writing and drawing",
    aim="Words and figures drawn into the air by a light that points at the lens.",
    questions={
        "performance_s": Question(
            "It takes",
            "Hold the seconds and the pace follows; empty, they follow from the pace.",
            told="drawn in {value:seconds}",
            open="the seconds it takes",
        ),
    },
    reasons={
        "line_written": "the words need {performance_s:duration}",
        "line_lands": "the line lands {stops:placed}",
        "line_white": "over {stops:stops} it burns white with a halo: a gel, a faster hand or "
        "a narrower aperture",
        "words_fit": "{width_m:metres} wide: {share:share} of the frame's width at {distance_m:metres}",
        "words_too_wide": "{width_m:metres} wide, {share:share} of the frame's width at {distance_m:metres}: "
        "smaller letters, further off, or a wider lens",
        "words_drawn": "{needed:number} stroke{needed:plural} at {pace_m_s:speed}",
        "step_aside": "step on sideways {needed:number} time{needed:plural}, along the tape",
        "letters_small": "letters under {least_m:metres} nobody can pace",
        "pace_hurried": "{pace_m_s:speed} is a hurry: more seconds, or fewer letters",
        "pace_slow": "{pace_m_s:speed} is slow: the line gets bright and shaky",
        "line_resolved": "the lens sees the tool {across_px:number} px wide, so its distance does not "
        "matter",
        "line_unresolved": "the tool is smaller than a pixel from there: further off it gets darker",
    },
    steps={
        "mark_the_line": "A line of tape on the ground to stay on, and a mark at its start.",
        "rehearse_to_beat": "Twice dry, to the beat, before the shutter opens.",
        "cover_between_strokes": "Cover the light between strokes with a gloved hand; write mirrored, as "
        "the sheet shows it to you.",
        "inspect_line": "Enlarge: colour in the line, not white; nothing of whoever drew it.",
    },
    mistakes={
        "line_thick_and_white": "The tool too bright: a thick white worm with a halo.",
        "wrote_for_oneself": "Written as one reads it oneself: the picture shows it mirrored.",
        "left_the_plane": "Stepped toward the lens while writing: letters grow and go soft.",
    },
    cues={"stroke_of": "{name}", "stroke_on": "on"},
    posts={
        "drawn_depth": PostWords(
            "the hand leaves the focus",
            f"N ≥ {f_number(WIDEST_F_NUMBER)}",
            "half a step before and behind the tape",
            "Nobody draws in one plane. Wider than this a step toward the lens softens the line.",
        ),
        "drawn_crisp": PostWords(
            "lines go soft",
            f"N ≤ {f_number(NARROWEST_F_NUMBER)}",
            "diffraction, where a line still hides it",
            "A line is wide, so diffraction shows late; past here use a gel, a faster hand or a filter.",
        ),
    },
    scenes={
        "name_in_light": SceneWords(
            "A word in light",
            "A friend writes three letters toward you by a lit quay.",
            "His arm is tired.",
        ),
    },
)
