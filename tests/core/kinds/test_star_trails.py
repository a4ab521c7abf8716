"""Star trails: the arc, the stack, and what cuts a run short."""

from dataclasses import replace

import pytest

from patient_owl.core.judge.ways import conflicts
from patient_owl.core.kit import Support
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.types import Moment
from tests.core.standing import BODY, DARK, course, kit, planned, quantities


# The sky turns 15.04° an hour (360° in a sidereal day of 86 164 s).
@pytest.mark.parametrize(("minutes", "arc_deg"), [(60, 15.04), (240, 60.16)])
def test_an_hour_turns_the_sky_by_fifteen_degrees(minutes: float, arc_deg: float) -> None:
    bag = kit(body=replace(BODY, battery_min=600))
    plan = planned("star_trails", DARK, bag, trail_school="one_long", total_min=minutes)
    arc = quantities(plan, "trail_arc")
    # the shutter runs a rung of whole minutes, at most a tenth of a stop away
    assert arc["arc_deg"] == pytest.approx(arc_deg, rel=0.08)
    assert arc["share"] == pytest.approx(arc["arc_deg"] / 360)


def test_a_stack_fills_the_time_with_frames_and_a_second_between() -> None:
    plan = planned("star_trails", DARK, frame_s=60, total_min=60)
    assert plan.program.frames == pytest.approx(3600 / 61, abs=1)
    assert plan.program.phases[0].gap_s == 1.0  # at most, or the trail beads; common practice
    assert "noise_reduction_on" in plan.mistakes


def test_a_frame_longer_than_the_battery_is_a_conflict_and_not_a_shorter_frame() -> None:
    plan = planned("star_trails", DARK, trail_school="one_long", total_min=300)
    assert conflicts(plan.solution)
    assert {x.code for x in conflicts(plan.solution)[0].limits} == {"battery", "counted"}
    assert plan.solution.settings.exposure_s > 280 * 60


def test_one_long_frame_takes_base_iso_and_a_middling_aperture() -> None:
    # common practice: one long frame needs base ISO and f/5.6–8
    plan = planned("star_trails", DARK, trail_school="one_long", total_min=120)
    assert plan.solution.positions["f_number"].label in {"5.6", "6.3", "7.1", "8"}
    assert plan.solution.positions["iso"].value <= 100 * 2**0.5


def test_the_pole_is_in_the_frame_at_the_altitude_of_the_latitude() -> None:
    north = planned("star_trails", DARK, framing=Framing(0, 43))
    assert quantities(north, "pole_inside")["altitude_deg"] == 43.3
    south = planned("star_trails", replace(DARK, latitude_deg=-44), framing=Framing(180, 44))
    assert quantities(south, "pole_inside")["pole"] == "south"
    assert planned("star_trails", DARK, framing=Framing(180, 20)).facts[1].code == "pole_outside"


def test_moonrise_dawn_and_a_cold_battery_are_said_beforehand() -> None:
    dawn = course((Moment(0, -11, -9, -40), Moment(5000, -8, -7, -14)))
    scene = replace(DARK, moon_rises_in_s=1800, night=dawn, temperature_c=0)
    bag = kit(body=replace(BODY, battery_min=60), support=Support(12, 64, 0, "timer"))
    plan = planned("star_trails", scene, bag, total_min=120)
    assert quantities(plan, "moon_rises_during")["after_s"] == 1800
    assert quantities(plan, "twilight_during")["after_s"] == 5000
    # common practice: cold takes 30 %, so 60 min become 42
    assert quantities(plan, "batteries_short")["battery_min"] == pytest.approx(42)
