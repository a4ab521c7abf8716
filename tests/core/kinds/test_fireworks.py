"""Fireworks: the trade's settings, the burst's place, and the sound's delay."""

from dataclasses import replace

import pytest

from patient_owl.core.optics.camera import Framing
from tests.core.standing import DARK, kit, planned, quantities


# Common practice: f/8–f/13, ISO 100–200, 4–6 s.
def test_it_starts_where_the_trade_starts() -> None:
    positions = planned("fireworks", DARK).solution.positions
    assert 8 * 0.99 <= positions["f_number"].value <= 13.1
    assert positions["iso"].label == "100"
    assert 4 <= positions["exposure_s"].value <= 6.4  # "6" is 6.35 s


# Common practice: 100 ft of height and 45 ft of width an inch; 1 ft = 0.3048 m. Sound in air
# at 20 °C: 343 m/s, so 3 s are 1029 m.
def test_a_shell_stands_where_its_size_and_distance_put_it() -> None:
    plan = planned("fireworks", replace(DARK, temperature_c=20), shell_in=6, sound_delay_s=3)
    size = quantities(plan, "burst_size")
    assert size["height_m"] == pytest.approx(182.9, abs=0.1)
    assert size["width_m"] == pytest.approx(82.3, abs=0.1)
    # the sound comes from up there: 1029 m is the slant way, and asin(182.9/1029) is 10.24°
    assert size["altitude_deg"] == pytest.approx(10.24, abs=0.02)
    assert quantities(plan, "sound_delay")["distance_m"] == pytest.approx(1029, abs=1)
    # in frost sound is slower: 331.3 m/s at 0 °C, from memory
    cold = planned("fireworks", replace(DARK, temperature_c=0), shell_in=6, sound_delay_s=3)
    assert quantities(cold, "sound_delay")["distance_m"] == pytest.approx(993.9, abs=0.1)
    # a ball 82.3 m across seen from 1029 m: 2·asin(41.15/1029) = 4.58°
    assert size["width_deg"] == pytest.approx(4.58, abs=0.02)
    # common practice: 70 ft an inch of shell
    assert quantities(plan, "separation")["separation_m"] == pytest.approx(128, abs=0.1)


# At 250 m an 8-inch shell, 244 m up and 110 m wide, is seen along 349 m: 18.1°, not the 24.8° of
# the ground; its bang comes after 1.02 s at 20 °C.
def test_near_by_the_slant_way_counts() -> None:
    plan = planned("fireworks", replace(DARK, temperature_c=20), shell_in=8, distance_m=250)
    assert quantities(plan, "burst_size")["width_deg"] == pytest.approx(18.1, abs=0.1)
    assert quantities(plan, "sound_delay")["delay_s"] == pytest.approx(1.02, abs=0.01)


def test_a_lens_too_wide_for_the_bursts_is_said_with_the_right_one() -> None:
    wide = planned("fireworks", DARK, kit(14, 2.8), shell_in=4, distance_m=600)
    small = quantities(wide, "burst_small")
    assert small["width_deg"] == pytest.approx(5.1, abs=0.2)
    assert small["field_deg"] == pytest.approx(104.3, abs=0.1)
    fitting = planned("fireworks", DARK, kit(small["landscape_mm"]), shell_in=4, distance_m=600)
    assert "burst_small" not in {fact.code for fact in fitting.facts}


def test_the_lens_it_names_holds_the_burst_and_a_longer_one_is_warned_of() -> None:
    inputs = {"shell_in": 5.0, "distance_m": 400.0}
    best = quantities(planned("fireworks", DARK, **inputs), "focal_length_for_burst")  # type: ignore[arg-type]
    assert best["landscape_mm"] < best["portrait_mm"] <= best["landscape_mm"] * 1.5 + 1e-9
    framing = Framing(180, 12, "portrait")
    fits = planned("fireworks", DARK, kit(best["portrait_mm"]), framing=framing, **inputs)  # type: ignore[arg-type]
    assert "burst_leaves_frame" not in {fact.code for fact in fits.facts}
    long = planned("fireworks", DARK, kit(135), framing=framing, **inputs)  # type: ignore[arg-type]
    assert "burst_leaves_frame" in {fact.code for fact in long.facts}


def test_too_long_merges_the_bursts_and_is_refused_by_the_limit() -> None:
    longest = next(x for x in planned("fireworks", DARK).limits if x.code == "burst_longest")
    assert longest.value == 8  # common practice: 2–8 s
    feel = planned("fireworks", DARK, burst_school="by_feel")
    fixed = planned("fireworks", DARK, burst_school="fixed_seconds")
    assert "open_on_launch" in feel.steps
    assert "fire_steadily" in fixed.steps
    assert "fireworks_public" in feel.cautions
