"""How often which kinds of takes are kept."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from scipy.stats import fisher_exact

LEAST_TAKES = 5  # fewer tell nothing of how often; common practice
CHANCE_SHARE = 0.05  # of tables that chance alone would make as uneven; common practice
SELDOM_KEPT = 1 / 3  # of a kind's takes: fewer is worth an evening at home; common practice
LEAST_TO_PRACTISE = 3  # takes; common practice


@dataclass(frozen=True)
class Kept:
    """How many of how many takes with something in common were kept."""

    what: str
    kept: int
    takes: int

    @property
    def share(self) -> float:
        return self.kept / self.takes if self.takes else 0.0


def telling(groups: Iterable[Kept], whole: Kept) -> list[Kept]:
    """The groups that were kept more or less often than the rest, so far that chance would hardly
    make it so; the surest first. [fisher1935]"""
    scored_groups = []
    for group in groups:
        rest = Kept("", whole.kept - group.kept, whole.takes - group.takes)
        if min(group.takes, rest.takes) < LEAST_TAKES:
            continue
        table = [[takes.kept, takes.takes - takes.kept] for takes in (group, rest)]
        by_chance = float(fisher_exact(table).pvalue)
        if by_chance <= CHANCE_SHARE:
            scored_groups.append((by_chance, group))
    return [group for _, group in sorted(scored_groups, key=lambda scored: scored[0])]


def worth_practising(kind: Kept) -> bool:
    """A kind of picture that was tried more than once or twice and is kept seldom."""
    return kind.takes >= LEAST_TO_PRACTISE and kind.share < SELDOM_KEPT


@dataclass(frozen=True)
class Band:
    """A stretch of a setting; most is not in it. A code for words."""

    code: str
    least: float
    most: float


# Where photographers draw the lines themselves: what is held by hand, what a camera times, what
# needs a remote; and where noise begins to be thought of. Common practice.
EXPOSURE_BANDS: Sequence[Band] = (
    Band("faster_than_hand", 0.0, 1 / 15),
    Band("hand_to_second", 1 / 15, 1.0),
    Band("seconds", 1.0, 30.5),
    Band("beyond_camera", 30.5, float("inf")),
)
ISO_BANDS: Sequence[Band] = (
    Band("low_iso", 0.0, 500.0),
    Band("middle_iso", 500.0, 3000.0),
    Band("high_iso", 3000.0, float("inf")),
)


def band_of(value: float, bands: Sequence[Band]) -> str:
    """The code of the stretch a value lies in."""
    return next(band.code for band in bands if band.least <= value < band.most)
