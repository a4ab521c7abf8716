"""How sharply a photographer's words are meant, learned from shots whose takes tell it.

Each shot gives log odds over the softnesses of `belief.py`: how likely its words and histograms
are under each, whatever its light was. Shots are independent, so odds add, by Bayes.
"""

import math
from collections.abc import Sequence

from patient_owl.core.advise.belief import UNLEARNED, Evidence, Sharpness, learned, weigh
from patient_owl.core.light.part import LightPart

LEAST_PIECES = 2  # one word over one frame says nothing of its own sharpness
LEAST_SHARE = 0.01  # nobody is ever known for certain


def heard(part: LightPart, evidence: Sequence[Evidence]) -> tuple[float, ...] | None:
    """Log odds by softness of one shot's words about a light; None where they tell nothing."""
    if len(evidence) < LEAST_PIECES or all(seen.verdict is None for seen in evidence):
        return None
    shares = learned(weigh(part, evidence, evidence[-1].after_s))
    return tuple(
        math.log(max(share, LEAST_SHARE) / before)
        for share, before in zip(shares, UNLEARNED, strict=True)
    )


def sharpness_from(odds: Sequence[Sequence[float]]) -> Sharpness:
    """What all shots together leave to believe; UNLEARNED without any."""
    if not odds:
        return UNLEARNED
    summed = [
        math.log(before) + sum(shot)
        for before, shot in zip(UNLEARNED, zip(*odds, strict=True), strict=True)
    ]
    highest = max(summed)
    weights = [math.exp(likelihood - highest) for likelihood in summed]
    floored = [max(weight / sum(weights), LEAST_SHARE) for weight in weights]
    return tuple(weight / sum(floored) for weight in floored)
