"""Every combination of the dials that hard limits leave, and what each costs whatever the light.

Aperture, ISO and filter act on every light alike, so of all combinations that let the same light
through only the cheapest is looked at: some 150 groups, against some 70 times.
"""

from collections.abc import Mapping
from typing import NamedTuple

import numpy as np

from patient_owl.core.exposure.dials import Control, Dial, DialValue
from patient_owl.core.judge import worth
from patient_owl.core.judge.liked import Minds, Pull
from patient_owl.core.kept import kept
from patient_owl.core.light.part import DRAWN
from patient_owl.core.limits.limit import KEPT_STOPS, Bound
from patient_owl.core.types import FloatArray, IntArray


def _past_stops(bound: Bound, dial: Dial) -> FloatArray:
    """How far past a bound each position of a dial stands. [stops]"""
    brightness = dial.stops if dial.film is None else np.log2(dial.exact)
    return bound.past_stops(dial.control, brightness)


class Asked(NamedTuple):
    """All that decides what the positions of one control cost by themselves."""

    dial: Dial
    held: float | None
    bounds: tuple[Bound, ...]
    pull: Pull | None
    is_preferred: bool
    noisy_iso: float
    now: DialValue | None
    minds: Minds


class Axis(NamedTuple):
    """One control: the positions it may take, and what each costs by itself."""

    dial: Dial
    price: FloatArray


@kept(most=512, mb=1)
def _axis(asked: Asked) -> Axis:
    """The positions a control may take: all that break no hard limit, or break them least.

    Kept: the light moves by the minute, what a dial costs hardly ever.
    """
    if asked.held is not None:
        value = asked.dial.nearest(asked.held).value
        return Axis(asked.dial.between(value, value) or asked.dial, np.zeros(1))
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
    return Axis(dial, price)


def _own_price(dial: Dial, asked: Asked) -> FloatArray:
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


class Others(NamedTuple):
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
        place, glass = divmod(int(among[self.price[among].argmin()]), len(self.dials[2].values))
        places = *divmod(place, len(self.dials[1].values)), glass
        return {
            dial.control: dial.values[place] for dial, place in zip(self.dials, places, strict=True)
        }


@kept(most=256, mb=24)
def _others(f_number: Asked, iso: Asked, glass: Asked) -> Others:
    """Kept: they are the same all night, while only the light and the times change."""
    axes = [_axis(asked) for asked in (f_number, iso, glass)]
    dials = axes[0].dial, axes[1].dial, axes[2].dial
    # light that glass took away is not to be made up for by gain
    gained = np.maximum(_over_base(dials[1], iso.dial), 0.0)
    behind = worth.GAIN_BEHIND_GLASS * gained[:, None] * (dials[2].exact > 0)
    price = (axes[0].price[:, None, None] + axes[1].price[:, None] + axes[2].price + behind).ravel()
    passed = _passed(*dials)
    cheapest = np.minimum.reduceat(price[passed.order], passed.starts)
    return Others(dials, price, *passed, cheapest)


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


class DialGrid(NamedTuple):
    """The times against all the rest.

    stays: the time and the group in which no control is turned; None at the table, and where that
    is not the cheapest of its group.
    """

    time: Axis
    others: Others
    stays: tuple[int, int] | None

    def positions(self, row: int, group: int) -> dict[Control, DialValue]:
        return {"exposure_s": self.time.dial.values[row], **self.others.positions(group)}


def grid_of(asked: Mapping[Control, Asked]) -> DialGrid:
    time = _axis(asked["exposure_s"])
    others = _others(*(asked[control] for control in DRAWN))
    here = {control: of.now.value for control, of in asked.items() if of.now is not None}
    return DialGrid(time, others, _stays(here, time, others) if here else None)


def _stays(here: Mapping[Control, float], time: Axis, others: Others) -> tuple[int, int] | None:
    passed = sum(dial.brightness(here[dial.control]) for dial in others.dials)
    group = int(np.argmin(np.abs(others.stops - passed)))
    is_here = {c: p.value for c, p in others.positions(group).items()}.items() <= here.items()
    rows = np.flatnonzero(time.dial.exact == here["exposure_s"])
    return (int(rows[0]), group) if is_here and len(rows) else None
