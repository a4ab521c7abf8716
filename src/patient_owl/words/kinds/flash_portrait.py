"""Portrait with a flash in the dark, in words."""

from patient_owl.words.kind import Question, SceneWords, Words

WORDS = Words(
    key="flash_portrait",
    title="Portrait with a flash in the dark",
    aim="Somebody moves in light and is frozen where the movement ends.",
    questions={
        "movement_s": Question(
            "The movement takes",
            "One to three seconds as a rule.",
            told="moving for {value:seconds}",
        ),
        "fired": Question(
            "The flash fires",
            "Where the camera fires it, or whoever holds it.",
            told="the flash fired {value}",
        ),
    },
    options={
        "fired_rear": "by the camera, before the shutter closes",
        "fired_by_hand": "by hand, when the count says so",
    },
    reasons={
        "flash_freezes": "the flash freezes at {distance_m:metres} with {share:power}",
        "rest_is_out": "without the flash the frame is black ({stops:placed}), as it must be",
        "rest_not_out": "without the flash the frame is not black ({stops:placed}): a darker place, a "
        "shorter movement or more flash",
        "figure_solid": "what is behind lies {stops:signed} against the flash: the figure stays solid",
        "figure_seen_through": "what is behind lies {stops:signed} against the flash: it shines through the "
        "figure",
    },
    steps={
        "tape_the_mark": "Tape on the ground where the movement ends.",
        "ambient_out": "A frame without any light of yours: it must be black.",
        "rear_curtain": "Flash set to the end of the exposure. Count the movement so that it ends with it.",
        "flash_by_hand": "Flash when the count says so, from where it is aimed.",
        "inspect_frozen": "Enlarge: eyes sharp, nothing before the face, nothing shining through.",
    },
    mistakes={
        "arm_before_face": "A raised arm or the tool stands between flash and face.",
        "room_not_dark": "The room was not dark: the figure is a ghost before its background.",
        "off_the_mark": "Stopped beside the mark: out of focus, and the flash too near or too far.",
    },
    cautions={
        "flashing_light": "Flashing light can harm photosensitive people and startle drivers: ask first, "
        "never toward a road.",
    },
    cues={"move": "go", "on_the_mark": "hold"},
    scenes={
        "frozen_turn": SceneWords(
            "A turn, frozen",
            "A dark house, somebody turns, a flash ends it.",
            "He is dizzy.",
        ),
    },
)
