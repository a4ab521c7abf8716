"""Sharpness and noise against optics and the standards of sensors."""

import math

import astropy.constants as const
import astropy.units as u
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.judge.choose import choose
from patient_owl.core.judge.hold import Hold
from patient_owl.core.noise import (
    HEADROOM_STOPS,
    PHOTONS_PER_LX_S_UM2,
    SensorNoise,
    highest_iso_for,
    signal_e,
    snr,
    tone,
    two_stage,
)
from patient_owl.core.optics.depth_of_field import (
    airy_diameter_um,
    aperture_for_depth,
    depth_of_field,
    hyperfocal_m,
)
from patient_owl.core.plan.report import Blurs, report
from patient_owl.core.program.program import one_frame
from patient_owl.core.sharpness import defocus_mm, sharpness
from tests.core.standing import BODY, NOISE, demands, kit, light


def blur_by_imaging_mm(focal_mm: float, n: float, focus_m: float, subject_m: float) -> float:
    """Blur disc from the lens equation 1/f = 1/u + 1/v alone: D·|v_subject − v_focus|/v_subject."""
    v_focus = 1 / (1 / focal_mm - 1 / (focus_m * 1000))
    v_subject = 1 / (1 / focal_mm - 1 / (subject_m * 1000))
    return focal_mm / n * abs(v_subject - v_focus) / v_subject


focal, n, focus = st.floats(12, 200), st.floats(1.4, 22), st.floats(0.6, 40)


@given(focal, n, focus)
def test_the_limits_of_depth_image_to_the_circle_of_confusion(f: float, n: float, s: float) -> None:
    depth = depth_of_field(f, n, 29, s)
    assert blur_by_imaging_mm(f, n, s, depth.near_m) == pytest.approx(0.029, rel=1e-6)
    if math.isfinite(depth.far_m) and depth.far_m < 1e5:
        assert blur_by_imaging_mm(f, n, s, depth.far_m) == pytest.approx(0.029, rel=1e-4)
    assert aperture_for_depth(f, 29, s, depth.near_m) == pytest.approx(n, rel=1e-6)


@given(focal, n, focus, st.floats(0.6, 500))
def test_defocus_agrees_with_the_lens_equation(f: float, n: float, s: float, u_m: float) -> None:
    wanted = blur_by_imaging_mm(f, n, s, u_m)
    assert defocus_mm(f, n, s, u_m) == pytest.approx(wanted, rel=1e-6, abs=1e-9)


# Depth tables printed for 35 mm cameras with c = 0.03 mm: 50 mm at f/8 has its hyperfocal
# distance at 10.5 m, 28 mm at f/11 at 2.4 m (from memory, printed to 0.1 m).
@pytest.mark.parametrize(("f", "n", "printed_m"), [(50, 8, 10.5), (28, 11, 2.4)])
def test_hyperfocal_distances_of_printed_tables(f: float, n: float, printed_m: float) -> None:
    assert hyperfocal_m(f, n, 30) == pytest.approx(printed_m, abs=0.05)


# 2.44·λ·N at 0.55 µm [hecht2016]: f/8 10.7 µm, f/16 21.5 µm, f/22 29.5 µm (nominal f-numbers).
@pytest.mark.parametrize(("n", "um"), [(8, 10.7), (16, 21.5), (22, 29.5)])
def test_airy_discs_are_as_wide_as_optics_has_them(n: float, um: float) -> None:
    assert airy_diameter_um(n) == pytest.approx(um, abs=0.05)


# astropy carries CODATA constants; a lumen at 555 nm is 1/683 W (SI brochure).
def test_photons_in_a_lux_second() -> None:
    photon = (const.h * const.c / (555 * u.nm)).to(u.J)
    wanted = (1 / 683 * u.W * u.s / u.m**2 / photon).to(1 / u.um**2).value
    assert pytest.approx(wanted, rel=1e-9) == PHOTONS_PER_LX_S_UM2


# EMVA 1288 R4, absolute sensitivity threshold: SNR 1 at √(σ² + 1/4) + 1/2 electrons.
@given(st.floats(0.5, 20))
def test_the_sensitivity_threshold_of_emva_1288(read_e: float) -> None:
    noise = SensorNoise(50_000, read_e, 0, 0, 0.5)
    threshold_e = math.sqrt(read_e**2 + 1 / 4) + 1 / 2
    assert snr(noise, threshold_e, 1, 100, 20) == pytest.approx(1)
    iso = highest_iso_for(noise, 6, 1, 0, 1.0, 20)
    assert signal_e(noise, 6, iso, 0) == pytest.approx(threshold_e)


# ISO 12232: saturation at 78/S, recommended exposure index at 10/S: log2(7.8) = 2.963 stops.
def test_headroom_of_iso_12232() -> None:
    assert pytest.approx(2.963, abs=0.001) == HEADROOM_STOPS
    pitch = BODY.sensor.pixel_pitch_um
    assert not tone(NOISE, pitch, 1, 100, 2.9, 20).is_clipped
    assert tone(NOISE, pitch, 1, 100, 3.0, 20).is_clipped


# Shot noise alone (EMVA 1288): SNR is √Q, so a stop of light is worth √2 and four frames two.
def test_light_is_worth_its_root_and_so_are_frames() -> None:
    bright = SensorNoise(1e6, 0.1, 0, 0, 0.5)
    one, two = (tone(bright, 6, 1, iso, 0, 20).snr for iso in (200, 100))
    assert two / one == pytest.approx(math.sqrt(2), rel=1e-3)
    assert tone(bright, 6, 1, 200, 0, 20, 4).snr == pytest.approx(2 * one)


# Dark current doubles every 6 to 7 °C. Common practice.
def test_heat_doubles_dark_current() -> None:
    assert NOISE.dark_rate_e_s(26.5) == pytest.approx(2 * NOISE.dark_rate_e_s(20))


@given(st.floats(1, 5), st.floats(0.5, 20))
def test_two_stages_of_read_noise_are_found_again_from_readings(pre: float, post: float) -> None:
    made = SensorNoise(1, pre, post, 0, 0.5, 100)
    table = [(iso, made.read_e(iso)) for iso in (100, 200, 400, 800, 1600, 3200)]
    assert two_stage(table, 100) == pytest.approx((pre, post), rel=1e-3)


def test_blurs_add_in_quadrature_and_the_largest_is_named() -> None:
    budget = sharpness(BODY.sensor, 2.0, star_drift_px=3.0, subject_px=4.0)
    airy = airy_diameter_um(2.0) / 6
    assert budget.total_px == pytest.approx(math.sqrt(9 + 16 + airy**2))
    assert budget.largest == "subject"


# Averaging n frames gains √n, so how many are needed must not depend on how many are averaged.
def test_the_frames_that_would_clean_it_are_counted_from_one_frame() -> None:
    bag = kit(24)
    dim = choose(demands([light(-7)], bag.dials, hold=Hold({"exposure_s": 8.0})))
    counts = [
        report(bag, dim, Blurs(), one_frame(8), averages, 10, 0).stack_for_clean
        for averages in (1, 4, 9)
    ]
    assert counts[0] > 1
    assert counts == [counts[0]] * 3
