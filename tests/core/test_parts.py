"""Lights in parts: each brought home by its own controls, none moving another."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.light.ambient import together
from patient_owl.core.light.part import DRAWN, Changes, Lever, LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.solve.solver import Choice, Solution, solve
from patient_owl.words.plan import conflict_text
from tests.core.standing import DARK, kit, light, planned

BAG = kit()
START = {"exposure_s": 5.0, "f_number": 11.3, "iso": 100.0}
BURSTS = LightPart("bursts", "bursts", 7.0, 1.0, 0.0, DRAWN)
WITHIN = (
    Limit("burst_shortest", "exposure_s", "at_least", 2.0, {"least_s": 2.0}),
    Limit("burst_longest", "exposure_s", "at_most", 8.0, {"most_s": 8.0}),
)


def town(ev100: float, placement_stops: float = -2.5, sigma_stops: float = 0.5) -> LightPart:
    return replace(light(ev100, sigma_stops, placement_stops), key="town")


def torch(ev100: float, **lever: float) -> LightPart:
    """A carried light: dose in seconds, not the shutter's time, makes its brightness."""
    dose = Lever("dose_s", 10.0, lever.get("least", 2.0), lever.get("most", 60.0))
    return LightPart("torch", "torch", ev100, 0.5, -1.0, DRAWN, (dose,))


def solved(*parts: LightPart, choice: Choice | None = None) -> Solution:
    return solve(parts, BAG.dials, WITHIN, START, choice or Choice({}, follow="iso"))


# A trail's brightness hangs on aperture, ISO and filter: each spot sees the spark an instant.
@given(st.floats(2.0, 8.0))
def test_moving_the_time_of_a_burst_moves_neither_its_aperture_nor_its_iso(seconds: float) -> None:
    asked = Choice({}, follow="iso").moved("exposure_s", seconds, DRAWN)
    plan, moved = planned("fireworks", DARK), planned("fireworks", DARK, choice=asked)
    for control in DRAWN:
        assert moved.solution.positions[control] == plan.solution.positions[control]
    assert moved.solution.positions["exposure_s"].value == pytest.approx(seconds, rel=0.15)


@given(st.floats(0, 6), st.floats(-4, -1))
def test_time_brings_the_town_home_within_what_bursts_allow(ev100: float, wanted: float) -> None:
    found = solved(BURSTS, town(ev100, wanted))
    seconds = found.settings.exposure_s
    assert 2.0 <= seconds <= 8.0
    landing = found.landings[1]
    at_an_end = seconds in (BAG.dials["exposure_s"].at_least(2).value, 8.0)
    assert abs(landing.miss_stops) <= 1 / 6 + 1e-9 or at_an_end
    assert found.landings[0] == solved(BURSTS).landings[0]


def test_where_time_ends_the_conflict_names_the_town_and_its_ways_out_move_no_burst() -> None:
    found = solved(BURSTS, town(-6.0))
    [conflict] = found.conflicts
    assert conflict.part == "town"
    assert [limit.code for limit in conflict.limits] == ["burst_longest"]
    # f/11.3 and 8 s at ISO 100 render EV 4: a town of EV −6 lands ten stops under, 7½ too dark
    assert conflict.missing_stops == pytest.approx(7.5, abs=0.2)
    assert {way.code for way in conflict.ways} == {"give_up", "other_hour", "accept"}
    assert conflict_text(conflict, is_lead=False).startswith("The town stays 7")
    by_hand = solved(BURSTS, town(2.0), choice=Choice({"exposure_s": 32.0}, follow="iso"))
    assert "let_go" in {way.code for c in by_hand.conflicts for way in c.ways}


def test_a_miss_within_a_lights_own_spread_is_no_conflict() -> None:
    assert not solved(BURSTS, town(0.5, sigma_stops=1.5)).conflicts
    assert solved(BURSTS, town(0.5, sigma_stops=0.3)).conflicts


@given(st.floats(3, 9), st.floats(0, 6), st.floats(1.0, 4.0), st.floats(10.0, 90.0))
def test_a_private_lever_never_moves_another_part(
    torch_ev100: float, town_ev100: float, least: float, most: float
) -> None:
    without = solved(BURSTS, town(town_ev100))
    found = solved(BURSTS, town(town_ev100), torch(torch_ev100, least=least, most=most))
    assert found.positions == without.positions
    assert found.landings[:2] == without.landings
    landing = found.landings[2]
    assert least <= landing.levers["dose_s"] <= most
    assert abs(landing.miss_stops) < 1e-6 or landing.levers["dose_s"] in (least, most)


def test_a_lever_at_its_end_names_its_light_and_what_is_missing() -> None:
    # 60 s of dose are log2(6) = 2.58 stops over the 10 s it is stated for; 9 − 7 + … from EV 2
    found = solved(BURSTS, torch(2.0))
    [conflict] = found.conflicts
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
