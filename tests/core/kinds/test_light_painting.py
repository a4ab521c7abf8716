"""Light painting: the dose, its course, and what the night does beside it."""

import pytest

from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Torch
from patient_owl.core.plan.types import Scene
from tests.core.standing import DARK, planned, quantities

BRIGHT = Scene(43.3, -2.0, 0.8, -5.0, 0.8, sun_altitude_deg=-9)


def torch(**over: float) -> Brought:
    """100 lm over 20°: 1048 cd, by the solid angle of a cone."""
    return Brought("torch_1", Torch(1048, 20), **{"distance_m": 10.0, **over})  # type: ignore[arg-type]


# By the solid angle of a cone and the inverse square: 100 lm, 20°, 10 m, f/8 and ISO 100 → 15.3 s
# on a spot for mid-grey; a stop under that, half.
def test_a_torch_ten_metres_off_wants_what_the_trade_reckons() -> None:
    plan = planned("light_painting", DARK, brought=[torch()])
    assert plan.solution.positions["f_number"].label == "8"
    assert plan.solution.positions["iso"].label == "100"
    assert quantities(plan, "paint_dose")["dose_s"] == pytest.approx(15.3, abs=0.1)
    under = planned("light_painting", DARK, brought=[torch(placement_stops=-1.0)])
    assert quantities(under, "paint_dose")["dose_s"] == pytest.approx(7.65, abs=0.1)


def test_the_shutter_stays_open_for_all_spots_and_every_torch() -> None:
    plan = planned("light_painting", DARK, brought=[torch(area_m2=20.0, at_s=5.0)])
    dose = quantities(plan, "paint_dose")
    # 20 m² of spots of 9.77 m² with a third of overlap: 3.07, so four
    assert dose["needed"] == 4
    ends_s = 5 + 4 * dose["dose_s"]
    assert plan.solution.settings.exposure_s >= ends_s
    late = Brought("torch_2", Torch(1048, 20), 10.0, at_s=120.0)
    both = planned("light_painting", DARK, brought=[torch(at_s=5.0), late])
    assert both.solution.settings.exposure_s >= 120 + dose["dose_s"]


def test_a_lamp_too_bright_to_pace_closes_down_instead_of_hurrying() -> None:
    plan = planned("light_painting", DARK, brought=[torch(distance_m=1.0)])
    # 1048 lx at a metre: 0.15 s at f/8; a fifth of a second is the least a hand can flick [CP]
    assert quantities(plan, "paint_dose")["dose_s"] >= 0.2
    settings = plan.solution.settings
    assert settings.f_number > 8 or settings.nd_stops > 0 or settings.iso < 100


def test_the_night_behind_is_black_or_served_by_time_within_what_the_painting_needs() -> None:
    dark = planned("light_painting", DARK, brought=[torch()])
    assert "rest_black" in {reason.code for reason in dark.reasons}
    dusk = planned("light_painting", BRIGHT, between="open", brought=[torch()])
    assert "rest_shows" in {reason.code for reason in dusk.reasons}
    rest = dusk.solution.landings[1]
    assert rest.landed_stops == pytest.approx(-2, abs=1 / 6 + 0.01)
    assert dusk.solution.positions["f_number"] == dark.solution.positions["f_number"]


# By 2·atan(1/2 / 1.5): one metre swept at 1.5 m is a source of 37°.
def test_a_swept_lamp_softens_and_a_flat_one_is_warned_of() -> None:
    plan = planned(
        "light_painting", DARK, sweep_m=1.0, side_deg=10.0, brought=[torch(distance_m=1.5)]
    )
    assert quantities(plan, "sweep_softens")["size_deg"] == pytest.approx(37, abs=0.2)
    assert "side_flat" in {fact.code for fact in plan.facts}
