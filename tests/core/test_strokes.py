"""The stroke sheet: order, time and mirror of what is drawn."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.strokes.letters import letters_of
from patient_owl.core.strokes.sheet import COVER_S, Strokes, mirrored, pace_for, sheet_of

points = st.tuples(st.floats(-100, 100), st.floats(-100, 100))
lines = st.lists(st.lists(points, min_size=2, max_size=8).map(tuple), min_size=1, max_size=6)


# [hershey1967]: the simplex A is three lines, its bar between the legs.
def test_letters_are_single_lines_in_the_order_they_are_drawn() -> None:
    [(name, letter)] = letters_of("A")
    assert (name, len(letter.lines)) == ("A", 3)
    assert [letter for letter, _ in letters_of("Öl")] == ["O", "l"]


# Both legs of an A begin at its top: their numbers would stand on each other.
def test_strokes_that_begin_together_are_counted_so_that_their_numbers_stand_clear() -> None:
    assert sheet_of(Strokes("A")).begun_beside() == [0, 1, 0]


@given(lines, st.floats(0.1, 3))
def test_the_total_is_the_sum_of_strokes_and_of_the_dark_between(
    drawn: list[tuple[tuple[float, float], ...]], pace_m_s: float
) -> None:
    strokes = Strokes(lines=tuple(drawn), height_m=1.0, pace_m_s=pace_m_s)
    sheet = sheet_of(strokes)
    dark_s = sum(b.starts_s - a.starts_s - a.lasts_s for a, b in pairwise(sheet.strokes))
    assert sheet.total_s == pytest.approx(sheet.lit_s + dark_s)
    assert dark_s >= COVER_S * (len(sheet.strokes) - 1) - 1e-9
    length_m = sum(math.dist(a, b) for stroke in sheet.strokes for a, b in pairwise(stroke.points))
    assert sheet.lit_s * pace_m_s == pytest.approx(length_m)


@given(st.lists(points, min_size=1, max_size=9).map(tuple), st.floats(0.1, 20))
def test_mirrored_twice_is_itself(line: tuple[tuple[float, float], ...], width_m: float) -> None:
    twice = mirrored(mirrored(line, width_m), width_m)
    assert all(math.dist(a, b) < 1e-9 for a, b in zip(twice, line, strict=True))


def test_a_capital_is_as_high_as_was_asked_and_the_hand_begins_at_the_writers_right() -> None:
    sheet = sheet_of(Strokes("H", height_m=0.6))
    assert sheet.height_m == pytest.approx(0.6)
    first = sheet.strokes[0].points[0]
    assert first[0] == pytest.approx(0)  # leftmost in the picture
    assert mirrored([first], sheet.width_m)[0][0] == pytest.approx(sheet.width_m)


@given(st.floats(12, 120))
def test_a_word_fits_into_a_time_by_its_pace(total_s: float) -> None:
    word = Strokes("OWL", height_m=0.5)
    found = Strokes("OWL", height_m=0.5, pace_m_s=pace_for(word, total_s))
    assert sheet_of(found).total_s == pytest.approx(total_s)


def test_the_hand_is_at_every_point_when_the_rehearsal_shows_it() -> None:
    stroke = sheet_of(Strokes("O", pace_m_s=0.7)).strokes[0]
    times = stroke.times_s()
    assert times[0] == stroke.starts_s
    assert times[-1] == pytest.approx(stroke.starts_s + stroke.lasts_s)
    paces = [
        math.dist(a, b) / (t1 - t0)
        for (a, b), (t0, t1) in zip(pairwise(stroke.points), pairwise(times), strict=True)
    ]
    assert paces == pytest.approx([0.7] * len(paces))


@pytest.mark.parametrize(
    ("strokes", "says"),
    [
        (Strokes("x" * 300), "at most 60 letters"),
        (Strokes("你好"), "Latin letters"),
        (Strokes("   "), "a word or a line"),
        (Strokes("O", pace_m_s=0), "more than 0 m/s"),
        (Strokes(lines=(tuple((float(k), 0.0) for k in range(30_000)),)), "20000 points"),
    ],
)
def test_what_cannot_be_drawn_is_refused_in_words(strokes: Strokes, says: str) -> None:
    with pytest.raises(WrongValue, match=says):
        sheet_of(strokes)
