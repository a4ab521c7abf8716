"""Dim interiors: depth or light, the window's minute, lamps, film, and what is in the bag."""

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
    assert apertures == ["11", "2.8"]  # common practice: f/11 against f/2.8
    thin = planned("dim_interior", DARK, kit(50), depth_school="light", focus_m=2, near_m=1.6)
    needed = next(x for x in thin.limits if x.code == "depth_needs")
    assert thin.solution.settings.f_number >= needed.value * 0.999


def test_the_window_matches_the_room_at_its_minute_of_dusk() -> None:
    falling = course(Moment(60.0 * k, 10 - k / 4, 10 - k / 4, -k / 5) for k in range(60))
    scene = replace(DARK, ground_ev100=10.0, night=falling)
    plan = planned("dim_interior", scene, lit_by="metered", metered_ev100=6.0, windows="windows_in")
    later = quantities(plan, "window_matches_later")
    # ten falling a quarter stop a minute is within half a stop of six after 14 minutes; a night in
    # steps of five minutes finds the same minute
    assert later["after_s"] == pytest.approx(14 * 60, abs=1)
    coarse = course(Moment(300.0 * k, 10 - 1.25 * k, 0, -k) for k in range(12))
    again = planned(
        "dim_interior",
        replace(scene, night=coarse),
        lit_by="metered",
        metered_ev100=6.0,
        windows="windows_in",
    )
    assert quantities(again, "window_matches_later")["after_s"] == pytest.approx(14 * 60, abs=1)
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


def test_what_is_in_the_bag_changes_what_is_said() -> None:
    dark = {"lit_by": "metered", "metered_ev100": -5.0}
    with_remote = planned("dim_interior", DARK, kit(), **dark)  # type: ignore[arg-type]
    bare = kit(body=replace(BODY, first_curtain="mirror"), support=Support())
    without = planned("dim_interior", DARK, bare, **dark)  # type: ignore[arg-type]
    assert with_remote.solution.positions["exposure_s"].is_bulb
    assert "bulb_needed" in {r.code for r in with_remote.reasons}
    # a camera without one counts to 30 s by itself (CP), and ISO makes up for the rest
    assert without.solution.positions["exposure_s"].label == "30"
    assert without.solution.settings.iso > with_remote.solution.settings.iso
    assert "mirror_up" in without.steps
    assert "mirror_up" not in with_remote.steps


# Common practice: people hold still for one to two seconds.
def test_somebody_in_the_picture_caps_the_time_and_the_aperture_makes_it_good() -> None:
    room = {"lit_by": "metered", "metered_ev100": 1.0}
    empty = planned("dim_interior", DARK, people="no_people", **room)  # type: ignore[arg-type]
    seated = planned("dim_interior", DARK, people="people_in", **room)  # type: ignore[arg-type]
    assert empty.solution.settings.exposure_s > 2
    assert 1 <= seated.solution.settings.exposure_s <= 2.01
    # common practice: aperture opens before ISO rises
    assert seated.solution.settings.f_number < empty.solution.settings.f_number
    assert seated.solution.settings.ev100 == pytest.approx(empty.solution.settings.ev100, abs=0.2)
    assert "people_still" in {limit.code for limit in seated.limits if limit.drives}


def test_a_room_does_not_follow_the_dusk_outside() -> None:
    falling = course(Moment(60.0 * k, 10 - k / 4, 10 - k / 4, -k / 5) for k in range(60))
    plan = planned("dim_interior", replace(DARK, night=falling), lit_by="string_lights")
    assert plan.parts[0].moved(0, 3000) == 0
    assert plan.parts[0].carried_sigma(0, 3000) == 0
