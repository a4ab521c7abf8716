"""The setting a good photographer would take: of every combination of dial positions the one
that gives up least, by the prices of `worth.py`.

Aperture, ISO and filter act on every light alike, so of all combinations that let the same light
through only the cheapest is looked at. The rest is a table of times against those, and each light
adds its price to it in one array operation, the lever of one that is brought put where it brings
it home. What cannot be the cheapest, by a combination that was tried first, is left out of the
table; nothing else is.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import NamedTuple

import numpy as np

from patient_owl.core.exposure.dials import Control, Dial, DialValue, raw_brightness
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.judge import worth
from patient_owl.core.judge.demand import Demands, Minds, Pull
from patient_owl.core.kept import kept
from patient_owl.core.light.part import DRAWN, LightPart
from patient_owl.core.limits.limit import Bound
from patient_owl.core.types import FloatArray, IntArray

MISSED_STOPS = 0.5  # of a wish: less is within any first guess
SMALL_TABLE = 3000  # of so many cells it is quicker to look at all
KEPT_STOPS = 1e-6  # a value computed by another route may differ in its last bits


@dataclass(frozen=True)
class Landing:
    """A light with a setting: where it lands, and how far that is from wanted. [stops]

    levers: where its private levers were put, each in its own unit.
    """

    part: LightPart
    landed_stops: float
    miss_stops: float
    levers: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Solution:
    """What was chosen: a position for every control, and where each light lands, the lead first.

    demands: what was asked.
    """

    positions: Mapping[Control, DialValue]
    landings: tuple[Landing, ...]
    demands: Demands = field(repr=False, compare=False)

    @cached_property
    def settings(self) -> Settings:
        return settings_on(self.demands.dials, self.positions)

    @cached_property
    def judged(self) -> tuple[LightPart, ...]:
        """The lights as words over a picture are about them: one that nobody asked for, or that is
        as black as was asked, is right where it comes."""
        lead, *others = self.landings
        return (lead.part, *(_as_it_comes(landing) for landing in others))

    @property
    def miss_stops(self) -> float:
        """How far the lead light lands from where it is wanted."""
        return self.landings[0].miss_stops


def choose(demands: Demands) -> Solution:
    """The setting that gives up least. The same demands always lead to the same setting."""
    time = _axis(_asked("exposure_s", demands))
    others = _others(*(_asked(control, demands) for control in DRAWN))
    row, column = _cheapest(demands, time, others)
    positions = {"exposure_s": time.dial.values[row], **others.positions(column)}
    return solution_at(demands, positions)


def solution_at(demands: Demands, positions: Mapping[Control, DialValue]) -> Solution:
    """Any setting, with where it lets each light land."""
    settings = settings_on(demands.dials, positions)
    return Solution(positions, tuple(land(part, settings) for part in demands.parts), demands)


def land(part: LightPart, settings: Settings) -> Landing:
    """Where a light lands once its private levers have done what they can."""
    levers = part.levers_for(settings)
    landed = part.lands(settings) + part.lever_stops(levers)
    return Landing(part, landed, landed - part.placement_stops, levers)


def _as_it_comes(landing: Landing) -> LightPart:
    part = landing.part
    missed = worth.seen_miss(part, np.array(landing.miss_stops), is_lead=False)
    if part.is_brought or (part.is_said and abs(missed) > MISSED_STOPS):
        return part
    return replace(part, placement_stops=landing.landed_stops)


def _past_stops(bound: Bound, dial: Dial) -> FloatArray:
    """How far past a bound each position of a dial stands; nought where it is kept. [stops]"""
    # on the control itself: a limit does not bound what a film makes of it
    scale = dial.stops if dial.film is None else np.log2(dial.exact)
    away = scale - raw_brightness(dial.control, bound.value)
    past = away if (bound.sense == "at_most") != (dial.control == "f_number") else -away
    return np.where(past > KEPT_STOPS, past, 0.0)


class _Asked(NamedTuple):
    """All that decides what the positions of one control cost by themselves."""

    dial: Dial
    held: float | None
    bounds: tuple[Bound, ...]
    pull: Pull | None
    is_preferred: bool
    noisy_iso: float
    now: DialValue | None
    minds: Minds


def _asked(control: Control, demands: Demands) -> _Asked:
    return _Asked(
        demands.dials[control],
        demands.hold.kept.get(control),
        demands.bounds[control],
        demands.pulls.get(control),
        control == demands.prefers,
        demands.noisy_iso,
        demands.now.get(control),
        demands.minds,
    )


class _Axis(NamedTuple):
    """One control: the positions it may take, and what each costs by itself."""

    dial: Dial
    price: FloatArray


@kept(most=512, mb=1)
def _axis(asked: _Asked) -> _Axis:
    """The positions a control may take: all that break no hard limit, or break them least.

    Kept: the light moves by the minute, what a dial costs hardly ever.
    """
    if asked.held is not None:
        value = asked.dial.nearest(asked.held).value
        return _Axis(asked.dial.between(value, value) or asked.dial, np.zeros(1))
    dial = asked.dial.between(asked.dial.usual_from, np.inf) or asked.dial
    hard = [bound for bound in asked.bounds if worth.is_hard(bound.code)]
    if hard:
        past = np.sum([_past_stops(bound, dial) for bound in hard], axis=0)
        inside = dial.exact[past <= past.min() + KEPT_STOPS]
        dial = dial.between(inside[0], inside[-1]) or dial
    price = _own_price(dial, asked)
    if asked.now is not None:
        price = price + worth.TOUCHED * (dial.exact != asked.now.value)
    for bound in asked.bounds:
        if not worth.is_hard(bound.code):
            price = price + worth.limit_price(bound.code, _past_stops(bound, dial))
    return _Axis(dial, price)


def _own_price(dial: Dial, asked: _Asked) -> FloatArray:
    """What positions cost whatever the picture: distance, gain, glass, waiting."""
    price, minds = np.zeros(len(dial.values)), asked.minds
    if asked.pull is not None:
        away = dial.stops - dial.brightness(asked.pull.value)
        price = worth.pull_price(asked.pull, away)
        if dial.control == "f_number":
            price = np.where(away > 0, minds.opening, 1.0) * price
    match dial.control:
        case "iso":
            over_noisy = np.log2(dial.exact / asked.noisy_iso)
            gained = worth.gain_price(_over_base(dial, asked.dial), over_noisy)
            price = price + minds.gain * gained
        case "nd_stops":
            pieces = np.array([float(position.pieces) for position in dial.values])
            price = price + minds.glass * worth.glass_price(pieces, dial.exact)
        case "exposure_s":
            price = price + minds.wait * worth.wait_price(dial.exact, asked.pull)
    return price * worth.PREFERRED if asked.is_preferred else price


def _over_base(iso: Dial, whole: Dial) -> FloatArray:
    """Gain over the lowest ISO at which a sensor gives all it has. [stops]"""
    return np.log2(iso.exact / whole.at_least(whole.usual_from).value)


class _Others(NamedTuple):
    """Every aperture with every ISO and every filter, by the light they let through together.

    price: of each combination, flat. order: of the flat combinations, those of equal light beside
    each other; starts: where each such group begins. stops, cheapest: the light of each group, and
    what its cheapest combination costs.
    """

    dials: tuple[Dial, Dial, Dial]
    price: FloatArray
    order: IntArray
    starts: IntArray
    stops: FloatArray
    cheapest: FloatArray

    def positions(self, group: int) -> dict[Control, DialValue]:
        """The cheapest combination of a group."""
        ends = self.starts[group + 1] if group + 1 < len(self.starts) else len(self.order)
        among = self.order[self.starts[group] : ends]
        flat = among[np.argmin(self.price[among])]
        places = np.unravel_index(flat, [len(dial.values) for dial in self.dials])
        return {
            dial.control: dial.values[place] for dial, place in zip(self.dials, places, strict=True)
        }


@kept(most=256, mb=24)
def _others(f_number: _Asked, iso: _Asked, glass: _Asked) -> _Others:
    """Kept: they are the same all night, while only the light and the times change."""
    axes = [_axis(asked) for asked in (f_number, iso, glass)]
    dials = axes[0].dial, axes[1].dial, axes[2].dial
    # light that glass took away is not to be made up for by gain
    gained = np.maximum(_over_base(dials[1], iso.dial), 0.0)
    behind = worth.GAIN_BEHIND_GLASS * gained[:, None] * (dials[2].exact > 0)
    price = (axes[0].price[:, None, None] + axes[1].price[:, None] + axes[2].price + behind).ravel()
    passed = _passed(*dials)
    cheapest = np.minimum.reduceat(price[passed.order], passed.starts)
    return _Others(dials, price, *passed, cheapest)


class _Passed(NamedTuple):
    order: IntArray
    starts: IntArray
    stops: FloatArray


@kept(most=128, mb=12)
def _passed(f_number: Dial, iso: Dial, glass: Dial) -> _Passed:
    """Combinations by the light they let through."""
    stops = (f_number.stops[:, None, None] + iso.stops[:, None] + glass.stops).ravel()
    order = np.argsort(stops, kind="stable")
    is_new = np.concatenate(([True], np.diff(stops[order]) > KEPT_STOPS))
    starts = np.flatnonzero(is_new)
    return _Passed(order, starts, stops[order][starts])


def _cheapest(demands: Demands, time: _Axis, others: _Others) -> tuple[int, int]:
    """Which time and which group of the other controls cost least together."""
    by_lights = _ByLights(demands, time.dial)
    stays = _stays(demands, time, others)
    some_rows, some = np.arange(len(time.price)), np.arange(len(others.cheapest))
    if some_rows.size * some.size > SMALL_TABLE:
        rows = by_lights.likely_rows(others.stops, time.price)
        tried = others.cheapest + time.price[rows] + by_lights.price(rows, others.stops)
        bound = tried.min() + KEPT_STOPS + (0.0 if stays is None else worth.TOUCHED)
        some_rows = np.flatnonzero(time.price + others.cheapest.min() <= bound)
        some = np.flatnonzero(others.cheapest + time.price.min() <= bound)
    table = by_lights.price(some_rows[:, None], others.stops[some])
    table += time.price[some_rows][:, None]
    table += others.cheapest[some]
    if stays is not None:  # one control has to be turned anyway: to turn none is no cheaper
        table[np.ix_(some_rows == stays[0], some == stays[1])] += worth.TOUCHED
    row, column = np.unravel_index(np.argmin(table), table.shape)
    return int(some_rows[row]), int(some[column])


def _stays(demands: Demands, time: _Axis, others: _Others) -> tuple[int, int] | None:
    """Time and group in which no control is turned; None at the table, and where that is not the
    cheapest of its group."""
    if not demands.now:
        return None
    here = {control: demands.now[control].value for control in demands.now}
    passed = sum(dial.brightness(here[dial.control]) for dial in others.dials)
    group = int(np.argmin(np.abs(others.stops - passed)))
    is_here = {c: p.value for c, p in others.positions(group).items()}.items() <= here.items()
    rows = np.flatnonzero(time.dial.exact == here["exposure_s"])
    return (int(rows[0]), group) if is_here and len(rows) else None


class _ByLights:
    """What the lights of a picture cost, by time and by what the other controls let through."""

    def __init__(self, demands: Demands, times: Dial) -> None:
        self.demands, self.times = demands, times
        self.free_stops = free_stops(demands)

    def likely_rows(self, other_stops: FloatArray, time_price: FloatArray) -> IntArray:
        """For each group a time that is likely: where the lead comes home, or the cheapest."""
        lead = self.demands.lead
        if "exposure_s" not in lead.answers_to:
            return np.full(len(other_stops), int(np.argmin(time_price)))
        rows = np.searchsorted(self.times.stops, -lead.wanted_ev100 - other_stops)
        return np.minimum(rows, len(self.times.values) - 1)

    def price(self, rows: IntArray, other_stops: FloatArray) -> FloatArray:
        """Of every light together; rows and other_stops broadcast against each other."""
        both = self.times.stops[rows] + other_stops
        price: FloatArray = np.zeros_like(both)
        levers: dict[str, FloatArray] = {}
        for place, part in enumerate(self.demands.parts):
            passed = both if "exposure_s" in part.answers_to else other_stops
            miss = passed + (part.ev100 - part.placement_stops)
            for lever in part.levers:
                ends = sorted(lever.stops(end) for end in lever.ends)
                brighter = np.minimum(np.maximum(-miss, ends[0]), ends[1])
                miss = miss + brighter
                doublings = brighter / lever.stops_per_doubling
                price += worth.lever_price(lever, doublings)
                levers[part.key] = doublings
            price += worth.miss_price(part, miss, self.free_stops, is_lead=place == 0)
        if self.demands.needs is not None:
            needs_s = self.demands.needs(levers)
            short = np.log2(np.maximum(needs_s, KEPT_STOPS) / self.times.exact[rows])
            price += worth.NEEDS * np.maximum(short - KEPT_STOPS, 0)
        return price


def free_stops(demands: Demands) -> float:
    """How far a light may land from its wish for nothing: half a step of the dials. What somebody
    has seen is worth the nearest position."""
    times = demands.dials["exposure_s"].stops
    is_halves = len(times) > 1 and times[1] - times[0] > 0.4
    return 0.0 if demands.now else worth.FREE_STOPS["halves" if is_halves else "thirds"]
