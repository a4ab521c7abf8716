"""A shot told in prose: each question as a few words of which the answer is one to be changed."""

from collections.abc import Mapping
from datetime import datetime, tzinfo
from string import Formatter
from typing import Any, NamedTuple

from patient_owl.words.night import clock
from patient_owl.words.quantities import angle, length, say

# What every shot is asked, and what its stand-in is; a discipline's own stand with its questions.
FRAME: Mapping[str, str] = {
    "at_utc": "on {value}",
    "place": " from {value}",
    "lens_id": ", with the {value}",
    "focal_length_mm": " at {value:number} mm",
    "body_id": " on the {value}",
    "bearing_true_deg": ", facing {value:bearing}",
    "tilt_deg": ", {value}",
    "orientation": ", {value}",
    "view": ", seeing {value}",
}
STAND_IN: Mapping[str, str] = {
    "shape": "there stands a {value}",
    "height_m": ", {value:length} high",
    "width_m": " and {value:length} wide",
    "distance_m": ", {value:length} off",
    "bearing_true_deg": " at {value:bearing}",
    "base_m": ", its foot {value}",
}
TELLS_ONLY = frozenset({"place", "view"})
A_STAND_IN = "something that stands there"
MORE = "or add "


class Phrase(NamedTuple):
    """An answer, and the words around it."""

    before: str
    text: str
    after: str


def told(template: str, value: Any) -> Phrase:
    """The words of a template around its answer, which reaches from its first slot to its last."""
    slots = [f"{{{name}:{spec}}}" if spec else f"{{{name}}}" for name, spec in _slots(template)]
    begins, ends = template.index(slots[0]), template.rindex(slots[-1]) + len(slots[-1])
    text = say(template[begins:ends], {"value": value})
    return Phrase(template[:begins], text, template[ends:])


def _slots(template: str) -> list[tuple[str, str]]:
    return [(name, spec or "") for _, name, spec, _ in Formatter().parse(template) if name]


def moment_text(at_utc: datetime, zone: tzinfo) -> str:
    """`Thu 26 November at 22:40`"""
    local = at_utc.astimezone(zone)
    return f"{local:%a} {local.day} {local:%B} at {clock(at_utc, zone)}"


def tilt_text(tilt_deg: float) -> str:
    """`22° up`, `8° down`, `level`"""
    if round(tilt_deg) == 0:
        return "level"
    return f"{angle(abs(tilt_deg))} {'up' if tilt_deg > 0 else 'down'}"


def foot_text(base_m: float) -> str:
    """`4 m over you`, `level with you`"""
    if base_m == 0:
        return "level with you"
    return f"{length(abs(base_m))} {'over' if base_m > 0 else 'under'} you"


def view_text(across_deg: float, up_deg: float) -> str:
    """`74° × 53°`"""
    return f"{angle(across_deg)} × {angle(up_deg)}"
