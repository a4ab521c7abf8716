"""What is kept seldom is said only where chance would hardly make it so."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import binomtest

from patient_owl.core.advise.keeping import (
    EXPOSURE_BANDS,
    ISO_BANDS,
    Band,
    Kept,
    band_of,
    telling,
    worth_practising,
)


# Another test of the same question, which takes the rest's share for known and so finds differences
# sooner: what even that one calls chance is not told.
@given(st.integers(5, 40), st.integers(5, 200), st.data())
def test_nothing_is_told_that_chance_may_have_made(
    takes: int, others: int, data: st.DataObject
) -> None:
    kept, of_others = data.draw(st.integers(0, takes)), data.draw(st.integers(1, others - 1))
    group = Kept("group", kept, takes)
    if telling([group], Kept("", kept + of_others, takes + others)):
        assert binomtest(kept, takes, of_others / others).pvalue < 0.1


# Worked by hand: of the 3432 ways to choose 7 of 14 takes, 8 leave out all 6 that were kept and 8
# hold them all: 0.5 % by chance.
def test_what_is_far_apart_is_told() -> None:
    assert telling([Kept("shaken", 0, 7)], Kept("", 6, 14)) == [Kept("shaken", 0, 7)]
    assert telling([Kept("first", 0, 19)], Kept("", 1, 39)) == []


def test_a_handful_tells_nothing_and_neither_does_the_whole_against_nothing() -> None:
    assert telling([Kept("few", 0, 4)], Kept("", 90, 100)) == []
    assert telling([Kept("all", 10, 100)], Kept("", 10, 100)) == []


def test_the_surest_difference_comes_first() -> None:
    sure, less = Kept("sure", 0, 30), Kept("less", 1, 12)
    assert telling([less, sure], Kept("", 60, 120)) == [sure, less]


# Common practice: once in three is going well, an evening of none is worth one at home.
@pytest.mark.parametrize(
    ("kept", "takes", "worth"), [(0, 2, False), (0, 3, True), (1, 3, False), (3, 10, True)]
)
def test_what_is_kept_seldom_is_worth_practising(kept: int, takes: int, worth: bool) -> None:
    assert worth_practising(Kept("water", kept, takes)) is worth


@given(st.floats(1e-5, 1e5), st.floats(1, 1e6))
def test_every_setting_lies_in_one_stretch(exposure_s: float, iso: float) -> None:
    for value, bands in ((exposure_s, EXPOSURE_BANDS), (iso, ISO_BANDS)):
        holding = [band.code for band in bands if band.least <= value < band.most]
        assert holding == [band_of(value, bands)]


def test_a_thirtieth_of_a_second_of_the_dial_is_what_a_camera_times() -> None:
    assert band_of(30.0, EXPOSURE_BANDS) == "seconds"
    assert band_of(32.0, EXPOSURE_BANDS) == "beyond_camera"
    assert band_of(1.0, [Band("one", 0.0, float("inf"))]) == "one"
