"""What a practitioner would rather have: pairs, each by what the judge pays for either."""

import numpy as np
import pytest

from patient_owl.core.judge import worth
from tests.core.standing import light

THIRDS = worth.FREE_STOPS["thirds"]


def miss(stops: float) -> float:
    return float(worth.miss_price(light(0.0), np.array(stops), THIRDS, is_lead=True))


def gain(stops: float, over_noisy: float = -9.0) -> float:
    return float(worth.gain_price(np.array(stops), np.array(over_noisy)))


def limit(code: str, stops: float) -> float:
    return float(worth.limit_price(code, np.array(stops)))


def glass(pieces: int) -> float:
    return float(worth.glass_price(np.array(float(pieces)), np.array(6.0)))


def wait(minutes: float) -> float:
    return float(worth.wait_price(np.array(60.0 * minutes), None))


# Common practice, all of it: the cheaper of each pair first.
@pytest.mark.parametrize(
    ("rather", "than"),
    [
        pytest.param(gain(1), miss(-1 / 3), id="ISO 200 than a third dark"),
        pytest.param(limit("diffraction", 1), glass(1), id="a stop of diffraction than a filter"),
        pytest.param(glass(1), limit("diffraction", 2), id="a filter than two stops of it"),
        pytest.param(limit("diffraction", 2), miss(2), id="f/22 than two stops too bright"),
        pytest.param(
            gain(4), limit("stars_pixel_drift", 0.585), id="four stops of ISO than trails"
        ),
        pytest.param(gain(4), limit("people_still", 1), id="four stops of ISO than a moved face"),
        pytest.param(glass(1), glass(2), id="one filter than two"),
        pytest.param(wait(3), gain(1), id="three minutes than ISO 200"),
        pytest.param(gain(2), wait(16), id="ISO 400 and 4 min than 16 min"),
        pytest.param(miss(-1), gain(8, 2), id="a stop dark than ISO 25 600"),
        pytest.param(glass(1), limit("water_from", 1), id="a filter than another look"),
        pytest.param(limit("diffraction", 2), limit("water_from", 1), id="f/22 than another look"),
        pytest.param(miss(-2), miss(2.5), id="two stops dark than as much burnt"),
    ],
)
def test_of_each_pair_the_judge_pays_less_for_what_people_would_rather_have(
    rather: float, than: float
) -> None:
    assert rather < than


# Light that is gathered beats gain: opening costs less, at any aperture, than as much ISO.
def test_opening_by_a_third_is_cheaper_than_iso_on_every_lens() -> None:
    pull = worth.pulls(worth.Liked(1.0, 11.3))["f_number"]
    widest = 2 * np.log2(11.3 / 0.95)
    prices = worth.pull_price(pull, np.arange(0, widest, 1 / 3))
    assert np.diff(prices).max() < gain(1 / 3)
