"""What taps, sound, shake and the compass come to, each against something of another kind."""

import json
from collections.abc import Mapping
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from patient_owl.core.measure.attitude import HOLDS
from patient_owl.core.measure.compass import BEARING_SD, CORRECTION, SET_SD, TRUE_BEARING
from patient_owl.core.measure.formula import Term, as_json, name, of, spread, worked
from patient_owl.core.measure.shake import SMEAR_PX, VARIANCE_DEG2
from patient_owl.core.measure.sound import sound_speed_m_s
from patient_owl.core.measure.taps import TAP_INSTRUMENTS, TAP_SD_S
from patient_owl.core.measure.up import STEP_S, up_in
from patient_owl.core.sky.ephemeris import epoch_seconds
from patient_owl.core.sky.tracks import Site, track

CASES = Path(__file__).parents[2] / "measures.json"


def _result(instrument: str, key: str) -> Term:
    return next(one.term for one in TAP_INSTRUMENTS[instrument].results if one.key == key)


# Speed of sound in dry air as tables print it, from memory.
@pytest.mark.parametrize(
    ("celsius", "table_m_s"),
    [(-20, 318.9), (-10, 325.2), (0, 331.3), (10, 337.3), (20, 343.2), (30, 349.0)],
)
def test_sound_goes_as_fast_as_tables_say(celsius: float, table_m_s: float) -> None:
    assert sound_speed_m_s(celsius) == pytest.approx(table_m_s, abs=0.1)


def test_taps_come_to_what_one_would_reckon_by_hand() -> None:
    # three seconds a kilometre, common practice; at 10 °C 3 s are 1012 m
    bang = worked(_result("flash_bang", "distance_m"), {"t_s": 3, "temperature_c": 10})
    assert bang == pytest.approx(1012, abs=1)
    # 12 m in 0.72 s is 60 km/h; 5 m in 4 s is 1.25 m/s; 1.2 s a spin are 50 a minute
    speed = worked(_result("passing", "speed_km_h"), {"t_s": 0.72, "length_m": 12})
    assert speed == pytest.approx(60)
    assert worked(_result("float", "water_speed_m_s"), {"t_s": 4, "length_m": 5}) == 1.25
    assert worked(_result("spins", "spins_per_min"), {"t_s": 1.2}) == pytest.approx(50)
    # six metres in four strokes of 2.5 s each
    assert worked(_result("strokes", "pace_m_s"), {"t_s": 2.5, "n": 4, "length_m": 6}) == 0.6


@given(st.floats(1, 30), st.floats(0.02, 0.4), st.floats(1, 100), st.floats(0.01, 0.1))
def test_the_spread_is_that_of_many_trials(
    t_s: float, t_sd: float, length_m: float, share: float
) -> None:
    term = _result("float", "water_speed_m_s")
    t_sd, length_sd = min(t_sd, 0.1 * t_s), share * length_m
    rng = np.random.default_rng(17)
    trials = rng.normal(length_m, length_sd, 20_000) / rng.normal(t_s, t_sd, 20_000)
    said = spread(term, {"t_s": t_s, "length_m": length_m}, {"t_s": t_sd, "length_m": length_sd})
    # to first order; a tenth of spread bends it by some percent
    assert said == pytest.approx(float(np.std(trials)), rel=0.06)


@pytest.mark.parametrize("n", [1, 2, 6, 20])
def test_the_spread_of_what_is_touched_is_that_of_many_trials(n: int) -> None:
    rng = np.random.default_rng(17)
    late = rng.normal(0, TAP_SD_S, (20_000, n + 1))
    # beats: numpy's own straight line through them
    slopes = np.polyfit(np.arange(n + 1), late.T, 1)[0]
    beats = worked(TAP_INSTRUMENTS["spins"].t_sd, {"n": n, "spread_s": 0.0})
    assert beats == pytest.approx(float(np.std(slopes)), rel=0.05)
    # strokes differ by themselves: only their touches make their sum uncertain
    pairs = rng.normal(0, TAP_SD_S, (20_000, n, 2))
    means = np.mean(np.diff(pairs, axis=2), axis=1)
    strokes = worked(TAP_INSTRUMENTS["strokes"].t_sd, {"n": n, "spread_s": 3.0})
    assert strokes == pytest.approx(float(np.std(means)), rel=0.05)


def test_the_next_vehicle_is_known_by_how_much_they_differ_and_one_thing_by_its_mean() -> None:
    said = {"n": 9, "spread_s": 0.9}
    assert worked(TAP_INSTRUMENTS["crossing"].t_sd, said) == pytest.approx(0.9, abs=0.01)
    assert worked(TAP_INSTRUMENTS["float"].t_sd, said) == pytest.approx(0.3, abs=0.01)


def test_a_compass_set_on_something_known_tells_the_truth_with_its_spread() -> None:
    read = {"read_deg": 350.0, "known_deg": 4.0, "spread_deg": 1.0, "known_sd_deg": 0.0}
    correction = worked(CORRECTION, read)
    assert correction == pytest.approx(14.0)
    set_sd = worked(SET_SD, read)
    assert 1.0 < set_sd < 1.5
    values = {"read_deg": 355.0, "correction_deg": correction, "spread_deg": 1.0}
    assert worked(TRUE_BEARING, values) == pytest.approx(9.0)
    after = worked(BEARING_SD, {**values, "own_sd_deg": set_sd, "drift_s": 0.0})
    before = worked(BEARING_SD, {**values, "own_sd_deg": 7.5, "drift_s": 0.0})
    assert after < 2.0
    assert before > 7.5


@given(st.floats(0.6, 20), st.floats(0.01, 8), st.floats(0.05, 3))
def test_a_swing_smears_as_many_frames_of_it_do(
    hz: float, exposure_s: float, rate_deg_s: float
) -> None:
    phases = np.linspace(0, 2 * np.pi, 64, endpoint=False)[:, None]
    times = (np.arange(4000) + 0.5) / 4000 * exposure_s
    swing = rate_deg_s / (2 * np.pi * hz) * np.sin(2 * np.pi * hz * times + phases)
    brute = float(np.mean(np.var(swing, axis=1)))
    said = worked(VARIANCE_DEG2, {"rate_deg_s": rate_deg_s, "hz": hz, "exposure_s": exposure_s})
    assert said == pytest.approx(brute, rel=1e-3, abs=1e-12)


def test_a_smear_is_told_in_pixels_of_the_lens() -> None:
    # 200 mm on pixels of 4 µm: a degree is 200 · tan 1° / 0.004 = 872.8 px; full width at half
    # height of a normal spread is 2.355 of its sd
    values = {"variance_deg2": 1e-6, "focal_length_mm": 200, "pixel_pitch_um": 4}
    assert worked(SMEAR_PX, values) == pytest.approx(872.8 * 0.001 * 2.355, rel=1e-3)


def test_between_two_steps_a_body_stands_on_the_line_between_them() -> None:
    site = Site(43.302, -9.214, 12.0)
    noon_s = epoch_seconds(datetime(2026, 12, 9, 11, tzinfo=UTC))
    seconds = noon_s + np.arange(0, 86_400, STEP_S)
    for one in up_in(site, seconds, ["north-pole"]):
        true = track(one.target.key, site, seconds[:-1] + STEP_S / 2)
        azimuth, altitude = (
            (row[:-1] + row[1:]) / 2 for row in (one.azimuth_deg, one.altitude_deg)
        )
        aside = ((azimuth - true.azimuth_deg + 180) % 360 - 180) * np.cos(np.radians(altitude))
        off_deg = np.hypot(aside, altitude - true.apparent_altitude_deg)
        # refraction bends the last degree over the horizon; near the zenith bearings race
        seen = (true.apparent_altitude_deg > 1) & (true.apparent_altitude_deg < 60)
        assert off_deg[seen].max(initial=0) < 0.05
        if one.target.key in ("sun", "moon"):
            assert 0.48 < one.diameter_deg < 0.57


def _directed(values: Mapping[str, float], axis: tuple[int, int, int]) -> tuple[float, float]:
    """Bearing and tilt of an axis of the device, by scipy."""
    angles = [values[key] for key in ("alpha", "beta", "gamma")]
    east, north, up = Rotation.from_euler("ZXY", angles, degrees=True).apply(axis)
    return np.degrees(np.arctan2(east, north)) % 360, np.degrees(np.arcsin(up))


_AXES = {"held_up": (0, 0, -1), "lying": (0, 1, 0)}
_SHARED = json.loads(CASES.read_text())


@pytest.mark.parametrize("case", [c for c in _SHARED if "term" in c], ids=lambda c: c["name"])
def test_the_phone_is_given_the_formulas_of_today_and_what_they_come_to(
    case: Mapping[str, Any],
) -> None:
    """tests/measures.json is worked by the phone's own code too (web/src/shared/instruments)."""
    what, _, hold = case["name"].partition(", ")
    if hold:
        bearing, tilt = _directed(case["values"], _AXES[hold])
        expected = bearing if what == "bearing" else tilt
        term = getattr(HOLDS[hold], f"{what}_deg")
    else:
        expected = 331.3 * np.sqrt(283.15 / 273.15) * 3  # of an ideal gas, from memory
        term = _result("flash_bang", "distance_m")
    assert case["term"] == as_json(term)
    assert case["value"] == pytest.approx(expected)
    assert worked(term, case["values"]) == pytest.approx(expected)


def test_the_phone_is_held_to_the_statistics_of_numpy() -> None:
    for case in _SHARED:
        if "pairs" in case:
            lasted = np.diff(case["pairs"])[::2]
            assert case["mean"] == pytest.approx(float(np.mean(lasted)))
            assert (case["sd"] or 0) == pytest.approx(float(np.std(lasted, ddof=len(lasted) > 1)))
        elif "beats" in case:
            slope, _ = np.polyfit(np.arange(len(case["beats"])), case["beats"], 1)
            assert case["mean"] == pytest.approx(float(slope))
        elif "angles" in case:
            turned = np.exp(1j * np.radians(case["angles"]))
            assert case["mean"] == pytest.approx(float(np.degrees(np.angle(turned.mean())) % 360))
        elif "rates" in case:
            rates = np.array(case["rates"])
            found = 2 * np.abs(np.fft.rfft(rates - rates.mean())) / len(rates)
            at = np.fft.rfftfreq(len(rates), case["every_s"])
            near = [found[np.argmin(abs(at - hz))] for hz in case["hz"]]
            assert case["amplitudes"] == pytest.approx(near, abs=1e-4)  # as they are printed


def test_a_formula_reads_the_same_on_the_wire() -> None:
    term = of("bearing", name("a") - 2.0 * of("sin", name("b") / 3.0))
    assert as_json(term) == ["bearing", ["sub", "a", ["mul", 2.0, ["sin", ["div", "b", 3.0]]]]]
