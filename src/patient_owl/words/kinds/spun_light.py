"""Orbs, blades, tubes and bars, in words."""

from patient_owl.words.kind import Question, SceneWords, Words

WORDS = Words(
    key="spun_light",
    title="Orbs, blades and bars",
    aim="Balls, fans and pictures of light, spun or carried through the frame.",
    questions={
        "figure": Question("It shall be", "What the tool draws.", told="{value}"),
        "spins": Question(
            "Spins",
            "In half a turn of the body; more close the ball tighter.",
            told="{value:whole} spin{value:plural}",
        ),
        "spin_s": Question(
            "One spin takes", "Even beats more than fast ones.", told="of {value:seconds}"
        ),
        "radius_m": Question(
            "Radius", "Of string or rod, hand to light.", told="at a radius of {value:length}"
        ),
        "walk_m": Question("Walked over", "Across the frame.", told="walked over {value:length}"),
        "walk_m_s": Question("At a pace of", "Rehearsed, to a beat.", told="at {value:speed}"),
        "columns": Question(
            "Columns of the picture",
            "As the bar shows them one after another.",
            told="{value:whole} columns",
        ),
        "column_ms": Question("Each shown for", "As set on the bar.", told="of {value:number} ms"),
        "water_before": Question(
            "Water in front",
            "Still water mirrors the light.",
            told="water in front {value}",
            open="water in front",
        ),
        "lens_over_water_m": Question(
            "Lens over the water",
            "Height of the camera above it.",
            told="the lens {value:length} over it",
        ),
        "tool_over_water_m": Question(
            "Light over the water",
            "Height of the middle of the figure.",
            told="the light {value:length} over it",
        ),
    },
    options={
        "orb": "an orb, spun on a string or rod",
        "blade_walk": "a blade or tube, carried along",
        "bar_walk": "a bar of pixels, carried along",
        "no_water": "none",
        "still_water": "still water",
    },
    reasons={
        "orb_spins": "{needed:number} spins of {period_s:seconds} in half a turn: {total_s:duration}",
        "orb_gap": "{needed:number} spins at {radius_m:length} leave {gap_m:metres} between lines at the "
        "waist",
        "orb_poles": "where all lines cross, above and below, it is up to {stops:stops} brighter",
        "orb_pace": "the light runs at {pace_m_s:speed}, and that is reckoned with",
        "walk_takes": "{walk_m:metres} at {pace_m_s:speed}: {total_s:duration}",
        "bar_columns": "{columns:number} columns take {total_s:duration}: start it as the walk begins",
        "bar_proportions": "walked over {walk_m:metres} the picture keeps its proportions; this draws it "
        "{share:share} as wide",
        "water_mirrors": "the water gives back {share:share} of it, {stops:stops} under the light itself, "
        "met at {flat_deg:angle}",
    },
    steps={
        "mark_the_pivot": "A mark to stand on; the orb's lowest point stays above it.",
        "spin_and_turn": "Spin, and turn the body by half round in even steps, pivoting about the mark. With "
        "the sound on nobody else counts.",
        "inspect_orb": "Enlarge: round, closed at the waist, poles not white, nobody inside.",
        "walk_the_columns": "Start the bar and the walk together; bar upright, arm still, even steps.",
    },
    mistakes={
        "orb_wandered": "The pivot wandered: the ball is an egg.",
        "performer_seen": "Whoever spins is lit by the tool: dark clothes and a step behind the figure.",
    },
    cautions={
        "sparks": "Sparks and anything that burns: law, land owner and fire service decide, and many "
        "places forbid it. This app plans the exposure and does not encourage it.",
        "swinging": "Look up and around before anything swings: nobody and nothing within its reach.",
    },
    cues={"spin": "{number:whole}", "spun": "off"},
    packs={"string": "string, of the length the spin needs"},
    scenes={
        "orb_by_water": SceneWords(
            "An orb by still water",
            "Thirty spins, the ball and its mirror.",
            "Wind comes up.",
        ),
    },
)
