"""Why a setting, and not one step further: what each control would have cost to either side.

A control is held one position on, everything else is chosen anew, and the price that rises most
is the reason. So a reason is never a habit: it is what the choice rests on.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

import numpy as np

from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.judge import worth
from patient_owl.core.judge.choose import Solution, choose, free_stops
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.hold import Hold
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit

Kind = Literal["light", "limit", "gain", "glass", "wait", "liked", "lever", "needs"]
AS_GOOD = 0.02  # a price nobody would notice


class Price(NamedTuple):
    """One thing that is given up. of: the light, the limit or the control it is about."""

    kind: Kind
    of: str


@dataclass(frozen=True)
class Against:
    """What stands against one step of a control. position: where it would stand; None where the
    dial ends. price: what would rise most; None where either would do. instead: the setting that
    would follow."""

    position: DialValue | None
    price: Price | None = None
    instead: Solution | None = None


@dataclass(frozen=True)
class Why:
    """Why a control stands where it does. sides: to the darker and to the brighter side; none where
    the photographer holds it."""

    control: Control
    position: DialValue
    sides: tuple[Against, ...]

    @property
    def is_held(self) -> bool:
        return not self.sides


def why(solution: Solution) -> tuple[Why, ...]:
    """Of every control that there is a choice for, in the order settings are said."""
    demands = solution.demands
    return tuple(
        _why(control, solution) for control in CONTROLS if len(demands.dials[control].values) > 1
    )


def _why(control: Control, solution: Solution) -> Why:
    demands, position = solution.demands, solution.positions[control]
    if control in demands.hold.kept:
        return Why(control, position, ())
    dial = demands.dials[control]
    usual = dial.between(dial.usual_from, np.inf) or dial
    place = usual.darkest_first.index(position)
    return Why(
        control,
        position,
        (
            _against(control, usual, place - 1, solution),
            _against(control, usual, place + 1, solution),
        ),
    )


def _against(control: Control, dial: Dial, place: int, solution: Solution) -> Against:
    if not 0 <= place < len(dial.values):
        return Against(None)
    position, demands = dial.darkest_first[place], solution.demands
    held = {**demands.hold.kept, control: position.value}
    instead = choose(replace(demands, hold=Hold(held, follow=None)))
    before = prices(solution, demands)
    after = prices(instead, demands)
    risen = {what: after[what] - before.get(what, 0.0) for what in after}
    worst = max(risen, key=lambda what: risen[what])
    return Against(position, worst if risen[worst] > AS_GOOD else None, instead)


def prices(solution: Solution, demands: Demands | None = None) -> Mapping[Price, float]:
    """What a setting gives up, by what it gives up; nothing that costs nothing. demands: by whose
    prices; its own where nobody says."""
    asked = demands or solution.demands
    paid = {
        **_of_controls(solution, asked),
        **_of_lights(solution, asked),
        **{
            Price("limit", limit.code): _of_limit(limit, solution)
            for limit in asked.limits
            if limit.drives and limit.control not in asked.hold.kept
        },
    }
    return {what: price for what, price in paid.items() if price > 0}


def _of_controls(solution: Solution, demands: Demands) -> dict[Price, float]:
    paid: dict[Price, float] = {}
    positions, settings = solution.positions, solution.settings
    for control, pull in demands.pulls.items():
        dial = demands.dials[control]
        away = dial.brightness(positions[control].value) - dial.brightness(pull.value)
        paid[Price("liked", control)] = float(worth.pull_price(pull, np.array(away)))
    iso = demands.dials["iso"]
    over_base = np.array(np.log2(settings.iso / iso.at_least(iso.usual_from).value))
    noisy = np.array(np.log2(settings.iso / demands.noisy_iso))
    behind = worth.GAIN_BEHIND_GLASS * max(0.0, float(over_base)) * (settings.nd_stops > 0)
    paid[Price("gain", "iso")] = float(worth.gain_price(over_base, noisy)) + behind
    pieces = np.array(float(positions["nd_stops"].pieces))
    paid[Price("glass", "nd_stops")] = float(worth.glass_price(pieces, np.array(settings.nd_stops)))
    time = np.array(settings.exposure_s)
    waits = worth.wait_price(time, demands.pulls.get("exposure_s"))
    paid[Price("wait", "exposure_s")] = float(waits)
    share = {demands.prefers: worth.PREFERRED} if demands.prefers else {}
    return {
        what: 0.0 if what.of in demands.hold.kept else price * share.get(what.of, 1.0)  # type: ignore[call-overload]
        for what, price in paid.items()
    }


def _of_lights(solution: Solution, demands: Demands) -> dict[Price, float]:
    paid: dict[Price, float] = {}
    doublings = {}
    for place, landing in enumerate(solution.landings):
        part = _as_asked(landing.part, demands)
        free = free_stops(demands)
        miss = np.array(landing.miss_stops)
        paid[Price("light", part.key)] = float(
            worth.miss_price(part, miss, free, is_lead=place == 0)
        )
        for lever in part.levers:
            turned = np.array(np.log2(landing.levers[lever.key] / lever.value))
            doublings[part.key] = turned
            paid[Price("lever", part.key)] = float(worth.lever_price(lever, turned))
    if demands.needs is not None:
        needs_s = float(np.max(demands.needs(doublings)))
        short = np.log2(max(needs_s, 1e-6) / solution.settings.exposure_s)
        paid[Price("needs", "exposure_s")] = worth.NEEDS * max(0.0, float(short))
    return paid


def _as_asked(part: LightPart, demands: Demands) -> LightPart:
    return next(asked for asked in demands.parts if asked.key == part.key)


def _of_limit(limit: Limit, solution: Solution) -> float:
    past = limit.past_stops(solution.positions[limit.control].value)
    return float(worth.limit_price(limit.code, np.array(past)))
