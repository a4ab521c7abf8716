"""What to change next."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import norm

from patient_owl.core.advice import (
    VERDICT_EDGES_STOPS,
    WORD_SOFTNESS_STOPS,
    Belief,
    JudgedTake,
    belief_after,
    next_setting,
)
from patient_owl.core.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure import Settings

DIALS = {
    "exposure_s": time_dial(),
    "f_number": aperture_dial("thirds", 1.8, 16),
    "iso": iso_dial("thirds", 100, 6400),
}
ORDER = ("iso", "f_number", "exposure_s")
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
        weight *= 0.002 + 0.99 * word
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
    pull = {"black": -1, "dark": -1, "right": 0, "bright": 1, "blown": 1}[word]
    assert np.sign(round(after.ev100 - prior.ev100, 6)) == pull


def test_dark_asks_for_more_light_on_the_cheapest_control() -> None:
    prior = Belief(FRAME.ev100, 1.0)
    advice = next_setting(prior, [JudgedTake(FRAME, "dark")], DIALS, (), ORDER)
    assert advice.control == "iso"
    assert advice.change_stops > 0.5
    assert advice.positions["exposure_s"].value == FRAME.exposure_s
    assert advice.reasons[0].code == "seen_dark"


def test_when_iso_is_at_its_end_the_aperture_moves_and_then_time() -> None:
    full_iso = Settings(4, 2, 6400)
    prior = Belief(full_iso.ev100, 1.0)
    advice = next_setting(prior, [JudgedTake(full_iso, "dark")], DIALS, (), ORDER)
    assert advice.control == "f_number"
    wide_open = Settings(4, DIALS["f_number"].values[0].value, 6400)
    advice = next_setting(
        Belief(wide_open.ev100, 1.0), [JudgedTake(wide_open, "black")], DIALS, (), ORDER
    )
    assert advice.control == "exposure_s"


def test_right_keeps_the_setting() -> None:
    advice = next_setting(Belief(FRAME.ev100, 1.0), [JudgedTake(FRAME, "right")], DIALS, (), ORDER)
    assert advice.control is None
    assert advice.reasons[-1].code == "keep_setting"
