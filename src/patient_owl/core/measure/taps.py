"""What is measured by touching the screen as something happens."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from patient_owl.core.constants import KM_H
from patient_owl.core.measure.formula import Term, name, of
from patient_owl.core.measure.instrument import MOVING, WATER_FILLS, Fill, Result, TypedEntry
from patient_owl.core.measure.sound import SOUND_SPEED

TAP_SD_S = 0.08  # of one touch, about its mean lateness, which two touches share; ours
LEAST_S = 0.15  # two touches nearer than so are one that bounced; ours

_TWO_TOUCHES_S = TAP_SD_S * 2**0.5

TapKind = Literal["pairs", "beats"]
Several = Literal["each", "again", "together"]


@dataclass(frozen=True)
class TapInstrument:
    """kind "pairs": touched as it begins and as it ends, as often as one likes; "beats": touched
    each time it comes round.

    several: what more than one of them stand for. "each": each is another thing, as the next
    vehicle, so the ± is their spread; "again": one thing measured again, and the ± is that of the
    mean; "together": the parts of one, whose lengths differ by themselves.

    Terms know t_s, the mean, n, how many, and what is given, by key.
    """

    key: str
    kind: TapKind
    results: tuple[Result, ...]
    given: tuple[TypedEntry, ...] = ()
    several: Several = "again"

    @property
    def t_sd(self) -> Term:
        """The ± of t_s: over n and spread_s, the sample standard deviation among them."""
        if self.kind == "beats":
            # of the slope of a straight line through n + 1 touches (least squares)
            return TAP_SD_S * of("sqrt", 12.0 / (_N * (_N + 1.0) * (_N + 2.0)))
        of_touches = _TWO_TOUCHES_S / of("sqrt", _N)
        if self.several == "together":
            return of_touches
        if self.several == "each":
            return of("hypot", name("spread_s"), of_touches)
        return of("hypot", name("spread_s") / of("sqrt", _N), of_touches)


_T, _N = name("t_s"), name("n")
_LENGTH = name("length_m")


def _length(usual: float) -> TypedEntry:
    """Paced out or known: a tenth of it is easily lost."""
    return TypedEntry("length_m", "m", usual, 0.2, 2000.0, sd_share=0.05)


_ALL = (
    TapInstrument(
        "crossing",
        "pairs",
        (Result("crossing_s", "s", _T, (Fill("counted_s"), Fill("passers_s"))),),
        several="each",
    ),
    TapInstrument(
        "passing",
        "pairs",
        (
            Result("speed_km_h", "km/h", _LENGTH / _T / KM_H, (Fill("speed_km_h"),)),
            Result("speed_m_s", "m/s", _LENGTH / _T, (MOVING, Fill("along_speed_m_s"))),
        ),
        (_length(12.0),),
        several="each",
    ),
    TapInstrument(
        "flash_bang",
        "pairs",
        (
            Result("distance_m", "m", SOUND_SPEED * _T),
            Result("sound_delay_s", "s", _T, (Fill("sound_delay_s"),)),
        ),
        (TypedEntry("temperature_c", "°C", 10.0, -50.0, 50.0, sd=3.0),),
    ),
    TapInstrument(
        "float",
        "pairs",
        (Result("water_speed_m_s", "m/s", _LENGTH / _T, WATER_FILLS),),
        (_length(5.0),),
    ),
    TapInstrument(
        "walking",
        "pairs",
        (Result("walk_m_s", "m/s", _LENGTH / _T, (Fill("walk_m_s"), MOVING)),),
        (_length(10.0),),
    ),
    TapInstrument(
        "spins",
        "beats",
        (
            Result("spin_s", "s", _T, (Fill("spin_s"),)),
            Result("spins_per_min", "", 60.0 / _T),
        ),
    ),
    TapInstrument("cycle", "beats", (Result("period_s", "s", _T, (Fill("event_period_s"),)),)),
    TapInstrument(
        "strokes",
        "pairs",
        (
            Result("pace_m_s", "m/s", _LENGTH / (_T * _N), (Fill("pace_m_s"),)),
            Result("drawn_s", "s", _T * _N),
        ),
        (TypedEntry("length_m", "m", 6.0, 0.2, 500.0),),
        several="together",
    ),
    TapInstrument("timer", "pairs", (Result("delay_s", "s", _T, (Fill("delay_s"),)),)),
)
TAP_INSTRUMENTS: Mapping[str, TapInstrument] = {instrument.key: instrument for instrument in _ALL}
