"""What each discipline is called and how it asks its questions."""

from collections.abc import Mapping
from typing import NamedTuple

from patient_owl.words.scenes import SCENE_NAMES
from patient_owl.words.schools import SIDES, TITLES


class Discipline(NamedTuple):
    title: str
    aim: str


class Question(NamedTuple):
    """A label and at most two lines of help."""

    label: str
    help: str


DISCIPLINES: Mapping[str, Discipline] = {
    "stars_over_foreground": Discipline(
        "Stars as points over a foreground",
        "The sky sharp above something that stands still.",
    ),
}

QUESTIONS: Mapping[str, Question] = {
    **{key: Question(title, "") for key, title in TITLES.items()},
    "drift_tolerance_px": Question(
        "Drift you accept", "Pixels a star may move. 2 for a large print, 4 to 6 for a screen."
    ),
    "sky_placement_stops": Question(
        "Place the sky", "Stops from mid-grey. A night sky usually sits about 2 under."
    ),
    "frames": Question("Frames to average", "Noise falls with the root of their number."),
    "focus_m": Question("Focus at", "How far the near subject is."),
    "panorama_wide_deg": Question("Panorama, this wide", "Leave empty for a single frame."),
    "panorama_high_deg": Question("Panorama, this high", "Leave empty for one row."),
    "lit_by": Question("Lit by", "What lights the subject. Metered takes your own reading."),
    "metered_ev100": Question("Metered", "EV at ISO 100, from a meter or a test frame."),
}

_OPTIONS: Mapping[str, str] = {
    "natural": "the sky alone, as predicted",
    "metered": "metered by you",
}

UNITS: Mapping[str, str] = {}
SKETCH_LABELS: Mapping[str, str] = {"core": "galactic core"}


def option_text(option: str) -> str:
    """A choice as a form shows it."""
    if option in SIDES:
        return SIDES[option].name
    return SCENE_NAMES.get(option) or _OPTIONS[option]
