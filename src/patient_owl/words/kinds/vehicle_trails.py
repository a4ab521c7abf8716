"""Vehicle trails, in words."""

from patient_owl.words.kind import PostWords, Question, SceneWords, Words

WORDS = Words(
    key="vehicle_trails",
    title="Vehicle trails",
    aim="Lamps that draw their way through the frame.",
    questions={
        "vehicle": Question(
            "What drives", "Sets how high its lamps draw.", told="drawn by {value}"
        ),
        "driving": Question(
            "It comes", "From a signal or a stop it takes longer.", told="coming {value}"
        ),
        "speed_km_h": Question("At", "What traffic really does there.", told="at {value:road}"),
        "counted_s": Question(
            "Or counted",
            "Seconds one takes through the frame. Counting beats computing.",
            told="counted at {value:seconds}",
            open="a crossing you counted",
        ),
        "crossings": Question(
            "Crossings",
            "One for a single trail, several for a river of light.",
            told="{value:whole} crossing{value:plural}",
        ),
        "camera_height_m": Question(
            "Camera stands",
            "Low lets tall vehicles rise over the horizon.",
            told="the camera {value:length} up",
        ),
    },
    options={
        "car": "cars",
        "bus": "buses and lorries",
        "tram": "trams",
        "passing": "through at its speed",
        "from_rest": "away from a stop in the frame",
    },
    reasons={
        "one_trail": "open for {needed_s:seconds} at least, so that one vehicle draws its whole trail",
        "river_of_light": "open for {needed_s:seconds} at least, {crossings:number} crossings: a river "
        "of light",
        "headlamps_blow": "tail lamps carry the trail, headlamps blow out",
        "trail_over_horizon": "lamps at {lamp_m:metres} draw over the horizon; a vehicle that high takes "
        "{share:share} of the frame's height",
        "trail_under_horizon": "lamps at {lamp_m:metres} draw under the horizon: go lower to let them "
        "cross it",
        "computed_crossing": "by distance and speed it would be {crossing_s:seconds} a crossing",
    },
    steps={
        "wait_for_signal": "Watch a round of the signals; count one vehicle through the frame.",
        "open_before": "Open before the first lamp enters, close after the last has left.",
    },
    mistakes={
        "trail_cut": "The shutter closed before the vehicle left the frame.",
    },
    posts={
        "crossing": PostWords(
            "one crossing, whole trail",
            "t = (W · d ÷ f + length) ÷ v · crossings; away from rest s = a · t² ÷ 2",
            "({frame_width_mm:number} mm × {distance_m:number} m ÷ {focal_length_mm:number} mm + "
            "{length_m:number} m) at {speed_km_h:number} km/h = {crossing_s:seconds}, × "
            "{crossings:number}",
            "A shorter time cuts the trail inside the frame. Several crossings make a river of light.",
        ),
    },
    packs={"bright_vest": "bright vest, for the way along the road"},
    scenes={
        "tram_is_due": SceneWords(
            "A tram is due",
            "One crosses every twelve minutes. Its whole trail in one frame.",
            "The last one has gone.",
        ),
    },
)
