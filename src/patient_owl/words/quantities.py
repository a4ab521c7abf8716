"""How quantities are printed: durations, stops, f-numbers, angles, places in the frame."""

import math
import string
from collections.abc import Callable, Mapping
from typing import Any

from patient_owl.core.exposure.dials import (
    DialValue,
    duration_label,
    place_of,
    time_dial,
)
from patient_owl.core.exposure.filters import BARE
from patient_owl.core.kept import kept
from patient_owl.core.light.part import WHOLE
from patient_owl.words.scenes import BETWEEN_NAMES
from patient_owl.words.speech import FOOT_M, INCH_M, MILE_M, in_their_unit, speech

_FRACTIONS = {"thirds": ("", "⅓", "⅔"), "halves": ("", "½")}
MINUS = "−"
NO_FILTER = BARE


def seconds(value: float) -> str:
    """A computed time: `1/320 s` (as dials print it), `4.2 s`, `48 s`, `6 min`, `1 h 20 min`."""
    shortest = time_dial().values[0]
    if value < shortest.value * 0.9:
        return f"under {shortest.label} s"
    if value < 0.3:
        return f"{time_dial().nearest(value).label} s"
    if value < 9.95:
        return f"{value:.1f} s"
    if value < 100:
        return _whole_seconds(value)
    if value < 600:
        return duration_label(round(value / 10) * 10)
    return duration_label(round(value / 60) * 60)


def duration(value: float) -> str:
    """How long something takes: `under a second`, `45 s`, `12 min`, `2 h 10 min`."""
    if value < 1:
        return "under a second"
    if value < 90:
        return _whole_seconds(value)
    return duration_label(round(value / 60) * 60 if value >= 600 else round(value / 5) * 5)


def minutes(value: float) -> str:
    """Minutes as one says them: `12 min`, `1 h 30 min`."""
    return duration(60 * value)


def _whole_seconds(value: float) -> str:
    """Under a hundred: sixty of them are a minute."""
    return "1 min" if round(value) == 60 else f"{value:.0f} s"


def time_text(position: DialValue) -> str:
    """A shutter position with its unit: an engraved number has none of its own."""
    return position.label if position.label.endswith(("s", "min", "h")) else f"{position.label} s"


@kept(most=1024, mb=1)
def dial_time(value: float) -> str:
    """An exact dial value as its dial prints it, with the unit: `1/60 s`, `30 s`, `4 min`."""
    place = place_of("exposure_s", value)
    return seconds(value) if place is None else time_text(place)


def stops(value: float) -> str:
    """A size in thirds or halves: `⅔ stop`, `1 stop`, `2⅓ stops`."""
    number = in_parts(value)
    return f"{number} stops" if number == "0" or in_whole_parts(value) > 1 else f"{number} stop"


def in_whole_parts(value: float) -> float:
    """A size in stops as it is told, without its sign."""
    parts = len(_FRACTIONS[speech().stops])
    return round(abs(value) * parts) / parts


def in_parts(value: float) -> str:
    """`0`, `⅔`, `2⅓`, or to halves `2½`."""
    fractions = _FRACTIONS[speech().stops]
    whole, part = divmod(round(abs(value) * len(fractions)), len(fractions))
    return f"{whole or ''}{fractions[part]}" or "0"


def signed_stops(value: float) -> str:
    """A change in thirds or halves: `+1⅓`, `−2`, `±0`."""
    number = in_parts(value)
    return "±0" if number == "0" else f"{'+' if value > 0 else MINUS}{number}"


def placed(value: float) -> str:
    """Where a brightness lands: `2 stops under mid-grey`, `at mid-grey`."""
    if in_whole_parts(value) == 0:
        return "at mid-grey"
    return f"{stops(value)} {'over' if value > 0 else 'under'} mid-grey"


def spread(value: float) -> str:
    """A standard deviation: `± 0.8 stops`."""
    return f"± {value:.1f} stops"


def f_number(value: float) -> str:
    """An exact f-number as lenses print it: `f/1.8`, `f/11`."""
    place = place_of("f_number", value)
    return f"f/{significant(value, 2) if place is None else place.label}"


def iso(value: float) -> str:
    """An exact speed as dials print it: `ISO 1600`."""
    place = place_of("iso", value)
    return f"ISO {value:.0f}" if place is None else f"ISO {place.label}"


def filter_stops(value: float) -> str:
    """What a filter takes: `no filter`, `6 stops of filter`."""
    return f"{stops(value)} of filter" if value > 0 else NO_FILTER


def kilometres(value: float) -> str:
    """A distance kept in kilometres: `28 km`, `17.4 mi`."""
    return metres(1000 * value)


def metres(value: float) -> str:
    """A distance: `482 mm`, `1.25 m`, `4.5 m`, `120 m`, `1.4 km`, `infinity`; or `19 in`,
    `14.8 ft`, `390 ft`, `0.87 mi`."""
    if math.isinf(value):
        return "infinity"
    if speech().lengths == "imperial":
        return _feet(value)
    if value < 0.9995:
        return f"{1000 * value:.0f} mm"  # close up a centimetre is the whole depth
    if value >= 1000:
        return f"{number(value / 1000)} km"
    if value < 2:
        return f"{value:.2f}".rstrip("0").rstrip(".") + " m"
    return f"{value:.1f} m" if value < 10 else f"{value:.0f} m"


def length(value: float) -> str:
    """A distance somebody gave, as exact as it was given: `6 m`, `0.6 m`, `420 m`, `20 ft`."""
    return _feet(value) if speech().lengths == "imperial" else f"{number(value)} m"


def _feet(value: float) -> str:
    if value < 2 * FOOT_M:
        return f"{significant(value / INCH_M, 2 if value > INCH_M else 1)} in"
    if value < MILE_M / 2:
        return f"{number(value / FOOT_M)} ft"
    return f"{number(value / MILE_M)} mi"


def depth(value: float) -> str:
    """How high water stands, a tenth of a metre as tables have it: `4.1 m`, `13.5 ft`."""
    shown, unit = in_their_unit(value, "m")
    return f"{shown:.1f} {unit}".replace("-", MINUS)


def centimetres(value: float) -> str:
    """The size of a thing: `50 cm`, `20 in`."""
    return _figure(value, "cm")


def kilograms(value: float) -> str:
    """`12 kg`, `26.5 lb`."""
    return _figure(value, "kg")


def speed(value: float) -> str:
    """Of water, of a hand: `2.5 m/s`, `8.2 ft/s`."""
    return _figure(value, "m/s")


def road(value: float) -> str:
    """Of traffic: `50 km/h`, `31.1 mph`."""
    return _figure(value, "km/h")


def _figure(value: float, unit: str) -> str:
    shown, shown_unit = in_their_unit(value, unit)
    return f"{number(shown)} {shown_unit}"


def gust(value: float) -> str:
    """Of wind: `12 m/s`, `27 mph`."""
    shown, unit = in_their_unit(value, "m/s", "gust_m_s")
    return f"{whole(shown)} {unit}"


def celsius(value: float) -> str:
    """How warm: `−3 °C`, `27 °F`."""
    shown, unit = in_their_unit(value, "°C")
    return f"{whole(shown)} {unit}"


def shell(value: float) -> str:
    """A shell by both its names, the nearer first: `125 mm (5 in)`, `5 in (125 mm)`."""
    inches, millimetres = f"{number(value)} in", f"{MM_OF_AN_INCH_OF_SHELL * value:.0f} mm"
    first, other = (millimetres, inches) if speech().lengths == "metric" else (inches, millimetres)
    return f"{first} ({other})"


MM_OF_AN_INCH_OF_SHELL = 25  # as shells are named, nominally. Common practice


def angle(value: float) -> str:
    """Whole degrees with a true minus: `−29°`."""
    return f"{value:.0f}°".replace("-", MINUS)


def bearing(value: float) -> str:
    """Whole degrees from 0 to 359: `0°`, `187°`; `188° magnetic` to whoever wants it so, or
    `187° true` where no place says how the needle points."""
    now = speech()
    if now.bearings == "true":
        return f"{round(value) % 360}°"
    if now.east_deg is None:
        return f"{round(value) % 360}° true"
    return f"{round(value - now.east_deg) % 360}° magnetic"


def uncertain(value: float, sd: float, unit: str, key: str = "") -> str:
    """A measured figure, no finer than it is known: `4.2 s ± 0.3`, `143.2° ± 1.5`."""
    shown, shown_unit = in_their_unit(value, unit, key)
    moved, _ = in_their_unit(value + sd, unit, key)
    shown_sd = abs(moved - shown)
    # two figures of a ± that begins with 1, else one
    decimals = 0 if shown_sd <= 0 else max(0, -math.floor(math.log10(shown_sd / 2)))
    named = shown_unit if shown_unit.startswith("°") else f" {shown_unit}".rstrip()
    text = f"{shown:.{decimals}f}{named}".replace("-", MINUS)
    return f"{text} ± {shown_sd:.{decimals}f}" if shown_sd > 0 else text


def whole(value: float) -> str:
    """A whole number with a true minus and no minus nought: `−2`, `0`."""
    return f"{round(value)}".replace("-", MINUS)


def number(value: float) -> str:
    """Three significant figures, whole numbers from a hundred on: `0.478`, `24`, `1930`."""
    return significant(value, 3)


def significant(value: float, figures: int) -> str:
    """So many significant figures, never as a power of ten, no noughts after them."""
    if value == 0:
        return "0"
    decimals = max(0, figures - 1 - math.floor(math.log10(abs(value))))
    text = f"{value:.{decimals}f}"
    return (text.rstrip("0").rstrip(".") if "." in text else text).replace("-", MINUS)


def from_now(value: float) -> str:
    """When something happens, from the shot's moment: `in 25 min`, `now`."""
    if value < 60:
        return "now"
    return f"in {duration(value)}"


def share(value: float) -> str:
    """A share in per cent: `40 %`."""
    return f"{value:.0%}".replace("%", "\u00a0%")


def heights(value: float) -> str:
    """A length against the frame: `40 % of the frame's height`, `1.9 frame heights`."""
    return f"{value:.1f} frame heights" if value >= 1 else f"{share(value)} of the frame's height"


def look(value: str) -> str:
    return {"between": "between two looks"}.get(value, value)


def plural(value: float) -> str:
    """An s after a count other than one."""
    return "" if value == 1 else "s"


_PLACES = {
    "top_left": "the top left corner",
    "top_right": "the top right corner",
    "bottom_left": "the bottom left corner",
    "bottom_right": "the bottom right corner",
    "top": "the top edge",
    "bottom": "the bottom edge",
    "left": "the left edge",
    "right": "the right edge",
    "centre": "the middle of the frame",
}
# What the lights of a picture are called in a sentence; those one brings by their kind.
# What only one kind of picture has is named with its words, see `name_lights`.
PARTS: dict[str, str] = {
    "torch": "the torch",
    "beam": "the beam",
    "panel": "the panel",
    "flash": "the flash",
    "tool": "the tool",
    "bar": "the bar",
    "sky": "the sky",
    "subject": "the subject",
    "town": "the town",
    "rest": "the rest of the scene",
    WHOLE: "the whole picture",
}
LIGHTS = {
    "twilight": "twilight",
    "moonlight": "moonlight",
    "night_sky": "starlight and airglow",
    "town_glow": "town glow",
}


def name_lights(names: Mapping[str, str]) -> None:
    """Add the lights that kinds of picture have for themselves; called once, by words/kinds."""
    PARTS.update(names)


def on_nights(value: float) -> str:
    """`on one night`, `on three nights`."""
    return f"on {counted(value)} night{plural(value)}"


def counted(value: float) -> str:
    """A small count as a word, a larger one in figures."""
    return _COUNTS[int(value)] if 0 <= value < len(_COUNTS) else whole(value)


_COUNTS = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"]


def begun(text: str) -> str:
    """As a sentence begins; an f-number stays one."""
    return text if text.startswith("f/") else f"{text[:1].upper()}{text[1:]}"


def place(value: str) -> str:
    return _PLACES[value]


def part(value: str) -> str:
    """A light of the picture by its name: `the sky`, `the torch`, `the torch 2`."""
    kind, _, count = value.rpartition("_")
    if not kind:
        return PARTS[value]
    return PARTS[kind] if count == "1" else f"{PARTS[kind]} {count}"


HUES: Mapping[str, str] = {
    "own_white": "its own white",
    "red": "red",
    "amber": "amber",
    "yellow": "yellow",
    "green": "green",
    "cyan": "cyan",
    "azure": "azure",
    "blue": "blue",
    "magenta": "magenta",
}


def hue(value: str) -> str:
    return HUES[value]


_LEVERS = {
    "dose_s": "time on a spot",
    "hold_s": "time it is held",
    "share": "share of its power",
    "power": "power",
    "pace_m_s": "pace",
}


def lever(value: str) -> str:
    """What a light that is brought is moved by."""
    return _LEVERS[value]


def lever_value(key: str, value: float) -> str:
    """Where a lever stands: `8 s a spot`, `5 %`, `1/8 of its power`, `0.8 m/s`."""
    match key:
        case "dose_s":
            return f"{seconds(value)} a spot"
        case "hold_s":
            return f"held for {seconds(value)}"
        case "share":
            return percent(value)
        case "power":
            return power(value)
        case _:
            return speed(float(significant(value, 2)))


def percent(value: float) -> str:
    """A share as a dimmer shows it: `3.5 %`."""
    return f"{significant(100 * value, 2)}\u00a0%"


def power(value: float) -> str:
    """A flash's power in thirds of a stop, as flashes print it: `full power`, `1/8 + ⅓ power`."""
    thirds = round(-3 * math.log2(value))
    if thirds <= 0:
        return "full power"
    below, over = divmod(-thirds, 3)  # 1/8 + ⅓ is a third of a stop over an eighth
    printed = f"1/{2**-below}"
    return f"{printed} + {_FRACTIONS['thirds'][over]} power" if over else f"{printed} power"


def who(value: str) -> str:
    """Whom a cue calls: nobody is called who does it himself."""
    return "" if value == "photographer" else f"{value}: "


def light(value: str) -> str:
    return LIGHTS[value]


def between(value: str) -> str:
    """What stands between sky and subject."""
    return BETWEEN_NAMES[value]


def ratio(snr: float) -> str:
    """Signal over noise: `9 to 1`."""
    if snr < 1:
        return "less than 1 to 1"
    return f"{snr:.0f} to 1" if snr >= 2 else f"{snr:.1f} to 1"


_FORMATS: Mapping[str, Callable[[Any], str]] = {
    "seconds": seconds,
    "dial": dial_time,
    "stops": stops,
    "signed": signed_stops,
    "placed": placed,
    "spread": spread,
    "f": f_number,
    "iso": iso,
    "angle": angle,
    "number": number,
    "ratio": ratio,
    "bearing": bearing,
    "whole": whole,
    "place": place,
    "light": light,
    "part": part,
    "hue": hue,
    "lever": lever,
    "power": power,
    "percent": percent,
    "who": who,
    "between": between,
    "metres": metres,
    "kilometres": kilometres,
    "length": length,
    "depth": depth,
    "speed": speed,
    "road": road,
    "gust": gust,
    "celsius": celsius,
    "shell": shell,
    "duration": duration,
    "minutes": minutes,
    "from_now": from_now,
    "share": share,
    "look": look,
    "heights": heights,
    "plural": plural,
    "on_nights": on_nights,
}


@kept(most=4000, mb=4)
def _pieces(template: str) -> tuple[tuple[str, str | None, str], ...]:
    """Its literal texts, each with the name and the format of what follows. Kept: a bundle for
    the field says some thousand sentences from a few dozen templates."""
    parsed = string.Formatter().parse(template)
    return tuple((literal, name, spec or "") for literal, name, spec, _ in parsed)


def say(template: str, quantities: Mapping[str, Any]) -> str:
    """Fill a template such as `{exposure_s:dial} at {f_number:f}`."""
    said = []
    for literal, name, spec in _pieces(template):
        said.append(literal)
        if name is not None:
            chosen, value = _FORMATS.get(spec), quantities[name]
            said.append(chosen(value) if chosen else format(value, spec))
    return "".join(said)
