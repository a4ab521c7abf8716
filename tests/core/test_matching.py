"""Pictures find their takes whatever the camera's clock says."""

from unittest.mock import Mock

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.matching import pairs
from patient_owl.core.matching.clock import clock_of
from patient_owl.core.matching.likeliest import likeliest, runs_of
from patient_owl.core.matching.pairs import Stamped, match
from patient_owl.core.matching.sets import TimedFrame, moved_share, sets_of
from patient_owl.core.types import FloatArray


@given(
    st.lists(st.integers(60, 900), min_size=3, max_size=8),
    st.integers(-90_000, 90_000),
    st.data(),
)
def test_any_constant_error_of_the_clock_is_found(
    gaps: list[int], wrong_s: int, data: st.DataObject
) -> None:
    times = [float(sum(gaps[:k])) for k in range(len(gaps))]
    settings = [2.0 ** data.draw(st.integers(-3, 5)) for _ in times]
    takes = [Stamped(t, s) for t, s in zip(times, settings, strict=True)]
    pictures = [
        Stamped(t + data.draw(st.floats(0, 2)) + wrong_s, s)
        for t, s in zip(times, settings, strict=True)
    ]
    found = match(pictures, takes)
    paired = [k for k, take in enumerate(found.takes) if take is not None]
    # another offset may agree with as many where gaps and settings repeat; never with more
    assert len(paired) == len(times)
    assert len({found.takes[k] for k in paired}) == len(paired)


def test_settings_decide_where_times_cannot() -> None:
    takes = [Stamped(0, 1.0), Stamped(4, 8.0)]
    pictures = [Stamped(102, 8.0), Stamped(98, 1.0)]
    assert match(pictures, takes).takes == (1, 0)


def test_nothing_is_paired_with_nothing() -> None:
    assert match([], [Stamped(0)]).takes == ()
    assert match([Stamped(0, 1.0)], [Stamped(0, 30.0)]).takes == (None,)


# The former way paired every proposal in full; here it is the reference, on evenings small enough.
@given(
    st.lists(st.tuples(st.integers(0, 60), st.integers(0, 2)), min_size=1, max_size=6),
    st.lists(st.tuples(st.integers(0, 60), st.integers(0, 2)), min_size=1, max_size=6),
)
def test_no_other_error_of_the_clock_pairs_more_pictures(
    seen: list[tuple[int, int]], noted: list[tuple[int, int]]
) -> None:
    pictures = [Stamped(float(t), 4.0**k) for t, k in seen]
    takes = [Stamped(float(t), 4.0**k) for t, k in noted]

    def most_at(offset: float) -> int:
        used: set[tuple[str, int]] = set()
        for gap, i, j in sorted(
            (abs(p.seconds + offset - t.seconds), i, j)
            for i, p in enumerate(pictures)
            for j, t in enumerate(takes)
            if p.exposure_s == t.exposure_s
        ):
            if gap <= 8 and not used & {("p", i), ("t", j)}:
                used |= {("p", i), ("t", j)}
        return len(used) // 2

    found = match(pictures, takes)
    paired = sum(take is not None for take in found.takes)
    for p in pictures:
        for t in takes:
            if p.exposure_s == t.exposure_s:
                assert most_at(t.seconds - p.seconds) <= paired


@pytest.mark.parametrize("wrong_s", [0.0, -7200.0, 400 * 86_400.0])
def test_a_folder_of_a_year_of_which_a_fifth_was_noted_finds_its_clock(wrong_s: float) -> None:
    rng = np.random.default_rng(5)
    evenings = np.repeat(np.arange(120) * 3 * 86_400.0, 40)
    at, time_s = evenings + rng.uniform(0, 20_000, 4800), 2.0 ** rng.integers(-5, 6, 4800)
    takes = [Stamped(float(t), float(s), 2.8, 800) for t, s in zip(at, time_s, strict=True)]
    noted = rng.choice(4800, 600, replace=False)
    others = zip(rng.uniform(0, 360 * 86_400, 2400), 2.0 ** rng.integers(-5, 6, 2400), strict=True)
    pictures = [Stamped(takes[k].seconds - wrong_s, takes[k].exposure_s, 2.8, 800) for k in noted]
    pictures += [Stamped(float(t) - wrong_s, float(s), 2.8, 800) for t, s in others]
    clock = clock_of(pictures, takes, 0.0)
    assert clock.told_by == "takes"
    assert clock.error_s == pytest.approx(wrong_s, abs=8)
    right = sum(given == own for given, own in zip(clock.takes, noted, strict=False))
    assert right >= 0.95 * 600  # the rest lie within seconds of another's take


def test_a_clock_that_stood_still_is_not_tried_without_end(monkeypatch: pytest.MonkeyPatch) -> None:
    paired = Mock(wraps=pairs._paired)
    monkeypatch.setattr(pairs, "_paired", paired)
    takes = [Stamped(200.0 * k, 8.0) for k in range(1000)]
    clock_of([Stamped(0.0, 8.0)] * 1000, takes, 0.0)
    assert 0 < paired.call_count < 10_000  # of a million errors that are proposed


def view_from(column: int, seed: int = 0) -> FloatArray:
    """A stretch of one and the same wide land, with noise of its own."""
    land = np.cumsum(np.random.default_rng(7).normal(0, 1, (8, 400)), axis=1)
    noise = np.random.default_rng(seed).normal(0, 0.3, (8, 96))
    return np.asarray(land[:, column : column + 96] + noise)


@given(st.integers(5, 75), st.integers(0, 200))
def test_how_far_the_view_moved_is_seen_in_what_overlaps(columns: int, start: int) -> None:
    before, after = view_from(start, 1), view_from(start + columns, 2)
    moved = moved_share(before, after)
    # a column and a half: noise, and the edge of a column
    assert moved == pytest.approx(columns / 96, abs=1.5 / 96)
    assert moved_share(after, before) == pytest.approx(-moved, abs=0.5 / 96)


def test_a_view_that_stands_still_has_not_moved_nor_has_another_one() -> None:
    assert moved_share(view_from(100, 1), view_from(100, 2)) == 0
    other = np.random.default_rng(3).normal(0, 1, (8, 96))
    assert moved_share(view_from(100, 1), other) == 0
    assert moved_share(np.zeros((8, 96)), np.zeros((8, 96))) == 0  # a lens cap


def frames_of(*runs: tuple[float, float, list[float], int | None]) -> list[TimedFrame]:
    """Runs of gap, first wait, exposures and columns the view moves a frame."""
    found, at = [], 0.0
    for wait, gap, exposures, columns in runs:
        at += wait
        for k, exposure in enumerate(exposures):
            sketch = None if columns is None else view_from(columns * k, k)
            found.append(TimedFrame(at, exposure, 8.0, 100.0, 24.0, sketch))
            at += exposure + gap
    return found


# Common practice: a body brackets by itself within a second or two of each frame; a timer makes
# frame upon frame; a panorama is turned by hand, each view overlapping the one before by a third.
def test_brackets_stacks_and_panoramas_are_told_apart() -> None:
    card = frames_of(
        (0, 1, [1, 0.25, 4], None),
        (1, 1, [1, 0.25, 4], None),
        (300, 1, [30] * 12, 0),
        (200, 12, [8] * 5, 55),
        (400, 90, [2, 2], 0),
    )
    found = [(one.kind, len(one.frames)) for one in sets_of(card)]
    assert found == [
        ("bracket", 3),
        ("bracket", 3),
        ("stack", 12),
        ("panorama", 5),
        ("single", 1),
        ("single", 1),
    ]


# Common practice: a body that takes its own dark frames closes for as long again after each.
def test_dark_frames_in_between_break_no_bracket_and_no_stack() -> None:
    def dark(begins: float, exposures: list[float]) -> list[TimedFrame]:
        at = begins + np.concatenate([[0], np.cumsum([2 * s + 1 for s in exposures])[:-1]])
        times = zip(at.round(), exposures, strict=True)
        return [TimedFrame(float(t), s, 8.0, 100.0, 24.0, view_from(0)) for t, s in times]

    found = sets_of([*dark(0, [8, 30, 15]), *dark(900, [60] * 5)])
    assert [(one.kind, len(one.frames)) for one in found] == [("bracket", 3), ("stack", 5)]
    # tried again by hand, some after longer and some after shorter looks
    tried = [TimedFrame(t, 30.0, 8.0, 100.0, 24.0, view_from(0)) for t in (0.0, 52.0, 95.0, 170.0)]
    assert {one.kind for one in sets_of(tried)} == {"single"}


@given(st.lists(st.tuples(st.integers(0, 400), st.sampled_from([0.5, 1, 2, 4])), max_size=12))
def test_every_frame_is_in_one_set_whatever_order_it_came_in(
    seen: list[tuple[int, float]],
) -> None:
    frames = [TimedFrame(float(at), exposure, 8.0, 100.0) for at, exposure in seen]
    places = [place for one in sets_of(frames) for place in one.frames]
    assert sorted(places) == list(range(len(frames)))
    assert [frames[place].seconds for place in places] == sorted(f.seconds for f in frames)


def test_one_pair_proves_a_clock_only_where_it_stands_about_as_it_should() -> None:
    here = [Stamped(0.0, 4.0), Stamped(100.0, 8.0), Stamped(260.0, 4.0)]
    alone = clock_of([Stamped(2000.0, 4.0)], here, -3600.0)
    assert (alone.told_by, alone.error_s) == ("zone", -3600.0)
    near = clock_of([Stamped(3650.0, 4.0)], here, -3600.0)
    assert (near.told_by, near.takes) == ("takes", (0,))


def test_the_likeliest_shot_is_near_in_time_and_setting() -> None:
    shots = [Stamped(0, 4.0, 8, 100), Stamped(1800, 20.0, 2.8, 3200)]
    assert likeliest([Stamped(1000, 5.0, 8, 100)], shots) == 0
    assert likeliest([Stamped(900, 20.0, 2.8, 3200)], shots) == 1
    assert likeliest([Stamped(4 * 3600.0, 20.0, 2.8, 3200)], shots) is None


# Full sun takes in 1/125 s at f/16 and ISO 100, EV 15 (ISO 2720's old rule of thumb); an orb of
# 30 s at f/8 is set for EV 1.
def test_daylight_is_no_try_at_a_night_picture_however_near_in_time() -> None:
    orb = Stamped(0, 30.0, 8, 100)
    assert likeliest([Stamped(600, 1 / 125, 16, 100)], [orb]) is None
    assert likeliest([Stamped(600, 4.0, 4, 100)], [orb]) == 0
    assert likeliest([Stamped(600, 1 / 125)], [orb]) == 0  # what tells no light is not judged by it


def test_a_run_of_one_setting_stays_together_though_its_ends_lie_near_two_shots() -> None:
    frames = [Stamped(60.0 * k, 20.0, 2.8, 1600) for k in range(40)]
    other = Stamped(60.0 * 40, 20.0, 8, 1600)
    (stack, alone) = runs_of([*frames, other])
    assert (len(stack), alone) == (40, [40])
    shots = [Stamped(-1800, 20.0, 2.8, 1600), Stamped(4800, 20.0, 2.8, 1600)]
    assert {likeliest([frame], shots) for frame in frames} == {0, 1}
    assert likeliest(frames, shots) in (0, 1)
    assert len(runs_of([Stamped(0, 20.0, 2.8, 1600), Stamped(300, 20.0, 2.8, 1600)])) == 2
