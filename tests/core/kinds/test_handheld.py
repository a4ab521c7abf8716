"""Handheld: what hands hold, and a burst to choose from."""

from dataclasses import replace

import pytest

from patient_owl.core.judge.ways import conflicts
from patient_owl.core.optics.camera import Sensor
from tests.core.standing import BODY, DARK, kit, planned, quantities


# Common practice: handheld 1/(crop·f) less stabiliser stops; 1/50 s at 50 mm full frame.
@pytest.mark.parametrize(("braced", "longest_s"), [("free", 1 / 50), ("leaning", 4 / 50)])
def test_hands_hold_what_the_trade_says(braced: str, longest_s: float) -> None:
    dim = {"lit_by": "metered", "metered_ev100": 2.0, "braced": braced}
    plan = planned("handheld", DARK, kit(50), **dim)  # type: ignore[arg-type]
    limit = next(x for x in plan.limits if x.code == "handheld")
    assert limit.value == pytest.approx(longest_s, rel=0.01)
    assert plan.solution.settings.exposure_s <= limit.value * 1.001
    steady = replace(BODY, stabiliser_stops=3.0)
    helped = planned("handheld", DARK, kit(50, body=steady), **dim)  # type: ignore[arg-type]
    assert helped.solution.settings.exposure_s > plan.solution.settings.exposure_s


# Common practice: 1/(crop·f), so a sensor half as long costs a stop.
def test_a_smaller_sensor_asks_for_a_shorter_time_by_its_crop() -> None:
    half = replace(BODY, sensor=Sensor(18, 12, 6000, 4000))
    times = [
        next(
            x for x in planned("handheld", DARK, kit(50, body=body)).limits if x.code == "handheld"
        )
        for body in (BODY, half)
    ]
    assert times[1].value == pytest.approx(times[0].value / 2)


def test_no_stabiliser_makes_a_hand_a_tripod() -> None:
    wonder = replace(BODY, stabiliser_stops=8.0)
    plan = planned("handheld", DARK, kit(14, body=wonder), braced="leaning")
    assert next(x for x in plan.limits if x.code == "handheld").value == 1.0


def test_a_burst_is_one_press_without_a_delay_and_the_clock_counts_all_of_it() -> None:
    plan = planned("handheld", DARK, burst_frames=5)
    [phase] = plan.program.phases
    assert (phase.repeats, phase.lead_in_s, phase.waits) == (5, 0.0, False)
    assert plan.program.duration_s == pytest.approx(5 * plan.solution.settings.exposure_s)
    assert quantities(plan, "sharpest_of_burst")["frames"] == 5


def test_too_dark_for_hands_is_a_conflict_that_names_the_hands_and_a_way_out() -> None:
    plan = planned("handheld", DARK, kit(200, widest=4), lit_by="metered", metered_ev100=-6.0)
    [conflict] = conflicts(plan.solution)
    assert "handheld" in {limit.code for limit in conflict.limits}
    assert conflict.missing_stops > 1
    # five stops and more are beyond what a raw file bears (CP)
    assert {way.code for way in conflict.ways} == {"give_up", "more_light"}


def test_a_subject_that_moves_shortens_what_hands_would_hold() -> None:
    still = planned("handheld", DARK)
    walking = planned("handheld", DARK, moves="crowd", moving_m=5)
    assert walking.solution.settings.exposure_s < still.solution.settings.exposure_s
    assert "subject_sharp" in {x.code for x in walking.limits if x.drives}


def test_a_subject_that_moves_is_named_where_it_fixes_the_time() -> None:
    walking = planned("handheld", DARK, kit(50), moves="crowd", moving_m=15)
    assert walking.lead.code == "subject_holds"
    assert walking.solution.settings.exposure_s <= float(walking.lead.quantities["limit_s"])
    assert planned("handheld", DARK, kit(50)).lead.code.startswith("hands_hold")
