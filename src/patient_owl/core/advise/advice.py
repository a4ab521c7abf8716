"""What to change next: a posterior over the light, from every take judged so far.

State: the EV100 the photographer would call right, on a grid, with the plan's prediction
and its ± as prior. Evidence: the word said over a take's picture, or the picture's histogram.
A word covers a stretch of misplacement d = EV(right) − EV(take) in stops, and its edges are
soft because eyes adapted to the dark read a bright screen differently; so
P(word | d) = Φ((upper − d)/w) − Φ((lower − d)/w), an ordered probit. [agresti2010] ch. 5

The answer is one change: to the control that may move at least cost, by dial steps.

Where a light is added that moves or flashes (a burst, a torch, a flash), it is a state of its
own: its exposure hangs on aperture, ISO and filter alone, the ambient's on time as well. So
"the tool is too bright, the rest is fine" stops down and lengthens by the same stops, and
"the rest is too bright, the tool is fine" only shortens. Handbook, section 2.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.special import ndtr

from patient_owl.core.exposure.dials import Control, Dial, DialValue
from patient_owl.core.exposure.reading import Reading
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.limits.limit import Limit, allowed
from patient_owl.core.reason import Reason
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
    light_verdict: the word said over the added light alone.
    """

    settings: Settings
    verdict: Verdict | None
    reading: Reading | None = None
    light_verdict: Verdict | None = None

    @property
    def of_light(self) -> "JudgedTake":
        """The same take as the added light sees it: the shutter time does not matter."""
        s = self.settings
        return JudgedTake(Settings(1.0, s.f_number, s.iso, s.nd_stops), self.light_verdict)


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
    consequences: what a change does besides brightness. light_prior: what is known of the
    added light, as the EV100 it wants at one second; None where nothing is added.
    """

    dials: Mapping[Control, Dial]
    limits: Sequence[Limit] = ()
    order: Sequence[Control] = ("iso", "f_number", "exposure_s")
    why_this_order: str | None = None
    placement_stops: float = 0.0
    consequences: Callable[[Positions, Positions], tuple[Reason, ...]] | None = None
    light_prior: Belief | None = None


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
    if room.light_prior is not None and any(take.light_verdict for take in takes):
        return _with_light(prior, room.light_prior, takes, room)
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
    if abs(wanted_stops) < _worth_changing(last.verdict):
        reasons = (evidence, Reason("keep_setting"))
        return Advice(now, None, 0.0, 0.0, belief, reasons, is_settled=True)
    found = _first_move(room.order, wanted_stops, now, room)
    if found is None:
        said = (evidence, Reason("no_room_left"))
        return Advice(now, None, 0.0, wanted_stops, belief, said, settled)
    control, position, change = found
    left = wanted_stops - change
    positions = {**now, control: position}
    reasons_said = [evidence, _change_reason(control, now[control], position, change)]
    if room.why_this_order is not None and control == room.order[0]:
        reasons_said.append(Reason(room.why_this_order))
    if abs(left) > GOOD_ENOUGH_STOPS:
        reasons_said.append(Reason("change_left", {"stops": left}))
    if room.consequences is not None:
        reasons_said.extend(room.consequences(now, positions))
    if settled:
        reasons_said.append(Reason("settled", {"sigma_stops": belief.sigma_stops}))
    return Advice(positions, control, change, left, belief, tuple(reasons_said), settled)


LIGHT_CONTROLS: tuple[Control, ...] = ("f_number", "iso", "nd_stops")


def _with_light(
    prior: Belief, light_prior: Belief, takes: Sequence[JudgedTake], room: Room
) -> Advice:
    """Aperture or ISO for the added light, time for the rest."""
    last, dials = takes[-1], room.dials
    light = belief_after(light_prior, [t.of_light for t in takes if t.light_verdict])
    now = {control: dials[control].nearest(getattr(last.settings, control)) for control in dials}
    said = [
        Reason(
            f"light_{last.light_verdict or 'unjudged'}",
            {"sigma_stops": light.sigma_stops, "takes": len(takes)},
            "ordered_probit",
        )
    ]
    positions, moved, change = dict(now), None, 0.0
    wanted = last.of_light.settings.ev100 - light.ev100
    if abs(wanted) >= _worth_changing(last.light_verdict):
        order = [c for c in (*room.order, *LIGHT_CONTROLS) if c in LIGHT_CONTROLS]
        found = _first_move(order, wanted, now, room)
        if found is not None:
            moved, position, change = found
            positions[moved] = position
            said.append(_change_reason(moved, now[moved], position, change))
    # the rest: where it was, or where words and pictures of it say it should be
    judged = any(take.verdict or take.reading for take in takes)
    rest = belief_after(prior, takes, room.placement_stops).ev100 if judged else None
    time_stops = (0.0 if rest is None else last.settings.ev100 - rest) - change
    if abs(time_stops) >= GOOD_ENOUGH_STOPS / 2:
        found = _first_move(["exposure_s"], time_stops, now, room)
        if found is not None:
            _, position, _ = found
            positions["exposure_s"] = position
            times = {"from_s": now["exposure_s"].value, "to_s": position.value}
            said.append(Reason("time_keeps_rest" if rest is None else "time_places_rest", times))
            moved = moved or "exposure_s"
    if moved is None:
        said.append(Reason("keep_setting"))
    elif room.consequences is not None:
        said.extend(room.consequences(now, positions))
    settled = moved is None or light.sigma_stops <= SETTLED_SIGMA_STOPS
    return Advice(positions, moved, change, wanted - change, light, tuple(said), settled)


def _worth_changing(verdict: Verdict | None) -> float:
    """Nobody who said "right" wants to hear of less than a third. [stops]"""
    return GOOD_ENOUGH_STOPS / (1 if verdict == "right" else 2)


def _change_reason(
    control: Control, before: DialValue, after: DialValue, change_stops: float
) -> Reason:
    if control == "exposure_s":
        times = {"from_s": before.value, "to_s": after.value}
        return Reason("change_exposure_s", {"stops": change_stops, **times})
    labels = {"from_label": before.label, "to_label": after.label}
    return Reason(f"change_{control}", {"stops": change_stops, **labels})


def _first_move(
    order: Sequence[Control], wanted_stops: float, now: Positions, room: Room
) -> tuple[Control, DialValue, float] | None:
    """The first control with room toward the wanted change, where it goes, and by how much."""
    for control in order:
        inside = allowed(room.dials[control], room.limits) or room.dials[control]
        here = inside.brightness(now[control].value)
        position = inside.nearest_brightness(here + wanted_stops)
        change = inside.brightness(position.value) - here
        if change * wanted_stops > 0:
            return control, position, change
    return None


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
        path = [*takes, _said(first, verdict, room)]
        advice = next_setting(prior, path, room)
        deeper: Mapping[Verdict, Node] = {}
        if depth > 1 and advice.control is not None:
            following = _settings_of(advice, room)
            deeper = advice_tree(prior, following, path, room, depth - 1)
        found[verdict] = Node(advice, deeper)
    return found


def _said(settings: Settings, verdict: Verdict, room: Room) -> JudgedTake:
    """A word over the added light where there is one, else over the whole picture."""
    if room.light_prior is not None:
        return JudgedTake(settings, None, light_verdict=verdict)
    return JudgedTake(settings, verdict)


def _settings_of(advice: Advice, room: Room) -> Settings:
    values = {control: position.value for control, position in advice.positions.items()}
    film = room.dials["exposure_s"].film
    lost = film.lost_stops(values["exposure_s"]) if film else 0.0
    return Settings(**values, lost_stops=lost)
