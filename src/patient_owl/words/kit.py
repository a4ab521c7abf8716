"""Kit in words: what the kinds are called, what their forms ask, a line for each thing."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from patient_owl.core.limits.support import WARM_C
from patient_owl.core.noise import DARK_REFERENCE_C
from patient_owl.words.field_words import FieldWords
from patient_owl.words.quantities import angle, celsius, dial_time, minutes, number, seconds


class KindWords(NamedTuple):
    title: str
    plural: str


KINDS: Mapping[str, KindWords] = {
    "body": KindWords("body", "Bodies"),
    "film_back": KindWords("film back", "Film"),
    "lens": KindWords("lens", "Lenses"),
    "filter": KindWords("filter", "Filters"),
    "remote": KindWords("remote", "Remotes"),
    "tripod": KindWords("tripod", "Tripods"),
    "card": KindWords("card", "Cards"),
    "battery": KindWords("spare battery", "Batteries"),
    "torch": KindWords("torch, headlamp or headlights", "Torches"),
    "panel": KindWords("panel, tube or lantern", "Panels"),
    "flash": KindWords("flash", "Flashes"),
    "tool": KindWords("pen, orb or blade", "Drawing tools"),
    "bar": KindWords("bar of pixels", "Pixel bars"),
}

_NOISE = "Sensor noise"
_CAMERA = "Camera"

# By field, or by kind and field where a kind calls it by another name.
FIELDS: Mapping[str, FieldWords] = {
    "sensor_width_mm": FieldWords("Sensor width", "mm"),
    "sensor_height_mm": FieldWords("Sensor height", "mm"),
    "width_px": FieldWords("Pixels across", "px"),
    "height_px": FieldWords("Pixels up", "px"),
    "dial_steps": FieldWords("Dials in"),
    "lowest_iso": FieldWords("Lowest ISO", "", "An extended low setting gives less range."),
    "highest_iso": FieldWords("Highest ISO you use"),
    "base_iso": FieldWords("Base ISO", "", "Where the sensor holds most light."),
    "in_camera_ceiling_s": FieldWords("Longest time it counts itself", "s"),
    "full_well_e": FieldWords("Full well", "e⁻", "", _NOISE),
    "read_pre_e": FieldWords("Read noise before gain", "e⁻", "What is left at high ISO.", _NOISE),
    "read_post_e": FieldWords(
        "Read noise after gain", "e⁻", "At base ISO; a higher ISO divides it away.", _NOISE
    ),
    "read_noise_e": FieldWords(
        "Read noise by ISO",
        "",
        "Instead of the two above: ISO and electrons a line.",
        _NOISE,
        ("ISO", "electrons"),
    ),
    "dark_e_s": FieldWords(
        "Dark current at {at_c:celsius}",
        "e⁻/s",
        "",
        _NOISE,
        quantities={"at_c": DARK_REFERENCE_C},
    ),
    "quantum_efficiency": FieldWords("Quantum efficiency", "", "0 to 1.", _NOISE),
    "clip_share": FieldWords("Clips at this share of the well", "", "", _NOISE),
    "figures_from": FieldWords("These figures are", "", "", _NOISE),
    "raw_size_mb": FieldWords("A raw file", "MB", "", _CAMERA),
    "battery_min": FieldWords(
        "A battery, shutter open",
        "min",
        "At {at_c:celsius}.",
        _CAMERA,
        quantities={"at_c": WARM_C},
    ),
    "first_curtain": FieldWords("Shutter begins with", "", "", _CAMERA),
    "stabiliser_stops": FieldWords("Stabiliser", "stops", "0 without one.", _CAMERA),
    "files": FieldWords("You keep", "", "How far a frame can be mended.", _CAMERA),
    "process": FieldWords("It is", "", "How far a frame can be mended."),
    "frame_width_mm": FieldWords("Frame width", "mm"),
    "frame_height_mm": FieldWords("Frame height", "mm"),
    "iso": FieldWords("Box speed, ISO"),
    "reciprocity_exponent": FieldWords(
        "Reciprocity exponent", "", "Corrected = metered^p from 1 s on; 1 for none."
    ),
    "reciprocity_table_s": FieldWords(
        "Reciprocity table",
        "",
        "Instead: metered and corrected seconds a line.",
        columns=("metered s", "corrected s"),
    ),
    "scan_ppi": FieldWords("Scanned or printed at", "ppi", "Sets what counts as a pixel."),
    "shortest_focal_length_mm": FieldWords("Shortest focal length", "mm"),
    "longest_focal_length_mm": FieldWords("Longest", "mm", "The same for a prime."),
    "widest_f_number": FieldWords("Opens to f/"),
    "widest_f_number_at_longest": FieldWords(
        "Opens to f/, at its longest", "", "Where a zoom dims as it reaches out."
    ),
    "narrowest_f_number": FieldWords("Closes to f/"),
    "blades": FieldWords("Aperture blades", "", "Lamps grow as many rays, or twice an odd number."),
    "closest_focus_m": FieldWords("Focuses from", "m"),
    "projection": FieldWords("Projection"),
    "marking": FieldWords("Marked by"),
    "value": FieldWords("Its figure", "", "In what is named above."),
    "filter.value": FieldWords(
        "Marked", "", "3, 8× and 0.9 are the same filter; a polariser costs 1.5."
    ),
    "release": FieldWords("Kind"),
    "load_kg": FieldWords("Carries", "kg"),
    "height_cm": FieldWords("Stands", "cm"),
    "weight_kg": FieldWords("Weighs", "kg"),
    "capacity_gb": FieldWords("Holds", "GB"),
    "count": FieldWords("How many"),
    "given_as": FieldWords("Its figure is"),
    "beam_deg": FieldWords("Beam, full angle", "°", "360 for a lamp that shines all round."),
    "dims_stops": FieldWords("Dims by", "stops", "From its brightest step to its lowest."),
    "gel_stops": FieldWords("Gel takes", "stops", "Straw ½, red 2, deep blue 4; 0 without one."),
    "colour_temperature_k": FieldWords("Colour temperature", "K"),
    "least_percent": FieldWords("Dims down to", "%"),
    "guide_number_m": FieldWords("Guide number", "m", "At ISO 100 and full power."),
    "least_power_part": FieldWords("Lowest power, one part in", "", "128 for a step of 1/128."),
    "recycle_s": FieldWords("Ready again after", "s", "At full power."),
    "width_mm": FieldWords("Wide", "mm", "Of what the lens sees, across the line it draws."),
    "length_cm": FieldWords("Lit over", "cm", "0 for a point."),
    "pixels": FieldWords("Pixels"),
}

FIGURES_FROM: Mapping[str, str] = {
    "invented": "invented",
    "from_memory": "from memory",
    "published": "published",
    "measured": "measured",
}

OPTIONS: Mapping[str, str] = {
    "thirds": "thirds of a stop",
    "halves": "halves of a stop",
    "invented": "invented, for want of better",
    "published": "published by a maker or tester",
    "from_memory": "from memory",
    "measured": "measured on this one",
    "lumens": "lumens, of all its light",
    "candela": "candela, on its axis",
    "beam_distance_m": "the reach its maker prints, in metres",
    "lux_at_1m": "lux at one metre, as measured or printed",
    "mirror": "a mirror or a mechanical curtain",
    "electronic": "an electronic first curtain",
    "raw": "raw files",
    "jpeg": "JPEGs alone",
    "negative": "negative film",
    "slide": "slide film",
    "rectilinear": "rectilinear",
    "fisheye": "fisheye",
    "stops": "stops",
    "factor": "factor",
    "density": "optical density",
    "polariser": "polariser, by the stops it costs",
    "none": "none",
    "self_timer": "self-timer only",
    "cable": "locking cable",
    "timer": "timer remote",
}


# Things as they lie in the bag: what one reaches for together.
POCKETS: Mapping[str, tuple[str, ...]] = {
    "Cameras": ("body", "film_back"),
    "Lenses": ("lens",),
    "Filters": ("filter",),
    "Legs and release": ("tripod", "remote"),
    "Cards and power": ("card", "battery"),
    "Lights": ("torch", "panel", "flash", "tool", "bar"),
}


def lens_gives(
    across_deg: Sequence[float], screen_s: Sequence[float], wall_s: Sequence[float]
) -> str:
    """`74° across; stars still for 12 s on a screen, 5.4 s in a wall print`; both ends of a zoom."""
    across, screen, wall = (
        " to ".join(of(value) for value in values)
        for of, values in ((angle, across_deg), (seconds, screen_s), (seconds, wall_s))
    )
    return f"{across} across; stars still for {screen} on a screen, {wall} in a wall print"


def filter_gives(stops: float) -> str:
    """`1 s becomes 8 s`"""
    return f"1 s becomes {dial_time(2**stops)}"


def card_gives(frames: float) -> str:
    return f"about {number(round(frames, -1))} raw frames"


def battery_gives(open_min: float) -> str:
    return f"{minutes(open_min)} more of open shutter at {celsius(WARM_C)}"
