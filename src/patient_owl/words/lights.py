"""Lights that are brought, in words: what each kind asks, and how it is used."""

from collections.abc import Mapping

from patient_owl.core.light.brought import LightKind
from patient_owl.core.light.colour import OWN_WHITE
from patient_owl.core.light.line import pace_moves_stops
from patient_owl.core.plan.bringing import LightUse
from patient_owl.words.field_words import FieldWords
from patient_owl.words.quantities import HUES, begun, duration, hue, lever_value, part, stops

KINDS: Mapping[LightKind, str] = {
    "torch": "a torch over the subject",
    "beam": "a beam held up into the air",
    "panel": "a panel that burns",
    "flash": "a flash",
    "tool": "a tool that draws",
    "bar": "a bar of pixels",
}

AIRS: Mapping[str, str] = {
    "clear_air": "clear",
    "hazy": "hazy",
    "misty": "misty",
    "foggy": "foggy",
    "smoky": "smoke",
}
_ITEM = FieldWords("Which", "", "From your kit; a generic one without.")
_PLACED = FieldWords("It shall land", "stops", "From mid-grey.")
_WHO = FieldWords("Held by")
_FROM = FieldWords("From second", "s", "After the shutter has opened; empty for the beginning.")
_FIRED = FieldWords("At second", "s", "Empty to fire as the shutter closes, on the rear curtain.")
_TO_SUBJECT = FieldWords("From its subject", "m")
_ASIDE = FieldWords("Off square on", "°", "A raking light shows texture, and gives less.")
_TO_LENS = FieldWords("From the lens", "m")
_PACE = FieldWords("Pace", "m/s", "Hold it; empty to have it worked out.")

QUESTIONS: Mapping[LightKind, Mapping[str, FieldWords]] = {
    "torch": {
        "item_id": _ITEM,
        "distance_m": _TO_SUBJECT,
        "angle_deg": _ASIDE,
        "area_m2": FieldWords("To paint", "m²", "All of what it shall light, spot beside spot."),
        "reflectance": FieldWords(
            "It reflects", "", "0.18 as mid-grey, 0.05 dark stone, 0.6 white wall."
        ),
        "placement_stops": _PLACED,
        "dose_s": FieldWords("Seconds on a spot", "s", "Hold them; empty to have them worked out."),
        "at_s": _FROM,
        "who": _WHO,
    },
    "beam": {
        "item_id": _ITEM,
        "air": FieldWords("The air", "", "It is what shows the beam."),
        "distance_m": FieldWords(
            "Judged at", "m", "From the lamp along the beam: twice as far is a stop darker."
        ),
        "placement_stops": _PLACED,
        "hold_s": FieldWords("Held for", "s", "Hold it; empty to have it worked out."),
        "at_s": _FROM,
        "who": _WHO,
    },
    "panel": {
        "item_id": _ITEM,
        "distance_m": _TO_SUBJECT,
        "angle_deg": _ASIDE,
        "placement_stops": _PLACED,
        "hue": FieldWords("Colour", "", "Its own white, or one colour alone."),
        "percent": FieldWords("Power", "%", "Hold it; empty to have it worked out."),
        "at_s": _FROM,
        "who": _WHO,
    },
    "flash": {
        "item_id": _ITEM,
        "distance_m": _TO_SUBJECT,
        "placement_stops": _PLACED,
        "power_part": FieldWords(
            "Power, one part in", "", "8 for 1/8; empty to have it worked out."
        ),
        "pops": FieldWords("Flashes"),
        "at_s": _FIRED,
        "who": _WHO,
    },
    "tool": {
        "item_id": _ITEM,
        "distance_m": _TO_LENS,
        "placement_stops": _PLACED,
        "pace_m_s": _PACE,
        "at_s": _FROM,
        "who": _WHO,
    },
    "bar": {
        "item_id": _ITEM,
        "distance_m": _TO_LENS,
        "placement_stops": _PLACED,
        "pace_m_s": _PACE,
        "at_s": _FROM,
        "who": _WHO,
    },
}

OPTIONS: Mapping[str, str] = {
    "photographer": "the photographer",
    "performer": "the performer",
    "helper": "a helper",
    **AIRS,
    **HUES,
}


def over_ambient_text(over_stops: float) -> str:
    """Against what lights the picture anyway: `2 stops over the rest`."""
    if round(abs(over_stops) * 3) == 0:
        return "as bright as the rest"
    return f"{stops(over_stops)} {'over' if over_stops > 0 else 'under'} the rest"


def measured_text(key: str, off_stops: float) -> str:
    """`The torch was 1⅓ stops brighter than its figure says.`"""
    side = "brighter" if off_stops > 0 else "darker"
    name = part(key)
    return f"{begun(name)} was {stops(off_stops)} {side} than its figure says."


def given_text(given: LightUse) -> str:
    """How a light is used: `15 s a spot, 8 spots: 2 min in all`; `5 %, amber`; `1/8 power, 2
    flashes`."""
    light, lever = given.light, given.lever_key
    said = lever_value(lever, given.lever)
    if lever == "dose_s" and given.spots > 1:
        total_s = (given.to_s or given.from_s) - given.from_s
        return f"{said}, {given.spots} spots: {duration(total_s)} in all"
    if lever == "power" and light.pops > 1:
        return f"{said}, {light.pops} flashes"
    if light.hue != OWN_WHITE:
        return f"{said}, {hue(light.hue)}"
    if lever == "pace_m_s":
        darker, brighter = pace_moves_stops()
        return (
            f"{said}; a third faster is {stops(darker)} darker, a third slower "
            f"{stops(brighter)} brighter"
        )
    return said
