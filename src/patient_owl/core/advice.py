"""What to change next: a posterior over the light, from every take judged so far.

State: the EV100 the photographer would call right, on a grid, with the plan's prediction
and its ± as prior. Evidence: the word said over a take's picture. A word covers a stretch
of misplacement d = EV(right) − EV(take) in stops, and its edges are soft because
eyes adapted to the dark read a bright screen differently; so
P(word | d) = Φ((upper − d)/w) − Φ((lower − d)/w), an ordered probit. [agresti2010] ch. 5

The answer is one change: to the control that may move at least cost, by dial steps.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.special import ndtr

from patient_owl.core.dials import Control, Dial, DialValue
from patient_owl.core.exposure import Settings
from patient_owl.core.limits import Limit, Reason, allowed
from patient_owl.core.types import FloatArray

Verdict = Literal["black", "dark", "right", "bright", "blown"]

# Misplacement a word stands for, in stops of scene over setting: lower and upper edge.
# Common practice: "dark" is one to two stops, "black" three and more.
VERDICT_EDGES_STOPS: dict[Verdict, tuple[float, float]] = {
    "black": (-np.inf, -2.5),
    "dark": (-2.5, -0.5),
    "right": (-0.5, 0.5),
    "bright": (0.5, 2.5),
    "blown": (2.5, np.inf),
}
WORD_SOFTNESS_STOPS = 0.4  # standard deviation of an edge; common practice, by eye at night

_GRID_STOPS = np.arange(-24.0, 24.0, 1 / 24)
GOOD_ENOUGH_STOPS = 1 / 3  # nobody sees less than a third; common practice


@dataclass(frozen=True)
class JudgedTake:
    """The settings of an exposure and the word said over it."""

    settings: Settings
    verdict: Verdict


@dataclass(frozen=True)
class Belief:
    """What is known of the EV100 to set: mean and standard deviation. [stops]"""

    ev100: float
    sigma_stops: float


@dataclass(frozen=True)
class Advice:
    """The next setting and why.

    control: which one moves, None when nothing should. change_stops: brighter positive.
    left_stops: what the dial and the limits leave undone.
    """

    positions: Mapping[Control, DialValue]
    control: Control | None
    change_stops: float
    left_stops: float
    belief: Belief
    reasons: tuple[Reason, ...]


def belief_after(prior: Belief, takes: Sequence[JudgedTake]) -> Belief:
    """The posterior mean and spread after every judged take, in any order."""
    grid = prior.ev100 + _GRID_STOPS
    log_weight = -0.5 * (_GRID_STOPS / prior.sigma_stops) ** 2
    for take in takes:
        log_weight = log_weight + np.log(_likelihood(grid - take.settings.ev100, take.verdict))
    weight = np.exp(log_weight - log_weight.max())
    weight /= weight.sum()
    mean = float(np.sum(weight * grid))
    return Belief(mean, float(np.sqrt(np.sum(weight * (grid - mean) ** 2))))


def _likelihood(misplaced_stops: FloatArray, verdict: Verdict) -> FloatArray:
    lower, upper = VERDICT_EDGES_STOPS[verdict]
    upper_part = ndtr((upper - misplaced_stops) / WORD_SOFTNESS_STOPS)
    lower_part = ndtr((lower - misplaced_stops) / WORD_SOFTNESS_STOPS)
    # a slip of the tongue is possible: no word rules anything out entirely
    return np.asarray(0.01 / len(VERDICT_EDGES_STOPS) + 0.99 * (upper_part - lower_part))


def next_setting(
    prior: Belief,
    takes: Sequence[JudgedTake],
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    order: Sequence[Control],
    why_this_order: str | None = None,
) -> Advice:
    """One change from the last take toward what is now believed right.

    `takes`: at least one, oldest first. `order`: controls by what they cost this
    discipline, cheapest first; a locked control is left out of it. why_this_order: the
    code of the reason for it.
    """
    last = takes[-1]
    belief = belief_after(prior, takes)
    now = {control: dials[control].nearest(getattr(last.settings, control)) for control in dials}
    wanted_stops = last.settings.ev100 - belief.ev100
    evidence = Reason(
        f"seen_{last.verdict}",
        {"stops": wanted_stops, "sigma_stops": belief.sigma_stops, "takes": len(takes)},
        "ordered_probit",
    )
    if last.verdict == "right" or abs(wanted_stops) < GOOD_ENOUGH_STOPS / 2:
        return Advice(now, None, 0.0, 0.0, belief, (evidence, Reason("keep_setting")))
    for control in order:
        inside = allowed(dials[control], limits) or dials[control]
        here = inside.brightness(now[control].value)
        position = inside.nearest_brightness(here + wanted_stops)
        change = inside.brightness(position.value) - here
        if change * wanted_stops <= 0:
            continue  # this one is at its end already
        left = wanted_stops - change
        why = Reason(
            f"change_{control}",
            {"stops": change, "from_label": now[control].label, "to_label": position.label},
        )
        reasons = [evidence, why]
        if why_this_order is not None and control == order[0]:
            reasons.append(Reason(why_this_order))
        if abs(left) > 0.5:
            reasons.append(Reason("change_left", {"stops": left}))
        return Advice({**now, control: position}, control, change, left, belief, tuple(reasons))
    return Advice(now, None, 0.0, wanted_stops, belief, (evidence, Reason("no_room_left")))
