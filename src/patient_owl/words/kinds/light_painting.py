"""Light painting, in words."""

from patient_owl.words.kind import Question, SceneWords, Words

WORDS = Words(
    key="light_painting",
    title="Light painting",
    aim="A dark thing lit by a lamp that is carried over it.",
    questions={
        "painted_from": Question(
            "Lit from", "By hand from the side, or by a lamp in the air.", told="lit {value}"
        ),
        "side_deg": Question(
            "From which side",
            "Off the lens's axis: 30 to 60° draws shape, 0° lies flat.",
            told="{value:angle} aside",
        ),
        "sweep_m": Question(
            "Lamp moved over",
            "A longer path makes a softer light. 0 to hold it still.",
            told="the lamp moved over {value:length}",
        ),
        "edge_behind_m": Question(
            "Shadows fall on what is",
            "That far behind their edge.",
            told="shadows falling on what is {value:length} behind",
        ),
    },
    options={"by_hand": "by hand, from the side", "from_above": "from the air, under a drone"},
    reasons={
        "paint_dose": "{dose_s:seconds} on a spot, {needed:number} spot{needed:plural}: "
        "{total_s:duration} of painting",
        "spot_covers": "from {distance_m:metres} the beam covers {across_m:metres} across; the next spot "
        "overlaps by a third",
        "sweep_softens": "moved over {sweep_m:length} it lights like a source {size_deg:angle} wide: "
        "shadow edges {edge_m:metres} soft",
        "side_flat": "{side_deg:angle} off the axis is flat: from {least_deg:angle} on shape begins to show",
        "side_steep": "{side_deg:angle} off the axis leaves much in shadow: a second lamp, or nearer to "
        "{least_deg:angle}",
        "pool_from_above": "from {height_m:metres} up the pool is {radius_m:metres} in radius to a stop "
        "under its middle; flown in a ring and seen from the side it writes a line, which is light writing",
    },
    steps={
        "paint_from_side": "Lamp from the side, never from beside the camera; hand before the bulb between "
        "spots; keep the beam moving at its edges.",
        "paint_from_above": "Lamp straight down, hover, then drift along the subject at one height.",
        "inspect_painted": "Enlarge: even spots, no hot edge, no trace of whoever painted.",
    },
    mistakes={
        "painted_flat": "Painted from beside the camera: everything is lit and nothing has shape.",
        "torch_into_lens": "The lamp, or its spill on the hand, points into the lens.",
        "painter_stood_still": "Whoever paints stands still in the frame and turns into a ghost.",
    },
    scenes={
        "stone_by_torch": SceneWords(
            "A stone by torch",
            "Dark moor, one torch. The stone a little under mid-grey, the night around it.",
            "The torch's cell is done.",
        ),
    },
)
