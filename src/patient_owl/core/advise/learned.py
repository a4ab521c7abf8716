"""What settled shots teach: how far lights are found from their predictions, and where and when.

Each finding is offset = photographer + discipline + body + source + here + spot + night + shot +
its own error, all but the last random effects with a mean of nought: a first night counts little,
the third a lot, and what one place teaches tells a little of the next. Everything is in units of
the prediction's own ±, so that with nothing learned the expectation is the bare prediction.
[searle1992] ch. 7

How much each effect varies is not known beforehand: its most likely share, under a prior that
stands on common practice, by the newest findings; how much all of them vary together is weighed by
its likelihood. Given those, best linear unbiased prediction.
"""

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal, NamedTuple

import numpy as np
from scipy.linalg import cho_factor, cho_solve
from scipy.optimize import minimize

from patient_owl.core.kept import kept
from patient_owl.core.light.found import Expected
from patient_owl.core.types import FloatArray

Effect = Literal["photographer", "discipline", "body", "source", "here", "spot", "night", "shot"]

# Standard deviations of the effects, in units of a prediction's ±; their squares sum to about one,
# so that without a finding nothing is changed. Good to a factor of two; common practice: what
# stands over and beside a place makes most of it, another night a good part, hand and camera
# little.
USUAL: Mapping[Effect, float] = {
    "photographer": 0.20,
    "discipline": 0.20,
    "body": 0.15,
    "source": 0.35,
    "here": 0.70,
    "spot": 0.20,
    "night": 0.42,
    "shot": 0.25,
}
EFFECTS: tuple[Effect, ...] = tuple(USUAL)
# How unusual the logarithms of these may be, each by itself and all of them together: somebody
# whose every prediction is good or bad. Common practice.
USUAL_SPREAD, TOGETHER_SPREAD = 0.35, 0.5
# Of a place where a light was found so far off that something must stand over it: what, nobody
# said, so what was found there says it, and it tells nothing of other places. Common practice.
WIDE_HERE = 4.0
SCALES = (-1.2, -0.8, -0.4, 0.0, 0.4, 0.8, 1.2)  # of all together, as logarithms: a third to three
LEAST_WEIGHT = 0.01  # of a scale that is worth the time
MOST_FITTED = 150  # findings that tell how much the effects vary: more cost time and tell no more
MOST_RECKONED = 600  # findings, the newest
MOST_UNUSUAL = 2.5  # how far from usual an effect may vary, as a logarithm: twelve times
LEAST_OWN_SIGMA = 0.05  # of a finding: nobody sees less; two that agree in full stay two
WORTH_TELLING_STOPS = 1 / 6  # half of the least step of a dial
LEAST_TOLD_STOPS = 0.25  # an expectation that moves a setting by less is none


@dataclass(frozen=True)
class Circumstance:
    """Where, when and with what a light is met. spot: "" where none was said."""

    discipline: str
    body: str
    place: str
    night: str
    spot: str = ""

    def levels(self, light: str, between: str, shot: str) -> dict[Effect, str]:
        """Which value of each effect acts; an empty one acts on nothing else."""
        here = f"{self.place}|{light}|{between}"
        return {
            "photographer": "self",
            "discipline": self.discipline,
            "body": self.body,
            "source": light,
            "here": here,
            "spot": f"{here}|{self.spot}" if self.spot else "",
            "night": f"{self.place}|{self.night}",
            "shot": shot,
        }


@dataclass(frozen=True)
class Finding:
    """One light of one settled shot. offset_stops, sigma_stops: found against the bare prediction,
    and the ± of that; predicted_sigma_stops: the prediction's own. is_far: so far that something
    must have been left unsaid."""

    shot: str
    circumstance: Circumstance
    light: str
    between: str
    offset_stops: float
    sigma_stops: float
    predicted_sigma_stops: float
    is_far: bool = False

    @property
    def levels(self) -> dict[Effect, str]:
        return self.circumstance.levels(self.light, self.between, self.shot)


class Estimate(NamedTuple):
    """In units of a prediction's ±."""

    mean: float
    sigma: float


class Weighed(NamedTuple):
    """Spreads of the effects, in units of a prediction's ±, and how likely they are."""

    weight: float
    spreads: Mapping[Effect, float]


@dataclass(frozen=True, eq=False)
class Lessons:
    """All findings of a photographer together, oldest first. switched_off: effects at levels that
    are not to move a prediction."""

    findings: tuple[Finding, ...]
    switched_off: frozenset[tuple[Effect, str]] = frozenset()

    @cached_property
    def weighed(self) -> tuple[Weighed, ...]:
        """How much each effect varies; how good predictions are as a whole stays open."""
        newest = self.findings[-MOST_FITTED:]
        return _weighed(newest, self.wide) if newest else (Weighed(1.0, USUAL),)

    @property
    def reckoned(self) -> tuple[Finding, ...]:
        return self.findings[-MOST_RECKONED:]

    def estimate(
        self,
        levels: Mapping[Effect, str],
        without_shot: str = "",
        effects: Collection[Effect] = EFFECTS,
    ) -> Estimate:
        """The sum of some effects at some levels, given every finding but those of one shot."""
        shot = without_shot if without_shot in self._shots else ""
        estimates = [
            (weighed.weight, self._estimate(place, levels, shot, effects))
            for place, weighed in enumerate(self.weighed)
        ]
        mean = sum(weight * estimate.mean for weight, estimate in estimates)
        # what is not known of the spreads adds to what each of them leaves open
        square = sum(
            weight * (estimate.sigma**2 + (estimate.mean - mean) ** 2)
            for weight, estimate in estimates
        )
        return Estimate(mean, math.sqrt(square))

    def _estimate(
        self, place: int, levels: Mapping[Effect, str], shot: str, effects: Collection[Effect]
    ) -> Estimate:
        spreads = self.weighed[place].spreads
        variances = {effect: spreads[effect] ** 2 for effect in effects}
        if levels["here"] in self.wide and "here" in effects:
            variances["here"] = WIDE_HERE**2
        prior = sum(variances.values())
        known = _known(self, place, shot)
        if known is None:
            return Estimate(0.0, math.sqrt(prior))
        shared = np.zeros(len(known.levels))
        for effect in effects:
            level = levels[effect]
            if level and (effect, level) not in self.switched_off:
                same = np.array([level == row[effect] for row in known.levels])
                shared += variances[effect] * same
        left = prior - float(shared @ cho_solve(known.factor, shared))
        return Estimate(float(shared @ known.offsets), math.sqrt(max(left, 0.0)))

    @cached_property
    def wide(self) -> frozenset[str]:
        """Places, by light and what stands over it, where it was found far off."""
        return frozenset(finding.levels["here"] for finding in self.reckoned if finding.is_far)

    @cached_property
    def _shots(self) -> frozenset[str]:
        return frozenset(finding.shot for finding in self.findings)


@dataclass(frozen=True)
class ShotLessons:
    """What was learned, as one shot asks for it. shot: whose own findings are left out: its chain
    weighs them."""

    lessons: Lessons
    circumstance: Circumstance
    shot: str = ""

    def expected(self, light: str, between: str, predicted_sigma_stops: float) -> Expected | None:
        """How far such a light is expected from its prediction; None where nothing moves it."""
        if not self.lessons.findings:
            return None
        levels = self.circumstance.levels(light, between, "")
        estimate = self.lessons.estimate(levels, self.shot)
        offset = estimate.mean * predicted_sigma_stops
        if abs(offset) < LEAST_TOLD_STOPS:
            return None
        nights = {
            finding.circumstance.night
            for finding in self.lessons.reckoned
            if finding.levels["here"] == levels["here"] and finding.shot != self.shot
        }
        return Expected(offset, estimate.sigma * predicted_sigma_stops, len(nights))


class _Known(NamedTuple):
    """levels: of each finding. factor: of the findings' covariance. offsets: what was found, times
    its inverse."""

    levels: list[dict[Effect, str]]
    factor: tuple[FloatArray, bool]
    offsets: FloatArray


@kept(most=256, mb=2)
def _known(lessons: Lessons, place: int, without_shot: str) -> _Known | None:
    """For the spreads at a place of those that are likely."""
    findings = tuple(finding for finding in lessons.reckoned if finding.shot != without_shot)
    if not findings:
        return None
    spreads = lessons.weighed[place].spreads
    fixed, sharing = _sharing(findings, lessons.wide)
    covariance = fixed + sum(spreads[effect] ** 2 * same for effect, same in sharing.items())
    factor = cho_factor(covariance)
    return _Known(
        [finding.levels for finding in findings], factor, cho_solve(factor, _offsets(findings))
    )


def _offsets(findings: Sequence[Finding]) -> FloatArray:
    return np.array([finding.offset_stops / finding.predicted_sigma_stops for finding in findings])


def _own_variance(findings: Sequence[Finding]) -> FloatArray:
    own = [finding.sigma_stops / finding.predicted_sigma_stops for finding in findings]
    return np.asarray(np.maximum(own, LEAST_OWN_SIGMA) ** 2)


def _sharing(
    findings: Sequence[Finding], wide: Collection[str]
) -> tuple[FloatArray, dict[Effect, FloatArray]]:
    """What of the findings' covariance is known beforehand; and by effect, which pairs of findings
    it acts on alike, (n, n) of 0 and 1."""
    levels = [finding.levels for finding in findings]
    shares: dict[Effect, FloatArray] = {}
    for effect in EFFECTS:
        names = [row[effect] or f"alone {place}" for place, row in enumerate(levels)]
        _, codes = np.unique(names, return_inverse=True)
        shares[effect] = np.equal.outer(codes, codes).astype(float)
    is_wide = np.array([row["here"] in wide for row in levels], dtype=float)
    fixed = np.diag(_own_variance(findings)) + WIDE_HERE**2 * shares["here"] * is_wide
    shares["here"] = shares["here"] * (1 - is_wide)
    return fixed, shares


def _weighed(findings: Sequence[Finding], wide: Collection[str]) -> tuple[Weighed, ...]:
    """The most likely proportions of the effects' spreads, their prior about the usual ones; and
    as large and small as all of them together may be, each by its likelihood."""
    offsets = _offsets(findings)
    own, sharing = _sharing(findings, wide)
    same = np.array([sharing[effect] for effect in EFFECTS])
    usual = np.log([USUAL[effect] for effect in EFFECTS])

    def unlikely(logs: FloatArray) -> tuple[float, FloatArray]:
        """Minus the logarithm of the likelihood, and its slopes."""
        variances = np.exp(2 * logs)
        factor = cho_factor(own + np.tensordot(variances, same, axes=1))
        inverse = cho_solve(factor, np.eye(len(offsets)))
        solved = inverse @ offsets
        log_size = 2 * np.log(np.diag(factor[0])).sum()
        slopes = np.tensordot(same, inverse - np.outer(solved, solved), axes=2)
        return float(0.5 * (log_size + offsets @ solved)), variances * slopes

    together = np.full((len(EFFECTS), len(EFFECTS)), TOGETHER_SPREAD**2)
    unusual = np.linalg.inv(together + USUAL_SPREAD**2 * np.eye(len(EFFECTS)))

    def with_prior(logs: FloatArray) -> tuple[float, FloatArray]:
        cost, slopes = unlikely(logs)
        apart = unusual @ (logs - usual)
        return cost + float(0.5 * (logs - usual) @ apart), slopes + apart

    reach = [(log - MOST_UNUSUAL, log + MOST_UNUSUAL) for log in usual]
    best = minimize(
        with_prior, usual, jac=True, method="L-BFGS-B", bounds=reach, options={"maxiter": 40}
    ).x
    shape = best - usual - (best - usual).mean()
    scaled = [usual + shape + scale for scale in SCALES]
    costs = np.array(
        [
            unlikely(logs)[0] + 0.5 * (scale / TOGETHER_SPREAD) ** 2
            for logs, scale in zip(scaled, SCALES, strict=True)
        ]
    )
    weights = np.exp(costs.min() - costs)
    weights /= weights.sum()
    return tuple(
        Weighed(float(weight), dict(zip(EFFECTS, np.exp(logs).tolist(), strict=True)))
        for weight, logs in zip(weights, scaled, strict=True)
        if weight >= LEAST_WEIGHT
    )
