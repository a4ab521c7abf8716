"""What a picture's histogram says about its exposure.

Levels are those of an sRGB picture, 0 to 255; they are made linear [iec61966] and put in stops
from mid-grey, 18 % reflectance. A camera's own curve differs by a few tenths of a stop.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.types import BoolArray, FloatArray

LEVELS = 256
DRAWN_LEVELS = 64  # bins of a histogram that is looked at
MID_GREY = 0.18  # linear reflectance; [iso2720] meters are set for it, common practice
CLIPPED_LEVEL, BLACK_LEVEL = 253, 2  # JPEG rounds the ends; common practice
SATURATED_SHARE = 0.5  # of the frame clipped: its middle is clipped too and says only "at least"
# Two pictures are compared where both hold a tone, in so much of them. Ours.
DARK_LEVEL, BRIGHT_LEVEL, LEAST_COMPARED_SHARE = 8, 245, 0.1
LOWEST_STOPS = -9.0  # an 8-bit picture holds nothing darker


@dataclass(frozen=True)
class HistogramReading:
    """Stops from mid-grey at quantiles of the picture, and the shares at its ends.

    median_stops, shadow_stops (5 %), highlight_stops (95 %); clipped_share, black_share 0 to 1.
    """

    median_stops: float
    shadow_stops: float
    highlight_stops: float
    clipped_share: float
    black_share: float

    @property
    def is_blown(self) -> bool:
        return self.clipped_share >= SATURATED_SHARE

    @property
    def is_black(self) -> bool:
        return self.black_share >= SATURATED_SHARE

    @property
    def is_saturated(self) -> bool:
        """Its middle lies beyond an end, so it only says "at least"."""
        return self.is_blown or self.is_black


def drawn_bins(counts: Sequence[int]) -> list[int]:
    """A histogram of LEVELS counts in as many bins as are drawn."""
    step = LEVELS // DRAWN_LEVELS
    return [sum(counts[i : i + step]) for i in range(0, LEVELS, step)]


def linear(levels: FloatArray) -> FloatArray:
    """Linear light, 0 to 1, of sRGB levels 0 to 255. [iec61966]"""
    v = np.asarray(levels, dtype=float) / (LEVELS - 1)
    return np.asarray(np.where(v <= 0.04045, v / 12.92, ((v + 0.055) / 1.055) ** 2.4))


def ends_of(levels: FloatArray) -> tuple[BoolArray, BoolArray]:
    """Which pixels of levels (h, w, 3) are burnt out in any colour, and which are black in all."""
    return levels.max(axis=2) >= CLIPPED_LEVEL, levels.max(axis=2) <= BLACK_LEVEL


def read_histogram(counts: Sequence[int]) -> HistogramReading:
    """The reading of a luminance histogram of LEVELS counts; WrongValue when it is none."""
    histogram = np.asarray(counts, dtype=float)
    if histogram.shape != (LEVELS,) or (histogram < 0).any() or histogram.sum() <= 0:
        raise WrongValue("histogram", f"{LEVELS} counts, not all nought", len(counts))
    share = np.cumsum(histogram) / histogram.sum()
    shadow, median, highlight = (int(np.searchsorted(share, q)) for q in (0.05, 0.5, 0.95))
    total, light_of = histogram.sum(), linear(np.arange(LEVELS, dtype=float))
    return HistogramReading(
        median_stops=stops_of_light(light_of[median]),
        shadow_stops=stops_of_light(light_of[shadow]),
        highlight_stops=stops_of_light(light_of[highlight]),
        clipped_share=float(histogram[CLIPPED_LEVEL:].sum() / total),
        black_share=float(histogram[: BLACK_LEVEL + 1].sum() / total),
    )


def stops_of_light(light: float | FloatArray) -> float:
    """Linear light, 0 to 1, in stops from mid-grey."""
    return max(LOWEST_STOPS, float(np.log2(max(float(light), 1e-6) / MID_GREY)))


def stops_brighter(levels: FloatArray, other: FloatArray) -> float | None:
    """How much brighter one picture of a scene is than another, both of one shape: the middle of
    what neither has at an end. None where that is too little to say. [stops]"""
    inside = (np.minimum(levels, other) > DARK_LEVEL) & (np.maximum(levels, other) < BRIGHT_LEVEL)
    if inside.mean() < LEAST_COMPARED_SHARE:
        return None
    return float(np.median(np.log2(linear(levels[inside]) / linear(other[inside]))))
