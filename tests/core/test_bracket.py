"""Brackets: as wide as the doubt, and inside what binds them."""

import math

import pytest

from patient_owl.core.exposure.reciprocity import Film
from patient_owl.core.kit import Body
from patient_owl.core.optics.camera import Sensor
from tests.core.standing import DARK, kit, planned


@pytest.mark.parametrize("key", ["vehicle_trails", "stars_over_foreground", "fireworks"])
def test_no_frame_of_a_bracket_leaves_the_limits_that_bind(key: str) -> None:
    plan = planned(key, DARK)
    binding = [x for x in plan.limits if x.drives and x.control == plan.bracket_control]
    centre = plan.solution.positions[plan.bracket_control]
    if all(x.allows(centre.value) for x in binding):
        for frame in plan.bracket:
            assert all(x.allows(frame.position.value) for x in binding), frame


# A wider doubt asks for more frames: ± 2 stops for a dim interior, ± 0.5 for a meter's reading.
def test_a_bracket_is_as_wide_as_the_doubt() -> None:
    guessed = planned("dim_interior", DARK, lit_by="home_interior").bracket
    metered = planned("dim_interior", DARK, lit_by="metered", metered_ev100=2).bracket
    assert len(guessed) > len(metered)


# A film back counts to a second and loses speed: t = t_metered^1.3 (common practice: p 1.2 to
# 1.4). Its frames are times a hand can count, a metered stop apart once what is lost is given back.
def test_a_bracket_on_film_is_in_real_times_a_stop_of_light_apart() -> None:
    film = Film(100, exponent=1.3)
    back = Body(Sensor(56, 56, 5600, 5600), lowest_iso=100, highest_iso=100, film=film)
    slow = kit(80, 2.8, 22, body=Body(**{**back.__dict__, "in_camera_ceiling_s": 1}))
    plan = planned("dim_interior", DARK, slow, lit_by="metered", metered_ev100=2)
    assert len(plan.bracket) >= 3
    for frame in plan.bracket:
        assert frame.position.value == round(frame.position.value)
        lights = film.metered_s(frame.position.value)
        centre = film.metered_s(plan.bracket[0].position.value)
        assert math.log2(lights / centre) == pytest.approx(frame.stops, abs=0.35)
