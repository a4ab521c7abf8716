"""Every law of a chosen setting, over three hundred scenes of any kind."""

import numpy as np
import pytest

from tests.core.judge.chains import walk
from tests.core.judge.laws import check, scene_of


@pytest.mark.parametrize("seed", range(30))
def test_every_law_holds_in_any_scene(seed: int) -> None:
    rng = np.random.default_rng(1000 + seed)
    for _ in range(10):
        plan, _ = scene_of(rng)
        check(plan)


@pytest.mark.parametrize("seed", range(10))
def test_words_are_answered_as_the_laws_have_it(seed: int) -> None:
    rng = np.random.default_rng(2000 + seed)
    for _ in range(15):
        walk(rng)


# Two controls that turn against each other leave a light where it was: that is no answer to a word.
@pytest.mark.parametrize("seed", [3519, 5387])
def test_a_word_over_which_controls_only_trade_places_is_told_what_stands_against_it(
    seed: int,
) -> None:
    walk(np.random.default_rng(seed))
