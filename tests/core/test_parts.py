"""Lights in parts: each brought home by its own controls, none moving another."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.judge.choose import Solution, choose, land
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.ways import conflicts
from patient_owl.core.light.ambient import together
from patient_owl.core.light.part import DRAWN, Changes, Lever, LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.words.plan import conflict_text
from tests.core.standing import DARK, demands, kit, light, planned

BAG = kit()
BURSTS = LightPart("bursts", "bursts", 7.0, 1.0, 0.0, DRAWN)
WITHIN = (
    Limit("burst_shortest", "exposure_s", "at_least", 2.0, {"least_s": 2.0}),
    Limit("burst_longest", "exposure_s", "at_most", 8.0, {"most_s": 8.0}),
)


def town(ev100: float, placement_stops: float = -2.5, *, is_said: bool = True) -> LightPart:
    return replace(light(ev100, 0.5, placement_stops), key="town", is_said=is_said)


def torch(ev100: float, **lever: float) -> LightPart:
    """A carried light: dose in seconds, not the shutter's time, makes its brightness."""
    dose = Lever("dose_s", 10.0, lever.get("least", 2.0), lever.get("most", 60.0))
    return LightPart("torch", "torch", ev100, 0.5, -1.0, DRAWN, (dose,))


def solved(*parts: LightPart, hold: Hold | None = None) -> Solution:
    return choose(demands(parts, BAG.dials, WITHIN, hold, Liked(5.0, 11.3)))


# A trail's brightness hangs on aperture, ISO and filter: each spot sees the spark an instant.
@given(st.floats(2.0, 8.0))
def test_moving_the_time_of_a_burst_moves_neither_its_aperture_nor_its_iso(seconds: float) -> None:
    asked = Hold({}, follow="iso").moved("exposure_s", seconds, DRAWN)
    plan, moved = planned("fireworks", DARK), planned("fireworks", DARK, hold=asked)
    for control in DRAWN:
        assert moved.solution.positions[control] == plan.solution.positions[control]
    assert moved.solution.positions["exposure_s"].value == pytest.approx(seconds, rel=0.15)


@given(st.floats(0, 6), st.floats(-4, -1))
def test_time_brings_the_town_home_within_what_bursts_allow(ev100: float, wanted: float) -> None:
    found = solved(BURSTS, town(ev100, wanted, is_said=False))
    seconds = found.settings.exposure_s
    assert 2.0 <= seconds <= 8.0
    landing = found.landings[1]
    at_an_end = seconds in (BAG.dials["exposure_s"].at_least(2).value, 8.0)
    assert abs(landing.miss_stops) <= 1 / 3 or at_an_end
    assert abs(found.miss_stops) <= 1 / 6 + 1e-9


def test_where_time_ends_the_conflict_names_the_town_and_its_ways_out_move_no_burst() -> None:
    found = solved(BURSTS, town(0.0))
    [conflict] = conflicts(found)
    assert conflict.part == "town"
    assert [limit.code for limit in conflict.limits] == ["burst_longest"]
    # f/11.3 and 8 s at ISO 100 render EV 4: a town of EV 0 lands four stops under, 1½ too dark
    assert conflict.missing_stops == pytest.approx(1.5, abs=0.4)
    assert [way.code for way in conflict.ways] == ["more_light", "give_up", "accept"]
    assert conflict_text(conflict, is_lead=False).startswith("The town lands 1")
    bursts = 2 * math.log2(found.settings.f_number)
    for way in conflict.ways:
        assert 2 * math.log2(way.positions["f_number"].value) == pytest.approx(bursts, abs=0.4)
        assert abs(way.landed_stops + 2.5) <= 0.75 or way.code == "accept"


def test_what_nobody_asked_for_is_no_conflict_and_weighs_little() -> None:
    asked, by_default = solved(BURSTS, town(0.0)), solved(BURSTS, town(0.0, is_said=False))
    assert conflicts(asked)
    assert not conflicts(by_default)
    assert abs(by_default.miss_stops) <= 1 / 6 + 1e-6


@given(st.floats(3, 9), st.floats(0, 6), st.floats(1.0, 4.0), st.floats(10.0, 90.0))
def test_a_private_lever_never_moves_another_part(
    torch_ev100: float, town_ev100: float, least: float, most: float
) -> None:
    carried = torch(torch_ev100, least=least, most=most)
    without = solved(BURSTS, town(town_ev100))
    found = solved(BURSTS, town(town_ev100), carried)
    there = land(carried, without.settings)
    if abs(there.miss_stops) < 1e-6 and 2.0 <= there.levers["dose_s"] <= 30:  # paced by hand (CP)
        assert found.positions == without.positions
        assert found.landings[:2] == without.landings
    landing = found.landings[2]
    assert least <= landing.levers["dose_s"] <= most
    assert abs(landing.miss_stops) < 1e-6 or landing.levers["dose_s"] in (least, most)


def test_a_lever_at_its_end_names_its_light_and_what_is_missing() -> None:
    # 60 s of dose are log2(6) = 2.58 stops over the 10 s it is stated for; 9 − 7 + … from EV 2
    found = solved(BURSTS, torch(2.0))
    [conflict] = conflicts(found)
    assert (conflict.part, conflict.levers) == ("torch", ("dose_s",))
    assert conflict.missing_stops == pytest.approx(7.0 - 1.0 - 2.0 - 2.585, abs=0.2)


# The inverse square law: twice the distance is a quarter of the light, two stops.
def test_a_lever_knows_what_its_unit_is_worth() -> None:
    distance = Lever("distance_m", 2.0, 0.5, 16.0, stops_per_doubling=-2.0)
    assert distance.stops(4.0) == pytest.approx(-2.0)
    assert distance.for_stops(-2.0) == pytest.approx(4.0)
    assert distance.for_stops(+40) == 0.5


@given(st.floats(0.01, 900), st.floats(1, 22), st.floats(50, 12800), st.floats(0, 12))
def test_what_controls_make_of_an_exposure_adds_up_to_it(
    seconds: float, f_number: float, iso: float, nd_stops: float
) -> None:
    settings = Settings(seconds, f_number, iso, nd_stops, lost_stops=0.3)
    by_parts = settings.ev100_by(DRAWN) + settings.ev100_by(("exposure_s",))
    assert by_parts == pytest.approx(settings.ev100)


# Two equal lights are a stop over one; a light far weaker changes nothing.
def test_two_lights_on_one_subject_add_as_light_and_not_as_stops() -> None:
    assert together(4.0, 1.5, 4.0, 0.7)[0] == pytest.approx(5.0)
    alone, sigma = together(4.0, 1.5, -10.0, 0.7)
    assert alone == pytest.approx(4.0, abs=1e-3)
    assert sigma == pytest.approx(1.5, abs=1e-3)


def test_a_light_moves_along_its_prediction_and_stands_still_beyond_its_ends() -> None:
    falling = replace(light(4.0), changes=Changes((0.0, 300.0, 600.0), (4.0, 3.0, 1.0)))
    assert falling.moved(0.0, 450.0) == pytest.approx(-2.0)
    assert falling.wanted_at(900.0) == pytest.approx(1.0)
    assert falling.carried_sigma(0.0, 600.0) > falling.carried_sigma(0.0, 60.0) > 0
    assert light(4.0).carried_sigma(0.0, 600.0) == 0.0
