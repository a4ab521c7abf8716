"""Fireworks, in words."""

from patient_owl.core.kinds.fireworks.plan import NARROW_F_NUMBER, WIDE_F_NUMBER
from patient_owl.core.light.burst import TRAIL_ISO
from patient_owl.words.kind import PostWords, Question, SceneWords, Words
from patient_owl.words.quantities import f_number, iso

WORDS = Words(
    key="fireworks",
    title="Fireworks",
    aim="Bursts with their colour, one or many to a frame.",
    questions={
        "town_placement_stops": Question(
            "Place the town",
            "Stops from mid-grey; time brings it there, within what bursts allow.",
            told="the town {value:placed}",
        ),
        "shell_in": Question(
            "Shells",
            "Diameter in inches; 3 to 6 in most town shows.",
            told="shells of {value:shell}",
        ),
        "burst_height_m": Question(
            "Bursts seen this high",
            "Leave empty to take a hundred feet an inch.",
            told="bursting {value:length} up",
            open="a height you saw them burst at",
        ),
        "sound_delay_s": Question(
            "Or flash to bang",
            "Seconds from seeing to hearing give the distance.",
            told="the bang {value:seconds} after the flash",
            open="flash to bang, for the distance",
        ),
    },
    reasons={
        "burst_by_feel": "open on the launch, close as the burst fades, {least_s:number} to "
        "{most_s:number} s",
        "burst_fixed": "the same time over and over: most bursts take {least_s:number} to "
        "{most_s:number} s",
        "ambient_shows": "the town lands {stops:placed}",
        "ambient_black": "the town sinks to black, {stops:placed}",
        "burst_size": "bursts {height_m:metres} up and {width_m:metres} wide stand "
        "{altitude_deg:angle} high and span {width_deg:angle}",
        "sound_delay": "the bang follows after {delay_s:.1f} s ({distance_m:metres})",
        "focal_length_for_burst": "from the horizon to over the burst: {portrait_mm:.0f} mm in portrait, "
        "{landscape_mm:.0f} mm in landscape",
        "burst_leaves_frame": "the top of the burst, {top_deg:angle} high, leaves this framing: tilt up, "
        "turn to portrait or go wider",
        "burst_small": "the lens is too wide: bursts are {width_deg:angle} in {field_deg:angle}; "
        "{portrait_mm:.0f} mm in portrait or {landscape_mm:.0f} mm in landscape would fill it",
        "separation": "for orientation: shells this size keep {separation_m:metres} from people; the "
        "operator's line counts",
    },
    steps={
        "arrive_upwind": "Early, upwind of the smoke, on the public side of the line.",
        "burst_focus_first": "Autofocus on the first burst, then lock it to manual.",
        "open_on_launch": "Bulb: open on the launch, close as the last spark fades. Recompose rarely.",
        "fire_steadily": "One after another through the show; choose afterwards.",
        "inspect_bursts": "Colour in the trails, not white; the whole burst in the frame.",
    },
    mistakes={
        "lens_too_wide_or_long": "A lens too wide or too long, found out at the first burst.",
        "landscape_left_on": "Landscape where the shells want portrait.",
        "bursts_merge": "Open too long and the bursts pile up into one white heap.",
        "smoke": "Smoke drifts in: the first minutes are the clearest.",
    },
    posts={
        "burst_longest": PostWords(
            "bursts merge beyond",
            "t ≤ {most_s:number} s",
            "{most_s:number} s",
            "Too long and the trails pile up into one white heap. Several short frames can be joined.",
        ),
        "burst_shortest": PostWords(
            "a burst needs this",
            "t ≥ {least_s:number} s",
            "{least_s:number} s from launch to fading",
            "Closed earlier, the petals end in the air.",
        ),
        "burst_aperture_wide": PostWords(
            "trails burn white",
            f"N ≥ {f_number(WIDE_F_NUMBER)} at {iso(TRAIL_ISO)}",
            "the brightness of a trail hangs on aperture and ISO, not on time",
            "A moving light exposes each spot for an instant. Wider than this its colour is gone.",
        ),
        "burst_aperture_narrow": PostWords(
            "trails turn thin",
            f"N ≤ {f_number(NARROW_F_NUMBER)} at {iso(TRAIL_ISO)}",
            "the brightness of a trail hangs on aperture and ISO, not on time",
            "Narrower than this only the hearts of the shells are left.",
        ),
    },
    lights={"bursts": "the bursts"},
    sources={"bursts": "bursts"},
    drawn={"bursts": "a burst"},
    packs={"ear_plugs": "ear plugs"},
    scenes={
        "regatta_shells": SceneWords(
            "Shells over the pontoon",
            "Five-inch shells, one after another. Their colours, not white.",
            "The show is over.",
        ),
    },
)
