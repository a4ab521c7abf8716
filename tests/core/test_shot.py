"""The one entry: a shot, its night and the kit in, everything planned for it out."""

from dataclasses import replace
from datetime import date
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from patient_owl.core.advise.belief import UNLEARNED, VERDICT_EDGES_STOPS, JudgedTake
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS
from patient_owl.core.exposure.settings import settings_on
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.judge.worth import is_hard
from patient_owl.core.kinds import RECIPES
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Beam, Flash, Torch
from patient_owl.core.light.part import WHOLE
from patient_owl.core.limits.limit import allowed, passed
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.hand import Hand, Touch
from patient_owl.core.plan.planned import LONGEST_CARRY_S, PlannedShot, ShotSpec
from patient_owl.core.plan.types import NOISE_REDUCTION_SCHOOL, InputValue
from patient_owl.core.shot import advise, find, follow
from patient_owl.core.shot.advise import STILL_AT_IT_S
from patient_owl.core.shot.plan import plan_shot
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site
from patient_owl.core.weather import Weather
from patient_owl.words.plan import passed_text
from tests.core.standing import GLASS, kit

BOUNDS = night_bounds(date(2026, 12, 9), ZoneInfo("Europe/Madrid"))
NIGHT = NightContext(Site(43.3, -9.2, 10), BOUNDS, Darkness(21.3))
NOON_S = ephemeris.epoch_seconds(BOUNDS.start_utc)
KIT = kit(24, filters=GLASS)
WORDS = list(VERDICT_EDGES_STOPS)
DARK_H = 11.0  # after noon: full dark in December
FLICK = Brought("torch_1", Torch(1000.0, 20.0), 5.0, placement_stops=-0.7)


def shot(
    discipline: str,
    hours: float = DARK_H,
    hand: Hand | None = None,
    night: NightContext = NIGHT,
    schools: dict[str, str] | None = None,
    brought: tuple[Brought, ...] = (),
    **inputs: InputValue,
) -> PlannedShot:
    at_s = NOON_S + hours * 3600
    spec = ShotSpec(discipline, at_s, Framing(180, 10), inputs, hand or Hand(), brought=brought)
    return plan_shot(spec, night, KIT, schools or {})


def take(planned: PlannedShot, word: str, after_s: float = 0.0) -> JudgedTake:
    return JudgedTake(planned.settings, {planned.lead.key: word}, after_s=after_s)  # type: ignore[dict-item]


def test_the_same_question_is_planned_once() -> None:
    assert shot("cityscape") is shot("cityscape")
    assert shot("cityscape") is not shot("cityscape", hours=10.9)
    assert shot("cityscape", lit_by="natural") is not shot("cityscape")


@pytest.mark.parametrize("key", RECIPES)
def test_everything_of_a_plan_agrees_with_everything_else(key: str) -> None:
    planned = shot(key)
    assert planned.settings == planned.plan.solution.settings
    assert planned.lead == planned.plan.parts[0]
    assert planned.report.cost.clock_s == planned.program.duration_s
    assert planned.program_at(planned.positions) == planned.plan.program
    # wherever it is works_now, the moment lies in a stretch of the night that is offered
    assert planned.works_now == any(a <= planned.at_s <= b for a, b in planned.works_s)
    assert all(
        NOON_S <= a < b <= ephemeris.epoch_seconds(BOUNDS.end_utc) for a, b in planned.works_s
    )
    for rung in planned.ladder:
        as_bright = settings_on(KIT.dials, rung.positions).ev100
        assert as_bright == pytest.approx(planned.settings.ev100 - rung.miss_stops, abs=1e-6)


# A stop of aperture is a stop of time: two stops slower leave a look that is a stop or so wide.
def test_an_equivalent_says_what_it_goes_past() -> None:
    planned = shot("moving_water", water_school="texture")
    look_s = [x.value for x in planned.plan.limits if x.code in ("water_from", "water_to")]
    assert len(look_s) == 2
    for rung in planned.ladder:
        text = passed_text(passed(planned.plan.limits, rung.positions))
        exposure_s = rung.positions["exposure_s"].value
        if exposure_s < min(look_s) / 1.3 or exposure_s > max(look_s) * 1.3:
            assert "look" in text
        if min(look_s) < exposure_s < max(look_s):
            assert "look" not in text
    assert any(
        "look" in passed_text(passed(planned.plan.limits, rung.positions))
        for rung in planned.ladder
    )


# 36 × 24 mm behind 24 mm: 2·atan(18/24) = 73.7° across, 2·atan(12/24) = 53.1° up.
def test_the_frame_sees_what_its_sides_and_the_lens_make() -> None:
    across, up = shot("cityscape").view_deg
    assert across == pytest.approx(73.74, abs=0.01)
    assert up == pytest.approx(53.13, abs=0.01)


def test_the_cameras_dark_frame_is_in_the_course_where_one_takes_that_side() -> None:
    plain = shot("dim_interior", lit_by="string_lights")
    darkened = shot(
        "dim_interior", lit_by="string_lights", schools={NOISE_REDUCTION_SCHOOL: "in_camera"}
    )
    assert darkened.uses_noise_reduction
    assert not plain.uses_noise_reduction
    exposed_s = plain.settings.exposure_s
    assert darkened.program.duration_s == pytest.approx(plain.program.duration_s + exposed_s)
    assert darkened.report.cost.clock_s == darkened.program.duration_s
    assert darkened.settings == plain.settings  # it costs time, not light


def test_the_weather_of_the_hour_is_the_scenes() -> None:
    hours = tuple(
        (NOON_S + h * 3600, Weather(0.1 * (h % 3), 0, 0, 0, 10.0 - h, 0, 1.0 + h, 2.0 + h))
        for h in range(24)
    )
    planned = shot("cityscape", night=replace(NIGHT, hours=hours), hours=11.4)
    assert (planned.scene.temperature_c, planned.scene.gust_m_s) == (-1.0, 13.0)
    calm = shot("cityscape", hours=11.4)
    assert calm.scene.gust_m_s == 0


def test_a_cloud_lowers_what_the_sky_gives_and_widens_its_doubt() -> None:
    overcast = tuple((NOON_S + h * 3600, Weather(1, 1, 1, 1, 10, 0, 0, 0)) for h in range(24))
    # dusk, an hour after sunset: twilight is what there is, and cloud takes three quarters of it
    clear = shot("stars_over_foreground", hours=5.0)
    hidden = shot("stars_over_foreground", hours=5.0, night=replace(NIGHT, hours=overcast))
    # Kasten and Czeplak 1980: 1 − 0.75·n^3.4, two stops at full cover
    assert clear.scene.ground_ev100 - hidden.scene.ground_ev100 == pytest.approx(2.0, abs=0.2)
    assert hidden.scene.ground_sigma_stops > clear.scene.ground_sigma_stops


@pytest.mark.parametrize(
    ("spec", "wanted"),
    [
        ({"discipline": "alchemy"}, "stars_over_foreground"),
        ({"inputs": {"drift_tolerance_px": 900}}, "0.5 to 20 px"),
        ({"hand": Hand(touch=Touch("iso", "move", 800), locked=frozenset({"iso"}))}, "not locked"),
        ({"at_s": NOON_S + 60 * 365 * 86400}, "1900-01-01 to 2053"),
    ],
)
def test_what_cannot_be_planned_is_refused_in_words(spec: dict[str, object], wanted: str) -> None:
    asked = ShotSpec("stars_over_foreground", NOON_S + DARK_H * 3600, Framing(180, 10))
    with pytest.raises(WrongValue, match=wanted):
        plan_shot(replace(asked, **spec), NIGHT, KIT, {})  # type: ignore[arg-type]


@given(
    key=st.sampled_from(sorted(RECIPES)),
    words=st.lists(st.sampled_from(WORDS), min_size=1, max_size=4),
    locked=st.sets(st.sampled_from(CONTROLS), max_size=3),
)
@settings(max_examples=60, deadline=None)
def test_advice_never_moves_a_locked_control_and_stays_on_dials_and_within_limits(
    key: str, words: list[str], locked: set[str]
) -> None:
    planned = shot(key)
    hand = Hand(
        {c: planned.positions[c].value for c in locked},  # type: ignore[index]
        frozenset(locked),  # type: ignore[arg-type]
    )
    planned = shot(key, hand=hand)
    takes = [take(planned, word) for word in words]
    advice = advise.advice(planned, takes, planned.at_s)
    assert advice is not None
    for control in CONTROLS:
        dial, position = planned.kit.dials[control], advice.positions[control]
        assert position in dial.values
        if control in locked:
            assert position == planned.positions[control]
        elif position != planned.positions[control]:
            hard = [limit for limit in planned.plan.limits if is_hard(limit.code)]
            inside = allowed(dial, hard) or dial
            assert position in inside.values


@given(
    key=st.sampled_from(sorted(RECIPES)),
    seen=st.lists(st.integers(0, 400), min_size=3, max_size=3),
)
@settings(max_examples=60, deadline=None)
def test_the_words_worked_out_beforehand_are_what_the_advisor_says_when_asked(
    key: str, seen: list[int]
) -> None:
    planned = shot(key, brought=(FLICK,))
    takes: list[JudgedTake] = []
    now, levers = planned.positions, None
    ahead = advise.words_ahead(planned, now, [], planned.at_s)
    for of in seen:
        if not ahead:
            break  # nothing was to be changed any more
        marks, node = list(ahead.items())[of % len(ahead)]
        words = {key: mark for key, mark in marks if not isinstance(mark, Spot)}
        spots = {key: mark for key, mark in marks if isinstance(mark, Spot)}
        said = settings_on(planned.kit.dials, now)
        takes.append(JudgedTake(said, words, spots, levers=levers or {}))
        asked = advise.advice(planned, takes, planned.at_s)
        found = node.advice
        assert asked is not None
        assert found.positions == asked.positions
        assert found.belief.ev100 == pytest.approx(asked.belief.ev100, abs=1e-6)
        assert [r.code for r in found.reasons] == [r.code for r in asked.reasons]
        for light, stand in asked.levers.items():
            assert found.levers[light] == pytest.approx(stand)
        now, levers, ahead = found.positions, found.levers, node.after


# Common practice: the ambient test comes before anybody performs, so it shows the rest alone.
def test_a_quick_frame_tells_of_the_rest_alone_and_leads_to_the_real_setting_at_once() -> None:
    planned = shot("light_writing", performance_s=30.0, lit_by="string_lights")
    assert planned.test_frame is not None
    quick = planned.test_frame.positions
    tree = advise.words_ahead(planned, quick, [], planned.at_s)
    assert {key for seen in tree for key, _ in seen} == {"rest"}
    assert tree[(("rest", "right"),)].advice.positions == planned.positions
    brighter = tree[(("rest", "darkish"),)].advice.positions
    assert brighter["f_number"] == planned.positions["f_number"]  # that is for the tool
    assert brighter["exposure_s"].value > planned.positions["exposure_s"].value
    # said of the whole of it, it is about the rest as well, and tells nothing of the tool
    said = JudgedTake(settings_on(planned.kit.dials, quick), {WHOLE: "dark"})
    assert advise.as_shown(planned, said).verdicts == {"rest": "dark"}
    real = JudgedTake(planned.settings, {WHOLE: "dark"})
    assert advise.as_shown(planned, real) is real


# Three full flashes need two recycles between them; the last is the rear curtain's.
@pytest.mark.parametrize(("pops", "lasts_s"), [(1, 0.0), (3, 6.0)])
def test_a_flash_of_which_nobody_says_when_ends_with_the_shutter(pops: int, lasts_s: float) -> None:
    flash = Brought("flash_1", Flash(36.0, recycle_s=3.0), 4.0, value=1.0, pops=pops)
    planned = shot("star_trails", brought=(flash,))
    [given] = planned.given(planned.positions)
    open_s = planned.settings.exposure_s
    assert (given.from_s, given.to_s) == (open_s - lasts_s, open_s)
    told = [cue.at_s for cue in planned.program.cues if cue.part == "flash_1"]
    # a single one needs nobody: the camera fires it
    assert told == ([] if pops == 1 else [open_s - 6.0, open_s - 3.0, open_s])


# What a beam shows is the air's doing as much as the torch's, and nobody measured the air.
def test_a_judged_beam_corrects_no_torch_in_the_kit() -> None:
    torch = Torch(10_000.0, 10.0)
    lights = (
        Brought("beam_1", Beam(torch, "misty"), 3.0),
        Brought("torch_1", Torch(300.0, 10.0), 60.0),
    )
    planned = shot("stars_over_foreground", brought=lights)
    stood = {key: {k: v / 4 for k, v in put.items()} for key, put in planned.levers.items()}
    right = dict.fromkeys(("beam_1", "torch_1"), "right")
    takes = [JudgedTake(planned.settings, right, levers=stood)]  # type: ignore[arg-type]
    assert find.measured_stops(planned, "torch_1", takes, UNLEARNED) == pytest.approx(2, abs=1 / 3)
    assert find.measured_stops(planned, "beam_1", takes, UNLEARNED) is None


def test_the_words_ahead_are_worked_out_once_and_anew_after_a_take() -> None:
    planned = shot("cityscape")
    ahead = advise.words_ahead(planned, planned.positions, [], planned.at_s)
    assert advise.words_ahead(planned, planned.positions, [], planned.at_s + 60) is ahead
    after = advise.words_ahead(planned, planned.positions, [take(planned, "dark")], planned.at_s)
    spread = [tree[((WHOLE, "dark"),)].advice.belief.sigma_stops for tree in (after, ahead)]
    assert spread[0] < spread[1]


def test_the_next_take_is_made_now_while_somebody_is_at_it() -> None:
    planned = shot("cityscape", hours=6.6, lit_by="natural", between="open")
    at, places_s = planned.at_s, planned.thirds.times_s
    # before the first: the shot's own moment
    assert advise.next_after_s(planned, [], at + 600) == 0.0
    second_s, third_s = (places_s[places_s.index(0.0) + thirds] for thirds in (2, 3))
    takes = [take(planned, "dark", after_s=second_s)]
    # the light stands where it was until it has moved by a third of a stop
    assert advise.next_after_s(planned, takes, at + third_s - 1) == second_s
    assert advise.next_after_s(planned, takes, at + third_s) == third_s
    # somebody who went away begins where he was
    assert advise.next_after_s(planned, takes, at + second_s + STILL_AT_IT_S + 1) == second_s
    # a take tried at the table says nothing of when the first is made out there
    early_s = places_s[places_s.index(0.0) - 4]
    assert advise.next_after_s(planned, takes, at + early_s) == early_s


def test_a_take_made_at_the_table_is_read_as_made_at_the_shots_own_moment() -> None:
    planned = shot("cityscape")
    assert planned.after_s(planned.at_s + 1200) == 1200
    assert planned.after_s(planned.at_s - 1200) == -1200
    assert planned.after_s(planned.at_s + LONGEST_CARRY_S + 1) == 0
    assert planned.after_s(planned.at_s - 30 * 86400) == 0


def test_in_falling_light_the_answer_opens_up_by_what_went_meanwhile() -> None:
    """Twenty minutes of dusk after a frame that was right, the same frame is too dark."""
    dusk = shot("moving_water", hours=5.6, lit_by="natural", look="textured")
    right = [take(dusk, "right")]
    at_once = advise.advice(dusk, right, dusk.at_s)
    later = advise.advice(dusk, right, dusk.at_s + 1200)
    assert at_once is not None
    assert later is not None
    fell = dusk.lead.moved(0, 1200)
    assert fell < -1  # common practice: a stop in four to seven minutes of dusk
    assert later.belief.ev100 - at_once.belief.ev100 == pytest.approx(fell, abs=0.3)
    assert later.belief.sigma_stops > at_once.belief.sigma_stops


# Common practice: in twilight a stop goes every four to seven minutes, so a third in one to
# three; a bundle ten minutes late was two and a half stops off, untold.
def test_a_plan_in_dusk_says_how_long_it_holds_and_what_it_becomes_by_the_minute() -> None:
    dusk = shot("cityscape", hours=6.6, lit_by="natural", between="open")
    assert follow.holds_s(dusk) is not None
    assert 60 <= follow.holds_s(dusk) <= 240
    # looked at every fifteen seconds, in which dusk goes a twentieth of a stop at most
    assert abs(dusk.lead.moved(0, follow.holds_s(dusk))) == pytest.approx(1 / 3, abs=0.05)
    assert follow.later(dusk)[0].after_s == follow.holds_s(dusk)
    for step in follow.steps(dusk, -900, 900):
        made = settings_on(KIT.dials, step.positions).ev100
        assert made == pytest.approx(dusk.lead.wanted_at(step.after_s), abs=0.25)
    night = shot("cityscape", lit_by="night_traffic")
    assert follow.holds_s(night) is None
    assert follow.later(night) == ()
    assert len(follow.steps(night, -1800, 3600)) == 1


def test_a_series_from_day_into_night_has_a_setting_for_every_frame() -> None:
    every = {"series_every_min": 10, "series_lasts_min": 120}
    frames = follow.series(shot("cityscape", hours=5.2, lit_by="distant_skyline", **every))
    assert [f.after_s for f in frames] == [600.0 * k for k in range(13)]
    made = [settings_on(KIT.dials, f.positions).ev100 for f in frames]
    assert made == sorted(made, reverse=True)  # the sky falls, then the lamps stand still
    assert made[0] - made[-1] > 3
    assert made[-1] == pytest.approx(made[-2], abs=0.4)
    assert follow.series(shot("cityscape")) == ()


# A frame that is still open when the next is due is no series: the aperture and ISO make up.
@pytest.mark.parametrize(("side", "most_s"), [("afterwards", 290), ("in_camera", 145)])
def test_a_frame_of_a_series_is_over_when_the_next_is_due(side: str, most_s: float) -> None:
    every = {"series_every_min": 5, "series_lasts_min": 120, "lit_by": "natural"}
    schools = {NOISE_REDUCTION_SCHOOL: side}
    frames = follow.series(shot("cityscape", hours=5.2, schools=schools, between="open", **every))
    times = [f.positions["exposure_s"].value for f in frames]
    assert max(times) <= most_s
    last = frames[-1].positions
    planned = shot("cityscape", hours=5.2, schools=schools, between="open", **every)
    assert planned.report.cost.frames == len(frames) == 25
    opens = [frame.opens_s for frame in follow.course(planned).exposures()]
    assert opens == pytest.approx([300.0 * k for k in range(25)], abs=3)  # a self-timer's seconds
    assert 7200 <= planned.report.cost.clock_s <= 7200 + 300
    assert last["f_number"].value < 8 * 0.99
    assert last["iso"].value > 100


def test_a_filter_that_was_sold_leaves_the_past_as_it_was() -> None:
    spec = ShotSpec(
        "moving_water",
        NOON_S + 4.5 * 3600,
        Framing(180, 10),
        {"lit_by": "natural"},
        Hand({"nd_stops": 6.0}),
    )
    with_glass = plan_shot(spec, NIGHT, KIT, {})
    taken = JudgedTake(with_glass.settings, {with_glass.lead.key: "right"})
    assert taken.settings.nd_stops == 6
    bare = plan_shot(replace(spec, hand=Hand()), NIGHT, kit(24), {})
    asked = advise.advice(bare, [taken], bare.at_s)
    assert asked is not None
    # the light is believed as it was seen, and the answer goes toward it from what is bare now
    assert asked.belief.ev100 == pytest.approx(taken.settings.ev100, abs=0.4)
    assert asked.change_stops < 0
    assert "change_left" in {reason.code for reason in asked.reasons}
