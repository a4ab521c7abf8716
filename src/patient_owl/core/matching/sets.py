"""Frames of a card that are one picture: a bracket, a stack, a panorama.

Told by what the files say: how soon one frame follows another, how the settings step, and how far
the view moved. Thresholds are common practice where no source is named.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np

from patient_owl.core.types import FloatArray

SetKind = Literal["single", "bracket", "stack", "panorama"]

BRACKET_GAP_S = 4.0  # a body's own bracket runs by itself
STACK_GAP_S = 6.0  # a timer's or a remote's frames, written to the card in between
PANORAMA_GAP_S = 45.0  # to turn the head by a mark in the dark
WRITTEN_S, CLOCK_STEP_S = 1.0, 2.0  # a frame to the card; two times told in whole seconds
LEAST_BRACKET, LEAST_STACK, LEAST_PANORAMA = 3, 4, 3  # fewer are tries of the same picture
LEAST_STEP_STOPS, EVEN_STOPS = 0.3, 0.25
SAME_STOPS = 0.1
# The view of a panorama moves on by a third to four fifths of it; a tripod that was not touched
# by nothing.
MOVED_SHARE = (0.15, 0.85)

SKETCH_COLUMNS, SKETCH_BANDS = 96, 8
_LEAST_OVERLAP = 0.15
_ALIKE = 0.6  # correlation at which two stretches are the same view
_EVEN = 1e-9  # a spread under which there is nothing to tell
# By how much it must beat the view that did not move; where that is alike already, by half of what
# it lacks: a slowly changing view is much like itself beside.
_BETTER = 0.1


@dataclass(frozen=True)
class TimedFrame:
    """seconds: when it began, by its camera. sketch: its columns' brightness in bands, shape
    (SKETCH_BANDS, SKETCH_COLUMNS), or None."""

    seconds: float
    exposure_s: float | None = None
    f_number: float | None = None
    iso: float | None = None
    focal_length_mm: float | None = None
    sketch: FloatArray | None = None

    @property
    def ends_s(self) -> float:
        return self.seconds + (self.exposure_s or 0.0)

    @property
    def is_known(self) -> bool:
        return None not in (self.exposure_s, self.f_number, self.iso)

    @property
    def taken_in_stops(self) -> float:
        """How much light its settings let through, from some fixed setting. [stops]"""
        time, f_number, iso = self.exposure_s or 1.0, self.f_number or 1.0, self.iso or 1.0
        return float(np.log2(time * iso / f_number**2))


@dataclass(frozen=True)
class Together:
    """frames: places in what was given, in time order."""

    kind: SetKind
    frames: tuple[int, ...]


def sets_of(frames: Sequence[TimedFrame]) -> list[Together]:
    """Every frame in one set; those that stand alone are sets of one. Of one camera."""
    order = sorted(range(len(frames)), key=lambda place: frames[place].seconds)
    groups: list[Together] = []
    at = 0
    while at < len(order):
        rest = order[at:]
        best = max(
            (
                _bracket(frames, rest),
                _alike(frames, rest, "stack"),
                _alike(frames, rest, "panorama"),
            ),
            key=lambda group: len(group.frames),
        )
        groups.append(best)
        at += len(best.frames)
    return groups


def _bracket(frames: Sequence[TimedFrame], rest: Sequence[int]) -> Together:
    """Settings that step evenly, each once, at one aperture; the longest run of them."""
    taken: list[int] = []
    best = rest[:1]
    for place in _following(frames, rest, BRACKET_GAP_S):
        frame, first = frames[place], frames[rest[0]]
        light = [frames[index].taken_in_stops for index in taken]
        is_new = all(abs(frame.taken_in_stops - stops) >= LEAST_STEP_STOPS for stops in light)
        if not frame.is_known or frame.f_number != first.f_number or not is_new:
            break
        taken.append(place)
        steps = np.diff(sorted([*light, frame.taken_in_stops]))
        if len(taken) >= LEAST_BRACKET and np.ptp(steps) <= EVEN_STOPS:
            best = tuple(taken)
    return _made("bracket", best)


def _alike(
    frames: Sequence[TimedFrame], rest: Sequence[int], kind: Literal["stack", "panorama"]
) -> Together:
    """The same settings one after the other, the view standing still or moving on each time."""
    is_stack = kind == "stack"
    taken = [rest[0]]
    way = 0.0
    for place in list(_following(frames, rest, STACK_GAP_S if is_stack else PANORAMA_GAP_S))[1:]:
        before, frame = frames[taken[-1]], frames[place]
        moved = _moved(before, frame)
        goes_on = MOVED_SHARE[0] <= abs(moved) <= MOVED_SHARE[1]
        if not _is_same_setting(before, frame) or goes_on == is_stack:
            break
        if not is_stack and way and moved * way < 0:
            break  # turned back: another row, or another try
        way = moved
        taken.append(place)
    least = LEAST_STACK if is_stack else LEAST_PANORAMA
    return _made(kind, taken if len(taken) >= least else rest[:1])


def _made(kind: SetKind, places: Sequence[int]) -> Together:
    return Together(kind if len(places) > 1 else "single", tuple(places))


def _following(frames: Sequence[TimedFrame], rest: Sequence[int], gap_s: float) -> Iterator[int]:
    """From the first on, as long as one comes soon after the other, or after the dark frame that
    bodies take of a long exposure, which is as long again."""
    yield rest[0]
    for before, place in pairwise(rest):
        wait_s = frames[place].seconds - frames[before].ends_s
        dark_s = frames[before].exposure_s or 0.0
        if wait_s > gap_s and abs(wait_s - dark_s - WRITTEN_S) > CLOCK_STEP_S:
            return
        yield place


def _is_same_setting(a: TimedFrame, b: TimedFrame) -> bool:
    if not (a.is_known and b.is_known) or a.focal_length_mm != b.focal_length_mm:
        return False
    pairs = ((a.exposure_s, b.exposure_s), (a.f_number, b.f_number), (a.iso, b.iso))
    return all(abs(np.log2((x or 1.0) / (y or 1.0))) <= SAME_STOPS for x, y in pairs)


def _moved(before: TimedFrame, frame: TimedFrame) -> float:
    if before.sketch is None or frame.sketch is None:
        return 0.0
    return moved_share(before.sketch, frame.sketch)


def moved_share(before: FloatArray, after: FloatArray) -> float:
    """How far the view moved sideways, as a share of its width, leftwards in the frame positive; 0
    where it stood still or the two have nothing in common.

    Both: shape (SKETCH_BANDS, SKETCH_COLUMNS). The shift at which what overlaps is most alike.
    """
    columns = before.shape[1]
    likeness = {+1: _likeness(before, after), -1: _likeness(after, before)}
    still = likeness[+1][0]
    way = max(likeness, key=lambda candidate: float(likeness[candidate].max()))
    shift = int(likeness[way].argmax())
    is_seen = likeness[way][shift] >= max(_ALIKE, still + min(_BETTER, (1 - still) / 2))
    return way * shift / columns if is_seen else 0.0


def is_same_view(first: FloatArray, second: FloatArray) -> bool:
    """Whether two sketches are of one scene from one place, however bright."""
    return bool(_likeness(first, second)[0] >= _ALIKE)


def _likeness(a: FloatArray, b: FloatArray) -> FloatArray:
    """Correlation of two sketches by how many columns the first is moved left under the second, as
    far as enough overlaps. 1 where they are the same, 0 where one is even.

    Each band about its own mean: land under a sky is dark under bright wherever one looks.
    """
    columns = a.shape[1]
    shifts = np.arange(int(columns * (1 - _LEAST_OVERLAP)))
    counted = columns - shifts
    # sums over what overlaps: the last columns of one, the first of the other
    sum_a, square_a = (_from_end(values)[:, shifts] for values in (a, a * a))
    sum_b, square_b = (_from_end(values[:, ::-1])[:, shifts] for values in (b, b * b))
    products = np.array([np.correlate(x, y, "full") for x, y in zip(a, b, strict=True)])
    common = products[:, columns - 1 + shifts] - sum_a * sum_b / counted
    spread_a, spread_b = square_a - sum_a**2 / counted, square_b - sum_b**2 / counted
    spread = spread_a.sum(axis=0) * spread_b.sum(axis=0)
    return np.asarray(common.sum(axis=0) / np.sqrt(np.maximum(spread, _EVEN)))


def _from_end(values: FloatArray) -> FloatArray:
    """Sums of each band from each column to the last."""
    return np.asarray(values[:, ::-1].cumsum(axis=1)[:, ::-1])
