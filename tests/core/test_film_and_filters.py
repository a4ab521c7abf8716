"""Reciprocity, filters and brackets."""

import itertools
import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.bracket import bracket, frames_for
from patient_owl.core.exposure.dials import time_dial
from patient_owl.core.exposure.filters import Filter, filter_dial, filter_stops
from patient_owl.core.exposure.ladder import quick_frame
from patient_owl.core.exposure.reciprocity import Film
from patient_owl.core.judge.choose import choose
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kit import Body
from patient_owl.core.optics.camera import Sensor
from tests.core.standing import BODY, demands, kit, light

# A classic ISO 400 black-and-white film's data sheet, from memory: metered 1, 10, 100 s become
# 2, 50, 1200 s.
SHEET = Film(400, table=((1, 2), (10, 50), (100, 1200)))
# A maker's exponent for another ISO 400 film, from memory: 1.31; its chart prints 86 s for a
# metered 30 s.
BY_EXPONENT = Film(400, exponent=1.31)


def test_films_follow_their_data_sheets() -> None:
    assert [SHEET.corrected_s(t) for t in (1, 10, 100)] == pytest.approx([2, 50, 1200])
    assert BY_EXPONENT.corrected_s(30) == pytest.approx(86, abs=0.5)
    assert BY_EXPONENT.corrected_s(0.5) == 0.5


@given(st.sampled_from([SHEET, BY_EXPONENT]), st.floats(0.001, 3000))
def test_metered_and_corrected_times_are_inverse_and_never_shorter(film: Film, t: float) -> None:
    assert film.metered_s(film.corrected_s(t)) == pytest.approx(t, rel=1e-9)
    assert film.corrected_s(t) >= t * (1 - 1e-9)
    assert film.lost_stops(t) >= -1e-9


def test_a_film_is_planned_in_the_time_it_really_takes() -> None:
    body = Body(Sensor(36, 24, 4535, 3024), lowest_iso=400, highest_iso=400, film=BY_EXPONENT)
    dials = kit(body=body, narrowest=16).dials
    # EV −1 at f/8, ISO 400: metered 32 s
    found = choose(demands([light(-1)], dials, hold=Hold({"f_number": 8.0}, follow="exposure_s")))
    wanted = BY_EXPONENT.corrected_s(32)
    assert abs(math.log2(found.settings.exposure_s / wanted)) < 0.3  # half a rung of bulb times
    assert list(dials["exposure_s"].brightnesses) == sorted(dials["exposure_s"].brightnesses)


# By definition: stops = log2(factor) = density/0.30103. Customary triples of one filter.
@pytest.mark.parametrize(
    ("stops", "factor", "density"), [(1, 2, 0.30103), (3, 8, 0.90309), (10, 1024, 3.0103)]
)
def test_a_filter_is_the_same_however_it_is_marked(
    stops: float, factor: float, density: float
) -> None:
    assert filter_stops("factor", factor) == pytest.approx(stops)
    assert filter_stops("density", density) == pytest.approx(stops, abs=1e-4)


def test_filters_stack_and_the_rail_begins_with_none() -> None:
    dial = filter_dial([Filter("ND 8", 3), Filter("ND 64", 6), Filter("pol", 1.5)])
    assert [p.label for p in dial.values][:2] == ["no filter", "pol"]
    assert max(p.value for p in dial.values) == pytest.approx(10.5)
    assert dial.position("ND 8 + ND 64").value == 9
    with pytest.raises(WrongValue, match="factor of 1 or more"):
        filter_stops("factor", 0.5)


# By definition: 30 s centre, 1-stop, 5 frames = 7.5, 15, 30, 60, 120 s, centre first,
# then up, then down. Common practice; printed labels.
def test_the_bracket_of_the_trade() -> None:
    dial = time_dial()
    frames = bracket(dial.position("30"), dial, 5, 1.0)
    assert [f.position.label for f in frames] == ["30", "1 min", "2 min", "15", "8"]
    assert all(f.is_on_dial for f in frames)
    assert not bracket(dial.values[-1], dial, 3, 1.0)[1].is_on_dial


# A film's whole seconds lie up to three quarters of a stop apart in what it sees: the nearest is
# taken, and told by where it lies, rather than a hole left in the bracket.
def test_a_bracket_on_film_has_no_hole_where_its_times_are_coarse() -> None:
    dial = kit(body=replace(BODY, film=SHEET, in_camera_ceiling_s=1.0)).dials["exposure_s"]
    frames = bracket(dial.nearest(0.63), dial, 5, 1.0)
    assert all(frame.is_on_dial for frame in frames)
    for frame in frames:
        seen = dial.brightness(frame.position.value) - dial.brightness(dial.nearest(0.63).value)
        assert seen == pytest.approx(frame.stops, abs=0.2)
    apart = sorted(frame.stops for frame in frames)
    assert max(b - a for a, b in itertools.pairwise(apart)) < 1.5


# Normal distribution: 1.5 σ on both sides hold 86.6 %.
@given(st.floats(0.2, 3))
def test_a_bracket_covers_the_uncertainty_it_was_made_for(sigma: float) -> None:
    frames = frames_for(sigma, 1.0)
    covered = frames / 2
    assert covered >= min(1.5 * sigma, 4.5) - 1e-9
    assert frames % 2 == 1


def test_film_has_no_quick_frame_for_it_shows_nothing_yet() -> None:
    digital, film = kit(), kit(body=replace(BODY, film=SHEET))
    for bag, has in ((digital, True), (film, False)):
        long = {c: dial.values[0] for c, dial in bag.dials.items()}
        long["exposure_s"] = bag.dials["exposure_s"].nearest(600)
        assert (quick_frame(long, bag.dials) is not None) is has


# A stop of ISO and more is what makes a frame a test: common practice.
def test_a_quick_frame_is_a_stop_of_iso_up_and_more_or_none() -> None:
    bag = kit()
    long = {c: dial.values[0] for c, dial in bag.dials.items()}
    long["exposure_s"] = bag.dials["exposure_s"].nearest(20)
    quick = quick_frame(long, bag.dials)
    assert quick is not None
    assert quick.positions["iso"].value == pytest.approx(2 * long["iso"].value, rel=0.01)
    assert quick.positions["exposure_s"].value == pytest.approx(10, rel=0.03)
    highest = {**long, "iso": bag.dials["iso"].values[-1]}
    assert quick_frame(highest, bag.dials) is None
