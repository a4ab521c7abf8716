"""Moving water, in words."""

from patient_owl.core.motion.subject import WATER_SPEEDS_M_S
from patient_owl.words.kind import PostWords, Question, SceneWords, Words

WORDS = Words(
    key="moving_water",
    title="Moving water",
    aim="Water as you want it: frozen to mist.",
    questions={
        "look": Question(
            "Look", "How far the water runs while the shutter is open.", told="looking {value}"
        ),
        "water": Question("Water", "Sets how fast it runs.", told="the water a {value}"),
        "fall_height_m": Question(
            "It falls",
            "The speed at the foot follows from the height.",
            told="falling {value:length}",
        ),
        "water_speed_m_s": Question(
            "It runs at", "A float over a known length tells it.", told="at {value:speed}"
        ),
    },
    options={
        "by_school": "the way you favour",
        "frozen": "frozen",
        "textured": "textured",
        "silky": "silky",
        "mist": "mist",
        **{water: f"{water}, {{speed_m_s:speed}}" for water in WATER_SPEEDS_M_S},
        "fall": "waterfall, by its height",
        "timed_water": "run you timed",
    },
    reasons={
        "water_drawn": "the water runs {share:heights} at {speed_m_s:speed}: {look:look}",
        "silk_short": "silk wants {several_s:seconds} and more, and it is too bright for that with the "
        "filters you have",
        "look_now": "{look:look}",
        "look_misses": "{look:look}, {stops:signed} off what was asked for",
        "look_bare_now": "{look:look} needs no filter now",
        "look_bare_later": "{look:look} needs no filter {after_s:from_now}, at {f_number:f}",
    },
    steps={
        "polariser_turn": "Turn the polariser, if you use one, before you meter and focus.",
        "inspect_water": "Enlarge: is it the look you wanted, and are the stones still sharp?",
        "watch_level": "Look at the water and the clock: tide and dusk both move.",
    },
    mistakes={
        "drops_on_lens": "Spray on the front glass: a dry cloth and a look before each frame.",
        "legs_in_current": "A leg in the current hums: stand it on rock.",
    },
    posts={
        "water_from": PostWords(
            "{look} from here",
            "t = share · h · d ÷ (v · f)",
            "{share:number} × {frame_height_mm:number} mm × {distance_m:number} m ÷ "
            "({speed_m_s:number} m/s × {focal_length_mm:number} mm)",
            "Shorter, and the water keeps too much of its drawing for this look.",
        ),
        "water_to": PostWords(
            "{look} to here",
            "t = share · h · d ÷ (v · f)",
            "{share:number} × {frame_height_mm:number} mm × {distance_m:number} m ÷ "
            "({speed_m_s:number} m/s × {focal_length_mm:number} mm)",
            "Longer, and the water loses the drawing this look lives from.",
        ),
    },
    packs={"boots": "boots that grip on wet stone"},
    scenes={
        "weir_at_dusk": SceneWords(
            "Silk before dark",
            "The weir runs at 2.5 m/s and the light falls. Milky water, where it is wanted.",
            "Then it is too dark for silk without raising ISO.",
        ),
    },
)
