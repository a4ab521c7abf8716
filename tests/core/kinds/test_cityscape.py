"""Cityscape: contrast against the sensor, the Moon, blue hour, and panoramas."""

from dataclasses import replace

import pytest

from patient_owl.core.judge.ways import conflicts
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.panorama import grid
from patient_owl.core.plan.types import Moment
from tests.core.standing import DARK, course, kit, planned, quantities

BLUE = replace(
    DARK,
    sun_altitude_deg=-3,
    night=course(Moment(60.0 * k, 3 - k / 4, 4 - k / 4, -3 - 0.18 * k) for k in range(60)),
)


# Scene table: a distant lit skyline is EV 2 (common practice): 15 s at f/8, ISO 100 and
# ⅔ stop under mid-grey 10 s.
def test_a_skyline_of_the_table_is_placed_where_asked() -> None:
    plan = planned("cityscape", DARK, placement_stops=0)
    assert plan.solution.positions["f_number"].label == "8"
    assert plan.solution.settings.ev100 == pytest.approx(2, abs=0.35)


# EMVA 1288: dynamic range; log2(58 000 e⁻ / 6 e⁻) is 13.2 stops, less what a lifted shadow needs.
def test_more_contrast_than_the_sensor_holds_is_blended_or_lifted() -> None:
    easy = planned("cityscape", DARK, lamps_stops=2, shadows_stops=3)
    assert 9 < quantities(easy, "contrast_fits")["held_stops"] < 13.2
    hard = planned("cityscape", DARK, lamps_stops=8, shadows_stops=8)
    frames = quantities(hard, "contrast_blended")["frames"]
    assert len(hard.bracket) == frames > 1
    lifted = planned("cityscape", DARK, lamps_stops=8, shadows_stops=8, contrast_school="dark_lift")
    # exposed for the lamps: 8 stops over the subject and 2.96 of headroom
    assert lifted.solution.settings.ev100 == pytest.approx(2 + 8 - 2.96, abs=0.35)


# The Moon near f/11 at 1/ISO (common practice): EV 13.6 against a frame at EV 2.7 and 2.96
# stops of headroom.
def test_the_moon_in_the_frame_burns_out_by_what_the_trade_says() -> None:
    moonlit = replace(DARK, moon_altitude_deg=10, moon_azimuth_deg=180)
    plan = planned("cityscape", moonlit, framing=Framing(180, 8))
    wanted = 13.6 - plan.solution.settings.ev100 - 2.96
    assert quantities(plan, "moon_burns")["stops"] == pytest.approx(wanted, abs=0.06)
    away = planned("cityscape", moonlit, framing=Framing(0, 8))
    assert "moon_burns" not in {fact.code for fact in away.facts}


def test_blue_hour_is_timed_from_the_suns_altitude() -> None:
    # −4° to −8° at 0.18° a minute: 22 minutes, in about 6; common practice says twenty
    blue = quantities(planned("cityscape", BLUE), "blue_hour")
    assert blue["after_s"] == pytest.approx(6 * 60, abs=60)
    assert blue["lasts_s"] / 60 == pytest.approx(22, abs=1)


# Common practice: three rows of nine is a real case. Vertical frames of 50 mm on full frame
# see 27° × 40°; nine columns at a third overlap cover about 177°.
def test_three_rows_of_nine() -> None:
    found = grid(175, 90, 27, 39.6)
    assert (found.columns, found.rows) == (9, 3)


def test_a_panorama_is_counted_and_timed() -> None:
    plan = planned("cityscape", DARK, kit(24), panorama_wide_deg=180)
    panorama = quantities(plan, "panorama")
    assert panorama["columns"] * panorama["turn_deg"] >= 180 - 74
    assert plan.program.frames == panorama["frames"]
    assert plan.sketch is not None
    assert len(plan.sketch.shapes) == panorama["columns"]


# All round, the last frame overlaps the first as any other: 360 ÷ (27 · 0.7) is 19.05, so 20.
def test_a_panorama_all_round_closes_and_overlaps_as_asked() -> None:
    assert grid(360, 40, 27, 39.6).columns == 20
    for overlap in (0.2, 0.5):
        found = grid(360, 40, 27, 39.6, overlap)
        assert found.columns * 27 * (1 - overlap) >= 360
        assert found.turn_deg == pytest.approx(27 * (1 - overlap))
    half = planned("cityscape", DARK, panorama_wide_deg=300, panorama_overlap_percent=50)
    usual = planned("cityscape", DARK, panorama_wide_deg=300)
    assert quantities(half, "panorama")["columns"] > quantities(usual, "panorama")["columns"]


def test_a_blue_hour_that_is_over_is_not_announced_for_tomorrow() -> None:
    past = course(Moment(60.0 * k, 0, 0, -3 - 0.18 * (k + 60)) for k in range(-60, 60))
    gone = planned("cityscape", replace(BLUE, night=past))
    assert "blue_hour_gone" in {fact.code for fact in gone.facts}
    during = course(Moment(60.0 * k, 0, 0, -5 - 0.18 * k) for k in range(-5, 60))
    now = quantities(planned("cityscape", replace(BLUE, night=during)), "blue_hour_now")
    assert now["lasts_s"] / 60 == pytest.approx(17, abs=1)


# Similar triangles: a crowd at 1.4 m/s 15 m off through 24 mm runs 2.24 mm/s; 4.5 px of 6 µm, a
# screen's 1.5 px, are 27 µm: 12 ms.
def test_what_moves_is_kept_still_or_left_to_run() -> None:
    still = planned("cityscape", DARK, moves="crowd", moving_wish="moves_still")
    cap = next(x for x in still.limits if x.code == "subject_sharp")
    assert cap.value == pytest.approx(0.0121, abs=0.0005)
    assert still.solution.settings.exposure_s <= cap.value
    assert still.solution.settings.f_number < 2  # opened before ISO rose
    running = planned("cityscape", DARK, moves="crowd", moving_wish="moves_runs")
    floor = next(x for x in running.limits if x.code == "subject_runs")
    # a twentieth of 36 mm at 2.24 mm/s
    assert floor.value == pytest.approx(0.80, abs=0.02)
    assert not conflicts(running.solution)


# Three hours at f/8 and base ISO for a street that nobody said was lit: ask.
def test_an_absurd_plan_says_what_is_missing() -> None:
    by_sky = planned("cityscape", DARK, lit_by="natural", between="open")
    assert "too_long_by_sky" in {reason.code for reason in by_sky.reasons}
    lit = planned("cityscape", DARK, lit_by="night_traffic")
    assert not {"too_long", "too_long_by_sky"} & {reason.code for reason in lit.reasons}
