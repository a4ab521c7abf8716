"""Which instruments answer which question."""

from collections.abc import Iterator, Mapping

from patient_owl.core.measure.formula import name
from patient_owl.core.measure.instrument import Fill, Result, TypedEntry
from patient_owl.core.measure.sighting import SIGHTING_INSTRUMENTS
from patient_owl.core.measure.taps import TAP_INSTRUMENTS

SIGHT = "sight"  # pointing itself
SIGHT_RESULTS = (
    Result(
        "bearing_true_deg",
        "°",
        name("bearing_true_deg"),
        (Fill("bearing_true_deg"), Fill("stand_in.bearing_true_deg")),
    ),
    Result("tilt_deg", "°", name("tilt_deg"), (Fill("tilt_deg"),)),
)
SIGHT_GIVEN = (
    TypedEntry("bearing_true_deg", "°", 0.0, 0.0, 360.0),
    TypedEntry("tilt_deg", "°", 0.0, -90.0, 90.0),
)

_INSTRUMENTS = (
    (SIGHT, SIGHT_RESULTS),
    *((instrument.key, instrument.results) for instrument in TAP_INSTRUMENTS.values()),
    *((instrument.key, instrument.results) for instrument in SIGHTING_INSTRUMENTS.values()),
)


def _answers() -> Iterator[tuple[str, str]]:
    """Question and instrument; a stand-in's questions by their own names."""
    for instrument, results in _INSTRUMENTS:
        for result in results:
            for fill in result.fills:
                # a question that only a certain answer lets be asked is reached from there too
                for key in (fill.key.split(".")[-1], *fill.also):
                    yield key, instrument


def _measured_by() -> Mapping[str, tuple[str, ...]]:
    found: dict[str, dict[str, None]] = {}
    for question, instrument in _answers():
        found.setdefault(question, {})[instrument] = None
    return {question: tuple(instruments) for question, instruments in found.items()}


def also_answered(question: str) -> Mapping[str, str]:
    """The answers that let a question be asked, as a reading gives them with its own."""
    for _, results in _INSTRUMENTS:
        for result in results:
            for fill in result.fills:
                if fill.key == question:
                    return fill.also
    return {}


def _units() -> Mapping[str, str]:
    """Of every figure a reading may hold: a result's by its own name and by the questions it fills,
    and what faces without formulas tell."""
    units = {"smear_px": "px", "skyline_deg": "°"}
    for _, results in _INSTRUMENTS:
        for result in results:
            units |= dict.fromkeys((result.key, *(fill.key for fill in result.fills)), result.unit)
    return units


MEASURED_BY, UNITS = _measured_by(), _units()
