"""How a photographer is spoken to: which lengths, which parts of a stop, which bearings.

Set where a request begins, for it alone; every quantity that is printed or asked for looks here.
Before that there is nobody to speak to, and asking is an error: a sentence with a quantity in it
cannot be made while modules load and then be read by everybody. Kept figures stay metric, in stops
and true.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Literal, NamedTuple, get_args

Lengths = Literal["metric", "imperial"]
StopParts = Literal["thirds", "halves"]
Bearings = Literal["true", "magnetic"]

FOOT_M = 0.3048  # the international foot, exact [bipm2019]
INCH_M = FOOT_M / 12
MILE_M = 5280 * FOOT_M
POUND_KG = 0.45359237  # exact
FULL_TURN_DEG = 360.0


class Speech(NamedTuple):
    """east_deg: how far east of true north a needle points where the words are about; None where
    no place is meant."""

    lengths: Lengths = "metric"
    stops: StopParts = "thirds"
    bearings: Bearings = "true"
    east_deg: float | None = None


CHOICES = {
    "lengths": get_args(Lengths),
    "stops": get_args(StopParts),
    "bearings": get_args(Bearings),
}
QUESTIONS = {
    "lengths": "Lengths, speeds and warmth",
    "stops": "Parts of a stop",
    "bearings": "Bearings",
}
NAMES = {
    "metric": "metres, km/h and °C",
    "imperial": "feet and inches, mph and °F",
    "thirds": "thirds",
    "halves": "halves",
    "true": "from true north",
    "magnetic": "as a compass shows them",
}

PLAIN = Speech()  # to whoever never chose
_SPEECH: ContextVar[Speech] = ContextVar("speech")


def speech() -> Speech:
    """LookupError where nobody is spoken to."""
    return _SPEECH.get()


def speak(chosen: Speech) -> None:
    """From now on, in this request or this thread alone."""
    _SPEECH.set(chosen)


@contextmanager
def speaking(chosen: Speech) -> Iterator[None]:
    """To one reader for the length of a block, where no request is served."""
    before = _SPEECH.set(chosen)
    try:
        yield
    finally:
        _SPEECH.reset(before)


def speak_where(east_deg: float) -> None:
    """The words are about a place where the needle points so."""
    _SPEECH.set(speech()._replace(east_deg=east_deg))


class ShownUnit(NamedTuple):
    """How a kept figure is shown and typed: kept × times + plus, in unit. turn: what a full turn
    counts, where figures go round."""

    unit: str
    times: float = 1.0
    plus: float = 0.0
    turn: float | None = None


_IMPERIAL = {
    "m": ShownUnit("ft", 1 / FOOT_M),
    "cm": ShownUnit("in", 0.01 / INCH_M),
    "km": ShownUnit("mi", 1000 / MILE_M),
    "m/s": ShownUnit("ft/s", 1 / FOOT_M),
    "km/h": ShownUnit("mph", 1000 / MILE_M),
    "°C": ShownUnit("°F", 1.8, 32.0),
    "kg": ShownUnit("lb", 1 / POUND_KG),
}
_METRIC = {unit: ShownUnit(unit) for unit in _IMPERIAL}
WIND = "wind"
GUST = ShownUnit(
    "mph", 3600 / MILE_M
)  # wind is told in miles an hour where water is in feet a second


def shown_as(key: str, unit: str) -> ShownUnit | None:
    """How the answer to a question is shown; None where it is as it is kept."""
    now = speech()
    if key.startswith("bearing_true") and now.bearings == "magnetic" and now.east_deg is not None:
        return ShownUnit("° magnetic", 1.0, -now.east_deg, FULL_TURN_DEG)
    if now.lengths == "metric":
        return None
    return GUST if key == "gust_m_s" else _IMPERIAL.get(unit)


def units() -> dict[str, ShownUnit]:
    """How figures kept in each unit are shown, where no question asks for them."""
    is_metric = speech().lengths == "metric"
    return {**(_METRIC if is_metric else _IMPERIAL), WIND: ShownUnit("m/s") if is_metric else GUST}


def in_their_unit(value: float, unit: str, key: str = "") -> tuple[float, str]:
    """A kept figure and its unit as they are told."""
    shown = shown_as(key, unit)
    return (value * shown.times + shown.plus, shown.unit) if shown else (value, unit)
