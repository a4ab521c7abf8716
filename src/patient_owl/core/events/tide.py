"""The water between high and low: a cosine through the turns, and the turns of other days.

Sailors know the cosine as the rule of twelfths. Other days follow by the Moon: high water comes
the same while after she and the Sun pull together, and the higher the more they agree. Every coast
has its own shares of the two, so it comes with a ±; shallow and nearly closed waters differ more.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.constants import ASTRONOMICAL_UNIT_M, TIDE_PERIOD_S
from patient_owl.core.sky import search, tracks
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import ComplexArray, FloatArray

# Of open ocean coasts: the Sun's tide beside the Moon's, and how long after new and full moon the
# highest tides come. [pugh2014]
SUN_SHARE = 0.36
TIDE_AGE_D = 1.4
MOON_FROM_SUN_DEG_A_DAY = 12.19  # by which the Moon runs ahead
MOON_MEAN_DISTANCE_KM = 384_400.0
# How far a high water by the Moon lies off the true one, growing from the day it was read; found
# against the harmonic tides of three coasts, see tests/core/test_events.py.
DRIFT_MIN_A_DAY, MOST_DRIFT_MIN = 8.0, 30.0
# Heights where none were said: the shape of the curve is all that is asked of them.
NO_HIGH_M, NO_LOW_M = 1.0, 0.0
SEARCH_STEP_S = 1800.0


@dataclass(frozen=True)
class Tide:
    """High and low waters in order, (epoch_seconds, height [m]); at least two, high and low by
    turns."""

    turns: tuple[tuple[float, float], ...]

    def height_m(self, seconds: FloatArray) -> FloatArray:
        """The water at moments between the first turn and the last; that of the nearest beyond."""
        at, heights = np.array(self.turns).T
        place = np.clip(np.searchsorted(at, seconds, side="right") - 1, 0, len(at) - 2)
        share = np.clip((seconds - at[place]) / (at[place + 1] - at[place]), 0, 1)
        fall = heights[place + 1] - heights[place]
        return np.asarray(heights[place] + fall * (1 - np.cos(math.pi * share)) / 2)

    def stretches(self, level_m: float, *, is_over: bool) -> tuple[tuple[float, float], ...]:
        """When the water stands over a level, or under it, from the first turn to the last."""
        spans_s: list[tuple[float, float]] = []
        for (t0, h0), (t1, h1) in zip(self.turns, self.turns[1:], strict=False):
            low, high = min(h0, h1), max(h0, h1)
            if low >= level_m or high <= level_m:
                holds = (low >= level_m) if is_over else (high <= level_m)
                stretch = (t0, t1) if holds else None
            else:
                share = math.acos(1 - 2 * (level_m - h0) / (h1 - h0)) / math.pi
                crossed = t0 + share * (t1 - t0)
                stretch = (crossed, t1) if (h1 > h0) == is_over else (t0, crossed)
            if stretch is None:
                continue
            if spans_s and spans_s[-1][1] >= stretch[0]:
                spans_s[-1] = (spans_s[-1][0], stretch[1])
            else:
                spans_s.append(stretch)
        return tuple(spans_s)


def tide_of(turns: Sequence[tuple[float, bool, float | None]], from_s: float, to_s: float) -> Tide:
    """The tide from before `from_s` to after `to_s` by turns that were read for that night,
    (epoch_seconds, is_high, height [m] or None).

    Before the first, after the last, and where one was left out, turns follow each other by the
    mean period.
    """
    high, low = _mean_heights(turns)
    read = sorted((at, is_high, high if is_high else low, height) for at, is_high, height in turns)
    known = [(at, is_high, usual if h is None else h) for at, is_high, usual, h in read]
    half_s = TIDE_PERIOD_S / 2
    whole = [known[0]]
    for at, is_high, height in known[1:]:
        last_s, last_is_high, _ = whole[-1]
        if is_high == last_is_high:  # the one between was left out
            whole.append(((last_s + at) / 2, not is_high, low if is_high else high))
        whole.append((at, is_high, height))
    while whole[0][0] > from_s:
        at, is_high, _ = whole[0]
        whole.insert(0, (at - half_s, not is_high, low if is_high else high))
    while whole[-1][0] < to_s:
        at, is_high, _ = whole[-1]
        whole.append((at + half_s, not is_high, low if is_high else high))
    return Tide(tuple((at, height) for at, _, height in whole))


def tide_by_moon(
    turns: Sequence[tuple[float, bool, float | None]], site: Site, from_s: float, to_s: float
) -> Tide:
    """The tide of another night: the same while after the Moon's pull as the turns read, higher
    and lower as hers and the Sun's add up."""
    at = np.array([turn[0] for turn in turns])
    read = _pull(site, at)
    # a low water stands half a course from the high waters beside it
    lags = np.angle(read) + np.where([turn[1] for turn in turns], 0.0, math.pi)
    lag = math.atan2(float(np.sin(lags).mean()), float(np.cos(lags).mean()))
    grid = np.arange(from_s - TIDE_PERIOD_S, to_s + TIDE_PERIOD_S, SEARCH_STEP_S)

    def rising(seconds: FloatArray) -> FloatArray:
        """Positive in the half of the course that leads from low water to high."""
        return np.asarray(-np.sin(np.angle(_pull(site, seconds)) - lag))

    crossings_s = search.crossings(rising, grid)
    strength = np.abs(_pull(site, np.array([c.seconds for c in crossings_s]))) / np.abs(read).mean()
    high, low = _mean_heights(turns)
    middle, half = (high + low) / 2, (high - low) / 2
    heights = [
        middle + (-half if c.rising else half) * float(s)
        for c, s in zip(crossings_s, strength, strict=True)
    ]
    return Tide(tuple((c.seconds, height) for c, height in zip(crossings_s, heights, strict=True)))


def drift_min(days_off: float) -> float:
    """The ± of a turn by the Moon so many days from those that were read. [min]"""
    return min(MOST_DRIFT_MIN, DRIFT_MIN_A_DAY * abs(days_off))


def _mean_heights(turns: Sequence[tuple[float, bool, float | None]]) -> tuple[float, float]:
    """Of high and of low water. [m]"""
    heights_m = []
    for wanted, unsaid in ((True, NO_HIGH_M), (False, NO_LOW_M)):
        heights = [h for _, is_high, h in turns if is_high == wanted and h is not None]
        heights_m.append(sum(heights) / len(heights) if heights else unsaid)
    return heights_m[0], heights_m[1]


def _pull(site: Site, seconds: FloatArray) -> ComplexArray:
    """The half-daily tide that Moon and Sun raise together, as a turning arrow of the Moon's mean
    length; the Sun's comes later by the age of the tide."""
    turn = tracks.sidereal_rad(site, seconds)
    moon = _raised(tracks.MOON, turn, seconds, MOON_MEAN_DISTANCE_KM)
    sun = _raised(tracks.SUN, turn, seconds, ASTRONOMICAL_UNIT_M / 1000)
    late = np.exp(-2j * np.radians(MOON_FROM_SUN_DEG_A_DAY * TIDE_AGE_D))
    return np.asarray(moon + SUN_SHARE * late * sun)


def _raised(body: str, turn: FloatArray, seconds: FloatArray, mean_km: float) -> ComplexArray:
    """What a body raises twice a day: at twice its hour angle, by the cube of its nearness, and
    less the further it stands off the equator. [pugh2014]"""
    x, y, z = tracks.geocentric(body, seconds).T
    far_km = np.sqrt(x**2 + y**2 + z**2)
    strength = (mean_km / far_km) ** 3 * (x**2 + y**2) / far_km**2
    return np.asarray(strength * np.exp(2j * (turn - np.arctan2(y, x))))
