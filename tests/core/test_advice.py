"""What to change next."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import t as student

from patient_owl.core.advise.belief import (
    SOFTNESSES_STOPS,
    UNLEARNED,
    VERDICT_EDGES_STOPS,
    WORD_FREEDOM,
    WORDS,
    Belief,
    JudgedTake,
    Verdict,
    belief_after,
    evidence_on,
    learned,
    weigh,
)
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.advise.next import Advice, Room, next_setting
from patient_owl.core.advise.sharpness import heard, sharpness_from
from patient_owl.core.advise.tree import Mark, Seen, advice_tree
from patient_owl.core.exposure.dials import Control, Dial, aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.filters import Filter, filter_dial
from patient_owl.core.exposure.reading import linear, read_histogram
from patient_owl.core.exposure.settings import Positions, Settings, settings_on
from patient_owl.core.exposure.spot import HUMPS, Spot, SpotBy, width_share
from patient_owl.core.judge.hold import Hold
from patient_owl.core.light.part import DRAWN, WHOLE, Changes, LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.plan.report import Blurs
from tests.core.standing import demands, kit, light

DIALS = {
    "exposure_s": time_dial(),
    "f_number": aperture_dial("thirds", 1.8, 16),
    "iso": iso_dial("thirds", 100, 6400),
    "nd_stops": filter_dial([]),
}
FRAME = Settings(4, 2, 800)
words = st.sampled_from(WORDS)


def seen(settings: Settings, word: str, after_s: float = 0.0) -> JudgedTake:
    return JudgedTake(settings, {WHOLE: word}, after_s=after_s)  # type: ignore[dict-item]


def room(ev100: float = FRAME.ev100, sigma_stops: float = 1.0, **over: object) -> Room:
    return room_of([light(ev100, sigma_stops)], **over)


def room_of(
    parts: Sequence[LightPart],
    dials: Mapping[Control, Dial] = DIALS,
    limits: Sequence[Limit] = (),
    hold: Hold | None = None,
    **over: object,
) -> Room:
    return Room(demands(parts, dials, limits, hold), **over)  # type: ignore[arg-type]


def at_most(control: Control, value: float) -> Limit:
    return Limit("wish", control, "at_most", value)


def on_dials(settings: Settings) -> Positions:
    return {c: dial.nearest(getattr(settings, c)) for c, dial in DIALS.items()}


def believed(part: LightPart, takes: list[JudgedTake], after_s: float = 0.0) -> Belief:
    return belief_after(part, evidence_on(part, takes), after_s)


@given(st.lists(words, min_size=1, max_size=5), st.floats(0.3, 2))
def test_what_is_believed_is_bayes_rule_on_a_much_finer_grid(said: list[str], sigma: float) -> None:
    takes = [seen(Settings(4, 2, 800 * 2**k), word) for k, word in enumerate(said)]
    prior = light(FRAME.ev100 + 0.4, sigma)
    x = np.linspace(prior.ev100 - 20, prior.ev100 + 20, 16001)
    # Student's law whose middle 68.27 % lie within ± sigma
    scale = sigma / student.ppf((1 + 0.6827) / 2, 1.2)
    weight = np.outer(UNLEARNED, student.pdf((x - prior.ev100) / scale, 1.2))
    softness = np.array(SOFTNESSES_STOPS)[:, None]
    for take in takes:
        lower, upper = VERDICT_EDGES_STOPS[take.verdicts[WHOLE]]
        d = x - take.settings.ev100
        weight *= student.cdf((upper - d) / softness, WORD_FREEDOM) - student.cdf(
            (lower - d) / softness, WORD_FREEDOM
        )
    below = np.cumsum(weight.sum(axis=0)) / weight.sum()
    low, middle, high = np.interp([0.15866, 0.5, 0.84134], below, x)
    got = weigh(prior, evidence_on(prior, takes), 0.0).sum(axis=0)
    grid = prior.ev100 - 20 + np.arange(len(got)) / 8
    ours = np.interp([0.15866, 0.5, 0.84134], np.cumsum(got), grid + 1 / 16)
    # a grid of an eighth of a stop; nobody sees a twentieth
    assert ours == pytest.approx([low, middle, high], abs=0.05)


# A night of words that all agree leaves the belief sharp, but never nothing and never no number.
@given(st.integers(1, 400), words, words)
def test_any_number_of_words_leaves_a_belief_with_a_spread(
    times: int, first: str, second: str
) -> None:
    prior = light(FRAME.ev100, 1.5)
    got = believed(prior, [seen(FRAME, first), seen(FRAME, second)] * times)
    assert np.isfinite(got.ev100)
    assert 0 <= got.sigma_stops < 24


def brighter_by(advice: Advice, from_: Settings, here: Room) -> float:
    return from_.ev100 - settings_on(here.dials, advice.positions).ev100


chains = st.lists(
    st.tuples(words, st.sampled_from([1 / 8, 1, 8]), st.sampled_from([1.0, 8.0])), max_size=5
)


# Common practice: never against the word, a darker word never a smaller step up, "right" final.
@given(chains, st.floats(0.3, 3), st.floats(-8, 8))
def test_no_answer_goes_against_its_word_and_a_stronger_word_never_gets_less(
    chain: list[tuple[str, float, float]], sigma: float, off: float
) -> None:
    here = room(FRAME.ev100 + off, sigma)
    before = [
        seen(Settings(4 * time, 2, 800 * gain), word, after_s=60.0 * k)
        for k, (word, time, gain) in enumerate(chain)
    ]
    last = Settings(2, 4, 400)
    steps = [
        brighter_by(next_setting([*before, seen(last, word, 60.0 * len(before))], here), last, here)
        for word in WORDS
    ]
    for word, step in zip(WORDS, steps, strict=True):
        side = (WORDS.index(word) < 3) - (WORDS.index(word) > 3)
        assert step * side > 0 if side else step == pytest.approx(0, abs=1e-9)
    # half a step of a dial in thirds either way: what several controls share is rounded twice
    assert all(a >= b - 1 / 6 - 1e-9 for a, b in pairwise(steps))


def with_glass(*stops: float) -> dict[Control, Dial]:
    return {**DIALS, "nd_stops": filter_dial([Filter(f"ND {2**s:g}", s) for s in stops])}


# Common practice: "black" again and again opens by two stops and more until the dials end, and
# then says what is in the way. An ND 8 that stayed on through four of them was the finding.
def test_black_again_and_again_takes_the_glass_off_and_opens_until_it_says_what_is_in_the_way() -> (
    None
):
    dials = with_glass(3.0)
    here = room_of([light(4.0, 1.5)], dials)
    at, takes = Settings(30, 8, 100, nd_stops=3.0), []
    for count in range(12):
        takes.append(seen(at, "black", 60.0 * count))
        advice = next_setting(takes, here)
        found = settings_on(dials, advice.positions)
        if advice.conflicts:
            break
        assert at.ev100 - found.ev100 >= 2 - 1e-9
        assert found.nd_stops == 0
        at = found
    assert {p.label for p in advice.positions.values()} >= {"1.8", "6400"}
    assert not advice.conflicts[0].limits  # the dials end
    assert advice.reasons[-1].code == "change_left" or "no_room_left" in codes(advice)


def codes(advice: Advice) -> list[str]:
    return [reason.code for reason in advice.reasons]


# Common practice: a closed granary that came out right at f/8, 2 min, ISO 100
# while a home interior was what people would have guessed; seven stops between.
def test_a_closed_store_seven_stops_off_is_found_within_six_takes_and_asked_about() -> None:
    here = room_of([light(6.0, 2.0)])
    right = Settings(120, 8, 100).ev100
    at, takes = Settings(1, 8, 100), []
    for count in range(7):
        off = right - at.ev100
        word = next(w for w, (low, high) in VERDICT_EDGES_STOPS.items() if low <= off < high)
        takes.append(seen(at, word, 60.0 * count))
        advice = next_setting(takes, here)
        if word == "right":
            break
        at = settings_on(DIALS, advice.positions)
    assert count <= 5
    assert advice.far_stops == pytest.approx(right - 6, abs=0.7)
    assert "far_darker" in codes(advice)


def test_dark_lengthens_first_then_opens_and_raises_iso_last() -> None:
    """Common practice: light that is gathered beats gain, and few controls are turned."""
    stopped = Settings(4, 8, 100)
    free = next_setting([seen(stopped, "dark")], room(stopped.ev100))
    assert free.moved == ("exposure_s",)
    assert free.change_stops > 0.5
    assert free.reasons[0].code == "seen_dark"
    held = [at_most("exposure_s", 4)]
    opened = next_setting([seen(stopped, "dark")], room_of([light(stopped.ev100)], limits=held))
    assert opened.moved == ("f_number",)
    wide_open = Settings(4, DIALS["f_number"].values[0].value, 100)
    raised = next_setting([seen(wide_open, "dark")], room_of([light(wide_open.ev100)], limits=held))
    assert raised.moved == ("iso",)
    nearly = Settings(4, 2, 3200)
    both = next_setting([seen(nearly, "black")], room_of([light(nearly.ev100, 3)], limits=held))
    assert both.moved == ("f_number", "iso")
    bright = next_setting([seen(FRAME, "bright")], room())
    assert bright.moved == ("iso",)


def test_right_keeps_the_setting() -> None:
    advice = next_setting([seen(FRAME, "right")], room())
    assert advice.moved == ()
    assert "keep_setting" in codes(advice)


# Common practice: what was measured counts beside what a tired eye says of a bright screen.
@given(st.floats(-4, 2), st.floats(0.3, 3), st.floats(-6, 6))
def test_right_is_final_whatever_the_prediction_says_until_the_light_was_read_elsewhere(
    read: float, sigma: float, off: float
) -> None:
    here = room(FRAME.ev100 + off, sigma)
    right = JudgedTake(FRAME, {WHOLE: "right"})
    assert next_setting([seen(FRAME, "dark"), right], here).moved == ()
    was_read = replace(right, spots={WHOLE: Spot(read, "raw")})
    advice = next_setting([seen(FRAME, "dark"), was_read], here)
    if abs(read) < 1 / 6:
        assert advice.moved == ()


# Common practice: a bright screen flatters a dark frame; what is read there is put right.
@pytest.mark.parametrize("read", [-2.0, -1.5, 1.5, 2.0])
def test_a_frame_called_right_is_moved_by_what_was_read_off_it(read: float) -> None:
    called = JudgedTake(FRAME, {WHOLE: "right"}, {WHOLE: Spot(read, "raw")})
    advice = next_setting([called], room())
    assert advice.change_stops * read < 0
    assert 2 / 3 <= abs(advice.change_stops) <= abs(read) + 1 / 6


# A bus needs 6.9 s of shutter; closed after 2.2 s it came out dark, and no wonder.
def test_closing_early_is_evidence_of_the_frame_made_and_no_wish_for_a_shorter_one() -> None:
    needs = Settings(8, 8, 100)
    here = room(needs.ev100, 1.0)
    closed = JudgedTake(replace(needs, exposure_s=2.5), {WHOLE: "dark"}, set_exposure_s=8.0)
    advice = next_setting([closed], here)
    assert "closed_early" in codes(advice)
    # 1⅔ stops dark, and 1⅔ stops are what it was short of: nothing is left to be wished for
    assert settings_on(DIALS, advice.positions).ev100 == pytest.approx(needs.ev100, abs=0.5)
    assert advice.positions["exposure_s"].value == pytest.approx(8, abs=3)
    was_enough = next_setting([replace(closed, verdicts={WHOLE: "right"})], here)
    enough = settings_on(DIALS, was_enough.positions)
    assert enough.ev100 == pytest.approx(closed.settings.ev100, abs=0.2)


# Common practice: a skyline six stops darker than thought is found in seconds and made in minutes.
def test_minutes_are_not_spent_on_a_guess() -> None:
    settings = Settings(10, 8, 100)
    truth = settings.ev100 - 6.0
    depth = Hold({"f_number": 8.0, "iso": 100.0}, follow="exposure_s")
    here = room_of([light(settings.ev100, 2.0)], hold=depth, has_tests=True)
    takes: list[JudgedTake] = []
    spent_s, off, is_made = 0.0, 0.0, False
    while not is_made and len(takes) < 9:
        off = truth - settings.ev100
        spent_s += settings.exposure_s
        word = next(w for w, (low, high) in VERDICT_EDGES_STOPS.items() if low <= off < high)
        takes.append(JudgedTake(settings, {WHOLE: word}))
        is_made = word == "right" and settings.iso == 100
        settings = settings_on(DIALS, next_setting(takes, here).positions)
    assert is_made
    assert abs(off) <= 1 / 3
    assert takes[-1].settings.exposure_s > 300
    assert spent_s < 12 * 60


def test_right_in_an_uncertain_light_is_told_once_what_it_costs_to_be_sure() -> None:
    unsure, sure = room(sigma_stops=4.0), room(sigma_stops=0.3)
    advice = next_setting([seen(FRAME, "right")], unsure)
    [offer] = [reason for reason in advice.reasons if reason.code == "be_sure"]
    assert advice.moved == ()  # it is offered and never insisted on
    # two frames around 4 s, two thirds of a stop to either side: 4 (2^-2/3 + 2^2/3)
    assert offer.quantities["lasts_s"] == pytest.approx(8.87, abs=0.01)
    assert "be_sure" not in codes(next_setting([seen(FRAME, "right")], sure))
    again = [seen(FRAME, "right"), seen(FRAME, "right")]
    assert "be_sure" not in codes(next_setting(again, unsure))
    kept = replace(seen(FRAME, "right"), is_kept=True)
    assert "be_sure" not in codes(next_setting([kept], unsure))  # a keeper needs nothing more
    read = replace(seen(FRAME, "right"), spots={WHOLE: Spot(0.0, "hump")})
    assert "be_sure" not in codes(next_setting([read], unsure))


# Common practice: judged right at ISO 6400 and 15 s, the answer is the real setting.
def test_a_test_frame_that_is_right_becomes_the_real_setting_and_a_dark_one_another() -> None:
    real_part = light(Settings(960, 4, 100).ev100)

    held = Hold({"f_number": 4.0, "iso": 100.0}, follow="exposure_s")
    here = room_of([real_part], hold=held, has_tests=True)
    test = Settings(16, 4, 6400)
    advice = next_setting([seen(test, "right")], here)
    # 15 s at ISO 6400 stands for 16 min at ISO 100, by definition
    assert advice.positions["exposure_s"].value == pytest.approx(960, rel=0.05)
    assert advice.positions["iso"].label == "100"
    assert "test_becomes_real" in codes(advice)
    dark = next_setting([seen(replace(test, iso=1600), "dark")], here)
    assert dark.positions["iso"].value > 1600
    assert dark.positions["exposure_s"].value <= 16
    assert "next_test_frame" in codes(dark)


# Common practice: the old evidence of a changed light is a hint with one to two stops of doubt.
def test_a_light_somebody_changed_is_known_less_well_and_its_right_is_no_longer_final() -> None:
    part = light(FRAME.ev100, 1.5)
    before = [seen(FRAME, "right"), seen(FRAME, "right", 60)]
    after = replace(seen(FRAME, "dark", 120), scene_changed=frozenset({"subject"}))
    untouched = believed(part, [*before, seen(FRAME, "dark", 120)], 120)
    got = believed(part, [*before, after], 120)
    assert got.ev100 < untouched.ev100
    # the new word counts as said: "dark" is 0.9 to 2.2 stops
    assert 0.9 <= FRAME.ev100 - got.ev100 <= 2.2
    # changed and not looked at yet: known less well at once, and no longer kept as right
    silent = replace(after, verdicts={})
    assert believed(part, [*before, silent], 120).sigma_stops > 1
    advice = next_setting([*before, silent], room())
    assert "seen_histogram" not in codes(advice)


# Words that agree with exact settings to a quarter stop make a careful speaker likelier.
def test_how_sharply_words_are_meant_is_learned_from_words_that_fit_or_do_not() -> None:
    part = light(FRAME.ev100, 1.5)
    at = [Settings(4 * 2**k, 2, 800) for k in (-1, 0, 1, 0.5, -0.5, 0)]
    fitting = ["dark", "right", "bright", "brightish", "darkish", "right"]
    straying = ["right", "dark", "right", "dark", "brightish", "bright"]
    careful, loose = (
        learned(weigh(part, evidence_on(part, [*map(seen, at, said)]), 0.0))
        for said in (fitting, straying)
    )
    assert careful[0] > UNLEARNED[0] > loose[0]
    assert loose[-1] > UNLEARNED[-1] > careful[-1]


def same(one: Advice, other: Advice) -> bool:
    """Sums in another order differ in their last bits."""
    belief = pytest.approx((other.belief.ev100, other.belief.sigma_stops))
    codes = [[reason.code for reason in advice.reasons] for advice in (one, other)]
    return (
        one.positions == other.positions
        and codes[0] == codes[1]
        and ((one.belief.ev100, one.belief.sigma_stops) == belief)
    )


def whole(mark: Mark) -> Seen:
    return ((WHOLE, mark),)


def test_the_tree_for_no_signal_is_the_same_advice_word_by_word() -> None:
    here = room(FRAME.ev100 + 1.2, 1.5)
    found = advice_tree(on_dials(FRAME), [], here, 3)
    first = next_setting([seen(FRAME, "dark")], here)
    after = found[whole("dark")].after
    assert same(found[whole("dark")].advice, first)
    second = settings_on(DIALS, first.positions)
    takes = [seen(FRAME, "dark"), seen(second, "brightish")]
    assert same(after[whole("brightish")].advice, next_setting(takes, here))
    for hump in HUMPS:
        read = JudgedTake(FRAME, spots={WHOLE: hump})
        assert same(found[whole(hump)].advice, next_setting([read], here))
        both = ((WHOLE, hump), (WHOLE, "right"))
        if both in found:  # as far as anybody calls it so
            read = replace(read, verdicts={WHOLE: "right"})
            assert same(found[both].advice, next_setting([read], here))
    assert not found[whole("right")].after


# What a lens in the bag today opens to does not change what was seen through yesterday's.
def test_what_happened_is_read_as_it_happened_and_dials_are_for_the_next_setting_only() -> None:
    slow = {**DIALS, "f_number": aperture_dial("thirds", 4, 16)}
    taken = Settings(4, 2**0.5, 800, nd_stops=6)  # f/1.4 and a filter that are both sold
    judged = seen(taken, "right")
    part = light(taken.ev100 - 2, 1.5)
    advice = next_setting([judged], room_of([part], slow))
    assert believed(part, [judged]).ev100 == pytest.approx(taken.ev100, abs=0.4)
    # f/4 bare at 4 s, ISO 800 would be 3 stops too bright, so the answer is darker by about that
    assert settings_on(slow, advice.positions).ev100 == pytest.approx(
        advice.belief.ev100, abs=1 / 3
    )
    assert advice.change_stops == pytest.approx(-3, abs=0.5)


# In a dusk of common practice a stop goes in four to seven minutes: here one in five.
def test_what_was_seen_is_carried_along_the_falling_light_and_less_is_known_of_it() -> None:
    falling = Changes((0.0, 3600.0), (4.0, 4.0 - 12.0))
    part = replace(light(4.0, 1.5), changes=falling)
    right = seen(Settings(1, 4, 100), "right", after_s=0.0)
    at_once, later = believed(part, [right]), believed(part, [right], after_s=600.0)
    assert at_once.ev100 - later.ev100 == pytest.approx(2.0, abs=0.1)
    assert later.sigma_stops > at_once.sigma_stops
    # ten minutes later the same settings are two stops too dark: the answer opens up unasked
    advice = next_setting([right], room_of([part], DIALS, after_s=600.0))
    assert advice.change_stops == pytest.approx(2.0, abs=0.4)
    # a lamp stands still, and so does what was said of it
    lamp = light(4.0, 1.5)
    assert believed(lamp, [right]) == believed(lamp, [right], after_s=600.0)


# IEC 61966-2-1: level 188 is half the light, 118 is 18 % grey (to the level).
def test_a_histogram_is_read_in_stops_from_mid_grey() -> None:
    assert float(linear(np.array(188))) == pytest.approx(0.5, abs=0.005)
    counts = [0] * 256
    counts[118] = 900
    counts[255] = 100
    reading = read_histogram(counts)
    assert reading.median_stops == pytest.approx(0, abs=0.05)
    assert reading.clipped_share == pytest.approx(0.1)


# Errors as `spot` states them: raw 0.2, a JPEG's tone curve a third, a tap on a histogram 0.4.
@pytest.mark.parametrize(("by", "sigma"), [("raw", 0.2), ("jpeg", 0.3), ("hump", 0.4)])
def test_a_light_read_two_stops_under_asks_for_two_and_a_clipped_one_only_for_less(
    by: SpotBy, sigma: float
) -> None:
    prior = light(FRAME.ev100, 3.0)
    at = -2.0 if by != "hump" else 0.5
    got = believed(prior, [JudgedTake(FRAME, spots={WHOLE: Spot(at, by)})])
    # Bayes by hand on a fine grid: Student's prior (1.2) against a spot (Student, 4)
    x = np.linspace(-20, 20, 40001)
    prior_pdf = student.pdf(x / (3.0 / student.ppf(0.84135, 1.2)), 1.2)
    below = np.cumsum(prior_pdf * student.pdf((at - x) / sigma, 4))
    low, middle, high = np.interp([0.15866, 0.5, 0.84134], below / below[-1], x)
    assert got.ev100 - FRAME.ev100 == pytest.approx(middle, abs=0.05)
    assert got.sigma_stops == pytest.approx((high - low) / 2, abs=0.05)
    clipped = JudgedTake(FRAME, spots={WHOLE: Spot(2.3, by, "clipped")})
    assert believed(prior, [clipped]).ev100 > FRAME.ev100 + 2


# IEC 61966-2-1: mid-grey is level 118 of 255, a stop over it 162, two stops under it 60 (to the
# level); the middle of a camera's histogram is therefore near mid-grey, the stops below it crowd.
@pytest.mark.parametrize(("stops", "level"), [(0.0, 118), (1.0, 162), (-2.0, 60)])
def test_a_hump_stands_where_its_tone_has_its_level(stops: float, level: int) -> None:
    assert width_share(stops) == pytest.approx(level / 255, abs=1 / 255)
    assert 0.38 <= Spot(stops, "hump").sigma_stops <= 0.5


def test_a_spot_is_read_against_where_the_plan_put_the_light() -> None:
    """A light that came out as dark as planned is right, not two stops under."""
    planned_dark = light(FRAME.ev100 - 2.0, 1.0, placement_stops=-2.0)
    as_planned = JudgedTake(FRAME, spots={WHOLE: Spot(-2.0, "raw")})
    advice = next_setting([as_planned], room_of([planned_dark], DIALS))
    assert advice.moved == ()


def test_the_cost_of_a_change_is_said_where_anybody_would_see_it() -> None:
    bag = kit(24)
    drifting = Blurs(star_drift_px_per_s=0.5)
    here = {c: d.nearest(v) for (c, d), v in zip(bag.dials.items(), (4, 2, 1600, 0), strict=True)}
    noisier = {**here, "iso": bag.dials["iso"].nearest(6400)}
    said = consequences(bag, drifting, 10, here, noisier)
    assert [r.code for r in said] == ["costs_noise"]
    # shot noise alone would halve it (EMVA 1288: SNR goes with the root of the light)
    assert said[0].quantities["snr"] < 0.55 * float(said[0].quantities["before_snr"])
    longer = {**here, "exposure_s": bag.dials["exposure_s"].nearest(16)}
    trails = consequences(bag, drifting, 10, here, longer)
    assert [r.code for r in trails] == ["costs_trails"]
    assert trails[0].quantities["drift_px"] == pytest.approx(8)
    narrower = {**here, "f_number": bag.dials["f_number"].nearest(4)}
    assert "wins_depth" in {r.code for r in consequences(bag, drifting, 10, here, narrower)}
    assert consequences(bag, drifting, 10, here, here) == ()


def fireworks(town_sigma: float = 1.5) -> tuple[Settings, Room]:
    shot = Settings(4, 4, 100)
    drawn = LightPart("bursts", "bursts", shot.ev100_by(DRAWN), 1.5, 0.0, DRAWN)
    town = replace(light(shot.ev100 - 2.0, town_sigma, -2.0), key="town")
    return shot, room_of([drawn, town])


def said_of(settings: Settings, **verdicts: Verdict) -> JudgedTake:
    return JudgedTake(settings, verdicts)


# Common practice: tool too bright but ambient fine: stop down and lengthen by the same
# stops; ambient too bright but tool fine: shorten the time, the tool does not depend on it.
def test_a_light_that_does_not_answer_to_time_moves_the_aperture_and_time_keeps_the_rest() -> None:
    shot, here = fireworks()
    bright = next_setting([said_of(shot, bursts="bright")], here)
    assert set(bright.moved) == {"f_number", "exposure_s"}
    assert bright.change_stops < -0.5
    lengthened = np.log2(bright.positions["exposure_s"].value / 4)
    assert lengthened == pytest.approx(-bright.change_stops, abs=0.2)
    tree = advice_tree(on_dials(shot), [], here, 2)
    assert tree[(("bursts", "bright"),)].advice.positions == bright.positions
    # one frame, each light by its word: no light is "right" because the other is
    both = said_of(shot, bursts="right", town="black")
    one_black = next_setting([both], here)
    assert same(tree[(("bursts", "right"), ("town", "black"))].advice, one_black)
    assert not one_black.is_settled


def test_blown_bursts_close_the_aperture_and_never_lengthen_the_time() -> None:
    shot, here = fireworks()
    blown = next_setting([said_of(shot, bursts="blown")], here)
    assert blown.moved == ("f_number",)
    assert blown.change_stops <= -2


def test_the_rest_is_moved_by_time_alone_and_the_light_nobody_spoke_of_stays() -> None:
    shot, here = fireworks()
    for takes in ([said_of(shot, town="bright", bursts="right")], [said_of(shot, town="bright")]):
        fine = next_setting(takes, here)
        assert fine.moved == ("exposure_s",)
        assert fine.positions["exposure_s"].value < 4
        assert fine.positions["f_number"].label == "4"
        assert "part_bright" in {reason.code for reason in fine.reasons}


def test_what_is_learned_of_words_is_each_shots_odds_together_and_never_certain() -> None:
    part = light(FRAME.ev100, 1.5)
    loose = [seen(FRAME, word, 60.0 * k) for k, word in enumerate(("right", "dark", "bright"))]
    odds = heard(part, evidence_on(part, loose))
    assert odds is not None
    once, often = sharpness_from([odds]), sharpness_from([odds] * 40)
    assert once[-1] > UNLEARNED[-1]
    assert often[-1] > once[-1]
    assert min(often) >= 0.009
    assert sum(often) == pytest.approx(1)
    assert sharpness_from([]) == UNLEARNED
    assert heard(part, evidence_on(part, loose[:1])) is None
