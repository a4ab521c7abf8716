"""Fireworks: the trade's settings, the burst's place, and the sound's delay."""

import pytest

from patient_owl.core.optics.camera import Framing
from tests.core.standing import DARK, kit, planned, quantities


# Handbook, sections 4 and 11: f/8–f/13, ISO 100–200, 4–6 s.
def test_it_starts_where_the_trade_starts() -> None:
    positions = planned("fireworks", DARK).solution.positions
    assert 8 * 0.99 <= positions["f_number"].value <= 13.1
    assert positions["iso"].label == "100"
    assert 4 <= positions["exposure_s"].value <= 6.4  # "6" is 6.35 s


# Handbook, section 6: 100 ft of height and 45 ft of width an inch; 1 ft = 0.3048 m. Sound in air
# at 20 °C: 343 m/s, so 3 s are 1029 m.
def test_a_shell_stands_where_its_size_and_distance_put_it() -> None:
    plan = planned("fireworks", DARK, shell_in=6, sound_delay_s=3)
    size = quantities(plan, "burst_size")
    assert size["height_m"] == pytest.approx(182.9, abs=0.1)
    assert size["width_m"] == pytest.approx(82.3, abs=0.1)
    assert size["altitude_deg"] == pytest.approx(10.08, abs=0.02)
    assert quantities(plan, "sound_delay")["distance_m"] == pytest.approx(1029)
    # handbook, section 10, for orientation: 70 ft an inch of shell
    assert quantities(plan, "separation")["separation_m"] == pytest.approx(128, abs=0.1)


def test_the_lens_it_names_holds_the_burst_and_a_longer_one_is_warned_of() -> None:
    inputs = {"shell_in": 5.0, "distance_m": 400.0}
    best = quantities(planned("fireworks", DARK, **inputs), "focal_length_for_burst")  # type: ignore[arg-type]
    assert best["portrait_mm"] == pytest.approx(best["landscape_mm"] * 1.5)
    framing = Framing(180, 12, "portrait")
    fits = planned("fireworks", DARK, kit(best["portrait_mm"]), framing=framing, **inputs)  # type: ignore[arg-type]
    assert "burst_leaves_frame" not in {fact.code for fact in fits.facts}
    long = planned("fireworks", DARK, kit(135), framing=framing, **inputs)  # type: ignore[arg-type]
    assert "burst_leaves_frame" in {fact.code for fact in long.facts}


def test_too_long_merges_the_bursts_and_is_refused_by_the_limit() -> None:
    longest = next(x for x in planned("fireworks", DARK).limits if x.code == "burst_longest")
    assert longest.value == 8  # handbook, section 4: 2–8 s
    feel = planned("fireworks", DARK, burst_school="by_feel")
    fixed = planned("fireworks", DARK, burst_school="fixed_seconds")
    assert "open_on_launch" in feel.steps
    assert "fire_steadily" in fixed.steps
    assert "fireworks_public" in feel.cautions
