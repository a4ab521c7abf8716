"""Camera movement: the time a move needs, and how strongly the rest of it prints."""

import math

import pytest

from patient_owl.core.optics.camera import Framing
from tests.core.standing import DARK, kit, planned, quantities


# By definition: the share of time at rest sets the strength; log2(1/2) is one stop.
def test_half_the_time_at_rest_prints_a_stop_under() -> None:
    plan = planned("camera_movement", DARK, move_s=4, rest_share=0.5)
    assert plan.solution.positions["exposure_s"].value == 8
    assert quantities(plan, "rest_prints")["stops"] == pytest.approx(-1)


# Common practice: zoom during 8 to 10 s, hold part of it to print the subject.
@pytest.mark.parametrize(("move_s", "rest_share"), [(8, 0.0), (8, 0.25), (10, 0.5)])
def test_the_shutter_stays_open_for_the_move_and_the_rest(move_s: float, rest_share: float) -> None:
    plan = planned("camera_movement", DARK, move_s=move_s, rest_share=rest_share)
    needed = next(limit for limit in plan.limits if limit.code == "movement_time")
    assert needed.value == pytest.approx(move_s / (1 - rest_share))
    assert plan.solution.settings.exposure_s >= needed.value * 0.999


def test_somebody_is_told_to_rest_first_and_the_move_ends_as_the_shutter_closes() -> None:
    plan = planned("camera_movement", DARK, move_s=4, rest_share=0.5)
    rest, move = plan.program.cues
    assert (rest.code, rest.at_s) == ("rest", 0)
    assert rest.lasts_s == pytest.approx(move.at_s)
    assert move.at_s + move.lasts_s == pytest.approx(plan.solution.settings.exposure_s)
    assert plan.program.frames == 1


def test_without_a_rest_nothing_prints_and_that_is_said() -> None:
    plan = planned("camera_movement", DARK, move_s=32, rest_share=0)
    codes = {fact.code for fact in plan.facts}
    assert "rest_prints" not in codes
    assert "rest_missing" in codes


# A lens of f mm looks tan(angle)·f mm aside: 20° at 24 mm are 8.7 mm of 36, a quarter of the frame.
def test_a_pan_draws_lamps_across_a_share_of_the_frame_and_a_lift_up_it() -> None:
    pan = planned("camera_movement", DARK, kit(24), movement="pan", reach=20)
    assert quantities(pan, "drawn_across")["share"] == pytest.approx(
        24 * math.tan(math.radians(20)) / 36, rel=1e-6
    )
    lift = planned("camera_movement", DARK, kit(24), movement="lift", reach=20)
    upright = planned(
        "camera_movement",
        DARK,
        kit(24),
        framing=Framing(180, 10, "portrait"),
        movement="lift",
        reach=20,
    )
    share = quantities(lift, "drawn_across")["share"]
    assert share == pytest.approx(24 * math.tan(math.radians(20)) / 24, rel=1e-6)
    assert quantities(upright, "drawn_across")["share"] < share


@pytest.mark.parametrize("movement", ["zoom", "pan", "lift", "turn"])
def test_each_move_is_drawn_inside_the_frame(movement: str) -> None:
    sketch = planned("camera_movement", DARK, movement=movement).sketch
    assert sketch is not None
    assert sketch.aspect == pytest.approx(1.5)
    points = [p for shape in sketch.shapes for p in shape.points]  # type: ignore[union-attr]
    assert len(points) > 4
    assert all(-0.2 <= x <= 1.2 and -0.2 <= y <= 1.2 for x, y in points)


# Going along at 1.4 m/s past a wall 10 m off, 24 mm, four seconds: 13.4 mm of 36 mm run by.
def test_who_goes_along_stays_and_what_is_behind_runs() -> None:
    plan = planned("camera_movement", DARK, movement="along", move_s=4)
    assert quantities(plan, "along_runs")["share"] == pytest.approx(13.44 / 36, abs=0.01)
    assert plan.solution.settings.exposure_s == pytest.approx(4, rel=0.3)
