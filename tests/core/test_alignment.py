"""What stands behind a stand-in, and when: against astropy."""

import math

import numpy as np
import pytest

from patient_owl.core.alignment import now_behind, passings
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.sky import ephemeris
from tests.core import reference_sky
from tests.core.test_shot import NIGHT, NOON_S


# A 28 m tower at 95 m, its foot 4 m over the ground and 2.5 m over the lens: atan(30.5/95).
def test_a_stand_in_is_seen_under_its_angle() -> None:
    tower = StandIn("tower", 28.0, 9.0, 95.0, 139.0, base_m=4.0)
    assert tower.top_altitude_deg == pytest.approx(math.degrees(math.atan(30.5 / 95)))
    assert tower.height_deg == pytest.approx(16.3, abs=0.1)


def test_bodies_come_behind_it_when_astropy_has_them_there() -> None:
    tower = StandIn("tower", 60.0, 9.0, 95.0, 230.0)
    found = passings(tower, NIGHT, "saturn")  # chosen for the night, so looked for too
    assert "saturn" in {passing.body for passing in found}
    for passing in found:
        if passing.body == "core":
            continue
        at = [ephemeris.moment_utc(passing.at_s)]
        altitude, azimuth = reference_sky.horizontal(passing.body, NIGHT.site, at)
        assert azimuth[0] == pytest.approx(230.0, abs=0.1)
        over = altitude[0] - tower.top_altitude_deg
        assert passing.over_top_deg == pytest.approx(over, abs=0.4)  # refraction, near the ground
    assert [p.at_s for p in found] == sorted(p.at_s for p in found)


def test_what_is_near_it_now_is_told_nearest_first_and_only_by_dark() -> None:
    for bearing in np.arange(0, 360, 15.0):
        one = StandIn("tower", 40.0, 9.0, 95.0, float(bearing))
        near = now_behind(one, NIGHT, NOON_S + 11 * 3600)
        apart = [math.hypot(n.aside_deg, n.over_top_deg) for n in near]
        assert apart == sorted(apart)
        assert all(a < 25 for a in apart)
        assert not now_behind(one, NIGHT, NOON_S)  # broad daylight
