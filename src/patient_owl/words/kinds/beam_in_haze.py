"""A beam held up into haze, in words."""

from patient_owl.words.kind import SceneWords, Words

WORDS = Words(
    key="beam_in_haze",
    title="Beam held up into haze",
    aim="A torch as a figure: the air shows its beam.",
    reasons={
        "beam_holds": "held still for {total_s:duration}, judged {along_m:metres} from the lamp",
        "beam_fades": "a beam fades as one over the distance: at {along_m:metres} it is {stops:stops} darker",
        "air_taken_for": "reckoned for air through which one sees {visibility_m:metres}; it varies by a stop "
        "and more within the word, so look at the first take",
        "beam_too_wide": "{beam_deg:angle} is no beam: a narrower lamp, or a tube of black paper before it",
    },
    steps={
        "haze_behind": "Something dark behind the beam, the lamp itself out of the lens's sight.",
        "hold_the_beam": "Beam up, arm braced against the body, off before moving.",
        "inspect_beam": "Enlarge: clean edges, its bright end not white, nobody lit by it.",
    },
    mistakes={
        "air_too_clear": "The air was too clear: nothing shows. Mist over water, a fire's smoke, cold breath "
        "near the lens.",
        "beam_wavered": "The beam wavered: a fan instead of a shaft.",
    },
    cautions={
        "beam_upward": "Never at aircraft, towers, windows or eyes: strong lights up into the sky are forbidden "
        "in many places and near airfields; lasers everywhere.",
    },
    packs={"haze_spray": "fine mist or haze, as the place allows"},
    scenes={
        "beam_in_mist": SceneWords(
            "A beam under the full Moon",
            "Mist, a torch held up, and moonlight that wants to win.",
            "The mist is gone.",
        ),
    },
)
