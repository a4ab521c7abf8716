"""Moving water: the look follows from speed, distance, lens and time."""

from dataclasses import replace
from typing import Any

import pytest

from patient_owl.core.judge.ways import conflicts
from patient_owl.core.motion.subject import blur_mm, fall_speed_m_s, look_of
from patient_owl.core.plan.types import Moment
from tests.core.standing import DARK, GLASS, course, kit, others, planned

NEAR_STREAM = {"water": "swell", "distance_m": 5.0}  # 1.5 m/s, as the trade's anchors assume


# Common practice for a stream some metres off: 1/150 s freezes,
# 0.5–0.8 s keeps texture, 1–5 s milky, 10–20 s mist.
@pytest.mark.parametrize(
    ("exposure_s", "look"),
    [
        (1 / 150, "frozen"),
        (0.5, "textured"),
        (0.8, "textured"),
        (1.1, "silky"),
        (5, "silky"),
        (10, "mist"),
        (20, "mist"),
    ],
)
def test_the_trades_times_have_the_trades_looks(exposure_s: float, look: str) -> None:
    assert look_of(blur_mm(1.5, 5, 35, exposure_s) / 24) == look


@pytest.mark.parametrize(
    ("look", "least_s", "most_s"),
    [("frozen", 0, 1 / 100), ("textured", 0.3, 1), ("silky", 1, 5.1), ("mist", 9, 60)],
)
def test_each_look_is_met_in_light_that_allows_it(look: str, least_s: float, most_s: float) -> None:
    ev100 = 12.0 if look == "frozen" else 2.0
    scene = replace(DARK, ground_ev100=ev100)
    bag = kit(35, filters=GLASS)
    plan = planned("moving_water", scene, bag, look=look, **NEAR_STREAM)
    assert least_s <= plan.solution.positions["exposure_s"].value <= most_s * 1.01
    assert plan.lead.quantities["look"] == look
    assert not conflicts(plan.solution)


# Free fall, v = √(2gh): 5 m give 9.9 m/s.
def test_a_waterfall_is_as_fast_as_its_height_makes_it() -> None:
    assert fall_speed_m_s(5) == pytest.approx(9.9, abs=0.01)


def test_the_schools_differ_by_their_time() -> None:
    scene = replace(DARK, ground_ev100=3.0)
    texture, silk = (
        planned("moving_water", scene, kit(35), water_school=side, **NEAR_STREAM)
        for side in ("texture", "silk")
    )
    # half a second against several (common practice)
    assert texture.solution.settings.exposure_s == pytest.approx(0.56, rel=0.3)
    assert silk.solution.settings.exposure_s > 4 * texture.solution.settings.exposure_s * 0.7


def test_tonight_says_when_each_look_needs_no_filter() -> None:
    falling = course(Moment(60.0 * k, 9 - k / 5, 9 - k / 5, -k / 5) for k in range(60))
    scene = replace(DARK, ground_ev100=9.0, night=falling)

    def later(between: str) -> dict[Any, Any]:
        plan = planned("moving_water", scene, kit(35), between=between, **NEAR_STREAM)
        bare = (fact.quantities for fact in plan.facts if fact.code == "look_bare_later")
        return {of["look"]: of["after_s"] for of in bare}

    under_open_sky = later("open")
    assert under_open_sky["textured"] < under_open_sky["silky"] < under_open_sky["mist"]
    # a gorge takes two stops, which the sky needs ten minutes for
    assert under_open_sky["mist"] - later("gorge")["mist"] == pytest.approx(600, abs=1)


# Common practice: 1 s f/5, 2 s f/7.1, 5 s f/9, 10 s f/14, 20 s f/22 at ISO 100 lie within a
# stop: one light, frozen to mist. Here: every look of the ladder renders the same light.
def test_the_ladder_of_looks_renders_one_light() -> None:
    scene = replace(DARK, ground_ev100=4.6)
    looks = others("moving_water", scene, kit(35, filters=GLASS), **NEAR_STREAM)
    assert [a.reason.quantities["look"] for a in looks] == [
        "frozen",
        "textured",
        "silky",
        "mist",
    ]
    assert all(abs(a.reason.quantities["stops"]) < 0.5 for a in looks)  # type: ignore[arg-type]


def test_a_river_is_warned_of_as_a_river_and_the_sea_as_the_sea() -> None:
    assert "river" in planned("moving_water", DARK, water="stream").cautions
    assert "sea" in planned("moving_water", DARK, water="swell").cautions
