"""The stroke sheet: what is drawn, in what order and time, as the lens sees it and as the writer
draws it.

Whoever writes faces the lens, so what is to be read in the picture runs from right to left before
the hand: mirrored. Between two strokes the light is covered and the hand goes on at its pace.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept
from patient_owl.core.strokes.letters import CAPITAL, Line, Point, letters_of

LEAST_HEIGHT_M = 0.3  # of a letter: smaller nobody can pace; common practice
USUAL_HEIGHT_M = 0.5
COVER_S = 0.4  # to cover the light and to find the next beginning; common practice
ARM_REACH_M = 0.8  # of a hand from one standing point; common practice
MOST_POINTS = 20_000


@dataclass(frozen=True)
class Strokes:
    """What is to be drawn: a text in single-line letters, or lines of one's own.

    lines: points in any unit, y down, as drawn on a screen; used where there is no text.
    height_m: of a capital, or of the whole drawing. pace_m_s: of the hand. WrongValue where there
    is nothing to draw, or more than anybody could.
    """

    text: str = ""
    lines: tuple[Line, ...] = ()
    height_m: float = USUAL_HEIGHT_M
    pace_m_s: float = 1.0


@dataclass(frozen=True)
class Stroke:
    """One go of the light: its points as the lens sees them [m], when it begins, how long it takes.

    letter: what it belongs to; empty for a drawing.
    """

    points: Line
    starts_s: float
    lasts_s: float
    letter: str = ""

    def times_s(self) -> tuple[float, ...]:
        """When the hand is at each point, from the beginning of the performance, at one pace."""
        steps = [math.dist(a, b) for a, b in pairwise(self.points)]
        length = sum(steps) or 1.0
        moments_s, gone = [self.starts_s], 0.0
        for step in steps:
            gone += step
            moments_s.append(self.starts_s + self.lasts_s * gone / length)
        return tuple(moments_s)


@dataclass(frozen=True)
class Sheet:
    """Strokes in order; width and height of all of it. [m, s]"""

    strokes: tuple[Stroke, ...]
    width_m: float
    height_m: float
    pace_m_s: float

    @property
    def total_s(self) -> float:
        last = self.strokes[-1]
        return last.starts_s + last.lasts_s

    @property
    def lit_s(self) -> float:
        """Without the dark between."""
        return sum(stroke.lasts_s for stroke in self.strokes)

    @property
    def length_m(self) -> float:
        """Of all that is drawn, the ways in the dark left out."""
        return self.lit_s * self.pace_m_s

    def begun_beside(self) -> list[int]:
        """Of each stroke how many earlier ones begin where it does, so that numbers can stand
        clear of each other."""
        near_m = BESIDE * self.height_m
        starts = [stroke.points[0] for stroke in self.strokes]
        return [
            sum(math.dist(start, before) < near_m for before in starts[:number])
            for number, start in enumerate(starts)
        ]

    @property
    def steps_aside(self) -> int:
        """How often the writer steps on sideways."""
        return max(0, math.ceil(self.width_m / ARM_REACH_M) - 1)


# As near as this, of the height of all of it, two beginnings are one to the eye; ours.
BESIDE = 0.15


def mirrored(line: Sequence[Point], width_m: float) -> Line:
    """As the writer draws it who faces the lens; mirrored twice it is itself."""
    return tuple((width_m - x, y) for x, y in line)


@kept(most=32, mb=1)
def sheet_of(strokes: Strokes) -> Sheet:
    """The sheet of what is to be drawn. Kept: a plan asks again with every setting."""
    if strokes.pace_m_s <= 0:
        raise WrongValue("pace_m_s", "more than 0 m/s", strokes.pace_m_s)
    lettered = _written(strokes) if strokes.text.strip() else _drawn(strokes)
    if not lettered:
        raise WrongValue("strokes", "a word or a line to draw", "nothing")
    across = [x for _, line in lettered for x, _ in line]
    upward = [y for _, line in lettered for _, y in line]
    left, low = min(across), min(upward)
    laid: list[Stroke] = []
    at_s, hand = 0.0, None
    for letter, line in lettered:
        points = tuple((x - left, y - low) for x, y in line)
        if hand is not None:
            at_s += COVER_S + math.dist(hand, points[0]) / strokes.pace_m_s
        lasts_s = sum(math.dist(a, b) for a, b in pairwise(points)) / strokes.pace_m_s
        laid.append(Stroke(points, at_s, lasts_s, letter))
        at_s += lasts_s
        hand = points[-1]
    return Sheet(tuple(laid), max(across) - left, max(upward) - low, strokes.pace_m_s)


def pace_for(strokes: Strokes, total_s: float) -> float:
    """At what pace it fits into a time: the dark between stays, the hand goes faster. [m/s]

    WrongValue where covering the light alone takes longer.
    """
    at_one_metre = sheet_of(Strokes(strokes.text, strokes.lines, strokes.height_m, 1.0))
    covering_s = COVER_S * (len(at_one_metre.strokes) - 1)
    if total_s <= covering_s:
        raise WrongValue("performance_s", f"over {covering_s:.0f} s for as many strokes", total_s)
    return (at_one_metre.total_s - covering_s) / (total_s - covering_s)


def _written(strokes: Strokes) -> list[tuple[str, Line]]:
    scale = strokes.height_m / CAPITAL
    found, along = [], 0.0
    for name, letter in letters_of(strokes.text):
        found += [
            (name, tuple(((along + x) * scale, y * scale) for x, y in line))
            for line in letter.lines
            if len(line) > 1
        ]
        along += letter.width
    return found


def _drawn(strokes: Strokes) -> list[tuple[str, Line]]:
    lines = [line for line in strokes.lines if len(line) > 1]
    points = [point for line in lines for point in line]
    if len(points) > MOST_POINTS:
        raise WrongValue("lines", f"at most {MOST_POINTS} points", f"{len(points)} points")
    if not points:
        return []
    tall = max(y for _, y in points) - min(y for _, y in points)
    wide = max(x for x, _ in points) - min(x for x, _ in points)
    scale = strokes.height_m / (tall or wide or 1.0)
    return [("", tuple((x * scale, -y * scale) for x, y in line)) for line in lines]
