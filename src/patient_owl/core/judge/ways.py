"""What is missed, what stands in the way of it, and what would help.

Nothing is offered that was not tried: for every way out one demand is dropped or one thing changed,
the setting is chosen anew, and the way is kept where it closes at least half of the gap and costs
no other light. The same trial tells what stands in the way.
"""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal, NamedTuple, get_args

import numpy as np

from patient_owl.core.exposure.dials import (
    CONTROLS,
    Control,
    Dial,
    DialValue,
    aperture_dial,
)
from patient_owl.core.exposure.filters import SAME_STOPS
from patient_owl.core.judge import worth
from patient_owl.core.judge.choose import MISSED_STOPS, Landing, Solution, choose
from patient_owl.core.judge.demand import Demands
from patient_owl.core.kit import Medium
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import KEPT_STOPS, Limit
from patient_owl.core.reason import Quantities

HELPS_SHARE = 0.5  # of the gap a way has to close
SPOILS_STOPS = 0.5  # another light that gets worse by more makes a way no way
SHOWN = 3  # ways, the cheapest first

MOST_STACKED_FRAMES = 64  # beyond it the night is over; common practice
MOST_HELPERS = 8
MOST_FLASHES = 64
BOUNCE_STOPS = 2.5  # a wall or the ground takes two to three; common practice
NEAREST_M, FURTHEST_M = 0.3, 100.0  # where a lamp is carried to
FASTER_LENSES = (2.8, 2.0, 1.8, 1.4, 1.2, 0.95)  # nothing faster is made for cameras
SOLD_FILTERS_STOPS = (1.0, 2.0, 3.0, 4.0, 6.0, 10.0)  # as glass is sold; common practice
# How far a frame that lies over, or under, can be mended, by what it is kept on. Common practice.
BEARS: Mapping[Medium, tuple[float, float]] = {
    "raw": (2.0, 3.0),
    "jpeg": (0.5, 1.5),
    "slide": (0.5, 0.5),
    "negative": (3.0, 1.0),
}

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
    "remote",
    "faster_lens",
    "accept",
]
WAY_ORDER: tuple[Way, ...] = get_args(Way)


class WayOut(NamedTuple):
    """One way out: what to do, the setting that follows, and where the light lands then. [stops]"""

    code: Way
    quantities: Quantities
    positions: Mapping[Control, DialValue]
    landed_stops: float


@dataclass(frozen=True)
class Conflict:
    """A wish that is missed or a limit that is broken.

    part: key of the light that suffers. missing_stops: light lacking (positive) or too much
    (negative); nought where only a limit is broken. limits, held: what stands in the way of it, as
    far as leaving it out was seen to help. levers: private levers of the part that are at their
    end.
    """

    part: str
    missing_stops: float
    limits: tuple[Limit, ...]
    held: tuple[Control, ...]
    levers: tuple[str, ...]
    solution: Solution

    @cached_property
    def ways(self) -> tuple[WayOut, ...]:
        """The best three, the cheapest for the photographer first; none where nothing helps.

        Worked out when asked: most are never shown.
        """
        helping = sorted(_ways(self), key=lambda way: WAY_ORDER.index(way.code))
        return tuple(helping[:SHOWN])


def conflicts(solution: Solution) -> tuple[Conflict, ...]:
    """Every wish that is missed and every hard limit that is broken; empty when all is met."""
    missed = [_missed(solution, place) for place in range(len(solution.landings))]
    all_conflicts = [conflict for conflict in missed if conflict is not None]
    broken = _broken(solution)
    named = [limit for conflict in all_conflicts for limit in conflict.limits]
    if any(limit not in named for limit in broken):
        held = tuple(
            control
            for control in CONTROLS
            if control in solution.demands.hold.kept and any(x.control == control for x in broken)
        )
        key = solution.landings[0].part.key
        exclude = broken if held else _against(broken, solution.demands)
        all_conflicts.append(Conflict(key, 0.0, exclude, held, (), solution))
    return tuple(all_conflicts)


def is_wished(landing: Landing, *, is_lead: bool) -> bool:
    """Whether somebody wants that light there; what is only by default may be missed."""
    return is_lead or landing.part.is_said or landing.part.is_brought


def is_missed(landing: Landing, *, is_lead: bool) -> bool:
    """Whether a wish is missed so that it shows."""
    miss = worth.seen_miss(landing.part, np.array(landing.miss_stops), is_lead=is_lead)
    return is_wished(landing, is_lead=is_lead) and bool(abs(miss) > MISSED_STOPS)


def _missed(solution: Solution, place: int) -> Conflict | None:
    landing = solution.landings[place]
    if not is_missed(landing, is_lead=place == 0):
        return None
    demands = solution.demands
    in_the_way: list[Limit] = []
    for limit in demands.limits:
        if not limit.drives or _is_idle(limit, solution):
            continue
        if _helps(_without_limit(demands, limit), solution, place) is not None:
            in_the_way.append(limit)
    held = tuple(
        control
        for control in demands.hold.kept
        if _helps(_letting_go(demands, control), solution, place) is not None
    )
    levers = tuple(lever.key for lever in landing.part.levers)
    return Conflict(
        landing.part.key, -landing.miss_stops, tuple(in_the_way), held, levers, solution
    )


def _broken(solution: Solution) -> tuple[Limit, ...]:
    """Limits that nothing goes past, and that are broken all the same; and any the hand broke."""
    return tuple(
        limit
        for limit in solution.demands.limits
        if limit.drives
        and limit.past_stops(solution.positions[limit.control].value)
        and (worth.is_hard(limit.code) or limit.control in solution.demands.hold.kept)
    )


def _against(broken: Sequence[Limit], demands: Demands) -> tuple[Limit, ...]:
    """Broken limits with those that cannot be kept beside them."""
    others = (
        limit
        for limit in demands.limits
        if limit.drives and limit not in broken and worth.is_hard(limit.code)
        for of in broken
        if limit.control == of.control and limit.sense != of.sense and limit.past_stops(of.value)
    )
    return (*broken, *others)


def _is_idle(limit: Limit, solution: Solution) -> bool:
    """Whether a control stands well inside a limit: then it is in nobody's way."""
    value = solution.positions[limit.control].value
    dial = solution.demands.dials[limit.control]
    last = dial.at_most(limit.value) if limit.sense == "at_most" else dial.at_least(limit.value)
    inside = replace(limit, value=last.value)
    return value != last.value and not inside.past_stops(value)


class _Tried(NamedTuple):
    solution: Solution
    landing: Landing


def _helps(demands: Demands, before: Solution, place: int) -> _Tried | None:
    """The setting with other demands, where it brings a light at least half of its way home and
    spoils no other."""
    after = choose(demands)
    landing = after.landings[place]
    gap = abs(before.landings[place].miss_stops)
    if abs(landing.miss_stops) > (1 - HELPS_SHARE) * gap + KEPT_STOPS:
        return None
    for k, (old, new) in enumerate(zip(before.landings, after.landings, strict=True)):
        wished = is_wished(new, is_lead=k == 0)
        if k != place and wished and abs(new.miss_stops) > abs(old.miss_stops) + SPOILS_STOPS:
            return None
    return _Tried(after, landing)


def _ways(conflict: Conflict) -> Iterator[WayOut]:
    """Every way that was tried and helps, in no order."""
    before = conflict.solution
    keys = [landing.part.key for landing in before.landings]
    place = keys.index(conflict.part)
    if conflict.missing_stops == 0:
        yield from _keeping(conflict)
        return
    for code, quantities, demands in _candidates(conflict, place):
        tried = _helps(demands, before, place)
        if tried is None:
            continue
        yield WayOut(code, quantities, tried.solution.positions, tried.landing.landed_stops)
    yield from _afterwards(conflict, before.landings[place])


def _keeping(conflict: Conflict) -> Iterator[WayOut]:
    """Where the light is met and limits are not: what may be let go of."""
    demands = conflict.solution.demands
    changes: list[tuple[Way, Quantities, Demands]] = [
        ("let_go", {"control": control}, _letting_go(demands, control)) for control in conflict.held
    ]
    for limit in conflict.limits:
        code: Way = "remote" if limit.code == "in_camera_ceiling" else "give_up"
        changes.append((code, {"limit": limit.code}, _without_limit(demands, limit)))
    for code, quantities, without in changes:
        after, before = choose(without), conflict.solution
        is_worse = abs(after.miss_stops) > abs(before.miss_stops) + SPOILS_STOPS
        if len(_broken(after)) < len(_broken(before)) and not is_worse:
            yield WayOut(code, quantities, after.positions, after.landings[0].landed_stops)


_Candidate = tuple[Way, Quantities, Demands]


def _candidates(conflict: Conflict, place: int) -> Iterator[_Candidate]:
    """What might help: one thing dropped or changed at a time."""
    demands = conflict.solution.demands
    part, missing = demands.parts[place], conflict.missing_stops
    for control in conflict.held:
        yield "let_go", {"control": control}, _letting_go(demands, control)
    for limit in conflict.limits:
        code: Way = "remote" if limit.code == "in_camera_ceiling" else "give_up"
        yield code, {"limit": limit.code}, _without_limit(demands, limit)
    if part.is_brought:
        yield from _with_the_lamp(demands, place, missing)
    elif demands.lead.is_brought and missing < 0:
        # what makes up for a narrower aperture lets the rest sink
        yield from _with_the_lamp(demands, 0, -missing)
    if missing < 0:
        yield from _with_a_filter(demands)
    else:
        yield from _with_a_lens(demands, missing)
    yield from _at_another_hour(demands, place, missing)
    if missing > 0 and not part.is_brought and part.key not in ("sky", "bursts", "bolt"):
        brighter = _brightened(demands, place, missing)
        yield "more_light", {"stops": missing}, brighter


def _with_the_lamp(demands: Demands, place: int, missing: float) -> Iterator[_Candidate]:
    """What is done to a light somebody carries: a few steps, a gel, a second one."""
    part, stops = demands.parts[place], abs(missing)
    keys = {lever.key for lever in part.levers}
    if any(lever.held_at is not None for lever in part.levers):
        free = replace(part, levers=tuple(replace(x, held_at=None) for x in part.levers))
        yield "let_go_lever", {"lever": part.levers[0].key}, _with_part(demands, place, free)
    if part.distance_m is not None:
        distance_m = part.distance_m * 2 ** (-missing / 2)
        code: Way = "step_back" if missing < 0 else "come_closer"
        if NEAREST_M <= distance_m <= FURTHEST_M:
            moved = {"distance_m": distance_m, "stops": stops}
            yield code, moved, _brightened(demands, place, missing)
    if missing < 0:
        if part.dims_stops > 0:
            dims = min(stops, part.dims_stops)
            yield "dim", {"stops": dims}, _brightened(demands, place, -dims)
        yield "gel", {"stops": stops}, _brightened(demands, place, missing)
        if "power" in keys:
            yield "bounce", {}, _brightened(demands, place, -BOUNCE_STOPS)
        return
    times = math.ceil(2**stops)
    if "power" in keys and times <= MOST_FLASHES:
        yield "more_pops", {"times": times}, _brightened(demands, place, math.log2(times))
    if keys & {"dose_s", "hold_s"} and times <= MOST_HELPERS:
        yield "helpers", {"times": times}, _brightened(demands, place, math.log2(times))


def _with_a_filter(demands: Demands) -> Iterator[_Candidate]:
    """Glass that is not in the bag, the strength that serves best."""
    if "nd_stops" in demands.hold.kept:
        return
    glass = demands.dials["nd_stops"]
    owned = [position.value for position in glass.values]
    missing = (s for s in SOLD_FILTERS_STOPS if all(abs(s - own) > SAME_STOPS for own in owned))
    tried = [(stops, _with_dial(demands, _bought(glass, stops))) for stops in missing]
    if tried:
        stops, best = min(tried, key=lambda strength: abs(choose(strength[1]).miss_stops))
        yield "add_filter", {"stops": stops}, best


def _bought(glass: Dial, stops: float) -> Dial:
    """No filter, or one that is not in the bag."""
    return Dial("nd_stops", (glass.values[0], DialValue(stops, f"ND {2**stops:.0f}", pieces=1)))


def _with_a_lens(demands: Demands, missing: float) -> Iterator[_Candidate]:
    """A lens that opens further, as far as such are made."""
    apertures = demands.dials["f_number"]
    widest, narrowest = apertures.values[0].value, float(apertures.values[-1].label)
    needed = widest / 2 ** (missing / 2)
    faster = [f for f in FASTER_LENSES if f < 0.95 * widest]
    if not faster or "f_number" in demands.hold.kept:
        return
    f_number = next((f for f in faster if f <= 1.05 * needed), faster[-1])
    wider = aperture_dial("thirds", f_number, narrowest)
    yield "faster_lens", {"f_number": f_number}, _with_dial(demands, wider)


def _at_another_hour(demands: Demands, place: int, missing: float) -> Iterator[_Candidate]:
    """When of this night the light has moved as far, where it does."""
    changes = demands.parts[place].changes
    if changes is None:
        return
    at_s, now = demands.at_s, changes.at(demands.at_s)
    is_in_the_field = bool(demands.now)  # there nothing is taken earlier
    reached = [
        then_s - at_s
        for then_s, ev100 in zip(changes.after_s, changes.ev100, strict=True)
        if (ev100 - now - missing) * missing >= 0 and (then_s >= at_s or not is_in_the_field)
    ]
    if not reached:
        return
    after_s = min(reached, key=abs)
    then = tuple(p.being(p.ev100 + p.moved(at_s, at_s + after_s)) for p in demands.parts)
    quantities = {"after_s": after_s, "is_darker": missing < 0}
    yield "other_hour", quantities, demands.under(then)


def _afterwards(conflict: Conflict, landing: Landing) -> Iterator[WayOut]:
    """What is left to the computer: frames averaged and lifted, or a frame mended as it is."""
    stays = conflict.solution.positions, landing.landed_stops
    missing, stops = conflict.missing_stops, abs(conflict.missing_stops)
    demands = conflict.solution.demands
    if demands.dials["exposure_s"].film is None:
        frames = math.ceil(2**stops)
        lasts = all("exposure_s" in part.answers_to for part in demands.parts)
        is_capped = lasts and any(
            limit.drives
            and (limit.control, limit.sense) == ("exposure_s", "at_most")
            and not _is_idle(limit, conflict.solution)
            for limit in demands.limits
        )
        if missing > 0 and is_capped and frames <= MOST_STACKED_FRAMES:
            yield WayOut("stack", {"frames": frames, "stops": stops}, *stays)
    over, under = BEARS[demands.keeps]
    if stops <= (under if missing > 0 else over):
        mended = {"stops": stops, "is_darker": missing > 0, "keeps": demands.keeps}
        yield WayOut("accept", mended, *stays)


def _without_limit(demands: Demands, limit: Limit) -> Demands:
    return replace(demands, limits=tuple(x for x in demands.limits if x is not limit))


def _letting_go(demands: Demands, control: Control) -> Demands:
    return replace(demands, hold=demands.hold.releasing(control))


def _with_dial(demands: Demands, dial: Dial) -> Demands:
    return replace(demands, dials={**demands.dials, dial.control: dial})


def _with_part(demands: Demands, place: int, part: LightPart) -> Demands:
    parts: Sequence[LightPart] = demands.parts
    return demands.under((*parts[:place], part, *parts[place + 1 :]))


def _brightened(demands: Demands, place: int, stops: float) -> Demands:
    part = demands.parts[place]
    return _with_part(demands, place, part.being(part.ev100 + stops))
