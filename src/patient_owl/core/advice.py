"""What to change next: a posterior over the light, from every take judged so far.

State: the EV100 the photographer would call right, on a grid, with the plan's prediction
and its ± as prior. Evidence: the word said over a take's picture, or the picture's histogram.
A word covers a stretch of misplacement d = EV(right) − EV(take) in stops, and its edges are
soft because eyes adapted to the dark read a bright screen differently; so
P(word | d) = Φ((upper − d)/w) − Φ((lower − d)/w), an ordered probit. [agresti2010] ch. 5

The answer is one change: to the control that may move at least cost, by dial steps.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.special import ndtr

from patient_owl.core.dials import Control, Dial, DialValue
from patient_owl.core.exposure import Settings
from patient_owl.core.limits import Limit, Reason, allowed
from patient_owl.core.reading import Reading
from patient_owl.core.types import FloatArray

Verdict = Literal["black", "dark", "darkish", "right", "brightish", "bright", "blown"]

# Misplacement a word stands for, in stops of scene over setting: lower and upper edge.
# Common practice: nobody sees less than a third; "a touch" is under a stop, "dark" one to two
# stops, "black" more.
VERDICT_EDGES_STOPS: dict[Verdict, tuple[float, float]] = {
    "black": (-np.inf, -2.2),
    "dark": (-2.2, -0.9),
    "darkish": (-0.9, -0.3),
    "right": (-0.3, 0.3),
    "brightish": (0.3, 0.9),
    "bright": (0.9, 2.2),
    "blown": (2.2, np.inf),
}
WORD_SOFTNESS_STOPS = (
    0.25  # standard deviation of an edge: under a third nobody sees; common practice
)
SLIP_SHARE = 0.01  # of words are slips of the tongue: no word rules anything out entirely

# How far the middle of a frame's histogram stands from the subject's own brightness: frames hold
# sky, shadow and lamps beside it. Common practice; a spot reading would be nearer.
HISTOGRAM_SIGMA_STOPS = 0.8
SATURATED_SHARE = 0.5  # of the frame clipped: its middle is clipped too and says only "at least"

_GRID_STOPS = np.arange(-24.0, 24.0, 1 / 24)
GOOD_ENOUGH_STOPS = 1 / 3  # nobody sees less than a third; common practice
SETTLED_SIGMA_STOPS = 0.35  # known this well, another test frame tells nothing worth its time


@dataclass(frozen=True)
class JudgedTake:
    """The settings of an exposure, and what is known of its picture.

    verdict: the word said over it; reading: its histogram, where there is a picture.
    """

    settings: Settings
    verdict: Verdict | None
    reading: Reading | None = None


@dataclass(frozen=True)
class Belief:
    """What is known of the EV100 to set: mean and standard deviation. [stops]"""

    ev100: float
    sigma_stops: float


@dataclass(frozen=True)
class Advice:
    """The next setting and why.

    control: which one moves, None when nothing should. change_stops: brighter positive.
    left_stops: what the dial and the limits leave undone. is_settled: no more test frames.
    """

    positions: Mapping[Control, DialValue]
    control: Control | None
    change_stops: float
    left_stops: float
    belief: Belief
    reasons: tuple[Reason, ...]
    is_settled: bool = False


Positions = Mapping[Control, DialValue]


@dataclass(frozen=True)
class Room:
    """Where the next setting may move: dials, limits, and controls by what they cost.

    order: cheapest first; a locked control is left out. why_this_order: code of the reason.
    placement_stops: where the plan puts the subject from mid-grey, for reading histograms.
    consequences: what a change does besides brightness.
    """

    dials: Mapping[Control, Dial]
    limits: Sequence[Limit] = ()
    order: Sequence[Control] = ("iso", "f_number", "exposure_s")
    why_this_order: str | None = None
    placement_stops: float = 0.0
    consequences: Callable[[Positions, Positions], tuple[Reason, ...]] | None = None


def belief_after(
    prior: Belief, takes: Sequence[JudgedTake], placement_stops: float = 0.0
) -> Belief:
    """The posterior mean and spread after every judged take, in any order."""
    grid = prior.ev100 + _GRID_STOPS
    log_weight = -0.5 * (_GRID_STOPS / prior.sigma_stops) ** 2
    for take in takes:
        misplaced = grid - take.settings.ev100
        if take.verdict is not None:
            log_weight = log_weight + np.log(_word_likelihood(misplaced, take.verdict))
        if take.reading is not None:
            found = _reading_likelihood(misplaced, take.reading, placement_stops)
            log_weight = log_weight + np.log(found)
    weight = np.exp(log_weight - log_weight.max())
    weight /= weight.sum()
    mean = float(np.sum(weight * grid))
    return Belief(mean, float(np.sqrt(np.sum(weight * (grid - mean) ** 2))))


def _word_likelihood(misplaced_stops: FloatArray, verdict: Verdict) -> FloatArray:
    lower, upper = VERDICT_EDGES_STOPS[verdict]
    upper_part = ndtr((upper - misplaced_stops) / WORD_SOFTNESS_STOPS)
    lower_part = ndtr((lower - misplaced_stops) / WORD_SOFTNESS_STOPS)
    slip = SLIP_SHARE / len(VERDICT_EDGES_STOPS)
    return np.asarray(slip + (1 - SLIP_SHARE) * (upper_part - lower_part))


def _reading_likelihood(
    misplaced_stops: FloatArray, reading: Reading, placement_stops: float
) -> FloatArray:
    """A frame's middle against where the plan wanted it; saturated, it is only a bound."""
    seen = reading.median_stops - placement_stops
    off = (seen - misplaced_stops) / HISTOGRAM_SIGMA_STOPS
    if reading.clipped_share >= SATURATED_SHARE:
        likelihood = ndtr(-off)
    elif reading.black_share >= SATURATED_SHARE:
        likelihood = ndtr(off)
    else:
        peak = 1 / (HISTOGRAM_SIGMA_STOPS * np.sqrt(2 * np.pi))
        stray = SLIP_SHARE / (_GRID_STOPS[-1] - _GRID_STOPS[0])  # a frame of something else
        return np.asarray(stray + (1 - SLIP_SHARE) * peak * np.exp(-0.5 * off**2))
    return np.asarray(SLIP_SHARE + (1 - SLIP_SHARE) * likelihood)


def next_setting(prior: Belief, takes: Sequence[JudgedTake], room: Room) -> Advice:
    """One change from the last take toward what is now believed right.

    `takes`: at least one, oldest first.
    """
    last = takes[-1]
    belief = belief_after(prior, takes, room.placement_stops)
    dials = room.dials
    now = {control: dials[control].nearest(getattr(last.settings, control)) for control in dials}
    wanted_stops = last.settings.ev100 - belief.ev100
    evidence = Reason(
        f"seen_{last.verdict or 'histogram'}",
        {"stops": wanted_stops, "sigma_stops": belief.sigma_stops, "takes": len(takes)},
        "ordered_probit",
    )
    settled = belief.sigma_stops <= SETTLED_SIGMA_STOPS
    # nobody who said "right" wants to hear of less than a third
    worth_changing = GOOD_ENOUGH_STOPS / (1 if last.verdict == "right" else 2)
    if abs(wanted_stops) < worth_changing:
        reasons = (evidence, Reason("keep_setting"))
        return Advice(now, None, 0.0, 0.0, belief, reasons, is_settled=True)
    for control in room.order:
        inside = allowed(dials[control], room.limits) or dials[control]
        here = inside.brightness(now[control].value)
        position = inside.nearest_brightness(here + wanted_stops)
        change = inside.brightness(position.value) - here
        if change * wanted_stops <= 0:
            continue  # this one is at its end already
        left = wanted_stops - change
        said = [
            evidence,
            Reason(
                f"change_{control}",
                {"stops": change, "from_label": now[control].label, "to_label": position.label},
            ),
        ]
        if room.why_this_order is not None and control == room.order[0]:
            said.append(Reason(room.why_this_order))
        if abs(left) > GOOD_ENOUGH_STOPS:
            said.append(Reason("change_left", {"stops": left}))
        positions = {**now, control: position}
        if room.consequences is not None:
            said.extend(room.consequences(now, positions))
        if settled:
            said.append(Reason("settled", {"sigma_stops": belief.sigma_stops}))
        return Advice(positions, control, change, left, belief, tuple(said), settled)
    said = [evidence, Reason("no_room_left")]
    return Advice(now, None, 0.0, wanted_stops, belief, tuple(said), settled)


@dataclass(frozen=True)
class Node:
    """Advice at the end of a path of words, and what follows from it."""

    advice: Advice
    after: Mapping[Verdict, "Node"]


def advice_tree(
    prior: Belief, first: Settings, takes: Sequence[JudgedTake], room: Room, depth: int
) -> Mapping[Verdict, Node]:
    """The advice for every word that may come, `depth` words deep, for a place with no signal.

    `first`: the settings the first of them is said over, after `takes` already judged. Where
    nothing is to be changed any more the tree ends.
    """
    found: dict[Verdict, Node] = {}
    for verdict in VERDICT_EDGES_STOPS:
        path = [*takes, JudgedTake(first, verdict)]
        advice = next_setting(prior, path, room)
        deeper: Mapping[Verdict, Node] = {}
        if depth > 1 and advice.control is not None:
            following = _settings_of(advice, room)
            deeper = advice_tree(prior, following, path, room, depth - 1)
        found[verdict] = Node(advice, deeper)
    return found


def _settings_of(advice: Advice, room: Room) -> Settings:
    values = {control: position.value for control, position in advice.positions.items()}
    film = room.dials["exposure_s"].film
    lost = film.lost_stops(values["exposure_s"]) if film else 0.0
    return Settings(**values, lost_stops=lost)
