"""What was learned, in words."""

from collections.abc import Mapping

from patient_owl.core.advise.belief import SOFTNESSES_STOPS, Sharpness
from patient_owl.core.advise.learned import WORTH_TELLING_STOPS
from patient_owl.core.tables.between import UNSAID
from patient_owl.words.kinds import SOURCES
from patient_owl.words.quantities import LIGHTS, begun, counted, number, on_nights, plural, stops
from patient_owl.words.questions import option_text
from patient_owl.words.scenes import BETWEEN_NAMES, SCENE_NAMES

EFFECT_TITLES: Mapping[str, str] = {
    "here": "At a place",
    "spot": "At a standing point",
    "source": "By what lights the picture",
    "discipline": "By kind of picture",
    "body": "By camera",
    "photographer": "By you",
}
# Sources that a form calls by what one answers there.
OWN_NAMES: Mapping[str, str] = {**SOURCES, "natural": "sky light", "metered": "as metered"}
OFTEN_ENOUGH = 5  # findings of a light before its ± is judged


def light_name(light: str, between: str = "") -> str:
    """`home interior`, `the sky, trees in leaf`."""
    name = SCENE_NAMES.get(light) or LIGHTS.get(light) or OWN_NAMES.get(light)
    name = name or option_text(light)
    under = f", {BETWEEN_NAMES[between]}" if between not in ("", UNSAID, "open") else ""
    return f"{name}{under}"


def off_text(offset_stops: float) -> str:
    """`7 stops darker than predicted`."""
    if abs(offset_stops) < WORTH_TELLING_STOPS:
        return "as predicted"
    side = "brighter" if offset_stops > 0 else "darker"
    return f"{stops(offset_stops)} {side} than predicted"


def lesson_text(about: str, offset_stops: float, sigma_stops: float, nights: int) -> str:
    """`Quill House, deep room: 6 stops darker than predicted, ± 0.8, from three nights.`"""
    how_well = f"± {number(round(sigma_stops, 1))}"
    told_by = f"from {counted(nights)} night{plural(nights)}"
    return f"{begun(about)}: {off_text(offset_stops)}, {how_well}, {told_by}."


def finding_text(light: str, offset_stops: float, sigma_stops: float) -> str:
    return f"{begun(light)}: {off_text(offset_stops)}, ± {number(round(sigma_stops, 1))}."


FAR = "So far that something was left unsaid; it counts once you say so."


def words_text(sharpness: Sharpness, shots: int) -> str:
    """How sharply this photographer's words are meant, by as many shots."""
    if not shots:
        return (
            "Not told yet how sharply you mean your words: it takes shots with two words and more."
        )
    soft = sum(share * soft for share, soft in zip(sharpness, SOFTNESSES_STOPS, strict=True))
    told_by = f"told by {counted(shots)} shot{plural(shots)}"
    return f"Between your words lies an edge good to {stops(soft)}, {told_by}."


def held_text(held: int, of: int) -> str:
    """How often what was found lay within the ± that was stated."""
    if not of:
        return "Nothing to compare yet."
    text = f"The ± held in {held} of {of}"
    if of < OFTEN_ENOUGH:
        return f"{text}; too few to judge it by."
    return f"{text}; two of three is what it promises."


def bias_text(place: str, offset_stops: float, findings: int, nights: int) -> str:
    """The meterless meter's own bias at a place."""
    times = f"{counted(findings)} finding{plural(findings)} {on_nights(nights)}"
    return f"{place}: {off_text(offset_stops)}, in the middle of {times}."
