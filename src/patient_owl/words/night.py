"""A night in words: its sentence, its events, and what the time cursor reads out."""

from collections.abc import Mapping
from datetime import datetime, tzinfo
from typing import NamedTuple

from patient_owl.core.night import NightSky, Passage, showers_at_peak
from patient_owl.words.quantities import angle, bearing, begun, light, seconds

EVENTS: Mapping[str, str] = {
    "sunset": "sunset",
    "sunrise": "sunrise",
    "civil_dusk": "civil twilight ends",
    "civil_dawn": "civil twilight begins",
    "nautical_dusk": "nautical twilight ends",
    "nautical_dawn": "nautical twilight begins",
    "astronomical_dusk": "full dark begins",
    "astronomical_dawn": "full dark ends",
    "moonrise": "moonrise",
    "moonset": "moonset",
    "galactic_core_rise": "galactic core rises",
    "galactic_core_set": "galactic core sets",
}


def clock(at_utc: datetime, zone: tzinfo) -> str:
    local = at_utc.astimezone(zone)
    return f"{local.hour:02d}:{local.minute:02d}"  # strftime takes five times as long


def moon_name(illuminated_fraction: float, waxing: bool) -> str:
    """The phase by name; quarter within 7 points of half, new and full within 2 of the end."""
    if illuminated_fraction < 0.02:
        return "new moon"
    if illuminated_fraction > 0.98:
        return "full moon"
    way = "waxing" if waxing else "waning"
    if abs(illuminated_fraction - 0.5) < 0.07:
        return "first quarter" if waxing else "last quarter"
    return f"{way} {'crescent' if illuminated_fraction < 0.5 else 'gibbous'}"


def night_sentence(night: NightSky, zone: tzinfo) -> str:
    """How dark this night gets and what the Moon does, in one or two sentences."""
    dusk, dawn = night.first("astronomical_dusk"), night.first("astronomical_dawn")
    if night.darkness == "midnight_sun":
        dark = "The Sun does not set tonight"
    elif night.darkness == "none":
        dark = "Bright twilight all night; no stars to speak of"
    elif night.darkness in ("civil", "nautical"):
        lowest = angle(night.lowest_sun_altitude_deg)
        dark = f"It never gets fully dark: the Sun stays within {lowest} of the horizon".replace(
            "−", ""
        )
    elif dusk and dawn:
        dark = f"Fully dark {clock(dusk, zone)} to {clock(dawn, zone)}"
    else:
        dark = "Fully dark for part of the night"
    if night.sun_never_rises:
        dark += "; polar night, the Sun does not rise"
    percent = f"{night.moon_illuminated_fraction:.0%}".replace("%", "\u00a0%")
    moon = f"{moon_name(night.moon_illuminated_fraction, night.moon_waxing)}, {percent} lit"
    moves = [
        f"{'rises' if code == 'moonrise' else 'sets'} {clock(at, zone)}"
        for code, at in sorted(
            ((e.code, e.at_utc) for e in night.events if e.code in ("moonrise", "moonset")),
            key=lambda move: move[1],
        )
    ]
    if moves:
        moon = f"{moon}, {', '.join(moves)}"
    else:
        moon = f"{moon}, {'up' if night.moon_is_up else 'below the horizon'} all the time"
    text = f"{dark}. {begun(moon)}."
    for shower in showers_at_peak(night.bounds):
        text += (
            f" Near the peak of the {shower.name}: about {shower.zenithal_hourly_rate} meteors an "
            "hour under a perfect sky."
        )
    if abs(night.bounds.hours - 24) > 0.01:
        text += f" The clocks change: this night has {night.bounds.hours:.0f} hours noon to noon."
    return text


class LightAt(NamedTuple):
    """What one minute's light asks for at the reference settings, and what is up by then."""

    at_utc: datetime
    ground_s: float
    ground_sigma_stops: float
    ground_light: str
    sky_s: float
    moon_altitude_deg: float
    galactic_core_altitude_deg: float


def cursor_sentence(minute: LightAt, zone: tzinfo, reference: str) -> str:
    """The minute under the cursor, at a reference such as `f/2.8, ISO 1600`."""
    altitudes = ("moon", minute.moon_altitude_deg), ("core", minute.galactic_core_altitude_deg)
    up = [f"{name} {angle(altitude)} up" for name, altitude in altitudes if altitude > 0]
    return (
        f"{clock(minute.at_utc, zone)}: the ground wants {seconds(minute.ground_s)} at "
        f"{reference}, by {light(minute.ground_light)}, ± {minute.ground_sigma_stops:.1f} stops; "
        f"the sky {seconds(minute.sky_s)}. {_sky_line(up)}"
    )


def _sky_line(up: list[str]) -> str:
    if not up:
        return "Moon and core are down."
    text = ", ".join(up)
    return f"{begun(text)}."


def passage_text(passage: Passage, zone: tzinfo) -> str:
    """`rises 21:04, highest 62° at 01:40 bearing 180°, sets 06:12`"""
    best = (
        f"highest {angle(passage.highest_deg)} at {clock(passage.highest_utc, zone)}, "
        f"bearing {bearing(passage.highest_azimuth_deg)}"
    )
    if passage.is_up_all_night:
        return f"up all the time, {best}"
    if passage.rise_utc is None and passage.set_utc is None:
        return "does not clear the horizon"
    moves = sorted(
        (at, f"{verb} {clock(at, zone)}")
        for at, verb in (
            (passage.rise_utc, "rises"),
            (passage.highest_utc, best),
            (passage.set_utc, "sets"),
        )
        if at is not None
    )
    return ", ".join(best if best in text else text for _, text in moves)
