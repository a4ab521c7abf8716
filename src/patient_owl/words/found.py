"""Light found off its prediction, in words."""

from patient_owl.core.tables.between import UNSAID
from patient_owl.words.formats import LIGHTS, begun, stops
from patient_owl.words.questions import option_text
from patient_owl.words.scenes import BETWEEN_NAMES, SCENE_NAMES


def found_text(light: str, between: str, offset_stops: float) -> str:
    """`Home interior: 7 stops darker than predicted.`"""
    name = SCENE_NAMES.get(light) or LIGHTS.get(light) or option_text(light)
    under = f", {BETWEEN_NAMES[between]}" if between not in ("", UNSAID, "open") else ""
    side = "brighter" if offset_stops > 0 else "darker"
    return f"{begun(name)}{under}: {stops(offset_stops)} {side} than predicted."
