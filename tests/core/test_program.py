"""The course of a shot: its phases add up, whoever asks how long."""

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.program.cost import cost
from patient_owl.core.program.program import Phase, Program
from tests.core.standing import DARK, kit, planned, quantities

# Read by the clock's test in the browser too, so that both run the same course.
COURSES = json.loads((Path(__file__).parents[1] / "courses.json").read_text())

phases = st.builds(
    Phase,
    st.just("frame"),
    st.floats(0.01, 900),
    st.integers(1, 40),
    st.floats(0, 20),
    lead_in_s=st.floats(0, 20),
)
programs = st.builds(
    Program,
    st.lists(phases, min_size=1, max_size=5).map(tuple),
    rounds=st.integers(1, 4),
    between_s=st.floats(0, 10),
)


@given(programs, st.booleans())
def test_a_program_lasts_as_long_as_its_phases_and_its_frames_do(
    program: Program, darkened: bool
) -> None:
    if darkened:
        program = program.with_noise_reduction()
    last = list(program.exposures())[-1]
    assert program.duration_s == pytest.approx(last.opens_s + last.open_s + last.dark_s)
    one = sum(phase.duration_s for phase in program.phases)
    assert program.duration_s == pytest.approx(
        program.rounds * one + (program.rounds - 1) * program.between_s
    )
    assert program.frames == len(list(program.exposures()))


@pytest.mark.parametrize("course", COURSES, ids=lambda course: str(course["name"]))
def test_a_course_runs_as_it_was_written_down_by_hand(course: dict) -> None:  # type: ignore[type-arg]
    keys = ("exposure_s", "repeats", "gap_s", "dark_s", "lead_in_s")
    found = Program(
        tuple(Phase("frame", **{k: phase[k] for k in keys}) for phase in course["phases"]),
        rounds=course["rounds"],
        between_s=course["between_s"],
    )
    assert found.duration_s == pytest.approx(course["duration_s"])
    assert [e.opens_s for e in found.exposures()] == pytest.approx(course["opens_s"])


# Common practice: a camera takes its dark frame from a second on, as long as the frame itself; a
# stack goes without, or it gets gaps.
def test_noise_reduction_doubles_long_frames_and_leaves_short_ones_and_stacks_alone() -> None:
    course = Program((Phase("frame", 30.0), Phase("frame", 0.5), Phase("stack", 60.0, 10, 1.0)))
    darkened = course.with_noise_reduction()
    assert [phase.dark_s for phase in darkened.phases] == [30.0, 0.0, 0.0]
    assert darkened.duration_s - course.duration_s == 30.0


# By definition: 30 s in the middle and a stop apart are 7.5, 15, 30, 60, 120 s. A bracket
# takes the sum of its own times, not its middle over and over.
def test_a_blend_is_timed_frame_by_frame_and_the_card_holds_them_all() -> None:
    plan = planned("cityscape", DARK, lamps_stops=12.0, shadows_stops=12.0)
    times = [phase.exposure_s for phase in plan.program.phases]
    assert len(times) > 1
    middle = plan.solution.positions["exposure_s"].value
    assert max(times) == pytest.approx(middle * 4 ** (len(times) // 2), rel=0.1)
    open_s = sum(times)
    assert plan.program.open_s == pytest.approx(open_s)
    assert plan.program.duration_s >= open_s
    needs = cost(kit(), plan.program, 10)
    assert needs.clock_s == plan.program.duration_s
    assert needs.card_gb == pytest.approx(len(times) * 30 / 1000)


def test_a_stack_fills_its_minutes_and_batteries_count_all_of_them() -> None:
    plan = planned("star_trails", DARK, total_min=60, trail_school="stack")
    assert plan.program.duration_s == pytest.approx(3600, abs=62)
    needs = quantities(plan, "batteries_enough")
    # 240 min a battery at 20 °C, 15 % less at 10 °C; common practice
    frame_s = plan.solution.positions["exposure_s"].value
    assert needs["needed"] == pytest.approx(plan.program.frames * frame_s / 60 / (240 * 0.85))


def test_a_panorama_counts_its_turns_and_is_held_against_the_blue_hour() -> None:
    plan = planned("cityscape", DARK, panorama_wide_deg=180.0)
    columns = quantities(plan, "panorama")["columns"]
    one_s = sum(phase.duration_s for phase in plan.program.phases)
    assert plan.program.rounds == columns
    # five seconds to turn and settle, common practice
    assert plan.program.duration_s == pytest.approx(columns * one_s + (columns - 1) * 5)
    assert quantities(plan, "panorama")["clock_s"] == plan.program.duration_s
