"""Pictures that a fixed order of controls got wrong, and what a practitioner sets. Common practice.

Full frame, 24 MP, in thirds, to f/22 unless said.
"""

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

import pytest

from patient_owl.core.advise.belief import JudgedTake, Verdict
from patient_owl.core.advise.next import Room, next_setting
from patient_owl.core.exposure.filters import Filter
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.ways import Conflict, conflicts
from patient_owl.core.kit import Kit, Lens, Support, kit_of
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Flash, Torch
from patient_owl.core.light.part import WHOLE
from patient_owl.core.motion.subject import look_of
from patient_owl.core.plan.types import InputValue, Plan
from tests.core.standing import BODY, DARK, GLASS, kit, others, planned

ND_1000 = (Filter("ND 1000", 9.966),)
ND_8_AND_64 = (Filter("ND 8", 3), Filter("ND 64", 6))
MOONLIT = replace(DARK, ground_ev100=-4.0, sky_ev100=-4.5)  # full, 40° high


def bag(focal_mm: float = 24, widest: float = 1.4, filters: Sequence[Filter] = ()) -> Kit:
    return kit(focal_mm, widest, 22, filters)


def told(plan: Plan) -> tuple[str, str, str, str]:
    time, aperture, iso, glass = (p.label for p in plan.solution.positions.values())
    return time, aperture, iso, glass


def metered(ev100: float, **more: InputValue) -> dict[str, InputValue]:
    return {"lit_by": "metered", "metered_ev100": ev100, **more}


def conflict_of(plan: Plan, part: str) -> Conflict:
    return next(c for c in conflicts(plan.solution) if c.part == part)


def test_moving_water_stays_bare_where_a_narrow_aperture_serves() -> None:
    asked = metered(8.67, water_school="texture", placement_stops=-1 / 3)
    plan = planned("moving_water", DARK, bag(filters=ND_1000), **asked)
    assert told(plan) == ("0.8", "20", "100", "no filter")


@pytest.mark.parametrize("sky_ev100", [-9.0, -6.0, -2.0, 3.0])
def test_star_trails_are_many_bare_frames(sky_ev100: float) -> None:
    halves = kit_of(
        replace(BODY, dial_steps="halves"), Lens(24, 1.4, 22), ND_1000, Support(12, 64, 1, "timer")
    )
    plan = planned("star_trails", replace(DARK, sky_ev100=sky_ev100), halves)
    assert plan.solution.settings.nd_stops == 0
    assert plan.program.frames >= 55
    assert abs(plan.solution.miss_stops) <= 1 / 4


@pytest.mark.parametrize("filters", [(), ND_1000])
def test_a_bus_from_rest_takes_seconds_and_no_filter(filters: Sequence[Filter]) -> None:
    asked = metered(6.0, vehicle="bus", driving="from_rest")
    plan = planned("vehicle_trails", DARK, bag(50, 4, filters), **asked)
    time, aperture, iso, glass = told(plan)
    assert (time, iso, glass) == ("8", "100", "no filter")
    assert float(aperture) > 11  # past diffraction rather than too bright


def test_a_moved_camera_keeps_its_seconds_and_says_what_would_help() -> None:
    street = {"lit_by": "shopping_street", "rest_share": 0.0}
    for filters in ((), ND_1000):  # behind it f/4 would ask for gain
        plan = planned("camera_movement", DARK, bag(24, 4, filters), **street)
        assert told(plan) == ("4", "22", "100", "no filter")
        conflict = conflict_of(plan, "subject")
        assert [limit.code for limit in conflict.limits] == ["movement_time"]
        assert {way.code for way in conflict.ways} == {"add_filter", "give_up", "accept"}
        quicker = next(way for way in conflict.ways if way.code == "give_up")
        assert quicker.positions["exposure_s"].value < 4
        assert quicker.landed_stops == pytest.approx(-0.5, abs=0.25)
    glazed = planned("camera_movement", DARK, bag(filters=GLASS), lit_by="shopping_street")
    assert told(glazed)[2:] == ("100", "ND 64")


def test_silk_is_several_seconds_where_a_filter_of_the_bag_gives_them() -> None:
    asked = metered(8.67, water="cascade", water_school="silk")
    assert told(planned("moving_water", DARK, bag(filters=ND_8_AND_64), **asked))[3] == "ND 64"
    glazed = planned("moving_water", DARK, bag(filters=ND_8_AND_64), **asked)
    assert 3 <= glazed.solution.settings.exposure_s <= 8
    bare = planned("moving_water", DARK, bag(), **asked)
    assert bare.solution.settings.exposure_s < 2
    assert "silk_short" in {reason.code for reason in bare.reasons}
    assert "silk_short" not in {reason.code for reason in glazed.reasons}


def silky_words(*words: Verdict, off_stops: float = 0.0) -> list[Settings]:
    """Settings of a silky stream, take by take, each word said over the one before."""
    asked = metered(4.0 + off_stops, water_school="silk", water="swell", distance_m=5.0)
    plan = planned("moving_water", DARK, bag(35), **asked)
    room = Room(replace(plan.solution.demands, parts=plan.parts))
    settings, takes = [plan.solution.settings], []
    for word in words:
        takes.append(JudgedTake(settings[-1], {WHOLE: word}))
        settings.append(settings_on(room.dials, next_setting(takes, room).positions))
    return settings


def test_a_dark_stream_lengthens_before_iso_rises() -> None:
    takes = silky_words("black", "dark", "dark")
    for before, after in pairwise(takes):
        assert after.exposure_s >= before.exposure_s
        assert after.iso == 100 or after.f_number < 1.5 * 1.01
    assert takes[1].exposure_s > takes[0].exposure_s or takes[1].f_number < takes[0].f_number
    black = silky_words(*["black"] * 5)
    assert not (black[-1].iso >= 12_800 and black[-1].exposure_s <= 1)


# 2.5 m/s at 4 m through 24 mm runs 75 mm in 5 s: 3.1 of 24 mm. Every length has a name.
def test_no_length_of_water_falls_between_two_looks() -> None:
    assert look_of(2.5 * 5 * 24 / 4 / 24) == "mist"
    assert {look_of(share / 1000) for share in range(1, 9000)} == {
        "frozen", "textured", "silky", "mist",
    }  # fmt: skip


def test_a_flash_makes_up_for_the_aperture_that_puts_the_room_down() -> None:
    room = {"lit_by": "home_interior"}
    down = planned("flash_portrait", DARK, bag(), **room)  # five under, by default
    up = planned("flash_portrait", DARK, bag(), **room, rest_placement_stops=0.0)
    assert down.solution.landings[0].levers["power"] == 1.0
    assert down.solution.settings.iso == 100
    assert down.solution.settings.f_number > 11
    assert abs(down.solution.miss_stops) < 0.5
    assert up.solution.landings[1].landed_stops == pytest.approx(0, abs=0.35)
    assert conflict_of(down, "rest").missing_stops < -2  # what is missed is said
    assert not conflicts(up.solution)


@pytest.mark.parametrize("key", ["light_writing", "light_painting", "spun_light", "flash_portrait"])
def test_where_the_rest_is_wished_acts_or_is_said_to_fail(key: str) -> None:
    lit, dark = metered(-1.5), {"lit_by": "natural", "between": "open"}
    low, high = (
        planned(key, DARK, bag(), **lit, rest_placement_stops=stops).solution.landings[1]
        for stops in (-4.0, -1.0)
    )
    assert high.landed_stops > low.landed_stops + 0.5
    black = planned(key, DARK, bag(), **dark, rest_placement_stops=-1.0)
    assert conflict_of(black, "rest").missing_stops > 5


def test_low_lights_in_the_dark_are_never_stops_too_bright() -> None:
    for ground in (-14.0, -11.0, -8.0, -6.0, -4.0, -2.0):
        plan = planned("steady_lights", replace(DARK, ground_ev100=ground), bag())
        panel = next(x for x in plan.solution.landings if x.part.is_brought)
        assert panel.miss_stops <= 1.0, ground
        assert panel.levers["share"] >= 0.019 or plan.solution.settings.exposure_s <= 2


def test_too_much_light_is_never_answered_by_more_of_it() -> None:
    held = Hold({"exposure_s": 180.0})
    plan = planned("vehicle_trails", DARK, bag(), held, counted_s=300.0)
    codes = {way.code for conflict in conflicts(plan.solution) for way in conflict.ways}
    assert "add_filter" in codes
    assert not codes & {"more_light", "faster_lens", "stack"}


def test_a_burst_keeps_its_own_seconds_beside_a_flag() -> None:
    for wish in ("moves_still", "moves_runs"):
        asked = {"moves": "flag", "moving_wish": wish, "moving_m": 500.0}
        plan = planned("fireworks", DARK, bag(), **asked)
        assert 2 <= plan.solution.settings.exposure_s <= 8


def test_stars_that_are_soft_on_purpose_are_no_lines() -> None:
    soft = {"focus_school": "near_subject", "focus_m": 3.0}
    plan = planned("stars_over_foreground", DARK, bag(35), **soft)
    drift = next(x for x in plan.limits if x.code == "stars_drawn")
    assert plan.solution.settings.exposure_s <= drift.value
    assert drift.quantities["drift_tolerance_px"] == 6.0


@pytest.mark.parametrize("key", ["cityscape", "dim_interior"])
def test_moonlit_land_takes_minutes_at_a_middling_aperture(key: str) -> None:
    asked = {"lit_by": "natural", "between": "open", "placement_stops": -1.5}
    plan = planned(key, MOONLIT, bag(), **asked)
    settings = plan.solution.settings
    assert settings.f_number * 1.01 >= 4
    assert settings.f_number <= 5.7
    assert 75 <= settings.exposure_s <= 200
    assert settings.iso == 100


def test_moonlit_water_is_not_textured_by_gain_that_nobody_wants() -> None:
    asked = {"water_school": "texture", "water": "cascade"}
    texture = planned("moving_water", MOONLIT, bag(24, 5.6), **asked)
    assert texture.solution.settings.iso < 20_000
    conflict = conflict_of(texture, "subject")
    assert conflict.missing_stops > 0.5
    assert "give_up" in {way.code for way in conflict.ways}
    silk = others("moving_water", MOONLIT, bag(24, 5.6), **asked)[2]
    assert silk.reason.code == "look_now"  # it is offered


def test_a_painted_dose_has_slack_and_may_be_a_flick() -> None:
    for distance_m in (1.0, 4.0, 10.0):
        torch = Brought("torch_1", Torch(1048, 20), distance_m, at_s=5.0, placement_stops=-0.7)
        plan = planned("light_painting", DARK, bag(), brought=[torch])
        dose_s = plan.solution.landings[0].levers["dose_s"]
        lasts_s = torch.lasts_s(dose_s)
        assert plan.solution.settings.exposure_s >= 5 + 1.15 * lasts_s
        assert dose_s >= 0.2


def test_a_lamp_is_stepped_back_or_brought_closer_by_what_that_gives() -> None:
    weak = Brought("flash_1", Flash(10.0), 6.0, placement_stops=-0.3)
    held = Hold({"iso": 100.0, "f_number": 5.657}, follow="exposure_s")
    plan = planned("flash_portrait", DARK, bag(), held, brought=[weak])
    conflict = conflict_of(plan, "flash_1")
    closer = next(way for way in conflict.ways if way.code == "come_closer")
    # inverse squares: two stops are half the way
    expected_m = 6 * 2 ** (-conflict.missing_stops / 2)
    assert closer.quantities["distance_m"] == pytest.approx(expected_m)
    assert closer.landed_stops == pytest.approx(-0.3, abs=0.2)


@pytest.mark.parametrize("figure", ["orb", "blade_walk", "bar_walk"])
def test_one_landing_is_told_of_each_light(figure: str) -> None:
    plan = planned("spun_light", DARK, bag(), **metered(2.0), figure=figure)
    rest = next(x for x in plan.solution.landings if x.part.key == "rest")
    told_stops = [
        float(reason.quantities["stops"])
        for reason in plan.reasons
        if reason.code in ("rest_shows", "rest_black")
    ]
    assert told_stops == [rest.landed_stops]
