"""Filters in front of the lens: what they cost, however they are labelled, and their stacks.

stops = log2(factor) = density / log10(2). A polariser costs 1 to 2 stops, 1.5 by default.
[common practice]
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Literal

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import Dial, DialValue

Marking = Literal["stops", "factor", "density", "polariser"]

POLARISER_STOPS = 1.5  # 1 to 2 as it turns; common practice
BARE = "no filter"  # what the rail prints where no glass is on the lens
MOST_STACKED = 3  # more vignette on any lens; common practice
SAME_STOPS = 0.25  # two stacks nearer than this are one position of the rail


@dataclass(frozen=True)
class Filter:
    """A filter by its short name and what it costs. [stops]"""

    name: str
    stops: float


def filter_stops(marking: Marking, value: float) -> float:
    """What a filter costs from what is engraved on it. [stops]

    Raises WrongValue for a factor under 1 or a negative density.
    """
    if marking == "factor":
        if value < 1:
            raise WrongValue("value", "a factor of 1 or more", value)
        return math.log2(value)
    if value < 0:
        raise WrongValue("value", "0 or more", value)
    return value / math.log10(2) if marking == "density" else value


def filter_dial(filters: Sequence[Filter]) -> Dial:
    """No filter and every stack of up to MOST_STACKED, fewest glasses for the same stops."""
    positions = [DialValue(0.0, BARE)]
    for count in range(1, MOST_STACKED + 1):
        for stack in combinations(filters, count):
            stops = sum(glass.stops for glass in stack)
            if all(abs(stops - known.value) > SAME_STOPS for known in positions):
                label = " + ".join(glass.name for glass in stack)
                positions.append(DialValue(stops, label, pieces=count))
    return Dial("nd_stops", tuple(sorted(positions)))
