"""What cannot be had together, by how many stops, and the cheapest ways out.

A setting meets everything when each control stands inside its limits and the brightness
they add up to is the wanted one. Each control offers a stretch of brightness; limits and
held values shorten it. When the sum of the stretches misses the wanted brightness, or one
stretch is empty, the cause is narrowed down by leaving out one demand after another and
keeping only those without which the conflict vanishes: an irreducible set. [chinneck2008]
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple, get_args

from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit, allowed
from patient_owl.core.reason import Quantities

# Half a step of a halves dial, the coarsest there is: nearer than this is met.
MET_STOPS = 0.25
MOST_STACKED_FRAMES = 64  # beyond it the night is over; common practice
FASTEST_F_NUMBER = 0.95  # nothing faster is made for cameras; common practice

# Cheapest first: a hand's turn, a few steps, glass in the bag, more frames, waiting, another wish,
# money.
Way = Literal[
    "let_go",
    "let_go_lever",
    "dim",
    "step_back",
    "come_closer",
    "gel",
    "bounce",
    "more_pops",
    "helpers",
    "add_filter",
    "stack",
    "other_hour",
    "more_light",
    "give_up",
    "faster_lens",
    "accept",
]
WAY_ORDER: tuple[Way, ...] = get_args(Way)


class WayOut(NamedTuple):
    """One way out: what to do, with what quantities."""

    code: Way
    quantities: Quantities


@dataclass(frozen=True)
class Conflict:
    """Demands that exclude each other.

    part: key of the light that suffers. limits, held: none can be left out, and without any one
    of them there is no conflict. levers: private levers of the part that are at their end.
    missing_stops: light lacking (positive) or too much (negative) with every limit kept; nought
    where the brightness is met and a limit is not.
    ways: cheapest first.
    """

    part: str
    limits: tuple[Limit, ...]
    held: tuple[Control, ...]
    missing_stops: float
    ways: tuple[WayOut, ...]
    levers: tuple[str, ...] = ()


_Demand = Limit | Control


class _Wish(NamedTuple):
    """What brightness is wanted of which controls. [stops, on the rails' common scale]"""

    brightness_stops: float
    controls: tuple[Control, ...]


def find_conflict(
    lead: LightPart,
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    positions: Mapping[Control, DialValue],
    held: Mapping[Control, float],
    miss_stops: float,
) -> Conflict | None:
    """Why the lead light misses or a limit breaks; None when neither does."""
    driving = [limit for limit in limits if limit.drives]
    broken = any(not limit.allows(positions[limit.control].value) for limit in driving)
    if abs(miss_stops) <= MET_STOPS and not broken:
        return None
    wish = _Wish(-lead.wanted_ev100, lead.answers_to)
    asked: list[_Demand] = [*driving, *(c for c in held if c in positions)]
    narrowed = _narrowed(wish, dials, asked, positions)
    if narrowed is None:
        return None  # another setting would do: the photographer's hand or the dial's grain
    of_limits, of_hands, missing, helping = narrowed
    if abs(miss_stops) <= MET_STOPS:
        # the light is met: only what stands against each other is to be said
        needed: list[_Demand] = [*of_limits, *of_hands]
        ways = tuple(_without(demand, 0.0) for demand, _ in helping if demand in needed)
        return Conflict(lead.key, of_limits, of_hands, 0.0, _in_order(ways))
    ways = _ways(helping, of_limits, missing, dials)
    return Conflict(lead.key, of_limits, of_hands, missing, ways)


def find_part_conflict(
    part: LightPart,
    own: Sequence[Control],
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    positions: Mapping[Control, DialValue],
    held: Mapping[Control, float],
    miss_stops: float,
) -> Conflict | None:
    """Why another light than the lead does not come home; None when it does.

    A miss within the light's own ± is no conflict: nobody knows that it will be one. own: the
    controls that move this light alone. What would move the lead is no way out.
    """
    if part.is_brought:
        return _brought_conflict(part, miss_stops)
    if abs(miss_stops) <= max(MET_STOPS, part.sigma_stops):
        return None
    given = sum(dials[c].brightness(positions[c].value) for c in part.answers_to if c not in own)
    wish = _Wish(-part.wanted_ev100 - given, tuple(own))
    asked: list[_Demand] = [
        *(limit for limit in limits if limit.drives and limit.control in own),
        *(c for c in held if c in own),
    ]
    missing = -miss_stops
    of_limits: tuple[Limit, ...] = ()
    of_hands: tuple[Control, ...] = ()
    helping: list[tuple[_Demand, float]] = []
    narrowed = _narrowed(wish, dials, asked, positions)
    if narrowed is not None:
        of_limits, of_hands, missing, helping = narrowed
    stops = abs(missing)
    ways = [_without(demand, gain) for demand, gain in helping]
    ways += [
        WayOut("other_hour", {"stops": stops, "is_darker": missing < 0}),
        WayOut("accept", {"stops": stops, "is_darker": missing > 0}),
    ]
    return Conflict(part.key, of_limits, of_hands, missing, _in_order(ways))


def _brought_conflict(part: LightPart, miss_stops: float) -> Conflict | None:
    """Why a light that somebody brings does not come home: its own lever has ended, and a few
    steps, a gel or a second flash do what no seconds and no per cent can."""
    if abs(miss_stops) <= MET_STOPS:
        return None
    missing, stops = -miss_stops, abs(miss_stops)
    keys = {lever.key for lever in part.levers}
    ways = [WayOut("accept", {"stops": stops, "is_darker": missing > 0})]
    if any(lever.is_held for lever in part.levers):
        ways.append(WayOut("let_go_lever", {"lever": part.levers[0].key}))
    if part.distance_m is not None:
        code: Way = "step_back" if missing < 0 else "come_closer"
        distance_m = part.distance_m * 2 ** (-missing / 2)
        ways.append(WayOut(code, {"distance_m": distance_m, "stops": stops}))
    if missing < 0 and part.dims_stops > 0:
        ways.append(WayOut("dim", {"stops": min(stops, part.dims_stops)}))
    if missing < 0:
        ways.append(WayOut("gel", {"stops": stops}))
    if missing < 0 and "share" in keys:
        ways.append(WayOut("bounce", {"stops": stops}))
    if missing > 0 and "power" in keys:
        ways.append(WayOut("more_pops", {"times": math.ceil(2**stops)}))
    if missing > 0 and keys & {"dose_s", "hold_s"}:
        ways.append(WayOut("helpers", {"times": math.ceil(2**stops)}))
    return Conflict(part.key, (), (), missing, _in_order(ways), tuple(sorted(keys)))


def _narrowed(
    wish: _Wish,
    dials: Mapping[Control, Dial],
    asked: Sequence[_Demand],
    positions: Mapping[Control, DialValue],
) -> tuple[tuple[Limit, ...], tuple[Control, ...], float, list[tuple[_Demand, float]]] | None:
    """An irreducible set of demands, what is missing with all, and what each would win."""

    def missing_with(demands: Sequence[_Demand]) -> float:
        return _missing(wish, dials, demands, positions)

    missing = missing_with(asked)
    if missing == 0:
        return None
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
    return of_limits, of_hands, missing, helping


def _missing(
    wish: _Wish,
    dials: Mapping[Control, Dial],
    demands: Sequence[_Demand],
    positions: Mapping[Control, DialValue],
) -> float:
    """Stops of light lacking (+) or too much (−) under these demands; 0 when they can be met."""
    least = most = 0.0
    glass: tuple[float, ...] = (0.0,)
    for control in CONTROLS:
        dial = dials[control]
        mine = [d for d in demands if isinstance(d, Limit) and d.control == control]
        inside = allowed(dial, mine)
        if inside is None:
            return _gap(dial, mine)
        if control in demands:
            position = positions[control]
            if not all(limit.allows(position.value) for limit in mine):
                return _outside(dial, inside, position)
            inside = replace(dial, values=(position,))
        if control not in wish.controls:
            continue
        if control == "nd_stops":
            glass = inside.brightnesses
        else:
            least += inside.brightnesses[0]
            most += inside.brightnesses[-1]
    # glass is coarse: between two filters there may be nothing
    brightness_stops = wish.brightness_stops
    misses = [
        max(0.0, brightness_stops - most - g) + min(0.0, brightness_stops - least - g)
        for g in glass
    ]
    missing = min(misses, key=abs)
    return missing if abs(missing) > MET_STOPS else 0.0


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
    return _in_order(ways)


def _in_order(ways: Sequence[WayOut]) -> tuple[WayOut, ...]:
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
