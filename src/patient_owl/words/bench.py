"""What the bench asks, in the order it asks it."""

from collections.abc import Mapping

from patient_owl.words.field_words import FieldWords

_DEPTH, _MOVES, _PERFORMS = "Depth", "What moves", "Somebody performs"
_FRAMES = "Frames and cold"

QUESTIONS: Mapping[str, FieldWords] = {
    "ev100": FieldWords("Brightness", "EV"),
    "sigma_stops": FieldWords("Known to ±", "stops"),
    "placement_stops": FieldWords("Over mid-grey", "stops"),
    "highlight_stops": FieldWords("Highlights over it", "stops"),
    "focus_m": FieldWords("Focus at", "m", group=_DEPTH),
    "near_m": FieldWords("Sharp from", "m", group=_DEPTH),
    "wants_rays": FieldWords("Rays around lamps", group=_DEPTH),
    "speed_m_s": FieldWords("Moves at", "m/s", group=_MOVES),
    "distance_m": FieldWords("This far off", "m", group=_MOVES),
    "tolerance_px": FieldWords("May blur", "px", group=_MOVES),
    "gust_m_s": FieldWords("Gusts", "m/s", group=_MOVES),
    "is_handheld": FieldWords("Handheld", group=_MOVES),
    "performance_s": FieldWords("Needs", "s", group=_PERFORMS),
    "delay_s": FieldWords("After a delay of", "s", group=_PERFORMS),
    "frames": FieldWords("Frames averaged", group=_FRAMES),
    "temperature_c": FieldWords("It is", "°C", group=_FRAMES),
    "bracket_step_stops": FieldWords("Bracket by", "stops", group=_FRAMES),
    "bracket_control": FieldWords("Bracket with", group=_FRAMES),
    "uses_noise_reduction": FieldWords("Noise reduction in camera", group=_FRAMES),
}
