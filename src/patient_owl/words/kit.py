"""Kit in words: what the kinds are called, what their forms ask, a line for each thing."""

from collections.abc import Mapping
from typing import NamedTuple


class KindWords(NamedTuple):
    title: str
    plural: str


class FieldWords(NamedTuple):
    """Label, unit, help of at most two lines, and the group it stands in."""

    label: str
    unit: str = ""
    help: str = ""
    group: str = ""


KINDS: Mapping[str, KindWords] = {
    "body": KindWords("body", "Bodies"),
    "film_back": KindWords("film back", "Film"),
    "lens": KindWords("lens", "Lenses"),
    "filter": KindWords("filter", "Filters"),
    "remote": KindWords("remote", "Remotes"),
    "tripod": KindWords("tripod", "Tripods"),
    "card": KindWords("card", "Cards"),
    "battery": KindWords("spare battery", "Batteries"),
    "light": KindWords("light", "Lights"),
}

_NOISE = "Sensor noise"
_CAMERA = "Camera"

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
        "Read noise by ISO", "", "Instead of the two above: ISO and electrons a line.", _NOISE
    ),
    "dark_e_s": FieldWords("Dark current at 20 °C", "e⁻/s", "", _NOISE),
    "quantum_efficiency": FieldWords("Quantum efficiency", "", "0 to 1.", _NOISE),
    "clip_share": FieldWords("Clips at this share of the well", "", "", _NOISE),
    "figures_from": FieldWords("These figures are", "", "", _NOISE),
    "raw_size_mb": FieldWords("A raw file", "MB", "", _CAMERA),
    "battery_min": FieldWords("A battery, shutter open", "min", "At 20 °C.", _CAMERA),
    "first_curtain": FieldWords("Shutter begins with", "", "", _CAMERA),
    "stabiliser_stops": FieldWords("Stabiliser", "stops", "0 without one.", _CAMERA),
    "frame_width_mm": FieldWords("Frame width", "mm"),
    "frame_height_mm": FieldWords("Frame height", "mm"),
    "iso": FieldWords("Box speed, ISO"),
    "reciprocity_exponent": FieldWords(
        "Reciprocity exponent", "", "Corrected = metered^p from 1 s on; 1 for none."
    ),
    "reciprocity_table_s": FieldWords(
        "Reciprocity table", "", "Instead: metered and corrected seconds a line."
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
    "value": FieldWords("Marked", "", "3, 8× and 0.9 are the same filter; a polariser costs 1.5."),
    "release": FieldWords("Kind"),
    "load_kg": FieldWords("Carries", "kg"),
    "height_cm": FieldWords("Stands", "cm"),
    "weight_kg": FieldWords("Weighs", "kg"),
    "capacity_gb": FieldWords("Holds", "GB"),
    "count": FieldWords("How many"),
    "lumens": FieldWords("Light", "lm", "For a torch or panel."),
    "beam_deg": FieldWords("Beam, full angle", "°"),
    "colour_temperature_k": FieldWords("Colour temperature", "K"),
    "guide_number_m": FieldWords("Guide number", "m", "For a flash, ISO 100, full power."),
}

COLUMNS: Mapping[str, tuple[str, str]] = {
    "read_noise_e": ("ISO", "electrons"),
    "reciprocity_table_s": ("metered s", "corrected s"),
}

OPTIONS: Mapping[str, str] = {
    "thirds": "thirds of a stop",
    "halves": "halves of a stop",
    "invented": "invented, for want of better",
    "published": "published by a maker or tester",
    "measured": "measured on this body",
    "mirror": "a mirror or a mechanical curtain",
    "electronic": "an electronic first curtain",
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
