"""Dim interiors, camera movement and hands."""

from dataclasses import replace

import pytest

from patient_owl.core.exposure.reciprocity import Film
from patient_owl.core.kit import Body, Support
from patient_owl.core.optics.camera import Sensor
from patient_owl.core.plan.types import Moment
from tests.core.standing import BODY, DARK, course, kit, planned, quantities


def test_depth_or_light_is_a_school_and_depth_asked_for_is_kept() -> None:
    apertures = [
        planned("dim_interior", DARK, depth_school=side).solution.positions["f_number"].label
        for side in ("depth", "light")
    ]
    assert apertures == ["11", "2.8"]  # handbook, section 6: f/11 against f/2.8
    thin = planned("dim_interior", DARK, kit(50), depth_school="light", focus_m=2, near_m=1.6)
    needed = next(x for x in thin.limits if x.code == "depth_needs")
    assert thin.solution.settings.f_number >= needed.value * 0.999


def test_the_window_matches_the_room_at_its_minute_of_dusk() -> None:
    falling = course(Moment(60.0 * k, 10 - k / 4, 10 - k / 4, -k / 5) for k in range(60))
    scene = replace(DARK, ground_ev100=10.0, night=falling)
    plan = planned("dim_interior", scene, lit_by="metered", metered_ev100=6.0, windows="windows_in")
    later = quantities(plan, "window_matches_later")
    # ten falling a quarter stop a minute is within half a stop of six after 14 minutes
    assert later["after_s"] == pytest.approx(14 * 60, abs=60)
    assert later["stops"] == pytest.approx(4)


# ISO 12232: 2.96 stops from mid-grey to clipping; a lamp 6 over a subject at −0.3 burns by 2.7.
def test_a_lamp_in_the_frame_is_dimmed_by_what_it_burns() -> None:
    plan = planned("dim_interior", DARK, lamp_stops=6)
    landed = 6 - plan.solution.settings.ev100  # the home interior of the table is EV 6
    assert quantities(plan, "lamps_dim_by")["stops"] == pytest.approx(6 + landed - 2.96, abs=0.01)


def test_film_in_a_dim_room_says_what_it_really_needs() -> None:
    film = Film(100, exponent=1.3)
    body = Body(Sensor(36, 24, 4535, 3024), lowest_iso=100, highest_iso=100, film=film)
    plan = planned("dim_interior", DARK, kit(body=body), lit_by="metered", metered_ev100=0.0)
    needed = quantities(plan, "film_needs")
    assert needed["exposure_s"] == pytest.approx(needed["metered_s"] ** 1.3, rel=1e-6)


# Handbook, section 6.12: the share of time at rest sets the strength; log2(1/2) is one stop.
def test_half_the_time_at_rest_prints_a_stop_under() -> None:
    plan = planned("camera_movement", DARK, move_s=4, rest_share=0.5)
    assert plan.solution.positions["exposure_s"].value == 8
    assert quantities(plan, "rest_prints")["stops"] == pytest.approx(-1)


# Handbook, section 4: handheld 1/(crop·f) less stabiliser stops; 1/50 s at 50 mm full frame.
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


def test_what_is_in_the_bag_changes_what_is_said() -> None:
    dark = {"lit_by": "metered", "metered_ev100": -5.0}
    with_remote = planned("dim_interior", DARK, kit(), **dark)  # type: ignore[arg-type]
    bare = kit(body=replace(BODY, first_curtain="mirror"), support=Support())
    without = planned("dim_interior", DARK, bare, **dark)  # type: ignore[arg-type]
    assert with_remote.solution.positions["exposure_s"].is_bulb
    assert "bulb_needed" in {r.code for r in with_remote.reasons}
    assert "bulb_without_remote" in {r.code for r in without.reasons}
    assert "mirror_up" in without.steps
    assert "mirror_up" not in with_remote.steps
