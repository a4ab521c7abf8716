"""What is believed of one light, from every take judged so far.

State: the EV100 the photographer would call right for that light, on a grid, with the plan's
prediction and its ± as prior. Evidence: the word said over a take's picture, or the picture's
histogram. A word covers a stretch of misplacement d = EV(right) − EV(take) in stops, and its
edges are soft because eyes adapted to the dark read a bright screen differently; so
P(word | d) = Φ((upper − d)/w) − Φ((lower − d)/w), an ordered probit. [agresti2010] ch. 5

Light does not stand still: evidence belongs to the moment it was seen at and is moved along the
predicted change to the moment of the next take, which widens it by what is not known of the
change.
"""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

import numpy as np
from scipy.special import ndtr

from patient_owl.core.exposure.dials import CONTROLS
from patient_owl.core.exposure.reading import Reading
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.light.part import WHOLE, LightPart
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

# A third of a word's softness: what is smooth at that scale is summed exactly to a millionth.
_GRID_STOPS = np.arange(-24.0, 24.0, 1 / 12)
_MOMENTS = np.stack([np.ones_like(_GRID_STOPS), _GRID_STOPS, _GRID_STOPS**2], axis=1)
_ROW_OF = {verdict: row for row, verdict in enumerate(VERDICT_EDGES_STOPS)}
_EDGES_STOPS = np.array([-np.inf, *(upper for _, upper in VERDICT_EDGES_STOPS.values())])


@dataclass(frozen=True)
class JudgedTake:
    """The settings of an exposure, and what is known of its picture.

    verdicts: the words said over it, by the key of the light they are about, or WHOLE. reading:
    its histogram, where there is a picture. after_s: when, from the shot's moment. [s]
    """

    settings: Settings
    verdicts: Mapping[str, Verdict] = field(default_factory=dict)
    reading: Reading | None = None
    after_s: float = 0.0

    def word_for(self, part: LightPart, lead: LightPart) -> Verdict | None:
        """The word said of a light; one said of the whole picture is about the lead."""
        of_whole = self.verdicts.get(WHOLE) if part.key == lead.key else None
        return self.verdicts.get(part.key, of_whole)


@dataclass(frozen=True)
class Belief:
    """What is known of the EV100 to set for a light: mean and standard deviation. [stops]"""

    ev100: float
    sigma_stops: float


@dataclass(frozen=True)
class Evidence:
    """One take as one light sees it: its exposure value by what the light answers to."""

    ev100: float
    after_s: float
    verdict: Verdict | None
    reading: Reading | None


def evidence_on(part: LightPart, lead: LightPart, takes: Sequence[JudgedTake]) -> list[Evidence]:
    """What the takes tell about one light, oldest first; a take silent about it is left out.

    A histogram is of the whole frame, so it is read for a light that answers to every control, as
    what stays in the picture does.
    """
    is_read = len(part.answers_to) == len(CONTROLS)
    found = []
    for take in takes:
        word, reading = take.word_for(part, lead), take.reading if is_read else None
        if word is not None or reading is not None:
            ev100 = take.settings.ev100_by(part.answers_to)
            found.append(Evidence(ev100, take.after_s, word, reading))
    return found


def belief_after(part: LightPart, evidence: Sequence[Evidence], after_s: float = 0.0) -> Belief:
    """The posterior mean and spread at a moment, after every piece of evidence, in any order."""
    return _beliefs(part, weigh(part, evidence, after_s)[None, :], after_s)[0]


def weigh(part: LightPart, evidence: Sequence[Evidence], after_s: float) -> FloatArray:
    """What is believed over the grid, (n,), up to a factor.

    Summed as logarithms: a long chain of takes would underflow as a product.
    """
    log_weight = -0.5 * (_GRID_STOPS / part.sigma_stops) ** 2
    for seen in evidence:
        apart, carried = _standing(part, seen.ev100, seen.after_s, after_s)
        if seen.verdict is not None:
            likelihoods = _word_likelihoods(apart, carried)
            log_weight = log_weight + np.log(likelihoods[_ROW_OF[seen.verdict]])
        if seen.reading is not None:
            placed = part.placement_stops
            found = _reading_likelihood(_GRID_STOPS + apart, seen.reading, placed, carried)
            log_weight = log_weight + np.log(found)
    return np.asarray(np.exp(log_weight - log_weight.max()))


def after_each_word(
    part: LightPart, weights: FloatArray, ev100: float, after_s: float
) -> Iterator[tuple[Verdict, FloatArray, Belief]]:
    """What would be believed after each word that may be said of one more take.

    weights: of `weigh` at `after_s`, which is when the take is made too. ev100: its settings', by
    what the light answers to. With each word the weights it leaves, to go on from: a product, good
    for the few words that may follow one another without a signal.
    """
    apart, carried = _standing(part, ev100, after_s, after_s)
    left = weights * _word_likelihoods(apart, carried)
    return zip(VERDICT_EDGES_STOPS, left, _beliefs(part, left, after_s), strict=True)


def _standing(part: LightPart, ev100: float, from_s: float, to_s: float) -> tuple[float, float]:
    """The grid's middle over a take made at `from_s`, and the ± of carrying it to `to_s`."""
    apart = part.wanted_at(to_s) - part.moved(from_s, to_s) - ev100
    return apart, part.carried_sigma(from_s, to_s)


def _beliefs(part: LightPart, weights: FloatArray, after_s: float) -> list[Belief]:
    """Mean and spread of each row of weights, (k, n)."""
    total, first, second = (weights @ _MOMENTS).T
    means = first / total
    # where all is believed of one point the difference may come out a rounding under nought
    spreads = np.sqrt(np.maximum(second / total - means**2, 0.0))
    middle = part.wanted_at(after_s)
    return [Belief(middle + m, s) for m, s in zip(means.tolist(), spreads.tolist(), strict=True)]


@lru_cache(maxsize=1024)
def _word_likelihoods(apart_stops: float, carried_sigma: float) -> FloatArray:
    """Of every word over the grid, (7, n), its middle `apart_stops` over the take.

    Kept: the paths of a tree share them.
    """
    softness = math.hypot(WORD_SOFTNESS_STOPS, carried_sigma)
    below = ndtr((_EDGES_STOPS[:, None] - (_GRID_STOPS + apart_stops)) / softness)
    slip = SLIP_SHARE / len(VERDICT_EDGES_STOPS)
    found = slip + (1 - SLIP_SHARE) * np.diff(below, axis=0)
    found.setflags(write=False)
    return np.asarray(found)


def _reading_likelihood(
    misplaced_stops: FloatArray, reading: Reading, placement_stops: float, carried_sigma: float
) -> FloatArray:
    """A frame's middle against where the plan wanted it; saturated, it is only a bound."""
    sigma = math.hypot(HISTOGRAM_SIGMA_STOPS, carried_sigma)
    seen = reading.median_stops - placement_stops
    off = (seen - misplaced_stops) / sigma
    if reading.clipped_share >= SATURATED_SHARE:
        likelihood = ndtr(-off)
    elif reading.black_share >= SATURATED_SHARE:
        likelihood = ndtr(off)
    else:
        peak = 1 / (sigma * np.sqrt(2 * np.pi))
        stray = SLIP_SHARE / (_GRID_STOPS[-1] - _GRID_STOPS[0])  # a frame of something else
        return np.asarray(stray + (1 - SLIP_SHARE) * peak * np.exp(-0.5 * off**2))
    return np.asarray(SLIP_SHARE + (1 - SLIP_SHARE) * likelihood)
