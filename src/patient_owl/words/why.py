"""Why each control stands where it does, in words: one sentence each, from the choice itself."""

from collections.abc import Callable, Mapping

from patient_owl.core.exposure.dials import Control
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.otherwise import Otherwise
from patient_owl.core.judge.why import Against, Kind, Price, Why
from patient_owl.words.parts import part_name
from patient_owl.words.plan import setting_text
from patient_owl.words.posts import EXACT_TEXTS, title_of
from patient_owl.words.quantities import duration, f_number, placed, time_text

# What the end of a dial is called, to its darker and its brighter side.
_ENDS: Mapping[Control, tuple[str, str]] = {
    "exposure_s": ("The shutter is no faster.", "No time is longer."),
    "f_number": ("The lens closes no further.", "The lens opens no further."),
    "iso": ("It goes no lower.", "It goes no higher."),
    "nd_stops": ("No stronger filter is in the bag.", "There is none to take off."),
}
# Of a control itself, one step further.
_OF_ITSELF: Mapping[Kind, str] = {
    "gain": "gain adds noise and gathers no light",
    "glass": "glass only takes light",
    "wait": "nobody likes to wait longer",
}
_CONTROL_OF: Mapping[Kind, Control] = {
    "gain": "iso",
    "glass": "nd_stops",
    "wait": "exposure_s",
}


def why_text(why: Why) -> str:
    """`f/9. Not f/10: ISO would rise to 200. Not f/8: the sky would land ⅓ stop over mid-grey.`"""
    set_to = _begun(setting_text(why.control, why.position))
    if why.is_held:
        return f"{set_to}, because you set it."
    sides = (_side(why.control, side, _ENDS[why.control][k]) for k, side in enumerate(why.sides))
    return " ".join((f"{set_to}.", *sides))


def _side(control: Control, side: Against, end: str) -> str:
    if side.position is None:
        return end
    other = setting_text(control, side.position)
    if side.price is None or side.instead is None:
        return f"{_begun(other)} would do as well."
    if _CONTROL_OF.get(side.price.kind) == control:
        return f"Not {other}: {_OF_ITSELF[side.price.kind]}."
    return f"Not {other}: {cause_text(side.price, side.instead)}."


def _begun(text: str) -> str:
    return text if text.startswith("f/") else text[0].upper() + text[1:]


def cause_text(price: Price, instead: Solution) -> str:
    """What another setting gives up: `the frame would take 4 min`."""
    return _CAUSES[price.kind](price, instead)


def _light(price: Price, instead: Solution) -> str:
    landing = next(landing for landing in instead.landings if landing.part.key == price.of)
    return f"{part_name(price.of)} would land {placed(landing.landed_stops)}"


def _limit(price: Price, instead: Solution) -> str:
    limit = next(limit for limit in instead.demands.limits if limit.code == price.of)
    value = EXACT_TEXTS[limit.control](limit.value)
    return f"it would pass “{title_of(limit.code)}” at {value}"


def _liked(price: Price, instead: Solution) -> str:
    liked = instead.demands.pulls["f_number" if price.of == "f_number" else "exposure_s"].value
    if price.of == "f_number":
        return f"such a picture is at its best about {f_number(liked)}"
    time = instead.demands.dials["exposure_s"].nearest(liked)
    return f"such a picture wants about {time_text(time)}"


_CAUSES: Mapping[Kind, Callable[[Price, Solution], str]] = {
    "light": _light,
    "limit": _limit,
    "liked": _liked,
    "gain": lambda _, instead: f"ISO would stand at {instead.positions['iso'].label}",
    "glass": lambda _, instead: f"it would take {instead.positions['nd_stops'].label}",
    "wait": lambda _, instead: f"the frame would take {duration(instead.settings.exposure_s)}",
    "lever": lambda price, _: f"{part_name(price.of)} would be hard to give so",
    "needs": lambda _, __: "the shutter would close before what is done meanwhile is over",
}

_OTHERWISE: Mapping[str, str] = {
    "cleaner": "Cleaner",
    "quicker": "Quicker",
    "sharper_corners": "Sharper corners",
    "bare": "Without a filter",
    "averaged": "Cleaner still",
}


def otherwise_text(other: Otherwise) -> str:
    """`Cleaner: the frame would take 4 min.`"""
    name = _OTHERWISE[other.code]
    if other.frames > 1:
        clean = f"{other.frames} frames averaged, half the noise"
        return f"{name}: {clean} for {duration(other.more_s)} more."
    if other.price is None:
        return f"{name}."
    return f"{name}: {cause_text(other.price, other.solution)}."
