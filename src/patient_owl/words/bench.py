"""What the bench asks, in the order it asks it."""

from collections.abc import Mapping

from patient_owl.words.field_words import Asked

_DEPTH, _MOVES, _PERFORMS = "Depth", "What moves", "Somebody performs"
_FRAMES = "Frames and cold"

QUESTIONS: Mapping[str, Asked] = {
    "ev100": Asked("Brightness", "EV"),
    "sigma_stops": Asked("Known to ±", "stops"),
    "placement_stops": Asked("Over mid-grey", "stops"),
    "highlight_stops": Asked("Highlights over it", "stops"),
    "focus_m": Asked("Focus at", "m", group=_DEPTH),
    "near_m": Asked("Sharp from", "m", group=_DEPTH),
    "wants_rays": Asked("Rays around lamps", group=_DEPTH),
    "speed_m_s": Asked("Moves at", "m/s", group=_MOVES),
    "distance_m": Asked("This far off", "m", group=_MOVES),
    "tolerance_px": Asked("May blur", "px", group=_MOVES),
    "gust_m_s": Asked("Gusts", "m/s", group=_MOVES),
    "is_handheld": Asked("Handheld", group=_MOVES),
    "performance_s": Asked("Needs", "s", group=_PERFORMS),
    "delay_s": Asked("After a delay of", "s", group=_PERFORMS),
    "frames": Asked("Frames averaged", group=_FRAMES),
    "temperature_c": Asked("It is", "°C", group=_FRAMES),
    "bracket_step_stops": Asked("Bracket by", "stops", group=_FRAMES),
    "bracket_control": Asked("Bracket with", group=_FRAMES),
    "uses_noise_reduction": Asked("Noise reduction in camera", group=_FRAMES),
}
