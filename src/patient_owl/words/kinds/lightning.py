"""Lightning, in words."""

from patient_owl.core.kinds.lightning.plan import (
    BOLT_ISO,
    FAR_F_NUMBER,
    MIDDLE_F_NUMBER,
    NEAR_F_NUMBER,
    THUNDER_S,
)
from patient_owl.words.kind import PostWords, Question, SceneWords, Words
from patient_owl.words.quantities import f_number, iso

WORDS = Words(
    key="lightning",
    title="Lightning",
    aim="Frames back to back until one holds a bolt.",
    questions={
        "storm_km": Question(
            "Distance of the storm",
            "From a rain radar, or by flash to bang.",
            told="a storm {value:kilometres} away",
        ),
        "glow_placement_stops": Question(
            "Place land and glow",
            "Stops from mid-grey; two under keeps the night dark behind the bolt.",
            told="land and glow {value:placed}",
        ),
        "wait_min": Question(
            "Wait up to",
            "Card and battery are counted for all of it; you stop when you have a bolt.",
            told="for up to {value:minutes}",
        ),
    },
    reasons={
        "storm_go_inside": "go inside now: thunder {thunder_s:.0f} s after the flash is under "
        "{limit_s:number} s; from a car or a house only, until 30 min after the last thunder",
        "storm_frames": "frames of {least_s:number} to {most_s:number} s back to back; the bolt does "
        "not need the time, the chance does",
        "bolt_by_distance": "at {storm_km:kilometres} the aperture is set for the bolt: "
        f"{f_number(FAR_F_NUMBER)} beyond {{far_km:kilometres}}, {f_number(MIDDLE_F_NUMBER)} from "
        f"{{middle_km:kilometres}}, {f_number(NEAR_F_NUMBER)} nearer, at {iso(BOLT_ISO)}",
        "storm_rest_lands": "land and cloud glow land {stops:placed}",
        "thunder_after": "thunder follows {thunder_s:.0f} s after the flash",
        "storm_comes": "if it comes this way, thunder is within {limit_s:number} s of the flash in "
        "{soonest_s:duration} to {latest_s:duration}",
    },
    steps={
        "level_more_sky": "Wide and level, with a little more sky than you want.",
        "rain_cover_on": "Rain cover on, cloth at hand, lens away from the wind.",
        "frames_until_bolt": "Frames back to back; let the last one finish before you stop.",
        "count_thunder": f"Count from flash to thunder. Under {THUNDER_S:.0f} s: stop and go inside.",
        "inspect_bolt": "Colour at the edges of the bolt, not white throughout.",
    },
    mistakes={
        "waiting_to_press": "Waiting to press until it flashes: the bolt is over by then.",
        "storm_comes_nearer": "Staying for one more frame while the storm comes nearer.",
        "time_for_the_bolt": "Shortening the time because the bolt was too bright: close the aperture.",
    },
    cautions={
        "storm_near": "So near nobody should be outdoors: shoot from a car or a house, or stop. "
        "Local warnings decide.",
    },
    posts={
        "bolt_frame_shortest": PostWords(
            "shorter frames miss more",
            "t ≥ {least_s:number} s",
            "{least_s:number} s a frame",
            "Each gap between frames is a bolt missed. Longer frames have fewer gaps.",
        ),
        "bolt_frame_longest": PostWords(
            "glow fills the frame",
            "t ≤ {most_s:number} s",
            "{most_s:number} s a frame",
            "Longer frames gather town and cloud glow, and several bolts pile up in one.",
        ),
    },
    lights={"bolt": "the bolt"},
    sources={"bolt": "bolts"},
    drawn={"bolt": "a bolt"},
    packs={"rain_cover": "rain cover for the camera"},
    scenes={
        "far_storm": SceneWords(
            "A storm across the bay",
            "Flashes every two minutes, 28 km away. One frame with a bolt, its colour kept.",
            "The storm has passed behind the headland.",
        ),
    },
)
