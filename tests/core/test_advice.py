"""What to change next."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import norm

from patient_owl.core.advise.advice import (
    VERDICT_EDGES_STOPS,
    WORD_SOFTNESS_STOPS,
    Belief,
    JudgedTake,
    Room,
    advice_tree,
    belief_after,
    next_setting,
)
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.exposure.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.reading import Reading, linear, read_histogram
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.plan.report import Blurs
from tests.core.standing import kit

DIALS = {
    "exposure_s": time_dial(),
    "f_number": aperture_dial("thirds", 1.8, 16),
    "iso": iso_dial("thirds", 100, 6400),
}
ROOM = Room(DIALS)
FRAME = Settings(4, 2, 800)
words = st.sampled_from(list(VERDICT_EDGES_STOPS))


@given(st.lists(words, min_size=1, max_size=5), st.floats(0.3, 2))
def test_the_posterior_is_bayes_rule_on_a_much_finer_grid(seen: list[str], sigma: float) -> None:
    takes = [
        JudgedTake(Settings(4, 2, 800 * 2**k), word)  # type: ignore[arg-type]
        for k, word in enumerate(seen)
    ]
    prior = Belief(FRAME.ev100 + 0.4, sigma)
    x = np.linspace(prior.ev100 - 24, prior.ev100 + 24, 40001)
    weight = norm.pdf(x, prior.ev100, sigma)
    for take in takes:
        lower, upper = VERDICT_EDGES_STOPS[take.verdict]
        d = x - take.settings.ev100
        word = norm.cdf((upper - d) / WORD_SOFTNESS_STOPS) - norm.cdf(
            (lower - d) / WORD_SOFTNESS_STOPS
        )
        weight *= 0.01 / 7 + 0.99 * word
    weight /= weight.sum()
    mean = float(weight @ x)
    spread = float(np.sqrt(weight @ (x - mean) ** 2))
    got = belief_after(prior, takes)
    # a grid of 1/24 stop; nobody sees a twentieth
    assert got.ev100 == pytest.approx(mean, abs=0.02)
    assert got.sigma_stops == pytest.approx(spread, abs=0.02)


@given(words, st.floats(0.3, 2))
def test_a_word_pulls_the_belief_its_own_way(word: str, sigma: float) -> None:
    prior = Belief(FRAME.ev100, sigma)
    after = belief_after(prior, [JudgedTake(FRAME, word)])  # type: ignore[arg-type]
    pull = (list(VERDICT_EDGES_STOPS).index(word) > 3) - (list(VERDICT_EDGES_STOPS).index(word) < 3)
    assert np.sign(round(after.ev100 - prior.ev100, 6)) == pull


def test_dark_asks_for_more_light_on_the_cheapest_control() -> None:
    prior = Belief(FRAME.ev100, 1.0)
    advice = next_setting(prior, [JudgedTake(FRAME, "dark")], ROOM)
    assert advice.control == "iso"
    assert advice.change_stops > 0.5
    assert advice.positions["exposure_s"].value == FRAME.exposure_s
    assert advice.reasons[0].code == "seen_dark"


def test_when_iso_is_at_its_end_the_aperture_moves_and_then_time() -> None:
    full_iso = Settings(4, 2, 6400)
    prior = Belief(full_iso.ev100, 1.0)
    advice = next_setting(prior, [JudgedTake(full_iso, "dark")], ROOM)
    assert advice.control == "f_number"
    wide_open = Settings(4, DIALS["f_number"].values[0].value, 6400)
    advice = next_setting(Belief(wide_open.ev100, 1.0), [JudgedTake(wide_open, "black")], ROOM)
    assert advice.control == "exposure_s"


def test_right_keeps_the_setting() -> None:
    advice = next_setting(Belief(FRAME.ev100, 1.0), [JudgedTake(FRAME, "right")], ROOM)
    assert advice.control is None
    assert advice.reasons[-1].code == "keep_setting"


def test_the_tree_for_no_signal_is_the_same_advice_word_by_word() -> None:
    prior = Belief(FRAME.ev100 + 1.2, 1.5)
    tree = advice_tree(prior, FRAME, [], ROOM, 3)
    first = next_setting(prior, [JudgedTake(FRAME, "dark")], ROOM)
    assert tree["dark"].advice == first
    second = Settings(*(first.positions[c].value for c in ("exposure_s", "f_number", "iso")))
    takes = [JudgedTake(FRAME, "dark"), JudgedTake(second, "brightish")]
    assert tree["dark"].after["brightish"].advice == next_setting(prior, takes, ROOM)
    assert not tree["right"].after


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
    prior = Belief(FRAME.ev100, 3.0)
    under = JudgedTake(FRAME, None, Reading(-2.0, -4, 1, 0, 0))
    got = belief_after(prior, [under])
    # Gaussian by Gaussian: mean −2·9/(9 + 0.64), spread 3·0.8/√(9 + 0.64)
    assert got.ev100 - FRAME.ev100 == pytest.approx(-2 * 9 / 9.64, abs=0.1)
    assert got.sigma_stops == pytest.approx(2.4 / 9.64**0.5, abs=0.1)
    clipped = JudgedTake(FRAME, None, Reading(2.4, 0, 2.4, 0.8, 0))
    assert belief_after(prior, [clipped]).ev100 > FRAME.ev100 + 2


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


# Handbook, section 2.8: tool too bright but ambient fine: stop down and lengthen by the same
# stops; ambient too bright but tool fine: shorten the time, the tool does not depend on it.
def test_an_added_light_moves_the_aperture_and_time_keeps_the_rest() -> None:
    shot = Settings(4, 4, 100)
    light = Belief(Settings(1, 4, 100).ev100, 1.5)
    room = Room(DIALS, order=("f_number", "iso", "exposure_s"), light_prior=light)
    prior = Belief(shot.ev100, 1.5)
    bright = next_setting(prior, [JudgedTake(shot, None, light_verdict="bright")], room)
    stops = bright.change_stops
    assert bright.control == "f_number"
    assert stops < -0.5
    lengthened = np.log2(bright.positions["exposure_s"].value / 4)
    assert lengthened == pytest.approx(-stops, abs=0.2)
    rest = JudgedTake(shot, "bright", light_verdict="right")
    fine = next_setting(prior, [rest], room)
    assert fine.control == "exposure_s"
    assert fine.positions["exposure_s"].value < 4
    assert fine.positions["f_number"].label == "4"
    tree = advice_tree(prior, shot, [], room, 2)
    assert tree["bright"].advice.positions == bright.positions
