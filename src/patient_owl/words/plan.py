"""A plan in words: settings, the sentence, and what excludes each other."""

from collections.abc import Mapping

from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.reason import Reason
from patient_owl.core.solve.conflict import Conflict, WayOut
from patient_owl.words.parts import part_name
from patient_owl.words.posts import EXACT_TEXTS, post_text, title_of
from patient_owl.words.quantities import (
    NO_FILTER,
    begun,
    duration,
    f_number,
    lever,
    say,
    stops,
    time_text,
)
from patient_owl.words.reasons import reason_text
from patient_owl.words.sources import SOURCES

# In the order settings are said.
CONTROL_TITLES: Mapping[Control, str] = {
    "exposure_s": "Time",
    "f_number": "Aperture",
    "iso": "ISO",
    "nd_stops": "Filter",
}
WORTH_SAYING_STOPS = 1 / 6  # less is said as nought
_HELD: Mapping[Control, str] = {
    "exposure_s": "the time you set",
    "f_number": "the aperture you set",
    "iso": "the ISO you set",
    "nd_stops": "the filter you set",
}


def source_text(key: str | None) -> str | None:
    return None if key is None else SOURCES[key]


def setting_text(control: Control, position: DialValue) -> str:
    """One setting as people say it: `4 s`, `f/1.8`, `ISO 6400`, `ND 64`."""
    if control == "exposure_s":
        return time_text(position)
    if control == "nd_stops":
        return position.label
    return f"f/{position.label}" if control == "f_number" else f"ISO {position.label}"


def position_texts(positions: Mapping[Control, DialValue]) -> dict[Control, str]:
    """Each setting of dial positions as people say it."""
    return {control: setting_text(control, positions[control]) for control in CONTROL_TITLES}


def exact_texts(settings: Settings, glass: str = "") -> dict[Control, str]:
    """Each setting as it really was, whatever dials there are today.

    A dial value by its label, anything else by its figure. glass: what the filter is called,
    where that is known.
    """
    texts = {c: EXACT_TEXTS[c](getattr(settings, c)) for c in CONTROL_TITLES}
    return {**texts, "nd_stops": glass or texts["nd_stops"]}


def said(texts: Mapping[Control, str]) -> str:
    """`4 s, f/1.8, ISO 6400`, and the filter when there is one."""
    return ", ".join(text for text in texts.values() if text != NO_FILTER)


def settings_text(positions: Mapping[Control, DialValue]) -> str:
    """`4 s, f/1.8, ISO 6400`, and the filter when there is one."""
    return said(position_texts(positions))


def time_and_aperture_text(positions: Mapping[Control, DialValue]) -> str:
    """`2 s, f/11`"""
    time, aperture = (setting_text(c, positions[c]) for c in ("exposure_s", "f_number"))
    return f"{time}, {aperture}"


def sentence_rest(lead: Reason, reasons: tuple[Reason, ...]) -> str:
    """What follows the settings in the plan's one sentence."""
    return "; ".join(reason_text(reason) for reason in (lead, *reasons)) + "."


def holds_text(holds_s: float | None, until_local: str) -> str:
    """`Right until 18:44: the light moves a third of a stop in 4 min.`"""
    if holds_s is None:
        return ""
    return f"Right until {until_local}: the light moves a third of a stop in {duration(holds_s)}."


def conflict_text(conflict: Conflict, *, is_lead: bool = True) -> str:
    """`These exclude each other: … and …, by 1⅓ stops.` Another light than the lead is named."""
    if not is_lead:
        return _other_light_text(conflict)
    causes = [f"“{post_text(x).title}” at {post_text(x).value}" for x in conflict.limits]
    causes += [_HELD[control] for control in conflict.held]
    if conflict.missing_stops == 0:
        return _against_text(causes)
    missing = stops(conflict.missing_stops)
    lack = f"{missing} of light too little" if conflict.missing_stops > 0 else f"{missing} too much"
    if not causes:
        return f"The dials end here: {lack}."
    if len(causes) == 1:
        return f"This stands in the way: {causes[0]}. It leaves {lack}."
    return f"These exclude each other: {', '.join(causes[:-1])} and {causes[-1]}, by {missing}."


def _against_text(causes: list[str]) -> str:
    """What excludes each other though the picture comes out as bright as wanted."""
    if len(causes) == 1:
        return f"This cannot be kept: {causes[0]}. The brightness is met all the same."
    return f"These exclude each other: {', '.join(causes[:-1])} and {causes[-1]}."


def _other_light_text(conflict: Conflict) -> str:
    name = part_name(conflict.part)
    side = "too dark" if conflict.missing_stops > 0 else "too bright"
    causes = [f"“{post_text(x).title}” at {post_text(x).value}" for x in conflict.limits]
    causes += [_HELD[control] for control in conflict.held]
    why = f": {' and '.join(causes)} ends what could bring it home" if causes else ""
    if conflict.levers:
        why = f": its {lever(conflict.levers[0])} goes no further"
    return f"{begun(name)} stays {stops(conflict.missing_stops)} {side}{why}."


def way_text(way: WayOut) -> str:
    """One way out as an imperative."""
    q = way.quantities
    match way.code:
        case "let_go":
            return f"Let go of {_HELD[str(q['control'])]}."  # type: ignore[index]
        case "give_up":
            gain = float(q["stops"])
            nearer = f": {stops(gain)} nearer" if gain > WORTH_SAYING_STOPS else ""
            return f"Give up “{title_of(str(q['limit']))}”{nearer}."
        case "other_hour":
            later = "darker" if q["is_darker"] else "lighter"
            return say("Take it at a " + later + " hour: {stops:stops} of difference will do.", q)
        case "faster_lens":
            return f"A lens that opens to {f_number(float(q['f_number']))} or wider."
        case "accept":
            side = "darker" if q["is_darker"] else "brighter"
            return say("Accept it {stops:stops} " + side + " and mend it in the raw file.", q)
        case _:
            return say(_WAYS[way.code], q)


_WAYS: Mapping[str, str] = {
    "let_go_lever": "Let go of the {lever:lever} you set.",
    "dim": "Dim it by {stops:stops}, by its own steps.",
    "step_back": "Step back to {distance_m:metres}: {stops:stops} less.",
    "come_closer": "Come closer, to {distance_m:metres}: {stops:stops} more.",
    "gel": "Put {stops:stops} of gel or cloth before it.",
    "bounce": "Point it at a wall or the ground instead: two to three stops less is usual.",
    "more_pops": "{times:number} flashes where there is one.",
    "helpers": "{times:number} such torches, or one that is as much brighter.",
    "add_filter": "Add a filter of {stops:stops}.",
    "stack": "Average {frames:number} frames and lift them by {stops:stops}.",
    "more_light": "Bring {stops:stops} more light.",
}
