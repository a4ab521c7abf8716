"""What to change next."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import norm

from patient_owl.core.advise.belief import (
    VERDICT_EDGES_STOPS,
    WORD_SOFTNESS_STOPS,
    Belief,
    JudgedTake,
    Verdict,
    belief_after,
    evidence_on,
)
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.advise.next import Advice, Positions, Room, next_setting
from patient_owl.core.advise.tree import advice_tree
from patient_owl.core.exposure.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.filters import filter_dial
from patient_owl.core.exposure.reading import Reading, linear, read_histogram
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.light.part import DRAWN, WHOLE, Changes, LightPart
from patient_owl.core.plan.report import Blurs
from tests.core.standing import kit, light

DIALS = {
    "exposure_s": time_dial(),
    "f_number": aperture_dial("thirds", 1.8, 16),
    "iso": iso_dial("thirds", 100, 6400),
    "nd_stops": filter_dial([]),
}
FRAME = Settings(4, 2, 800)
WORDS = list(VERDICT_EDGES_STOPS)
words = st.sampled_from(WORDS)


def seen(settings: Settings, word: str, after_s: float = 0.0) -> JudgedTake:
    return JudgedTake(settings, {WHOLE: word}, after_s=after_s)  # type: ignore[dict-item]


def room(ev100: float = FRAME.ev100, sigma_stops: float = 1.0, **over: object) -> Room:
    return Room((light(ev100, sigma_stops),), DIALS, **over)  # type: ignore[arg-type]


def on_dials(settings: Settings) -> Positions:
    return {c: dial.nearest(getattr(settings, c)) for c, dial in DIALS.items()}


def believed(part: LightPart, takes: list[JudgedTake], after_s: float = 0.0) -> Belief:
    return belief_after(part, evidence_on(part, part, takes), after_s)


@given(st.lists(words, min_size=1, max_size=5), st.floats(0.3, 2))
def test_the_posterior_is_bayes_rule_on_a_much_finer_grid(said: list[str], sigma: float) -> None:
    takes = [seen(Settings(4, 2, 800 * 2**k), word) for k, word in enumerate(said)]
    prior = light(FRAME.ev100 + 0.4, sigma)
    x = np.linspace(prior.ev100 - 24, prior.ev100 + 24, 40001)
    weight = norm.pdf(x, prior.ev100, sigma)
    for take in takes:
        lower, upper = VERDICT_EDGES_STOPS[take.verdicts[WHOLE]]
        d = x - take.settings.ev100
        word = norm.cdf((upper - d) / WORD_SOFTNESS_STOPS) - norm.cdf(
            (lower - d) / WORD_SOFTNESS_STOPS
        )
        weight *= 0.01 / 7 + 0.99 * word
    weight /= weight.sum()
    mean = float(weight @ x)
    spread = float(np.sqrt(weight @ (x - mean) ** 2))
    got = believed(prior, takes)
    # a grid of 1/12 stop; nobody sees a twentieth
    assert got.ev100 == pytest.approx(mean, abs=0.02)
    assert got.sigma_stops == pytest.approx(spread, abs=0.02)


# A night of words that all agree leaves the belief sharp, but never nothing and never no number.
@given(st.integers(1, 400), words, words)
def test_any_number_of_words_leaves_a_belief_with_a_spread(
    times: int, first: str, second: str
) -> None:
    prior = light(FRAME.ev100, 1.5)
    got = believed(prior, [seen(FRAME, first), seen(FRAME, second)] * times)
    assert np.isfinite(got.ev100)
    assert 0 <= got.sigma_stops < 24


@given(words, st.floats(0.3, 2))
def test_a_word_pulls_the_belief_its_own_way(word: str, sigma: float) -> None:
    prior = light(FRAME.ev100, sigma)
    after = believed(prior, [seen(FRAME, word)])
    pull = (WORDS.index(word) > 3) - (WORDS.index(word) < 3)  # type: ignore[arg-type]
    assert np.sign(round(after.ev100 - prior.ev100, 6)) == pull


def test_dark_asks_for_more_light_on_the_cheapest_control() -> None:
    advice = next_setting([seen(FRAME, "dark")], room())
    assert advice.control == "iso"
    assert advice.change_stops > 0.5
    assert advice.positions["exposure_s"].value == FRAME.exposure_s
    assert advice.reasons[0].code == "seen_dark"


def test_when_iso_is_at_its_end_the_aperture_moves_and_then_time() -> None:
    full_iso = Settings(4, 2, 6400)
    advice = next_setting([seen(full_iso, "dark")], room(full_iso.ev100))
    assert advice.control == "f_number"
    wide_open = Settings(4, DIALS["f_number"].values[0].value, 6400)
    advice = next_setting([seen(wide_open, "black")], room(wide_open.ev100))
    assert advice.control == "exposure_s"


def test_right_keeps_the_setting() -> None:
    advice = next_setting([seen(FRAME, "right")], room())
    assert advice.control is None
    assert advice.reasons[-1].code == "keep_setting"


def same(one: Advice, other: Advice) -> bool:
    """Sums in another order differ in their last bits."""
    belief = pytest.approx((other.belief.ev100, other.belief.sigma_stops))
    codes = [[reason.code for reason in advice.reasons] for advice in (one, other)]
    return (
        one.positions == other.positions
        and codes[0] == codes[1]
        and ((one.belief.ev100, one.belief.sigma_stops) == belief)
    )


def test_the_tree_for_no_signal_is_the_same_advice_word_by_word() -> None:
    here = room(FRAME.ev100 + 1.2, 1.5)
    tree = advice_tree(on_dials(FRAME), [], here, 3)
    first = next_setting([seen(FRAME, "dark")], here)
    assert same(tree["dark"].advice, first)
    second = settings_on(DIALS, first.positions)
    takes = [seen(FRAME, "dark"), seen(second, "brightish")]
    assert same(tree["dark"].after["brightish"].advice, next_setting(takes, here))
    assert not tree["right"].after


# What a lens in the bag today opens to does not change what was seen through yesterday's.
def test_what_happened_is_read_as_it_happened_and_dials_are_for_the_next_setting_only() -> None:
    slow = {**DIALS, "f_number": aperture_dial("thirds", 4, 16)}
    taken = Settings(4, 2**0.5, 800, nd_stops=6)  # f/1.4 and a filter that are both sold
    judged = seen(taken, "right")
    part = light(taken.ev100 - 2, 1.5)
    advice = next_setting([judged], Room((part,), slow))
    assert believed(part, [judged]).ev100 == pytest.approx(taken.ev100, abs=0.4)
    # f/4 bare at 4 s, ISO 800 would be 3 stops too bright, so the answer is darker by about that
    assert settings_on(slow, advice.positions).ev100 == pytest.approx(
        advice.belief.ev100, abs=1 / 3
    )
    assert advice.change_stops == pytest.approx(-3, abs=0.5)


# In the dusk of handbook, section 3, a stop goes in four to seven minutes: here one in five.
def test_what_was_seen_is_carried_along_the_falling_light_and_less_is_known_of_it() -> None:
    falling = Changes((0.0, 3600.0), (4.0, 4.0 - 12.0))
    part = replace(light(4.0, 1.5), changes=falling)
    right = seen(Settings(1, 4, 100), "right", after_s=0.0)
    at_once, later = believed(part, [right]), believed(part, [right], after_s=600.0)
    assert at_once.ev100 - later.ev100 == pytest.approx(2.0, abs=0.1)
    assert later.sigma_stops > at_once.sigma_stops
    # ten minutes later the same settings are two stops too dark: the answer opens up unasked
    advice = next_setting([right], Room((part,), DIALS, after_s=600.0))
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


def test_a_frame_read_two_stops_under_asks_for_two_stops_and_a_clipped_one_only_for_less() -> None:
    prior = light(FRAME.ev100, 3.0)
    under = JudgedTake(FRAME, reading=Reading(-2.0, -4, 1, 0, 0))
    got = believed(prior, [under])
    # Gaussian by Gaussian: mean −2·9/(9 + 0.64), spread 3·0.8/√(9 + 0.64)
    assert got.ev100 - FRAME.ev100 == pytest.approx(-2 * 9 / 9.64, abs=0.1)
    assert got.sigma_stops == pytest.approx(2.4 / 9.64**0.5, abs=0.1)
    clipped = JudgedTake(FRAME, reading=Reading(2.4, 0, 2.4, 0.8, 0))
    assert believed(prior, [clipped]).ev100 > FRAME.ev100 + 2


def test_a_histogram_is_read_against_where_the_plan_put_the_light() -> None:
    """A dark frame that came out as dark as planned is right, not two stops under."""
    planned_dark = light(FRAME.ev100 - 2.0, 1.0, placement_stops=-2.0)
    as_planned = JudgedTake(FRAME, reading=Reading(-2.0, -4, 1, 0, 0))
    advice = next_setting([as_planned], Room((planned_dark,), DIALS))
    assert advice.control is None


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
    return shot, Room((drawn, town), DIALS, order=("f_number", "iso"))


def said_of(settings: Settings, **verdicts: Verdict) -> JudgedTake:
    return JudgedTake(settings, verdicts)


# Handbook, section 2.8: tool too bright but ambient fine: stop down and lengthen by the same
# stops; ambient too bright but tool fine: shorten the time, the tool does not depend on it.
def test_a_light_that_does_not_answer_to_time_moves_the_aperture_and_time_keeps_the_rest() -> None:
    shot, here = fireworks()
    bright = next_setting([said_of(shot, bursts="bright")], here)
    assert bright.control == "f_number"
    assert bright.change_stops < -0.5
    lengthened = np.log2(bright.positions["exposure_s"].value / 4)
    assert lengthened == pytest.approx(-bright.change_stops, abs=0.2)
    tree = advice_tree(on_dials(shot), [], here, 2)
    assert tree["bright"].advice.positions == bright.positions


def test_the_rest_is_moved_by_time_alone_and_the_light_nobody_spoke_of_stays() -> None:
    shot, here = fireworks()
    for takes in ([said_of(shot, town="bright", bursts="right")], [said_of(shot, town="bright")]):
        fine = next_setting(takes, here)
        assert fine.control == "exposure_s"
        assert fine.positions["exposure_s"].value < 4
        assert fine.positions["f_number"].label == "4"
        assert "part_bright" in {reason.code for reason in fine.reasons}
