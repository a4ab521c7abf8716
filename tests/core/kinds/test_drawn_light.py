"""Writing, orbs and blades: aperture and ISO for the tool, time for the rest."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.judge.hold import Hold
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Tool
from patient_owl.core.plan.types import Scene
from tests.core.standing import DARK, planned, quantities

QUAY = Scene(43.3, -9.0, 0.8, -9.0, 0.8, sun_altitude_deg=-30)


def pen(**over: float) -> Brought:
    return Brought("tool_1", Tool(1.6, 0.03), **{"distance_m": 5.0, "placement_stops": 1.5, **over})  # type: ignore[arg-type]


# By hand, log2(I·S/(w·v·K·N²)): 1.6 cd, 3 cm, 1 m/s, f/8, ISO 100 → +2.7; +1.5 wants 1.2 less.
def test_the_aperture_is_for_the_tool() -> None:
    plan = planned("light_writing", DARK, brought=[pen()])
    assert plan.solution.settings.ev100_by(("f_number", "iso", "nd_stops")) == pytest.approx(
        2 * math.log2(8) + 1.24, abs=0.2
    )
    assert plan.solution.landings[0].landed_stops == pytest.approx(1.5, abs=0.2)


# Common practice: 2 to 4 min and f/9 beside lit quays, 15 to 30 s in a dark room. f/9, ISO
# 200 and 2 min render EV −1.6.
def test_time_is_for_the_rest_within_what_the_words_need() -> None:
    dark = planned("light_writing", DARK, brought=[pen()], performance_s=20.0)
    assert 20 <= dark.solution.settings.exposure_s <= 32
    lit = planned("light_writing", QUAY, brought=[pen()], lit_by="metered", metered_ev100=-1.5)
    assert 60 <= lit.solution.settings.exposure_s <= 256
    assert lit.solution.positions["f_number"] == dark.solution.positions["f_number"]


@given(st.floats(-2, 4), st.floats(-3, 3))
def test_what_lights_the_rest_never_moves_the_line(ev100: float, placement: float) -> None:
    plan = planned("light_writing", QUAY, brought=[pen(placement_stops=placement)])
    other = planned(
        "light_writing",
        QUAY,
        brought=[pen(placement_stops=placement)],
        lit_by="metered",
        metered_ev100=ev100,
    )
    # a dial step is what two settings of the same light may differ by
    assert other.solution.miss_stops == pytest.approx(plan.solution.miss_stops, abs=0.34)


def test_held_time_moves_neither_aperture_nor_iso() -> None:
    drawn = ("f_number", "iso", "nd_stops")
    held = planned(
        "light_writing",
        QUAY,
        brought=[pen()],
        hold=Hold({}, follow="iso").moved("exposure_s", 64.0, drawn),
    )
    free = planned("light_writing", QUAY, brought=[pen()])
    for control in drawn:
        assert held.solution.positions[control] == free.solution.positions[control]


# Common practice: 30 spins at 0.6 m leave 6 cm at the waist; v = 2πr/P; seconds n·P.
def test_an_orb_closes_as_the_trade_reckons_and_its_turns_are_counted() -> None:
    plan = planned("spun_light", DARK, spins=30.0, radius_m=0.6, spin_s=1.2)
    assert quantities(plan, "orb_gap")["gap_m"] == pytest.approx(0.063, abs=0.001)
    assert quantities(plan, "orb_poles")["stops"] == pytest.approx(math.log2(30))
    assert quantities(plan, "orb_pace")["pace_m_s"] == pytest.approx(3.14, abs=0.01)
    begins_s = 10.0
    assert plan.solution.settings.exposure_s >= begins_s + 36
    spins = [cue for cue in plan.program.cues if cue.code == "spin"]
    assert len(spins) == 30
    assert spins[29].at_s == pytest.approx(begins_s + 29 * 1.2)


def test_a_faster_string_wants_more_light_as_the_line_formula_has_it() -> None:
    slow = planned("spun_light", DARK, spin_s=2.0).parts[0].ev100
    fast = planned("spun_light", DARK, spin_s=1.0).parts[0].ev100
    assert slow - fast == pytest.approx(1.0)


# 200 columns of 30 ms are 6 s; 3 m in 6 s are half a metre a second.
def test_a_bars_walk_fits_its_columns() -> None:
    plan = planned("spun_light", DARK, figure="bar_walk", columns=200.0, column_ms=30.0, walk_m=3.0)
    assert plan.lead.quantities["total_s"] == pytest.approx(6.0)
    assert plan.lead.quantities["pace_m_s"] == pytest.approx(0.5)


# A blade carried upright spreads its light over its 40 cm instead of its 8: five times as wide is
# log2 5 darker, by the writing formula's w.
def test_a_blade_carried_upright_is_spread_over_its_length() -> None:
    blade = Brought("tool_1", Tool(4.0, 0.08, 0.4), 6.0, placement_stops=1.5)
    walk = {"figure": "blade_walk", "walk_m_s": 0.5}
    upright = planned("spun_light", DARK, brought=[blade], **walk)  # type: ignore[arg-type]
    pen_wide = Brought("tool_1", Tool(4.0, 0.08), 6.0, placement_stops=1.5)
    along = planned("spun_light", DARK, brought=[pen_wide], **walk)  # type: ignore[arg-type]
    assert along.parts[0].ev100 - upright.parts[0].ev100 == pytest.approx(math.log2(5))


# 200 columns of a bar with 144 pixels to the metre are 1.39 m wide when they are square.
def test_a_bar_says_over_what_walk_its_picture_keeps_its_proportions() -> None:
    bar = Brought("bar_1", Tool(60.0, 1.0, pixels=144), 6.0)
    plan = planned("spun_light", DARK, brought=[bar], figure="bar_walk", columns=200.0, walk_m=2.78)
    told = quantities(plan, "bar_proportions")
    assert told["walk_m"] == pytest.approx(1.389, abs=0.001)
    assert told["share"] == pytest.approx(2.0, abs=0.01)


# Straight down water gives back 2 % (5.6 stops under), flat along it nearly all. [hecht2016]
def test_the_flatter_the_lens_looks_onto_water_the_brighter_the_image() -> None:
    asked = {"water_before": "still_water", "lens_over_water_m": 0.5, "tool_over_water_m": 0.5}
    flat = quantities(planned("spun_light", DARK, **asked), "water_mirrors")  # type: ignore[arg-type]
    steep = {**asked, "lens_over_water_m": 20.0, "tool_over_water_m": 20.0}
    down = quantities(planned("spun_light", DARK, **steep), "water_mirrors")  # type: ignore[arg-type]
    assert flat["share"] > 0.3
    assert down["stops"] == pytest.approx(5.6, abs=0.1)
