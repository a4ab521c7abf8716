"""A contract every recipe keeps, and the stars recipe's own promises."""

import re
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, aperture_dial, time_dial
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.ways import conflicts
from patient_owl.core.kinds import KINDS, RECIPES, Kind, missing_pieces
from patient_owl.core.kit import Kit
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.types import InputSpec, Intent, Moment, Plan, Recipe, Scene
from patient_owl.words.complete import check_kinds
from patient_owl.words.kinds import CAUTIONS, CUES, DISCIPLINES, MISTAKES, STEPS
from patient_owl.words.parts import landing_text, part_name
from patient_owl.words.plan import conflict_text
from patient_owl.words.plan_text import told
from patient_owl.words.posts import post_text
from patient_owl.words.program import program_text
from patient_owl.words.questions import option_text, question_words
from patient_owl.words.reasons import reason_text
from patient_owl.words.sketch import SKETCH_LABELS
from patient_owl.words.sources import SOURCES
from tests.core.standing import GLASS, course, kit

STARS = RECIPES["stars_over_foreground"]
NIGHT = Scene(43.3, -11.5, 0.8, -9.0, 0.8)


def stars(
    scene: Scene = NIGHT,
    hold: Hold | None = None,
    framing: Framing | None = None,
    **inputs: object,
) -> Plan:
    answers = STARS.checked_inputs(inputs)  # type: ignore[arg-type]
    intent = STARS.intent(framing or Framing(180, 25), answers, hold or Hold({}), {}, ())
    return STARS.plan(scene, kit(), intent)


UNIT = re.compile(
    r"(^|_)(s|m|mm|um|km|px|deg|stops|ev100|min|c|kg|e|km_h|m_s|px_per_s|db|gb|snr|k|mired)$"
)  # every number says its unit by its name, or is one of these
COUNTS = {
    "f_number", "iso", "share", "frames", "gain", "columns", "rows", "snr", "blades", "rays",
    "crossings", "crop_factor", "needed", "owned", "rest_share",
}  # fmt: skip

moments = st.builds(
    Moment, st.floats(-4e4, 4e4), st.floats(-13, 15), st.floats(-10, 15), st.floats(-70, 30)
)
scenes = st.builds(
    Scene,
    latitude_deg=st.floats(-89, 89),
    ground_ev100=st.floats(-13, 14),
    ground_sigma_stops=st.floats(0.3, 2),
    sky_ev100=st.floats(-10, 15),
    sky_sigma_stops=st.floats(0.3, 2),
    sun_altitude_deg=st.floats(-70, 10),
    moon_altitude_deg=st.floats(-60, 80),
    moon_azimuth_deg=st.floats(0, 359),
    galactic_core_altitude_deg=st.floats(-60, 80),
    galactic_core_azimuth_deg=st.floats(0, 359),
    moon_rises_in_s=st.none() | st.floats(0, 20_000),
    temperature_c=st.floats(-25, 30),
    gust_m_s=st.floats(0, 20),
    night=st.lists(moments, max_size=4).map(course),
)
framings = st.builds(
    Framing, st.floats(0, 359), st.floats(-80, 90), st.sampled_from(["landscape", "portrait"])
)


@pytest.mark.parametrize("key", RECIPES)
@given(scene=scenes, framing=framings, focal=st.sampled_from([14.0, 24.0, 200.0]), data=st.data())
@settings(max_examples=40, deadline=None)
def test_every_recipe_keeps_the_contract(
    key: str, scene: Scene, framing: Framing, focal: float, data: st.DataObject
) -> None:
    recipe, bag = RECIPES[key], kit(focal, filters=GLASS if focal == 24 else ())
    options = {spec.key: spec.options for spec in recipe.inputs if spec.options}
    inputs = {name: data.draw(st.sampled_from(found)) for name, found in options.items()}
    hold = Hold({}, follow=recipe.follow)
    answers = recipe.checked_inputs(inputs)
    intent = recipe.intent(framing, answers, hold, {}, recipe.bringing(()))
    plan = recipe.plan(scene, bag, intent)
    assert plan == recipe.plan(scene, bag, intent)
    for control in CONTROLS:
        assert plan.solution.positions[control] in bag.dials[control].values
    for limit in plan.limits:
        assert limit.source in SOURCES
        post = post_text(limit)
        assert post.formula
        assert "{" not in post.numbers
    others = (other.reason for other in recipe.others(scene, bag, intent))
    for reason in (plan.lead, *plan.reasons, *plan.facts, *others):
        assert reason_text(reason)
        assert reason.source is None or reason.source in SOURCES
    for said in (plan.lead, *plan.reasons, *plan.facts, *plan.limits):
        for name, value in said.quantities.items():
            assert isinstance(value, str | bool) or UNIT.search(name) or name in COUNTS, name
    # an impossible scene is explained: too dark or too bright is said, not hidden
    codes = {reason.code for reason in plan.reasons}
    missed = abs(plan.solution.miss_stops) > 0.5
    assert missed == bool(codes & {"short_of_light", "too_much_light"})
    assert {*plan.steps} <= {*STEPS}
    assert {*plan.mistakes} <= {*MISTAKES}
    assert {*plan.cautions} <= {*CAUTIONS}
    assert plan.steps
    assert plan.cautions
    assert plan.bracket[0].stops == 0
    _check_parts(plan, recipe)
    _check_program(plan, recipe, scene, bag, intent)
    if plan.sketch is not None:
        assert all(shape.label in SKETCH_LABELS or not shape.label for shape in plan.sketch.shapes)


def _check_parts(plan: Plan, recipe: Recipe) -> None:
    """Every light is named, lands where it says, and the lead answers to what the recipe says."""
    assert plan.parts[0].answers_to == recipe.lead_answers_to
    assert len({part.key for part in plan.parts}) == len(plan.parts)
    for landing in plan.solution.landings:
        assert part_name(landing.part.key)
        assert landing_text(landing)
        lands = landing.part.lands(plan.solution.settings)
        lands += landing.part.lever_stops(landing.levers)
        assert landing.landed_stops == pytest.approx(lands, abs=1e-6)
        wanted = landing.part.placement_stops
        assert landing.miss_stops == pytest.approx(landing.landed_stops - wanted, abs=1e-6)
    for conflict in conflicts(plan.solution):
        assert conflict.part in {part.key for part in plan.parts}
        assert conflict_text(conflict, is_lead=conflict.part == plan.parts[0].key)


def _check_program(plan: Plan, recipe: Recipe, scene: Scene, bag: Kit, intent: Intent) -> None:
    """The course is the one of these settings; its frames follow each other and are counted."""
    program = plan.program
    assert program == recipe.program(scene, bag, intent, plan.solution.positions)
    assert program.frames == sum(1 for _ in program.exposures())
    assert all(cue.code in CUES for cue in program.cues)
    assert program_text(program)
    closed_s = 0.0
    for frame in program.exposures():
        assert frame.opens_s >= closed_s - 1e-6
        closed_s = frame.opens_s + frame.open_s + frame.dark_s
    assert program.duration_s == pytest.approx(closed_s)


@pytest.mark.parametrize("key", RECIPES)
def test_every_recipe_is_worded(key: str) -> None:
    assert key in DISCIPLINES
    for spec in RECIPES[key].inputs:
        assert question_words(spec.key).label
        assert all(option_text(option, spec.key) for option in spec.options)
        assert told(question_words(spec.key).told, spec.default or 1.0).text
        assert spec.check(spec.default) == spec.default


def test_one_sentence_at_the_start_names_every_piece_a_kind_lacks(tmp_path: Path) -> None:
    (tmp_path / "aurora").mkdir()
    (tmp_path / "aurora" / "plan.py").touch()
    assert missing_pieces(tmp_path / "aurora") == [
        "aurora/__init__.py",
        "aurora/drawing.py",
        "aurora/scene.py",
    ]
    check_kinds()
    stars = KINDS["stars_over_foreground"]
    unknown = replace(
        stars.recipe,
        key="aurora",
        inputs=(InputSpec("kp_index", "number", 30),),
        packs=("rod",),
    )
    scene = replace(stars.scenes[0], key="green_arc")
    with pytest.raises(ValueError, match=r"^These have no words") as refused:
        check_kinds({"aurora": Kind(unknown, stars.drawing, (scene,))})
    assert str(refused.value) == (
        "These have no words: aurora: words/kinds/aurora.py, aurora: question kp_index, "
        "aurora: scene green_arc, aurora: pack rod."
    )


def test_time_is_the_longest_dial_value_the_chosen_school_allows() -> None:
    times = {}
    for school in ("pixel_drift", "aperture_pitch_focal", "rule_of_500"):
        plan = stars(star_school=school)
        limit = next(x for x in plan.limits if x.drives)
        times[school] = plan.solution.positions["exposure_s"]
        assert times[school] == time_dial().at_most(limit.value)
        assert limit.school == school
    assert times["rule_of_500"].label == "20"  # 500/24 = 20.8 s; the rule of 500


@given(st.floats(-10, 2), st.floats(-4, 1))
@settings(max_examples=30, deadline=None)
def test_the_follower_puts_the_sky_where_it_was_asked(sky_ev100: float, placement: float) -> None:
    scene = Scene(43.3, -11.5, 0.8, sky_ev100, 0.8)
    plan = stars(scene, sky_placement_stops=placement)
    landed = sky_ev100 - plan.solution.settings.ev100
    iso = plan.solution.positions["iso"]
    # from ISO 6400 on noise is seen (CP), and a dark sky is lifted rather
    at_an_end = iso == kit().dials["iso"].values[0] or iso.value > 6000
    assert abs(landed - placement) <= 1 / 6 + 1e-6 or at_an_end


def test_moving_one_eye_moves_the_follower_by_as_many_stops() -> None:
    moonlit = Scene(43.3, -5, 0.7, -4.0, 0.7)
    before = stars(moonlit).solution
    wider = Hold({}).moved("f_number", aperture_dial().position("3.5").value)
    after = stars(moonlit, wider).solution
    assert after.settings.ev100 == pytest.approx(before.settings.ev100, abs=1e-9)
    assert after.positions["f_number"].label == "3.5"


def test_moving_the_follower_hands_the_following_on_and_locked_controls_never_follow() -> None:
    held = Hold({}, frozenset({"exposure_s"})).moved("iso", 1600)
    assert held.follow == "f_number"
    everything = Hold({}, frozenset({"exposure_s", "f_number"})).moved("iso", 1600)
    assert everything.follow is None
    with pytest.raises(WrongValue, match="not locked"):
        held.moved("exposure_s", 4)


def test_a_time_held_past_the_limit_stays_and_is_said_to_trail() -> None:
    plan = stars(hold=Hold({"exposure_s": 32.0}))
    assert plan.solution.positions["exposure_s"].label == "30"
    assert plan.lead.code == "stars_trail"


@pytest.mark.parametrize(
    ("inputs", "wanted"),
    [
        ({"drift_tolerance_px": 900}, "0.5 to 20 px"),
        ({"star_school": "astrology"}, "one of pixel_drift"),
        ({"sky_placement_stops": "dark"}, "-6 to 2 stops"),
        ({"colour": 1}, "one of star_school"),
    ],
)
def test_an_input_that_cannot_be_used_is_refused_in_words(
    inputs: dict[str, float | str], wanted: str
) -> None:
    with pytest.raises(WrongValue, match=wanted):
        STARS.checked_inputs(inputs)
