"""What settled shots teach, against another library's mixed model and in simulated years."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from statsmodels.regression.mixed_linear_model import MixedLM

from patient_owl.core.advise.learned import (
    EFFECTS,
    USUAL,
    Circumstance,
    Effect,
    Finding,
    Lessons,
    ShotLessons,
    Weighed,
)
from patient_owl.core.light.found import as_learned
from patient_owl.core.light.part import LightPart


def at(place: str, night: str, **over: str) -> Circumstance:
    said = {"discipline": "cityscape", "body": "one", **over}
    return Circumstance(**said, place=place, night=night)


def found(
    where: Circumstance, offset: float, *, own: float = 0.3, light: str = "natural", shot: str = ""
) -> Finding:
    shot = shot or f"{where.place} {where.night}"
    return Finding(shot, where, light, "deep_room", offset, own, 1.5, is_far=abs(offset) > 3)


# statsmodels MixedLM: offsets with a mean and an effect of each place. Its own variances put in,
# ours must predict the same effects: the estimators are one, and only rounding differs.
def test_effects_are_predicted_as_a_mixed_model_of_another_library_predicts_them() -> None:
    rng = np.random.default_rng(20261126)
    places = np.repeat(np.arange(12), rng.integers(1, 8, 12))
    offsets = 0.4 + rng.normal(0, 1.1, 12)[places] + rng.normal(0, 0.5, len(places))
    told = MixedLM(offsets, np.ones(len(places)), places).fit(reml=True)
    spread, own = float(np.squeeze(told.cov_re)) ** 0.5, float(told.scale) ** 0.5
    lessons = Lessons(
        tuple(
            Finding(str(k), at(str(place), str(k)), "natural", "", float(offset), own, 1.0)
            for k, (place, offset) in enumerate(zip(places, offsets, strict=True))
        )
    )
    # a mean that nothing is known of beforehand is what the other library calls fixed; put in where
    # the spreads are kept, so that only the prediction from them is looked at
    spreads = {**dict.fromkeys(USUAL, 0.0), "photographer": 100.0, "here": spread}
    vars(lessons)["weighed"] = (Weighed(1.0, spreads),)
    levels = at("", "").levels("natural", "", "")
    mean = lessons.estimate(levels, effects=["photographer"]).mean
    assert mean == pytest.approx(float(told.params[0]), abs=0.002)
    for place, effect in told.random_effects.items():
        levels = at(str(place), "another").levels("natural", "", "")
        ours = lessons.estimate(levels, effects=["here"])
        assert ours.mean == pytest.approx(float(np.squeeze(effect)), abs=0.002)


def year(rng: np.random.Generator, nights: int) -> tuple[list[Finding], Finding, float]:
    """Findings of so many nights, and a light of one night more with what it truly is."""
    drawn: dict[tuple[Effect, str], float] = {}

    def effect(name: Effect, level: str) -> float:
        return drawn.setdefault((name, level), rng.normal(0, USUAL[name])) if level else 0.0

    told = []
    for k in range(nights + 1):
        where = at(str(rng.integers(3)), str(k), body=str(rng.integers(2)))
        light = str(rng.choice(["natural", "shopping_street"]))
        sigma, own = rng.uniform(0.5, 2.0), rng.uniform(0.1, 0.5)
        levels = where.levels(light, "", str(k))
        true = sigma * sum(effect(name, levels[name]) for name in EFFECTS)
        one = Finding(str(k), where, light, "", true + rng.normal(0, own), own, sigma)
        told.append((one, true))
    *known, (last, true) = told
    return [one for one, _ in known], last, true


# A standard deviation holds 68 % of a normal law; of 600 draws that share is good to 2 %.
def test_the_learned_spread_holds_two_times_in_three_in_simulated_years() -> None:
    rng = np.random.default_rng(15)
    held = []
    for _ in range(600):
        known, last, true = year(rng, int(rng.integers(2, 20)))
        here = last.circumstance.levels(last.light, "", "")
        told = Lessons(tuple(known)).estimate({**here, "shot": ""})
        held.append(abs(true / last.predicted_sigma_stops - told.mean) <= told.sigma)
    assert np.mean(held) == pytest.approx(0.68, abs=0.05)


# Common practice, as people tell it: "Quill House: 6 stops under the sky, ± 0.8, from 3 nights";
# a first night counts little.
def test_a_house_that_is_dark_each_time_is_known_to_be_and_better_with_every_night() -> None:
    sigmas = [1.5]
    for nights in (1, 2, 3):
        told = tuple(found(at("quill", str(k)), -6.5 + 0.3 * k) for k in range(nights))
        expected = ShotLessons(Lessons(told), at("quill", "new")).expected(
            "natural", "deep_room", 1.5
        )
        assert expected is not None
        assert -6.5 < expected.offset_stops < -5
        assert expected.nights == nights
        sigmas.append(expected.sigma_stops)
    assert sigmas == sorted(sigmas, reverse=True)
    assert sigmas[-1] == pytest.approx(0.8, abs=0.1)


def test_another_place_learns_next_to_nothing_of_it_and_a_switch_takes_all_of_it_back() -> None:
    told = tuple(found(at("quill", str(k)), -6.0) for k in range(3))
    part = LightPart("subject", "natural", 2.0, 1.5, -1.0)
    here, elsewhere = (ShotLessons(Lessons(told), at(place, "new")) for place in ("quill", "mill"))
    learned = as_learned(part, "deep_room", here)
    assert learned.ev100 < -3
    assert learned.sigma_stops < part.sigma_stops
    assert abs(as_learned(part, "open", elsewhere).ev100 - 2.0) < 1
    level = told[0].levels["here"]
    off = Lessons(told, frozenset({("here", level)}))
    switched = as_learned(part, "deep_room", ShotLessons(off, at("quill", "new")))
    assert abs(switched.ev100 - 2.0) < 1


@given(
    st.lists(st.tuples(st.floats(-10, 10), st.sampled_from("ab"), st.integers(0, 4)), max_size=6)
)
def test_no_finding_makes_a_light_less_known_or_moves_it_beyond_what_was_found(
    seen: list[tuple[float, str, int]],
) -> None:
    told = tuple(
        found(at(place, str(night)), offset, shot=str(k))
        for k, (offset, place, night) in enumerate(seen)
    )
    part = LightPart("subject", "natural", 2.0, 1.5, 0.0)
    learned = as_learned(part, "deep_room", ShotLessons(Lessons(told), at("a", "new")))
    assert 0 < learned.sigma_stops <= part.sigma_stops
    offsets = [0.0, *(one.offset_stops for one in told)]
    assert min(offsets) - 1e-6 <= learned.ev100 - 2.0 <= max(offsets) + 1e-6


def test_a_shot_is_not_taught_by_itself() -> None:
    where = at("quill", "tonight")
    lessons = Lessons((found(where, -6.0, shot="mine"),))
    mine, other = (
        ShotLessons(lessons, where, shot).expected("natural", "deep_room", 1.5)
        for shot in ("mine", "other")
    )
    assert mine is None
    assert other is not None
    assert other.offset_stops < -5
