"""A plan in words: settings, the sentence, and what excludes each other."""

from collections.abc import Iterable, Mapping, Sequence

from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.judge.ways import Conflict, WayOut
from patient_owl.core.limits.limit import Limit
from patient_owl.core.reason import Reason
from patient_owl.words.parts import part_name
from patient_owl.words.posts import EXACT_TEXTS, post_text, title_of
from patient_owl.words.quantities import (
    NO_FILTER,
    begun,
    duration,
    f_number,
    lever,
    placed,
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


def holds_text(light: str, moved_stops: float, holds_s: float, until_local: str) -> str:
    """`Right until 18:44: the light moves ⅓ stop in 4 min.`"""
    moves = f"{light} moves {stops(abs(moved_stops))} in {duration(holds_s)}"
    return f"Right until {until_local}: {moves}."


def conflict_text(conflict: Conflict, *, is_lead: bool = True) -> str:
    """`3 stops too bright: “movement takes” at 4 s stands in the way.` Another light than the lead
    is named; what is only broken is said without stops."""
    causes = [f"“{post_text(x).title}” at {post_text(x).value}" for x in conflict.limits]
    causes += [_HELD[control] for control in conflict.held]
    if conflict.missing_stops == 0:
        return _against_text(causes)
    off = (
        f"{stops(conflict.missing_stops)} too {'dark' if conflict.missing_stops > 0 else 'bright'}"
    )
    missed = begun(off) if is_lead else f"{begun(part_name(conflict.part))} lands {off}"
    if causes:
        stands = "stands" if len(causes) == 1 else "stand"
        return f"{missed}: {_listed(causes)} {stands} in the way."
    if conflict.levers:
        return f"{missed}: its {lever(conflict.levers[0])} goes no further."
    return f"{missed}: the dials end here."


def _listed(causes: Sequence[str]) -> str:
    """`a, b and c`"""
    *first, last = causes
    return f"{', '.join(first)} and {last}" if first else last


def _against_text(causes: Sequence[str]) -> str:
    """What excludes each other though the picture comes out as bright as wanted."""
    if len(causes) == 1:
        return f"This cannot be kept: {causes[0]}. The brightness is met all the same."
    return f"These exclude each other: {_listed(causes)}."


def passed_text(passed: Iterable[tuple[Limit, float]]) -> str:
    """`past “stars start to trail”`, `short of “one crossing, whole trail”`; nothing where every
    limit is kept."""
    said = [
        f"{'past' if limit.sense == 'at_most' else 'short of'} “{title_of(limit.code)}”"
        for limit, _ in passed
    ]
    return _listed(said) if said else ""


def way_text(way: WayOut) -> str:
    """One way out as an imperative, with what follows: `Add a filter of 3 stops: then 4 s, f/8,
    ISO 100, as asked for.`"""
    if way.code in ("accept", "stack"):
        return f"{_way_text(way)}."
    then = settings_text(way.positions)
    return f"{_way_text(way)}: then {then}, landing {placed(way.landed_stops)}."


def _way_text(way: WayOut) -> str:
    q = way.quantities
    match way.code:
        case "let_go":
            return f"Let go of {_HELD[str(q['control'])]}"  # type: ignore[index]
        case "give_up":
            limit = str(q["limit"])
            return _GIVEN_UP.get(limit, f"Give up “{title_of(limit)}”")
        case "other_hour":
            side = "darker" if q["is_darker"] else "lighter"
            later = "later" if float(q["after_s"]) > 0 else "earlier"
            return f"Take it {duration(abs(float(q['after_s'])))} {later}, when it is {side}"
        case "faster_lens":
            return f"Use a lens that opens to {f_number(float(q['f_number']))}"
        case "accept":
            side = "darker" if q["is_darker"] else "brighter"
            mended = _MENDED[str(q["keeps"])]
            return say("Accept it {stops:stops} " + side + f" and mend it {mended}", q)
        case _:
            return say(_WAYS[way.code], q)


# What to do where a limit stands in the way, as an imperative.
_GIVEN_UP: Mapping[str, str] = {
    "battery": "Take another battery",
    "bolt_frame_longest": "Let the glow fill the frame",
    "bolt_frame_shortest": "Take shorter frames, and miss a few bolts",
    "burst_aperture_narrow": "Let the trails be thin",
    "burst_aperture_wide": "Let the trails burn white",
    "burst_longest": "Let the bursts merge",
    "burst_shortest": "Catch a part of the burst",
    "counted": "Let fewer pass",
    "crossing": "Let a part of the pass be enough",
    "depth_needs": "Let the depth go",
    "drawn_crisp": "Let the lines go soft",
    "drawn_depth": "Let the hand leave the focus",
    "ghosts_vanish": "Let passers-by leave a trace",
    "handheld": "Rest it on something",
    "movement_time": "Move the camera faster",
    "people_still": "Let people blur",
    "performer": "Be done sooner",
    "series": "Take a frame less often",
    "stars_aperture_pitch_focal": "Let the stars trail",
    "stars_drawn": "Let the stars be lines",
    "stars_pixel_drift": "Let the stars trail",
    "stars_rule_of_500": "Let the stars trail",
    "staying": "Stay longer",
    "stopped_down": "Open it all the way",
    "subject_runs": "Let it stand still",
    "subject_sharp": "Let it blur",
    "sunstar": "Do without rays",
    "trail_gap_frame": "Take other frames of the stack",
    "water_from": "Let the water have another look",
    "water_to": "Let the water have another look",
    "wind": "Wait for a lull",
}

_MENDED: Mapping[str, str] = {
    "raw": "in the raw file",
    "jpeg": "as far as a JPEG lets you",
    "slide": "in the scan",
    "negative": "in the print",
}

_WAYS: Mapping[str, str] = {
    "let_go_lever": "Let go of the {lever:lever} you set",
    "dim": "Dim it by {stops:stops}, by its own steps",
    "step_back": "Step back with it, to {distance_m:metres}",
    "come_closer": "Come closer with it, to {distance_m:metres}",
    "gel": "Put {stops:stops} of gel or cloth before it",
    "bounce": "Point it at a wall or the ground: two to three stops less is usual",
    "more_pops": "Flash {times:number} times where there is one flash",
    "helpers": "Take {times:number} such torches, or one that is as much brighter",
    "add_filter": "Add a filter of {stops:stops}",
    "remote": "Take a remote, which keeps the shutter open for longer",
    "stack": "Average {frames:number} frames and lift them by {stops:stops}",
    "more_light": "Bring {stops:stops} more light",
}
