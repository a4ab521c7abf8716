"""What is believed of one light, from every take judged so far.

State: how far the light that would be called right lies from the one predicted, in stops, and how
sharply this photographer's words are meant; weights over both, on a grid. Evidence: the word said
of the light over a take's picture, or the light read off it at a spot. What was read is believed
before what was said; a bare histogram, which is of everything in the frame, tells of no light.

A first guess can be seven stops off (a dark store, a gorge, a lamp nobody mentioned) and a word a
slip, so both have Student's tails instead of a normal law's. A word covers a stretch of
misplacement d = EV(right) − EV(take) in stops, and its edges are soft because eyes adapted to the
dark read a bright screen differently: P(word | d) = T((upper − d)/w) − T((lower − d)/w), an ordered
regression with Student's T. [agresti2010] ch. 5, [lange1989]

Light does not stand still: what is believed moves along the predicted change from take to take,
and widens by what is not known of the change. A scene somebody changed widens it too.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal, NamedTuple

import numpy as np
from scipy.special import stdtr, stdtrit

from patient_owl.core.exposure import spot as spots
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.kept import kept
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
WORDS: tuple[Verdict, ...] = tuple(VERDICT_EDGES_STOPS)
RIGHT = WORDS.index("right")

# How soft an edge is, in stops: a quarter for a careful eye at home, over half for a tired one at
# a bright screen in the dark. Which of them somebody is, is not known beforehand. Common practice.
SOFTNESSES_STOPS = (0.15, 0.3, 0.5, 0.8)
Sharpness = tuple[float, ...]  # how much is believed in each softness; sums to 1
# Rather a tired one until somebody's own words tell: then the stated ± holds two times in three for
# careful eyes and tired ones alike. Ours, see benchmarks/advisor.py.
UNLEARNED: Sharpness = (0.08, 0.2, 0.32, 0.4)
WORD_FREEDOM = 3.0  # degrees of freedom of an edge: a slip now and then; ours, see benchmarks

# Half of the guesses of this trade lie within a stop and a tenth beyond five; a mix
# of open skies and closed granaries as practitioners tell them. Nearly a Cauchy law.
PRIOR_FREEDOM = 1.2
ONE_SIGMA = 0.682_689_492  # share of a normal law within one standard deviation
_QUANTILES = (0.5, (1 - ONE_SIGMA) / 2, (1 + ONE_SIGMA) / 2)

# What an answer to a word moves at least, in stops: "a touch" a third, for nobody sees less;
# "black" as far as the word begins, for it is two stops and more. Common practice.
LEAST_STEPS_STOPS: dict[Verdict, float] = {
    "black": 2.2,
    "dark": 2 / 3,
    "darkish": 1 / 3,
    "right": 0.0,
    "brightish": -1 / 3,
    "bright": -2 / 3,
    "blown": -2.2,
}

# A frame that is called right is so to two thirds of a stop on a screen. Common practice.
RIGHT_REACHES_STOPS = 2 / 3
MOST_PIECES = 24  # of evidence on one light: nobody tries a picture more often; common practice
SCENE_CHANGED_SIGMA_STOPS = 1.5  # a lamp dimmed, a panel moved: one to two stops; common practice

# Under the sharpest softness: smooth at that scale, so sums and quantiles are good to 0.03.
_STEP_STOPS = 1 / 8
_GRID_STOPS = np.arange(-20.0, 20.0 + _STEP_STOPS / 2, _STEP_STOPS)
_EDGES_STOPS = np.array([-np.inf, *(upper for _, upper in VERDICT_EDGES_STOPS.values())])


@dataclass(frozen=True)
class JudgedTake:
    """The settings of an exposure, and what is known of its picture.

    verdicts: the words said over it, by the key of the light they are about, or WHOLE. spots:
    lights that were read off it, by the same keys. after_s: when, from the shot's moment. [s]
    scene_changed: keys of the lights somebody changed just before it, or WHOLE. levers: where those
    of the lights that are brought stood, by light and lever; as planned where nobody said. is_kept:
    whether somebody keeps its picture: its setting is the picture's from then on. set_exposure_s:
    the time it was to be open, where it was closed before.
    """

    settings: Settings
    verdicts: Mapping[str, Verdict] = field(default_factory=dict)
    spots: Mapping[str, Spot] = field(default_factory=dict)
    after_s: float = 0.0
    scene_changed: frozenset[str] = frozenset()
    levers: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    is_kept: bool = False
    set_exposure_s: float | None = None

    @property
    def as_set(self) -> Settings:
        """What was set: somebody who closes early asks for no shorter time."""
        if self.set_exposure_s is None:
            return self.settings
        return replace(self.settings, exposure_s=self.set_exposure_s)

    def levers_of(self, part: LightPart) -> Mapping[str, float]:
        """Where a light's levers stood."""
        planned = part.levers_for(self.settings)
        return {**planned, **self.levers.get(part.key, {})}

    def word_for(self, part: LightPart) -> Verdict | None:
        """The word said of a light; one said of the whole picture is about every light."""
        return self.verdicts.get(part.key, self.verdicts.get(WHOLE))

    def spot_of(self, part: LightPart) -> Spot | None:
        """Where a light was read; a single light is the whole picture."""
        return self.spots.get(part.key, self.spots.get(WHOLE))


@dataclass(frozen=True)
class Belief:
    """What is known of the EV100 to set for a light, and its ±: two thirds lie within. [stops]

    far_share: after "right", how likely the light is further from it than a frame that is right may
    be; 0 after any other word.
    """

    ev100: float
    sigma_stops: float
    far_share: float = 0.0


@dataclass(frozen=True)
class Evidence:
    """One take as one light sees it: its exposure value by what the light answers to, the word that
    counts and where it was read."""

    ev100: float
    after_s: float
    verdict: Verdict | None
    spot: Spot | None = None
    is_changed: bool = False


def evidence_on(part: LightPart, takes: Sequence[JudgedTake]) -> list[Evidence]:
    """What the takes tell about one light, oldest first; a take silent about it is left out, but
    for what was changed before it."""
    pieces: list[Evidence] = []
    is_changed = False
    for take in takes:
        is_changed |= bool(pieces) and bool(take.scene_changed & {part.key, WHOLE})
        spot, word = take.spot_of(part), word_that_counts(part, take)
        if word is not None or spot is not None or is_changed:
            ev100 = part.ev100_set(take.settings, take.levers_of(part))
            pieces.append(Evidence(ev100, take.after_s, word, spot, is_changed))
            is_changed = False
    return pieces[-MOST_PIECES:]


def word_that_counts(part: LightPart, take: JudgedTake) -> Verdict | None:
    """The word said of a light. Where the light was read as well, what was read counts, and of the
    words only "right", beside it."""
    word = take.word_for(part)
    return word if take.spot_of(part) is None or word == "right" else None


class WordOutcome(NamedTuple):
    """What a word over a take leaves: weights to go on from, and the belief at its moment.

    share: how likely the word was to be said.
    """

    weights: FloatArray
    belief: Belief
    share: float


def first_weights(part: LightPart, sharpness: Sharpness = UNLEARNED) -> FloatArray:
    """Before any take, shape (softnesses, grid), summing to 1."""
    return np.asarray(np.outer(sharpness, _prior(part.sigma_stops)))


def weigh(
    part: LightPart,
    evidence: Sequence[Evidence],
    after_s: float,
    sharpness: Sharpness = UNLEARNED,
) -> FloatArray:
    """What is believed at a moment, after every piece of evidence in the order it came."""
    weights = _after_last(part, tuple(evidence), sharpness)
    if not evidence:
        return weights
    return _moved_on(part, weights, evidence[-1].after_s, after_s)


@kept(most=256, mb=4)
def _after_last(
    part: LightPart, evidence: tuple[Evidence, ...], sharpness: Sharpness
) -> FloatArray:
    """At the moment of the last piece. Kept: one take more builds on it, and a light that moves is
    asked about by the minute."""
    if not evidence:
        weights = first_weights(part, sharpness)
    else:
        weights = _seen(part, _before_last(part, evidence, sharpness), evidence[-1])
    weights.setflags(write=False)
    return weights


def _before_last(
    part: LightPart, evidence: tuple[Evidence, ...], sharpness: Sharpness
) -> FloatArray:
    """At the moment of the last piece, without it."""
    *earlier, last = evidence
    weights = _after_last(part, tuple(earlier), sharpness)
    return _until(part, weights, earlier[-1] if earlier else None, last)


@kept(most=64, mb=6)
def _told_by_last(
    part: LightPart, evidence: tuple[Evidence, ...], sharpness: Sharpness
) -> WordOutcome:
    """What the word over the last piece leaves, by the rules; kept as above."""
    last = evidence[-1]
    assert last.verdict is not None  # that is what it was picked by
    weights = _read(part, _before_last(part, evidence, sharpness), last)
    return after_each_word(part, weights, last.ev100, last.after_s)[last.verdict]


def belief_after(
    part: LightPart,
    evidence: Sequence[Evidence],
    after_s: float = 0.0,
    sharpness: Sharpness = UNLEARNED,
) -> Belief:
    """What to set for a light at a moment, after every piece of evidence.

    The last word said of it binds: the answer never goes against it, and "right" is final, but
    for what the light itself has changed since.
    """
    said = [place for place, seen in enumerate(evidence) if seen.verdict is not None]
    # a light that was read, or changed, since the last word binds no longer
    since = evidence[said[-1] :] if said else ()
    if not since or any(seen.spot for seen in since) or any(s.is_changed for s in since[1:]):
        return _belief_of(part, weigh(part, evidence, after_s, sharpness), after_s)
    anchor = evidence[said[-1]]
    left = _told_by_last(part, tuple(evidence[: said[-1] + 1]), sharpness)
    return carried(part, left, anchor.after_s, after_s)


def carried(
    part: LightPart, left: WordOutcome, from_s: float, to_s: float, *, is_read: bool = False
) -> Belief:
    """What a word left, or, where the light was read, the reading, as the light has moved since."""
    if is_read:
        return _belief_of(part, _moved_on(part, left.weights, from_s, to_s), to_s)
    then, sigma = left.belief, part.carried_sigma(from_s, to_s)
    ev100 = then.ev100 + part.moved(from_s, to_s)
    return Belief(ev100, math.hypot(then.sigma_stops, sigma), then.far_share)


def _until(
    part: LightPart, weights: FloatArray, before: Evidence | None, seen: Evidence
) -> FloatArray:
    """From one piece of evidence to the moment of the next."""
    from_s = seen.after_s if before is None else before.after_s
    return _moved_on(part, weights, from_s, seen.after_s, is_changed=seen.is_changed)


def _moved_on(
    part: LightPart, weights: FloatArray, from_s: float, to_s: float, *, is_changed: bool = False
) -> FloatArray:
    """The same a while later: the weights are about the predicted light, so they only widen."""
    sigma = math.hypot(
        part.carried_sigma(from_s, to_s), SCENE_CHANGED_SIGMA_STOPS if is_changed else 0.0
    )
    if sigma < _STEP_STOPS / 4:
        return weights
    return np.asarray(weights @ _widening(round(sigma, 2)))


def after_each_word(
    part: LightPart, weights: FloatArray, ev100: float, after_s: float
) -> dict[Verdict, WordOutcome]:
    """What each word would leave that may be said of one more take.

    weights: at `after_s`, which is when the take is made. ev100: its settings', by what the light
    answers to. The step never goes against the word, and a darker word never has a smaller one;
    "right" is final. All seven are worked out, because each is held against its neighbours.
    """
    off_stops = part.wanted_at(after_s) - ev100
    left = weights * _word_likelihoods(round(off_stops, 6))
    shares = left.sum(axis=(1, 2))
    left /= shares[:, None, None]
    by_light = left.sum(axis=1)
    medians, spreads = _middle_and_spread(by_light)
    steps = _in_step([-off_stops - median for median in medians.tolist()])
    return {
        word: WordOutcome(
            weights=left[row],
            # the ± is about what is proposed, which may stand beside the middle of the belief
            belief=Belief(
                ev100 - step,
                math.hypot(spread, -off_stops - median - step),
                _far_share(by_light[row], -off_stops) if word == "right" else 0.0,
            ),
            share=float(shares[row]),
        )
        for row, (word, step, median, spread) in enumerate(
            zip(WORDS, steps, medians.tolist(), spreads.tolist(), strict=True)
        )
    }


def _far_share(weights: FloatArray, at_stops: float) -> float:
    """How much of what is believed lies further from a place than a frame that is right may."""
    return float(
        weights[np.abs(_GRID_STOPS - at_stops) > RIGHT_REACHES_STOPS].sum() / weights.sum()
    )


def after_each_hump(
    part: LightPart, weights: FloatArray, ev100: float, after_s: float
) -> tuple[WordOutcome, ...]:
    """`after_each_word`, of each place where its hump may be seen to stand, as in HUMPS."""
    misplaced = _GRID_STOPS + part.wanted_at(after_s) - ev100
    likelihoods = np.array(
        [
            spots.likelihood(spot.stops - part.placement_stops - misplaced, spot)
            for spot in spots.HUMPS
        ]
    )
    left = weights * likelihoods[:, None, :]
    shares = left.sum(axis=(1, 2))
    left /= shares[:, None, None]
    medians, spreads = _middle_and_spread(left.sum(axis=1))
    wanted = part.wanted_at(after_s)
    return tuple(
        WordOutcome(left[row], Belief(wanted + median, spread), float(share))
        for row, (median, spread, share) in enumerate(
            zip(medians.tolist(), spreads.tolist(), shares / shares.sum(), strict=True)
        )
    )


def _belief_of(part: LightPart, weights: FloatArray, after_s: float) -> Belief:
    """Middle and ± of what is believed at a moment."""
    medians, spreads = _middle_and_spread(weights.sum(axis=0)[None, :])
    return Belief(part.wanted_at(after_s) + float(medians[0]), float(spreads[0]))


def learned(weights: FloatArray) -> Sharpness:
    """How much is believed in each softness, once the takes of a shot were seen."""
    return tuple((weights.sum(axis=1) / weights.sum()).tolist())


def _in_step(wanted: Sequence[float]) -> list[float]:
    """Steps by word, darkest first: never against it, never smaller for the stronger word."""
    steps = [0.0] * len(WORDS)
    for row in range(RIGHT - 1, -1, -1):
        steps[row] = max(wanted[row], LEAST_STEPS_STOPS[WORDS[row]], steps[row + 1])
    for row in range(RIGHT + 1, len(WORDS)):
        steps[row] = min(wanted[row], LEAST_STEPS_STOPS[WORDS[row]], steps[row - 1])
    return steps


def _seen(part: LightPart, weights: FloatArray, seen: Evidence) -> FloatArray:
    """After a take was read and its word was said."""
    weights = _read(part, weights, seen)
    if seen.verdict is not None:
        off_stops = part.wanted_at(seen.after_s) - seen.ev100
        weights = weights * _word_likelihoods(round(off_stops, 6))[WORDS.index(seen.verdict)]
    return np.asarray(weights / weights.sum())


def _read(part: LightPart, weights: FloatArray, seen: Evidence) -> FloatArray:
    if seen.spot is None:
        return weights
    misplaced = _GRID_STOPS + part.wanted_at(seen.after_s) - seen.ev100
    return weights * spots.likelihood(seen.spot.stops - part.placement_stops - misplaced, seen.spot)


def _middle_and_spread(weights: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Median and half the width of the middle two thirds of each row, (k, n). [stops]"""
    below = np.cumsum(weights, axis=1)
    below /= below[:, -1:]
    middle, low, high = (_quantile(below, share) for share in _QUANTILES)
    return middle, (high - low) / 2


def _quantile(below: FloatArray, share: float) -> FloatArray:
    """Where the running sum of each row reaches a share, straight between grid points."""
    rows = np.arange(len(below))
    at = np.minimum((below < share).sum(axis=1), below.shape[1] - 1)
    reached = below[rows, at]
    before = np.where(at > 0, below[rows, at - 1], 0.0)
    inside = (share - before) / np.maximum(reached - before, 1e-300)
    # each weight stands for the step around its grid point
    return np.asarray(_GRID_STOPS[at] + (inside - 0.5) * _STEP_STOPS)


def _scale(sigma_stops: float) -> float:
    """Of the law whose middle two thirds are ± sigma."""
    return sigma_stops / float(stdtrit(PRIOR_FREEDOM, _QUANTILES[2]))


def prior_draw(rng: np.random.Generator, sigma_stops: float) -> float:
    """How far a light lies from a first guess, by chance. [stops]"""
    return float(rng.standard_t(PRIOR_FREEDOM)) * _scale(sigma_stops)


def _prior(sigma_stops: float) -> FloatArray:
    """Student's law whose middle two thirds are ± sigma, by the step around each grid point."""
    scale = _scale(sigma_stops)
    edges = (np.append(_GRID_STOPS, _GRID_STOPS[-1] + _STEP_STOPS) - _STEP_STOPS / 2) / scale
    masses = np.diff(stdtr(PRIOR_FREEDOM, edges))
    return np.asarray(masses / masses.sum())


def _widening(sigma_stops: float) -> FloatArray:
    """Rows that spread each grid point over its neighbours, (n, n)."""
    apart = _GRID_STOPS[:, None] - _GRID_STOPS
    kernel = np.exp(-0.5 * (apart / sigma_stops) ** 2)
    return np.asarray(kernel / kernel.sum(axis=1, keepdims=True))


@kept(most=128, mb=10)
def _word_likelihoods(wanted_stops: float) -> FloatArray:
    """Of every word, (words, softnesses, grid), the prediction `wanted_stops` over the take.

    Kept: the paths of a tree share them.
    """
    apart = _EDGES_STOPS[:, None, None] - (_GRID_STOPS + wanted_stops)
    below = _below(apart / np.array(SOFTNESSES_STOPS)[:, None])
    likelihoods = np.diff(below, axis=0)
    likelihoods.setflags(write=False)
    return np.asarray(likelihoods)


def _below(edge: FloatArray) -> FloatArray:
    """Share under an edge of Student's law with WORD_FREEDOM, three: closed, and ten times as quick
    as the general one."""
    x = edge / math.sqrt(WORD_FREEDOM)
    with np.errstate(invalid="ignore"):
        wing = x / (1 + x**2)
    return np.asarray(0.5 + (np.where(np.isfinite(x), wing, 0.0) + np.arctan(x)) / np.pi)
