"""The computed picture in words: what a spot is, what lies where, what differs."""

from collections.abc import Mapping, Sequence
from datetime import tzinfo

from patient_owl.core.alignment import BodyPassing, NowBehind
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.picture import DAYLIGHT_K, LAMP_LIT_K, NIGHT_SKY_K
from patient_owl.core.picture.spot import PictureSpot
from patient_owl.core.reason import Reason
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.targets import targets
from patient_owl.words.field_words import FieldWords
from patient_owl.words.kinds import DRAWN
from patient_owl.words.night import clock
from patient_owl.words.parts import part_name
from patient_owl.words.quantities import (
    angle,
    bearing,
    begun,
    metres,
    placed,
    ratio,
    signed_stops,
    significant,
    whole,
)
from patient_owl.words.reasons import reason_text

WHAT: Mapping[str, str] = {
    **DRAWN,
    "nothing": "nothing",
    "sky": "the sky",
    "stars": "a star",
    "moon": "the Moon",
    "land": "the skyline",
    "ground": "the ground",
    "water": "water",
    "subject": "the stand-in",
    "window": "a lit window",
    "lamp": "a lamp",
    "town": "a front",
    "room": "the room",
    "trails": "a light trail",
    "line": "a drawn line",
    "figure": "a figure",
    "beam": "the beam",
}
BODIES: Mapping[str, str] = {
    "moon": "the Moon",
    "core": "the galactic core",
    "venus": "Venus",
    "jupiter": "Jupiter",
}
STAND_IN: Mapping[str, FieldWords] = {
    "shape": FieldWords("Shape"),
    "height_m": FieldWords("High", "m"),
    "width_m": FieldWords("Wide", "m"),
    "distance_m": FieldWords("Off", "m"),
    "bearing_true_deg": FieldWords("Bearing", "°", "Or drag it in the picture."),
    "base_m": FieldWords("Its foot above you", "m", "Negative where it stands lower."),
}
SHAPES: Mapping[str, str] = {
    shape: shape for shape in ("tower", "tree", "person", "arch", "boat", "house", "stone")
}
WHITES: Mapping[float, str] = {
    DAYLIGHT_K: "daylight",
    NIGHT_SKY_K: "night sky",
    LAMP_LIT_K: "lamps",
}
SEEN_STOPS = 1 / 6  # less of a difference nobody sees


def ends_text(full_share: float, black_share: float) -> str:
    """`Full: under 0.1 %. Black: nothing.`"""
    return f"Full: {_of_frame(full_share)}. Black: {_of_frame(black_share)}."


def _of_frame(share: float) -> str:
    if share == 0:
        return "nothing"
    return "under 0.1\u00a0%" if share < 0.001 else f"{100 * share:.1f}\u00a0%"


def spot_text(spot: PictureSpot) -> str:
    """`The sky, 24° up toward 143°: 1⅔ stops under mid-grey; 310 electrons, signal 17 to 1.`"""
    where = f"{angle(spot.altitude_deg)} up toward {bearing(spot.azimuth_deg)}"
    if spot.altitude_deg < 0:
        where = f"{angle(-spot.altitude_deg)} down toward {bearing(spot.azimuth_deg)}"
    full = ", full: its colour is lost" if spot.is_full else ""
    electrons = significant(spot.signal_e, 2) if spot.signal_e >= 1 else "less than one"
    plural = "" if electrons in ("1", "less than one") else "s"
    return (
        f"{begun(WHAT[spot.what])}, {where}: {placed(spot.stops)}; {electrons} electron{plural} "
        f"a photosite, signal over noise {ratio(spot.snr)}{full}."
    )


def difference_texts(
    moved: Sequence[tuple[str, float, float]], costs: Sequence[Reason]
) -> list[str]:
    """How another setting differs. moved: each light, where it lands now and then. [stops]"""
    texts = [
        f"{begun(part_name(key))} {signed_stops(then - now)} stops, then {placed(then)}."
        for key, now, then in moved
        if abs(then - now) >= SEEN_STOPS
    ]
    texts += [begun(reason_text(reason)) for reason in costs]
    return texts or ["No difference that anybody would see."]


def stand_in_lines(
    stand_in: StandIn,
    shares: tuple[float, float],
    now: Sequence[NowBehind],
    passings: Sequence[BodyPassing],
    zone: tzinfo,
) -> list[str]:
    """Its size in the frame, what is near it now, and when bodies stand behind it. shares: of the
    frame's width and height."""
    across, up = (f"{100 * share:.0f} %" for share in shares)
    lines = [
        f"The {stand_in.shape}, {metres(stand_in.height_m)} high at {metres(stand_in.distance_m)}, is "
        f"{angle(stand_in.height_deg)} tall: {up} of the frame's height, {across} of its width. "
        f"Its top stands {angle(stand_in.top_altitude_deg)} up."
    ]
    lines += [_near_text(body) for body in now]
    for passing in passings:
        at = clock(ephemeris.moment_utc(passing.at_s), zone)
        lines.append(f"{begun(_body(passing.body))} {_over(passing.over_top_deg)} at {at}.")
    return lines


def _body(key: str) -> str:
    return BODIES.get(key) or targets()[key].name


def _near_text(near: NowBehind) -> str:
    side = "right" if near.aside_deg > 0 else "left"
    up = "over" if near.over_top_deg > 0 else "under"
    return (
        f"Now {_body(near.body)} is {whole(abs(near.aside_deg))}° {side} of it and "
        f"{whole(abs(near.over_top_deg))}° {up} its top."
    )


def _over(over_top_deg: float) -> str:
    if over_top_deg < 0:
        return f"passes behind it, {angle(-over_top_deg)} under its top,"
    return f"stands {angle(over_top_deg)} over its top"
