"""What a camera can really be set to, and how its dial prints it.

A dial value has a printed label and an exact value. Arithmetic runs on the exact
value: 2^(k/6) for f-numbers and 2^(k/3) for times and ISO on a thirds dial, the
square of those roots on a halves dial. So "30" is exactly 32 s and "1/60" is 1/64 s,
which is also what cameras run. [cipa-dc008, annex C: APEX]

Beyond the dial the photographer times the shutter with a remote: those *bulb* times
are literal whole seconds, printed as they are meant.
"""

import math
from bisect import bisect_left, bisect_right
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.reciprocity import Film
from patient_owl.core.kept import kept
from patient_owl.core.types import FloatArray

Steps = Literal["thirds", "halves"]
Control = Literal["exposure_s", "f_number", "iso", "nd_stops"]
CONTROLS: tuple[Control, ...] = ("exposure_s", "f_number", "iso", "nd_stops")

# What any camera can be set to, or was: electronic shutters to eleven days, a pinhole, the highest
# gain sold. A value beyond is a slip, not a setting. From memory.
REACH: Mapping[Control, tuple[float, float]] = {
    "exposure_s": (1e-5, 1e6),
    "f_number": (0.5, 512),
    "iso": (1, 1e7),
    "nd_stops": (0, 40),
}

SAME = 1 + 1e-9  # a value computed by another route may differ in its last bits

_TIME_LABELS: dict[Steps, tuple[int, str]] = {
    # first exponent in steps of 1/3 or 1/2 stop, then the engraved values; common practice
    "thirds": (
        -39,
        "1/8000 1/6400 1/5000 1/4000 1/3200 1/2500 1/2000 1/1600 1/1250 1/1000 1/800 1/640 1/500 "
        "1/400 1/320 1/250 1/200 1/160 1/125 1/100 1/80 1/60 1/50 1/40 1/30 1/25 1/20 1/15 1/13 "
        "1/10 1/8 1/6 1/5 1/4 0.3 0.4 0.5 0.6 0.8 1 1.3 1.6 2 2.5 3.2 4 5 6 8 10 13 15 20 25 30",
    ),
    "halves": (
        -26,
        "1/8000 1/6000 1/4000 1/3000 1/2000 1/1500 1/1000 1/750 1/500 1/350 1/250 1/180 1/125 1/90 "
        "1/60 1/45 1/30 1/20 1/15 1/10 1/8 1/6 1/4 0.3 0.5 0.7 1 1.5 2 3 4 6 8 10 15 20 30",
    ),
}
_F_LABELS: dict[Steps, str] = {
    "thirds": "0.8 0.9 1 1.1 1.2 1.4 1.6 1.8 2 2.2 2.5 2.8 3.2 3.5 4 4.5 5 5.6 6.3 7.1 8 9 10 11 "
    "13 14 16 18 20 22 25 29 32 36 40 45 51 57 64",
    "halves": "0.8 1 1.2 1.4 1.7 2 2.4 2.8 3.3 4 4.8 5.6 6.7 8 9.5 11 13 16 19 22 27 32 38 45 "
    "54 64",
}
_F_FIRST: dict[Steps, int] = {"thirds": -2, "halves": -1}
_ISO_LABELS: dict[Steps, tuple[int, str]] = {
    "thirds": (
        -9,
        "12 16 20 25 32 40 50 64 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 "
        "2500 3200 4000 5000 6400 8000 10000 12800 16000 20000 25600 32000 40000 51200 64000 "
        "80000 102400",
    ),
    "halves": (
        -6,
        "12 18 25 35 50 70 100 140 200 280 400 560 800 1100 1600 2200 3200 4500 6400 9000 12800 "
        "18000 25600 36000 51200 72000 102400",
    ),
}
_PER_STOP: dict[Steps, int] = {"thirds": 3, "halves": 2}

# Times past the dial, as people say and count them: whole seconds, then whole minutes, each within
# a tenth of a stop of its place on the dial. [s] The last is a winter night between two dews.
_LONG_S: dict[Steps, tuple[float, ...]] = {
    "thirds": (
        *(2, 3, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30, 40, 50, 60, 75, 90),
        *(60 * m for m in (2, 2.5, 3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 40, 50, 60)),
        *(60 * m for m in (80, 100, 120, 160, 200, 240, 320, 400, 480)),
    ),
    "halves": (
        *(2, 3, 4, 6, 8, 10, 15, 20, 30, 45, 60, 90),
        *(60 * m for m in (2, 3, 4, 6, 8, 11, 16, 23, 30, 45, 60, 90, 120, 180, 240, 360, 480)),
    ),
}
EXACT_DOUBLINGS = 0.01  # a value so near to a position is that one; ours
NEAR_STOPS = 0.1  # two times nearer than this are one


@dataclass(frozen=True, order=True)
class DialValue:
    """One position of a dial: the exact value first, so that values sort by it.

    pieces: of glass, on the dial of filters.
    """

    value: float
    label: str
    is_bulb: bool = False
    pieces: int = 0


def raw_brightness(control: Control, value: float) -> float:
    """Stops brighter than 1 s, f/1, ISO 100 or no filter; on film before reciprocity."""
    if control == "nd_stops":
        return -value
    if control == "f_number":
        return -2 * math.log2(value)
    return math.log2(value / 100 if control == "iso" else value)


@dataclass(frozen=True, eq=False)
class Dial:
    """The positions of one control, ascending by exact value.

    One and the same for all cameras that have it, so dials are told apart by which they are.

    film: on a shutter dial, the stock whose reciprocity failure dims long times. usual_from: what
    a plan does not go under of its own accord: ISO below the sensor's own holds less range.
    """

    control: Control
    values: tuple[DialValue, ...]
    film: Film | None = None
    usual_from: float = 0.0

    def __post_init__(self) -> None:
        if not self.values:
            raise WrongValue(self.control, "a dial with at least one position", "none")

    def brightness(self, value: float) -> float:
        """Stops brighter than 1 s, f/1, ISO 100 or no filter: every rail's common scale."""
        lost = self.film.lost_stops(value) if self.film else 0.0
        return raw_brightness(self.control, value) - lost

    @cached_property
    def darkest_first(self) -> tuple[DialValue, ...]:
        dims = self.control in ("f_number", "nd_stops")
        return self.values[::-1] if dims else self.values

    @cached_property
    def brightnesses(self) -> tuple[float, ...]:
        """Of `darkest_first`, ascending. [stops]"""
        return tuple(self.brightness(position.value) for position in self.darkest_first)

    @cached_property
    def exact(self) -> FloatArray:
        """Of `values`, ascending."""
        return np.array([position.value for position in self.values])

    @cached_property
    def stops(self) -> FloatArray:
        """The brightness of each of `values`. [stops]"""
        return np.array([self.brightness(position.value) for position in self.values])

    def nearest(self, value: float) -> DialValue:
        """The position nearest in stops; ends of the dial included."""
        return self.nearest_brightness(self.brightness(value))

    @property
    def stride(self) -> int:
        """How many positions lie in a stop: three of a dial in thirds, one of a bag of filters."""
        lie_apart = np.diff(self.brightnesses)
        return max(1, round(1 / float(np.median(lie_apart)))) if len(lie_apart) else 1

    def nearest_brightness(self, stops: float) -> DialValue:
        """The position whose brightness is nearest; ends of the dial included."""
        above = bisect_left(self.brightnesses, stops)
        if above == 0:
            return self.darkest_first[0]
        if above == len(self.values):
            return self.darkest_first[-1]
        below_is_nearer = stops - self.brightnesses[above - 1] <= self.brightnesses[above] - stops
        return self.darkest_first[above - 1 if below_is_nearer else above]

    @cached_property
    def _exact(self) -> list[float]:
        return [position.value for position in self.values]

    @cached_property
    def _parts(self) -> dict[tuple[int, int], "Dial"]:
        return {}

    def at_most(self, value: float) -> DialValue:
        """The largest position not above `value`; the first one when all are above."""
        return self.values[max(0, bisect_right(self._exact, value * SAME) - 1)]

    def at_least(self, value: float) -> DialValue:
        """The smallest position not below `value`; the last one when all are below."""
        return self.values[min(bisect_left(self._exact, value / SAME), len(self.values) - 1)]

    def between(self, least: float, most: float) -> "Dial | None":
        """The dial cut to a range, ends included; None when nothing is left.

        Parts are kept: a solver asks for the same few again and again.
        """
        ends = bisect_left(self._exact, least / SAME), bisect_right(self._exact, most * SAME)
        if ends == (0, len(self.values)):
            return self
        if ends[0] >= ends[1]:
            return None
        if ends not in self._parts:
            self._parts[ends] = replace(self, values=self.values[slice(*ends)])
        return self._parts[ends]

    def position(self, label: str) -> DialValue:
        """The position printed `label`; WrongValue names the nearest labels otherwise."""
        for position in self.values:
            if position.label == label:
                return position
        raise WrongValue(self.control, f"one of {self.span()}", label)

    def span(self) -> str:
        """First and last label, for messages."""
        return f"{self.values[0].label} to {self.values[-1].label}"


def _engraved(first: int, labels: Sequence[str], root: int) -> list[DialValue]:
    return [DialValue(2 ** ((first + k) / root), label) for k, label in enumerate(labels)]


def duration_label(seconds: float) -> str:
    """A bulb time as the trade says it: `50 s`, `1 min 15 s`, `4 min`, `2 h 8 min`."""
    total = round(seconds)
    hours, rest = divmod(total, 3600)
    minutes, rest_s = divmod(rest, 60)
    parts = (f"{hours} h" if hours else "", f"{minutes} min" if minutes else "")
    return " ".join(p for p in (*parts, f"{rest_s} s" if rest_s else "") if p) or "0 s"


@kept(most=128, mb=3)
def time_dial(
    steps: Steps = "thirds",
    ceiling_s: float = 30.0,
    film: Film | None = None,
    *,
    bulb: bool = True,
) -> Dial:
    """Shutter times up to the in-camera ceiling, then bulb times in whole seconds.

    `ceiling_s` is the longest *printed* time the body runs by itself, usually 30; bulb goes on
    from wherever that is.
    """
    first, labels = _TIME_LABELS[steps]
    dial = _engraved(first, labels.split(), _PER_STOP[steps])
    camera = [position for position in dial if _printed_s(position.label) <= ceiling_s]
    longest = camera[-1].value
    long_s: list[float] = [*_LONG_S[steps]]
    counted = [longest, *(s for s in long_s if s <= ceiling_s)]
    if ceiling_s > longest and math.log2(ceiling_s / max(counted)) > NEAR_STOPS:
        long_s = sorted([*long_s, ceiling_s])  # where it stops counting is a time of its own
    beyond = [
        DialValue(float(s), duration_label(s), s > ceiling_s)
        for s in long_s
        if s > longest * 1.1 and (bulb or s <= ceiling_s)
    ]
    return Dial("exposure_s", (*camera, *beyond), film)


def _printed_s(label: str) -> float:
    numerator, _, denominator = label.partition("/")
    return float(numerator) / float(denominator or 1)


@kept(most=128, mb=1)
def aperture_dial(steps: Steps = "thirds", widest: float = 1.0, narrowest: float = 32.0) -> Dial:
    """f-numbers from `widest` to `narrowest`, both as printed on the lens."""
    positions = _engraved(_F_FIRST[steps], _F_LABELS[steps].split(), 2 * _PER_STOP[steps])
    kept = [p for p in positions if widest <= float(p.label) <= narrowest]
    if not kept or float(kept[0].label) > widest:
        # a lens that opens between two positions (f/1.7 on thirds) still opens there
        kept.insert(0, DialValue(widest, f"{widest:g}"))
    return Dial("f_number", tuple(kept))


@kept(most=128, mb=1)
def iso_dial(
    steps: Steps = "thirds", lowest: float = 100, highest: float = 102400, base: float = 0.0
) -> Dial:
    """ISO speeds from `lowest` to `highest`, both as printed; under `base` they are extended."""
    first, labels = _ISO_LABELS[steps]
    positions = [
        DialValue(p.value * 100, p.label)
        for p in _engraved(first, labels.split(), _PER_STOP[steps])
    ]
    kept = tuple(p for p in positions if lowest <= float(p.label) <= highest)
    usual = [p.value for p in kept if float(p.label) >= base]
    return Dial("iso", kept, usual_from=min(usual, default=0.0))


def place_of(control: Control, value: float) -> DialValue | None:
    """The position of a dial in thirds or halves that a value is, exactly or as cameras print it
    (30 of 32, 5 of 5.04); None where it stands on none."""
    for steps in _PER_STOP:
        place = _every_place(control, steps).nearest(value)
        is_exact = abs(math.log2(place.value / value)) < EXACT_DOUBLINGS
        if is_exact or (
            not place.is_bulb and math.isclose(_printed_s(place.label), value, rel_tol=1e-3)
        ):
            return place
    return None


def printed(control: Control, value: float) -> float:
    """A value as cameras write it into their files: 2000 of 2016, 30 of 32; itself where its dial
    does not say it in a number."""
    place = place_of(control, value)
    return value if place is None or place.is_bulb else _printed_s(place.label)


def _every_place(control: Control, steps: Steps) -> Dial:
    """All that is engraved anywhere."""
    if control == "exposure_s":
        return time_dial(steps)
    return aperture_dial(steps, 0.8, 64) if control == "f_number" else iso_dial(steps, 12)
