"""What cannot be had together, by how many stops, and the cheapest ways out.

A setting meets everything when each control stands inside its limits and the brightness
they add up to is the wanted one. Each control offers a stretch of brightness; limits and
held values shorten it. When the sum of the stretches misses the wanted brightness, or one
stretch is empty, the cause is narrowed down by leaving out one demand after another and
keeping only those without which the conflict vanishes: an irreducible set. [chinneck2008]
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.limits.limit import Limit, allowed
from patient_owl.core.reason import Quantities

# Half a step of a halves dial, the coarsest there is: nearer than this is met.
MET_STOPS = 0.25
MOST_STACKED_FRAMES = 64  # beyond it the night is over; common practice
FASTEST_F_NUMBER = 0.95  # nothing faster is made for cameras; common practice

Way = Literal[
    "let_go", "give_up", "add_filter", "stack", "faster_lens", "more_light", "other_hour", "accept"
]
# Cheapest first: a hand's turn, glass in the bag, more frames, another wish, waiting, money.
WAY_ORDER: tuple[Way, ...] = (
    "let_go",
    "add_filter",
    "stack",
    "other_hour",
    "more_light",
    "give_up",
    "faster_lens",
    "accept",
)


class WayOut(NamedTuple):
    """One way out: what to do, with what quantities."""

    code: Way
    quantities: Quantities


@dataclass(frozen=True)
class Conflict:
    """Demands that exclude each other.

    limits, held: none can be left out, and without any one of them there is no conflict.
    missing_stops: light lacking (positive) or too much (negative) with every limit kept.
    ways: cheapest first.
    """

    limits: tuple[Limit, ...]
    held: tuple[Control, ...]
    missing_stops: float
    ways: tuple[WayOut, ...]


_Demand = Limit | Control


def find_conflict(
    ev100: float,
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    positions: Mapping[Control, DialValue],
    held: Mapping[Control, float],
    miss_stops: float,
) -> Conflict | None:
    """Why the positions miss the brightness or break a limit; None when they do neither."""
    driving = [limit for limit in limits if limit.drives]
    broken = any(not limit.allows(positions[limit.control].value) for limit in driving)
    if abs(miss_stops) <= MET_STOPS and not broken:
        return None
    asked: list[_Demand] = [*driving, *(c for c in held if c in positions)]

    def missing_with(demands: Sequence[_Demand]) -> float:
        return _missing(ev100, dials, demands, positions)

    missing = missing_with(asked)
    if missing == 0:
        return None  # another setting would do: the photographer's hand or the dial's grain
    kept = list(asked)
    for demand in asked:
        fewer = [other for other in kept if other is not demand]
        if missing_with(fewer) != 0:
            kept = fewer
    gains = [
        (demand, abs(missing) - abs(missing_with([d for d in asked if d is not demand])))
        for demand in asked
    ]
    helping = [(d, gain) for d, gain in gains if gain > MET_STOPS / 2 or d in kept]
    of_limits = tuple(d for d in kept if isinstance(d, Limit))
    of_hands = tuple(d for d in CONTROLS if d in kept)
    return Conflict(of_limits, of_hands, missing, _ways(helping, of_limits, missing, dials))


def _missing(
    ev100: float,
    dials: Mapping[Control, Dial],
    demands: Sequence[_Demand],
    positions: Mapping[Control, DialValue],
) -> float:
    """Stops of light lacking (+) or too much (−) under these demands; 0 when they can be met."""
    least = most = 0.0
    for control in CONTROLS:
        dial = dials[control]
        mine = [d for d in demands if isinstance(d, Limit) and d.control == control]
        inside = allowed(dial, mine)
        if inside is None:
            return _gap(dial, mine)
        if control in demands:
            position = positions[control]
            if inside is not dial and position not in inside.values:
                return _outside(dial, inside, position)
            inside = Dial(control, (position,), dial.film)
        least += inside.brightnesses[0]
        most += inside.brightnesses[-1]
    wanted = -ev100
    if most < wanted - MET_STOPS:
        return wanted - most
    if least > wanted + MET_STOPS:
        return wanted - least
    return 0.0


def _gap(dial: Dial, limits: Sequence[Limit]) -> float:
    """How far apart two limits on one control are, as light lacking. [stops]"""
    ceilings = [x.value for x in limits if x.sense == "at_most"]
    floors = [x.value for x in limits if x.sense == "at_least"]
    if not (ceilings and floors):  # one limit beyond the dial's end
        edge = dial.values[0].value if ceilings else dial.values[-1].value
        ceilings, floors = ceilings or [edge], floors or [edge]
    span = abs(dial.brightness(min(ceilings)) - dial.brightness(max(floors)))
    return span or MET_STOPS


def _outside(dial: Dial, inside: Dial, position: DialValue) -> float:
    here = dial.brightness(position.value)
    return min((dial.brightness(p.value) - here for p in inside.values), key=abs)


def _ways(
    gains: Sequence[tuple[_Demand, float]],
    limits: tuple[Limit, ...],
    missing_stops: float,
    dials: Mapping[Control, Dial],
) -> tuple[WayOut, ...]:
    """gains: what leaving out each demand would win. [stops]"""
    stops = abs(missing_stops)
    ways = [_without(demand, gain) for demand, gain in gains]
    if not _exclude_each_other(limits):  # else no light helps
        more = _against_light(stops) if missing_stops < 0 else _against_dark(stops, limits, dials)
        ways += [*more, WayOut("accept", {"stops": stops, "is_darker": missing_stops > 0})]
    return tuple(sorted(ways, key=lambda way: WAY_ORDER.index(way.code)))


def _without(demand: _Demand, gain_stops: float) -> WayOut:
    if isinstance(demand, Limit):
        return WayOut("give_up", {"limit": demand.code, "stops": gain_stops})
    return WayOut("let_go", {"control": demand, "stops": gain_stops})


def _exclude_each_other(limits: tuple[Limit, ...]) -> bool:
    """Two limits on one control, from both sides."""
    return len(limits) > 1 and len({x.control for x in limits}) == 1


def _against_light(stops: float) -> tuple[WayOut, ...]:
    glass = WayOut("add_filter", {"stops": float(math.ceil(stops))})
    return glass, WayOut("other_hour", {"stops": stops, "is_darker": True})


def _against_dark(
    stops: float, limits: tuple[Limit, ...], dials: Mapping[Control, Dial]
) -> tuple[WayOut, ...]:
    ways = [
        WayOut("more_light", {"stops": stops}),
        WayOut("other_hour", {"stops": stops, "is_darker": False}),
    ]
    frames = math.ceil(2**stops)
    if frames <= MOST_STACKED_FRAMES and any(x.control == "exposure_s" for x in limits):
        ways.append(WayOut("stack", {"frames": frames, "stops": stops}))
    faster = dials["f_number"].values[0].value / 2 ** (stops / 2)
    if faster >= FASTEST_F_NUMBER and all(x.control != "f_number" for x in limits):
        ways.append(WayOut("faster_lens", {"f_number": faster, "stops": stops}))
    return tuple(ways)
