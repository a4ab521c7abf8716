"""What each discipline is called and how it asks its questions."""

from collections.abc import Mapping
from typing import NamedTuple


class Question(NamedTuple):
    """A label and at most two lines of help."""

    label: str
    help: str


DISCIPLINES: Mapping[str, tuple[str, str]] = {
    "stars_over_foreground": (
        "Stars as points over a foreground",
        "The sky sharp above something that stands still.",
    ),
}

QUESTIONS: Mapping[str, Question] = {
    "star_school": Question(
        "Star limit by", "Which way of judging decides how long stars stay points."
    ),
    "drift_tolerance_px": Question(
        "Drift you accept", "Pixels a star may move. 2 for a large print, 4 to 6 for a screen."
    ),
    "sky_placement_stops": Question(
        "Place the sky", "Stops from mid-grey. A night sky usually sits about 2 under."
    ),
    "aperture_school": Question(
        "Aperture", "Wide open gathers most; a stop down sharpens the corners."
    ),
}

OPTIONS: Mapping[str, str] = {
    "pixel_drift": "pixels of drift, worst corner",
    "aperture_pitch_focal": "aperture–pitch–focal formula",
    "rule_of_500": "rule of 500",
    "wide_open": "wide open",
    "one_stop_down": "one stop down",
}

UNITS: Mapping[str, str] = {"px": "px", "stops": "stops", "": ""}
