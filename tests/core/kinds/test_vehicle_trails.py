"""Vehicle trails: the time of a crossing."""

import pytest

from patient_owl.core.judge.ways import conflicts
from tests.core.standing import DARK, GLASS, kit, planned, quantities


# Similar triangles: at 20 m a 24 mm lens on 36 mm sees 30 m; with a car's 4.5 m at 54 km/h, 15 m/s,
# that is 2.3 s.
def test_a_crossing_by_distance_speed_and_lens() -> None:
    plan = planned("vehicle_trails", DARK, kit(24), distance_m=20, speed_km_h=54)
    needed = next(x for x in plan.limits if x.code == "crossing")
    assert needed.value == pytest.approx(2.3)
    assert plan.solution.positions["exposure_s"].value >= 2.3
    river = planned("vehicle_trails", DARK, kit(24), distance_m=20, speed_km_h=54, crossings=5)
    assert river.lead.code == "river_of_light"
    assert river.solution.positions["exposure_s"].value >= 10.0


def test_counted_seconds_win_over_computed_ones() -> None:
    plan = planned("vehicle_trails", DARK, counted_s=7, distance_m=20, speed_km_h=54)
    assert next(x for x in plan.limits if x.code == "counted").value == 7
    assert quantities(plan, "computed_crossing")["crossing_s"] == pytest.approx(2.3)


def test_a_street_brighter_than_the_time_allows_takes_a_filter_in_dusk() -> None:
    dusk = {"lit_by": "metered", "metered_ev100": 10.0, "counted_s": 4}
    bare = planned("vehicle_trails", DARK, **dusk)  # type: ignore[arg-type]
    assert conflicts(bare.solution)
    assert conflicts(bare.solution)[0].ways[0].code == "add_filter"
    glazed = planned("vehicle_trails", DARK, kit(filters=GLASS), **dusk)  # type: ignore[arg-type]
    assert not conflicts(glazed.solution)
    assert glazed.solution.positions["nd_stops"].value > 0


def test_a_low_camera_lets_a_tall_vehicle_draw_over_the_horizon() -> None:
    low = planned("vehicle_trails", DARK, vehicle="bus", camera_height_m=0.4)
    assert quantities(low, "trail_over_horizon")["lamp_m"] == 3.0
    high = planned("vehicle_trails", DARK, vehicle="car", camera_height_m=8)
    assert {fact.code for fact in high.facts} == {"trail_under_horizon"}
