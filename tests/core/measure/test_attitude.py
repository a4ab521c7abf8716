"""Which way a phone points, against scipy's rotations: intrinsic Z, X, Y, as the W3C's frame has it
(from memory)."""

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from patient_owl.core.measure.attitude import HOLDS, Attitude
from patient_owl.core.measure.formula import worked
from patient_owl.core.types import FloatArray

UP = np.array([0.0, 0.0, 1.0])


def _read(hold: Attitude, angles: tuple[float, ...], screen: float = 0.0) -> list[float]:
    alpha, beta, gamma = angles
    values = {"alpha": alpha, "beta": beta, "gamma": gamma, "screen": screen}
    return [worked(term, values) for term in hold]


def _rolled(forward: FloatArray, up: FloatArray) -> float:
    """How far `up` is turned clockwise about `forward` from what is up there. [deg]"""
    level = np.cross(forward, UP)
    upright = np.cross(level, forward)
    return float(np.degrees(np.arctan2(np.dot(up, level), np.dot(up, upright))))


def _apart(one: float, other: float) -> float:
    return abs((one - other + 180) % 360 - 180)


@given(
    st.tuples(st.floats(0, 360), st.floats(-180, 180), st.floats(-90, 90)),
    st.sampled_from([0.0, 90.0, 180.0, 270.0]),
)
def test_a_phone_held_up_points_with_its_back_whichever_way_its_screen_is_turned(
    angles: tuple[float, float, float], screen: float
) -> None:
    turned = Rotation.from_euler("ZXY", angles, degrees=True)
    back = turned.apply([0.0, 0.0, -1.0])
    assume(abs(back[2]) < 0.999)  # straight up or down there is no bearing
    bearing, tilt, roll = _read(HOLDS["held_up"], angles, screen)
    assert _apart(bearing, np.degrees(np.arctan2(back[0], back[1]))) < 1e-6
    assert tilt == pytest.approx(np.degrees(np.arcsin(back[2])), abs=1e-6)
    # the content of a screen turned by so much has its top there
    top = turned.apply([np.sin(np.radians(screen)), np.cos(np.radians(screen)), 0.0])
    assert _apart(roll, _rolled(back, top)) < 1e-6


@given(st.tuples(st.floats(0, 360), st.floats(-180, 180), st.floats(-90, 90)))
def test_a_phone_that_lies_points_with_its_top_edge(angles: tuple[float, float, float]) -> None:
    turned = Rotation.from_euler("ZXY", angles, degrees=True)
    top = turned.apply([0.0, 1.0, 0.0])
    assume(abs(top[2]) < 0.999)
    bearing, tilt, roll = _read(HOLDS["lying"], angles)
    assert _apart(bearing, np.degrees(np.arctan2(top[0], top[1]))) < 1e-6
    assert tilt == pytest.approx(np.degrees(np.arcsin(top[2])), abs=1e-6)
    assert _apart(roll, _rolled(top, turned.apply([0.0, 0.0, 1.0]))) < 1e-6


# The W3C's own words, from memory: lying flat with its top to the north all angles are nought;
# upright before the eyes of somebody who looks north beta is 90; alpha grows counter-clockwise.
@pytest.mark.parametrize(
    ("hold", "angles", "read"),
    [
        ("lying", (0, 0, 0), (0, 0, 0)),
        ("lying", (90, 0, 0), (270, 0, 0)),
        ("lying", (0, 10, 0), (0, 10, 0)),
        ("held_up", (0, 90, 0), (0, 0, 0)),
        ("held_up", (270, 100, 0), (90, 10, 0)),
    ],
)
def test_it_points_as_a_hand_expects(
    hold: str, angles: tuple[float, ...], read: tuple[float, ...]
) -> None:
    found = _read(HOLDS[hold], angles)
    assert _apart(found[0], read[0]) < 1e-6
    assert found[1:] == pytest.approx(list(read[1:]), abs=1e-6)
