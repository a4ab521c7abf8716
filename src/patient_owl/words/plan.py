"""A plan in words: settings, the sentence, and what excludes each other."""

from collections.abc import Mapping

from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.reason import Reason
from patient_owl.core.solve.conflict import Conflict, WayOut
from patient_owl.words.formats import f_number, say, stops
from patient_owl.words.posts import post_text, title_of
from patient_owl.words.reasons import reason_text
from patient_owl.words.sources import SOURCES

# In the order settings are said.
CONTROL_TITLES: Mapping[Control, str] = {
    "exposure_s": "Time",
    "f_number": "Aperture",
    "iso": "ISO",
    "nd_stops": "Filter",
}
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
        return position.label if position.is_bulb else f"{position.label} s"
    if control == "nd_stops":
        return position.label
    return f"f/{position.label}" if control == "f_number" else f"ISO {position.label}"


def settings_text(positions: Mapping[Control, DialValue]) -> str:
    """`4 s, f/1.8, ISO 6400`, and the filter when there is one."""
    said = (c for c in CONTROL_TITLES if c != "nd_stops" or positions[c].value > 0)
    return ", ".join(setting_text(control, positions[control]) for control in said)


def time_and_aperture_text(positions: Mapping[Control, DialValue]) -> str:
    """`2 s, f/11`"""
    time, aperture = (setting_text(c, positions[c]) for c in ("exposure_s", "f_number"))
    return f"{time}, {aperture}"


def sentence_rest(lead: Reason, reasons: tuple[Reason, ...]) -> str:
    """What follows the settings in the plan's one sentence."""
    return "; ".join(reason_text(reason) for reason in (lead, *reasons)) + "."


def conflict_text(conflict: Conflict) -> str:
    """`Two things exclude each other: … and …. 1⅓ stops of light are missing.`"""
    causes = [f"“{post_text(x).title}” at {post_text(x).value}" for x in conflict.limits]
    causes += [_HELD[control] for control in conflict.held]
    missing = stops(conflict.missing_stops)
    lack = f"{missing} of light too little" if conflict.missing_stops > 0 else f"{missing} too much"
    if not causes:
        return f"The dials end here: {lack}."
    if len(causes) == 1:
        return f"This stands in the way: {causes[0]}. It leaves {lack}."
    return f"These exclude each other: {', '.join(causes[:-1])} and {causes[-1]}, by {missing}."


def way_text(way: WayOut) -> str:
    """One way out as an imperative."""
    q = way.quantities
    match way.code:
        case "let_go":
            return f"Let go of {_HELD[str(q['control'])]}."  # type: ignore[index]
        case "give_up":
            gain = stops(float(q["stops"]))
            return f"Give up “{title_of(str(q['limit']))}”: {gain} nearer."
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
    "add_filter": "Add a filter of {stops:stops}.",
    "stack": "Average {frames:number} frames and lift them by {stops:stops}.",
    "more_light": "Bring {stops:stops} more light.",
}
