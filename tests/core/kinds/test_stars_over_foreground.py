"""Stars over a foreground: how long, how bright, the ground, the core, and where the focus lies."""

from dataclasses import replace

import pytest

from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.frames import frames_reason
from tests.core.standing import DARK, kit, planned, quantities

STARS = "stars_over_foreground"


def test_the_strictest_limit_of_the_chosen_school_makes_the_time_and_iso_follows() -> None:
    loose = planned(STARS, DARK, shown_as="own", drift_tolerance_px=8)
    strict = planned(STARS, DARK, shown_as="own", drift_tolerance_px=2)
    assert loose.solution.settings.exposure_s > strict.solution.settings.exposure_s
    # what time loses ISO makes good: the sky is as bright in both, to a dial step
    assert loose.solution.settings.ev100 == pytest.approx(strict.solution.settings.ev100, abs=1 / 3)
    assert strict.lead.code == "stars_as_long_as"


# Common practice: 35 mm on 24 MP keeps stars still for about 10 s on a screen;
# 2 px at full size drive people to ISO 20 000 for a fault nobody sees.
def test_how_the_picture_is_shown_makes_the_tolerance_and_says_what_more_would_cost() -> None:
    on_screen = planned(STARS, DARK, kit(35))
    assert on_screen.solution.settings.exposure_s == pytest.approx(10, abs=2.1)
    asks = quantities(on_screen, "wall_print_asks")
    on_wall = planned(STARS, DARK, kit(35), shown_as="wall_print")
    assert asks["exposure_s"] == pytest.approx(on_wall.solution.settings.exposure_s, rel=0.25)
    assert "wall_print_asks" not in {fact.code for fact in on_wall.facts}
    # discs of dozens of pixels lift the limit, as far as a star is no line (six pixels, CP)
    soft = planned(STARS, DARK, kit(35), focus_school="near_subject", focus_m=3.0)
    drives = next(limit for limit in soft.limits if limit.drives and limit.school)
    assert quantities(soft, "stars_soft")["disc_px"] > 30
    assert drives.quantities["drift_tolerance_px"] == 6.0
    drawn = next(limit for limit in soft.limits if limit.code == "stars_drawn")
    assert soft.solution.settings.exposure_s <= drawn.value


def test_all_schools_stand_side_by_side_and_one_drives() -> None:
    plan = planned(STARS, DARK, star_school="rule_of_500")
    schools = {limit.school: limit for limit in plan.limits if limit.school}
    assert {"pixel_drift", "aperture_pitch_focal", "rule_of_500"} <= set(schools)
    assert [key for key, limit in schools.items() if limit.drives] == ["rule_of_500"]
    # the rule of 500: 500 ÷ 24 mm on full frame is 20.8 s
    assert schools["rule_of_500"].value == pytest.approx(20.8, abs=0.05)


def test_wide_open_or_one_stop_down_is_a_side_one_takes() -> None:
    wide = planned(STARS, DARK, aperture_school="wide_open").solution
    stopped = planned(STARS, DARK, aperture_school="one_stop_down").solution
    assert wide.positions["f_number"].label == "1.8"
    assert stopped.positions["f_number"].label == "2.5"
    assert stopped.settings.iso == pytest.approx(2 * wide.settings.iso, rel=0.3)


# One light: the ground frame is the sky frame's exposure, longer at a lower ISO, plus what the
# ground lacks. Stops of time and ISO add up to the light it is said to need.
def test_a_dark_ground_gets_a_frame_of_its_own_that_adds_up() -> None:
    scene = replace(DARK, ground_ev100=-11.0, sky_ev100=-7.0)
    plan = planned(STARS, scene)
    needs = quantities(plan, "ground_needs")
    settings = plan.solution.settings
    gained = needs["exposure_s"] / settings.exposure_s * needs["iso"] / settings.iso
    assert gained == pytest.approx(
        2 ** needs["light_stops"], rel=0.15
    )  # a third of a stop of grain
    assert needs["placement_stops"] - needs["stops"] == pytest.approx(needs["light_stops"])
    moonlit = planned(STARS, replace(DARK, ground_ev100=-5.0, sky_ev100=-5.0))
    assert "ground_reads" in {reason.code for reason in moonlit.reasons}


def test_what_stands_over_the_foreground_darkens_it_and_not_the_stars() -> None:
    scene = replace(DARK, ground_ev100=-5.0, sky_ev100=-5.0)
    grounds = {}
    for between in ("unsaid", "open", "leaves"):
        plan = planned(STARS, scene, between=between)
        grounds[between] = next(r for r in plan.reasons if r.code.startswith("ground")).quantities
        assert plan.solution.settings == planned(STARS, scene).solution.settings
    assert grounds["leaves"]["stops"] != grounds["open"]["stops"] == grounds["unsaid"]["stops"]
    # common practice: nobody said, so the ± is 2 stops at least
    assert grounds["unsaid"]["sigma_stops"] >= 2 > grounds["open"]["sigma_stops"]


def test_a_sky_still_blue_is_said_before_anybody_waits_in_the_cold() -> None:
    def codes(sun_altitude_deg: float) -> set[str]:
        scene = replace(DARK, sun_altitude_deg=sun_altitude_deg)
        return {reason.code for reason in planned(STARS, scene).reasons}

    # nautical twilight ends at −12° (usno)
    assert "sky_not_dark" in codes(-11.5)
    assert "sky_not_dark" not in codes(-12.5)
    # it rises with its refracted upper limb, centre 0.83° under (usno)
    assert "sun_is_up" in codes(-0.8)
    assert "sun_is_up" not in codes(-0.9)


@pytest.mark.parametrize(
    ("altitude_deg", "azimuth_deg", "code"),
    [
        (12.0, 185.0, "galactic_core_in_frame"),
        (12.0, 20.0, "galactic_core_outside"),  # behind the camera
        (-5.0, 180.0, "galactic_core_down"),
    ],
)
def test_the_core_is_in_the_picture_beside_it_or_under_the_ground(
    altitude_deg: float, azimuth_deg: float, code: str
) -> None:
    scene = replace(
        DARK, galactic_core_altitude_deg=altitude_deg, galactic_core_azimuth_deg=azimuth_deg
    )
    plan = planned(STARS, scene, framing=Framing(180, 12))
    assert code in {fact.code for fact in plan.facts}
    is_drawn = plan.sketch is not None and bool(plan.sketch.shapes)
    assert is_drawn == (code == "galactic_core_in_frame")


# By the thin lens: defocus of infinity when focused at s is f²/(N(s−f)): 50 mm at f/1.8 on 2 m
# is 0.0025/(1.8 · 1.95) m = 712 µm, on pixels of 6 µm 119 px.
def test_focus_on_the_near_subject_turns_stars_into_discs_of_a_known_size() -> None:
    bag = kit(50)
    near = planned(STARS, DARK, bag, focus_school="near_subject", focus_m=2.0)
    assert quantities(near, "stars_soft")["disc_px"] == pytest.approx(119, abs=1)
    assert "focus_near_lock" in near.steps
    far = planned(STARS, DARK, bag, focus_school="stars_sharp")
    assert "focus_star_lock" in far.steps
    # H = f²/(N·c) + f with c = 43.27/1500 mm: 2500/(1.782 · 0.02884) mm = 48.7 m at exact f/1.78
    assert quantities(far, "hyperfocal")["hyperfocal_m"] == pytest.approx(48.7, abs=0.5)


# Noise of n independent frames: stacking n gains √n.
def test_frames_to_be_averaged_are_run_in_a_row_and_gain_their_root() -> None:
    plan = planned(STARS, DARK, frames=9)
    frames = frames_reason(plan)
    assert frames is not None
    assert frames.quantities["gain"] == pytest.approx(3)
    assert plan.averages == 9
    assert plan.program.frames == 9
    [phase] = plan.program.phases
    assert plan.program.duration_s == pytest.approx(
        9 * plan.solution.settings.exposure_s + 8 * phase.gap_s + phase.lead_in_s
    )
    assert "stack_frames" in plan.steps


def test_the_bracket_moves_iso_because_time_is_held_by_the_stars() -> None:
    plan = planned(STARS, DARK)
    assert plan.bracket_control == "iso"
    steps = [frame.stops for frame in plan.bracket]
    assert steps[0] == 0
    assert sorted(steps) == [-s for s in sorted(steps, reverse=True)]


def test_without_sky_in_the_frame_no_star_limits_the_time() -> None:
    plan = planned(STARS, DARK, framing=Framing(180, -60))
    assert plan.lead.code == "no_sky_in_frame"
    assert not [limit for limit in plan.limits if limit.school and limit.drives]
