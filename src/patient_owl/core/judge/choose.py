"""The setting a good photographer would take: of every combination of dial positions the one
that gives up least, by the prices of `worth.py`.

The dials make a table of times against all the rest (`grid.py`), and each light adds its price to
it in one array operation, the lever of one that is brought put where it brings it home. What
cannot be the cheapest, by a combination that was tried first, is left out of the table; nothing
else is.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

import numpy as np

from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.judge import worth
from patient_owl.core.judge.demand import Demands
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import KEPT_STOPS
from patient_owl.core.types import FloatArray, IntArray

MISSED_STOPS = 0.5  # of a wish: less is within any first guess
SMALL_TABLE = 3000  # of so many cells it is quicker to look at all


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
    settings: Settings
    landings: tuple[Landing, ...]
    demands: Demands = field(repr=False, compare=False)

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
    return choose_each(demands, [demands.parts])[0]


def choose_each(demands: Demands, lights: Sequence[tuple[LightPart, ...]]) -> list[Solution]:
    """`choose` for the same lights, each time as bright as they may turn out, in one go."""
    return [
        solution_at(demands.under(parts), demands.grid.positions(row, group))
        for parts, (row, group) in zip(lights, _cheapest(demands, lights), strict=True)
    ]


def solution_at(demands: Demands, positions: Mapping[Control, DialValue]) -> Solution:
    """Any setting, with where it lets each light land."""
    settings = settings_on(demands.dials, positions)
    landings = tuple(land(part, settings) for part in demands.parts)
    return Solution(positions, settings, landings, demands)


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


def _cheapest(
    demands: Demands, lights: Sequence[tuple[LightPart, ...]]
) -> Iterator[tuple[int, int]]:
    """For each brightness of the lights, which time and which group of the other controls cost
    least together."""
    time, others, stays = demands.grid
    by_lights = _ByLights(demands, lights)
    rows, groups = np.arange(len(time.price))[:, None], np.arange(len(others.cheapest))
    if rows.size * groups.size > SMALL_TABLE:
        likely = by_lights.likely_rows()
        tried = by_lights.price(likely, others.stops) + time.price[likely] + others.cheapest
        bound = tried.min(axis=-1, keepdims=True) + KEPT_STOPS
        if stays is not None:
            bound += worth.TOUCHED
        groups, rows = by_lights.within(bound)
    table = by_lights.price(rows, others.stops[groups])
    table = table + time.price[rows] + others.cheapest[groups]
    if stays is not None:  # one control has to be turned anyway: to turn none is no cheaper
        table += worth.TOUCHED * ((rows == stays[0]) & (groups == stays[1]))
    rows = np.broadcast_to(rows, table.shape)
    for cells, its_rows in zip(table, rows, strict=True):
        place = int(cells.argmin())
        yield int(its_rows.flat[place]), int(groups[place % len(groups)])


class _ByLights:
    """What the lights of a picture cost; the axes are how bright they turn out, the time, and what
    the other controls let through."""

    def __init__(self, demands: Demands, lights: Sequence[tuple[LightPart, ...]]) -> None:
        self.demands, self.times = demands, demands.grid.time.dial
        self.parts = lights[0]
        self.free_stops = free_stops(demands)
        wanted = [[part.wanted_ev100 for part in parts] for parts in zip(*lights, strict=True)]
        self.wanted_ev100 = np.array(wanted)[:, :, None, None]

    def likely_rows(self) -> IntArray:
        """For each group a time that is likely: where the lead comes home, or the cheapest."""
        time, others, _ = self.demands.grid
        if "exposure_s" not in self.parts[0].answers_to:
            return np.full((1, len(others.stops)), int(time.price.argmin()))
        rows = self.times.stops.searchsorted(-self.wanted_ev100[0] - others.stops)
        return np.asarray(np.minimum(rows, len(self.times.values) - 1))

    def within(self, bound: FloatArray) -> tuple[IntArray, IntArray]:
        """The groups, and for each the times, that may cost no more than a bound: by what they cost
        themselves, and by how far the lead would miss."""
        time, others, _ = self.demands.grid
        ends = [sorted(lever.stops(end) for end in lever.ends) for lever in self.parts[0].levers]
        dimmer, brighter = (sum(end) for end in zip((0.0, 0.0), *ends, strict=True))
        home = -self.wanted_ev100[0] - others.stops
        spare = bound - time.price.min() - others.cheapest
        groups = np.flatnonzero((spare >= 0).any(axis=(0, 1)))
        home, reach = home[..., groups], worth.lead_misses(spare[..., groups]) + self.free_stops
        if "exposure_s" not in self.parts[0].answers_to:
            missed = np.maximum(np.maximum(home - brighter, dimmer - home), 0)
            rows = np.flatnonzero(time.price <= bound.max() - others.cheapest.min())
            return groups[(missed <= reach).any(axis=(0, 1))], rows[:, None]
        first = self.times.stops.searchsorted(home - brighter - reach)
        after = self.times.stops.searchsorted(home - dimmer + reach, side="right")
        rows = first + np.arange(max(int((after - first).max()), 1))[:, None]
        return groups, np.minimum(rows, len(self.times.values) - 1)

    def price(self, rows: IntArray, other_stops: FloatArray) -> FloatArray:
        """Of every light together; rows and other_stops broadcast against each other."""
        both = self.times.stops[rows] + other_stops
        price: FloatArray = np.zeros(1)
        levers: dict[str, FloatArray] = {}
        for part, wanted_ev100 in zip(self.parts, self.wanted_ev100, strict=True):
            miss = (both if "exposure_s" in part.answers_to else other_stops) + wanted_ev100
            for lever in part.levers:
                ends = sorted(lever.stops(end) for end in lever.ends)
                brighter = np.minimum(np.maximum(-miss, ends[0]), ends[1])
                miss = miss + brighter
                doublings = brighter / lever.stops_per_doubling
                price = price + worth.lever_price(lever, doublings)
                levers[part.key] = doublings
            is_lead = part is self.parts[0]
            price = price + worth.miss_price(part, miss, self.free_stops, is_lead=is_lead)
        if self.demands.needs is not None:
            needs_s = self.demands.needs(levers)
            short = np.log2(np.maximum(needs_s, KEPT_STOPS) / self.times.exact[rows])
            price = price + worth.NEEDS * np.maximum(short - KEPT_STOPS, 0)
        return price


def free_stops(demands: Demands) -> float:
    """How far a light may land from its wish for nothing: half a step of the dials. What somebody
    has seen is worth the nearest position."""
    times = demands.dials["exposure_s"].stops
    is_halves = len(times) > 1 and times[1] - times[0] > 0.4
    return 0.0 if demands.now else worth.FREE_STOPS["halves" if is_halves else "thirds"]
