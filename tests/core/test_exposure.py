"""The arithmetic of light against APEX, ISO 2720 and the trade's check values."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.exposure.settings import (
    Settings,
    ev100_from_illuminance,
    ev100_from_luminance,
    stops_between,
)

settings = st.builds(
    Settings,
    st.floats(1e-4, 3e4),
    st.floats(0.8, 64),
    st.floats(12, 1e5),
    st.floats(0, 20),
)


# CIPA DC-008 annex C: f/5.6 is Av 5, 1/30 s is Tv 5, so EV 10 at ISO 100.
def test_apex_example_of_the_exif_standard() -> None:
    assert Settings(2**-5, 2**2.5, 100).ev100 == pytest.approx(10)


# ISO 2720: N²/t = L·S/K with K 12.5 and E·S/C with C 250; EV 0 is 0.125 cd/m² and 2.5 lx.
def test_meter_constants_of_iso_2720() -> None:
    assert ev100_from_luminance(0.125) == pytest.approx(0)
    assert ev100_from_illuminance(2.5) == pytest.approx(0)


# Common practice. Printed to 0.01 or 0.1 stop, nominal settings.
@pytest.mark.parametrize(
    ("first", "second", "stops", "within"),
    [
        ((180, 8, 100), (120, 8, 100), -0.58, 0.005),
        ((1, 5.6, 100), (1, 9, 100), -1.37, 0.005),
        ((2, 14, 100), (1 / 30, 14, 3200), -0.9, 0.05),
        ((1, 8, 1600), (16, 8, 100), 0.0, 0.001),
    ],
)
def test_check_values_of_the_trade(
    first: tuple[float, float, float],
    second: tuple[float, float, float],
    stops: float,
    within: float,
) -> None:
    assert stops_between(Settings(*first), Settings(*second)) == pytest.approx(stops, abs=within)


# Common practice: falling-light water ladder at ISO 100, all within one stop.
def test_water_ladder_stays_within_a_stop() -> None:
    ladder = [(1, 5), (2, 7.1), (5, 9), (10, 14), (20, 22)]
    values = [Settings(t, n, 100).ev100 for t, n in ladder]
    assert max(values) - min(values) <= 1.0


# Common practice: core at f/1.4, 10 s, ISO 2000 is EV −6.6 (printed to 0.1, nominal).
def test_core_frame_of_the_trade() -> None:
    assert Settings(10, 1.4, 2000).ev100 == pytest.approx(-6.6, abs=0.1)


@given(settings)
def test_one_stop_doubles_light_whichever_control_gives_it(s: Settings) -> None:
    for brighter in (
        Settings(s.exposure_s * 2, s.f_number, s.iso, s.nd_stops),
        Settings(s.exposure_s, s.f_number / math.sqrt(2), s.iso, s.nd_stops),
        Settings(s.exposure_s, s.f_number, s.iso * 2, s.nd_stops),
        Settings(s.exposure_s, s.f_number, s.iso, s.nd_stops - 1),
    ):
        assert stops_between(s, brighter) == pytest.approx(1, abs=1e-9)
