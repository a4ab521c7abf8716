"""Every limit at the trade's own figures, and what a frame costs."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.judge.choose import choose
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kit import Support
from patient_owl.core.limits import aperture, motion, sensor, support
from patient_owl.core.motion.shake import swing_px, time_within_s
from patient_owl.core.motion.subject import Vehicle, crossing_s, ghost_stops
from patient_owl.core.noise import signal_e, snr
from patient_owl.core.plan.report import Blurs, report
from patient_owl.core.program.program import Phase, Program, one_frame
from tests.core.standing import BODY, NOISE, demands, kit, light

BAG = kit(50)


# Common practice: handheld 1/(crop·f) less stabiliser stops; common practice 1/50 s at 50 mm.
def test_hands_and_a_stabiliser() -> None:
    assert support.handheld(BAG).value == pytest.approx(1 / 50, rel=0.01)
    helped = kit(50, body=replace(BODY, stabiliser_stops=3))
    assert support.handheld(helped).value == pytest.approx(8 / 50, rel=0.01)
    steadiest = kit(24, body=replace(BODY, stabiliser_stops=9))
    assert support.handheld(steadiest).value == 1.0  # nobody holds longer; common practice


# The anchor of the model: 10 m/s smear two pixels of 6 µm at 70 mm on legs for 12 kg. Wind
# pressure goes with the square of its speed.
def test_wind_shakes_by_the_square_of_its_speed_and_less_on_stouter_legs() -> None:
    assert swing_px(10, 12, 70, 6) == pytest.approx(2)
    assert swing_px(20, 12, 70, 6) == pytest.approx(8)
    assert swing_px(10, 24, 70, 6) == pytest.approx(1)
    assert support.wind(2, BAG) is None
    long_lens = kit(300, widest=4)
    limit = support.wind(12, long_lens)
    assert limit is not None
    assert limit.value < 1 / 20


@given(st.floats(2.1, 500), st.floats(0.5, 2))
def test_a_sway_crosses_the_tolerance_no_slower_than_its_fastest_moment(
    swing: float, tolerance: float
) -> None:
    # x = (swing/2)·sin(2π·8·t) is fastest at π·8·swing px/s
    assert time_within_s(swing, tolerance) * math.pi * 8 * swing == pytest.approx(tolerance)


# Common practice: cold takes 30 % of a battery.
@pytest.mark.parametrize(("temperature_c", "share"), [(20, 1.0), (0, 0.7), (-20, 0.7), (10, 0.85)])
def test_cold_takes_its_part_of_the_battery(temperature_c: float, share: float) -> None:
    assert support.battery_min(BAG, temperature_c) == pytest.approx(240 * share)
    assert support.battery(kit(body=replace(BODY, battery_min=None)), 0) is None


# By definition: log2 q stops; under about −4 nobody sees them. 1/16 is exactly −4.
def test_who_moves_on_after_a_sixteenth_leaves_no_ghost() -> None:
    limit = motion.ghosts_vanish(2.0)
    assert limit.value == 32
    assert ghost_stops(2.0 / limit.value) == -4


# Similar triangles: 36 mm of frame at 10 m through 50 mm are 7.2 m; at 3.6 m/s two seconds, and
# its own length more: a 12 m bus through a frame 10 m wide at 25 km/h takes
# 3.2 s, not 1.4; from rest s = a·t²/2 with 1 m/s².
def test_a_crossing() -> None:
    assert crossing_s(Vehicle(0, 3.6), 36, 10, 50) == pytest.approx(2)
    bus = Vehicle(12, 25 / 3.6)
    assert crossing_s(bus, 36, 10, 36) == pytest.approx(3.2, abs=0.05)
    away = bus._replace(acceleration_m_s2=1.0)
    assert crossing_s(away, 36, 10, 36) == pytest.approx((2 * 22) ** 0.5, abs=0.05)
    # once it has its speed it keeps it: 7 s and 24 m for that, the rest at 25 km/h
    assert away.time_s(100) == pytest.approx(6.94 + (100 - 24.1) / 6.94, abs=0.05)
    sharp = motion.subject_sharp(1.0, 10, 2, BAG)
    # 2 px of 6 µm at 10 m through 50 mm are 2.4 mm; at 1 m/s 2.4 ms
    assert sharp.value == pytest.approx(0.0024)


def test_the_performer_is_waited_for() -> None:
    limit = motion.performer(25, 5)
    assert limit.value == 30
    assert limit.sense == "at_least"


# Common practice: even blade count n gives n rays, odd gives 2n; sunstars from about f/11.
@pytest.mark.parametrize(("blades", "rays"), [(6, 6), (7, 14), (8, 8), (9, 18)])
def test_rays_of_blades(blades: int, rays: int) -> None:
    assert aperture.rays_of(blades) == rays
    assert aperture.sunstar(BAG).value == pytest.approx(11.3, abs=0.02)


# ISO 12232: an acceptable picture has ten to one.
def test_the_noise_floor_is_where_shadows_reach_ten_to_one() -> None:
    limit = sensor.noise_floor(BAG, 4, -4, 10)
    assert limit is not None
    at_limit = signal_e(NOISE, 6, limit.value, -4)
    assert snr(NOISE, at_limit, 4, limit.value, 10) == pytest.approx(10, rel=0.02)
    assert sensor.noise_floor(kit(body=replace(BODY, noise=None)), 4, -4, 10) is None


# Common practice: noise reduction in camera takes a dark frame as long as the frame itself.
def test_a_run_is_counted_in_minutes_gigabytes_and_batteries() -> None:
    bag = kit(24, body=replace(BODY, raw_size_mb=25, battery_min=100), support=Support(12, 64))
    start = {"exposure_s": 30.0, "f_number": 4.0, "iso": 800.0}
    hold = Hold({**start, "nd_stops": 0.0}, follow=None)
    solution = choose(demands([light(-5)], bag.dials, hold=hold))
    course = Program((Phase("frame", 32.0, 100, 1.0),)).with_noise_reduction()
    found = report(bag, solution, Blurs(star_drift_px_per_s=0.2), course, 100, 20, 0)
    assert found.cost.clock_s == pytest.approx(100 * 2 * 32 + 99)
    assert found.cost.card_gb == pytest.approx(2.5)
    assert found.cost.card_share == pytest.approx(2.5 / 64)
    assert found.cost.batteries == pytest.approx(100 * 2 * 32 / 6000)
    assert found.sharpness.largest == "star_drift"
    # averaging goes with the root of their number
    one = report(bag, solution, Blurs(), one_frame(32.0), 1, 20, 0)
    assert found.tones[0].snr == pytest.approx(10 * one.tones[0].snr)
    assert one.stack_for_clean == max(1, math.ceil((10 / one.tones[0].snr) ** 2))
