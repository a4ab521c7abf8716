"""Dial sequences and their rounding."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import Dial, aperture_dial, iso_dial, time_dial

ALL = [
    dial
    for steps in ("thirds", "halves")
    for dial in (time_dial(steps, bulb=False), aperture_dial(steps, 0.8, 64), iso_dial(steps, 12))
]


# CIPA DC-008 annex C: Av = 2·log2 N, Tv = −log2 t, Sv = log2(S/3.125) are whole or fractional
# numbers of stops; the printed value is the nearest customary one. The coarsest custom is
# "0.3" for 0.354 s on a halves dial, 0.24 stop.
@pytest.mark.parametrize("dial", ALL, ids=lambda d: f"{d.control}-{len(d.values)}")
def test_printed_values_lie_within_a_quarter_of_a_stop_of_the_exact_ones(dial: Dial) -> None:
    per_stop = 2 if dial.control == "f_number" else 1
    for position in dial.values:
        numerator, _, denominator = position.label.partition("/")
        printed = float(numerator) / float(denominator or 1)
        assert abs(math.log2(printed / position.value)) * per_stop < 1 / 4


# ISO 12232 table of speed ratings in third stops; ISO 517 series of f-numbers in whole stops
# (standards' own printed series, from memory).
def test_dials_carry_the_standard_series() -> None:
    speeds = [p.label for p in iso_dial("thirds", 100, 1600).values]
    assert speeds == [
        "100",
        "125",
        "160",
        "200",
        "250",
        "320",
        "400",
        "500",
        "640",
        "800",
        "1000",
        "1250",
        "1600",
    ]
    whole = [p.label for p in aperture_dial("thirds", 1, 22).values[::3]]
    assert whole == ["1", "1.4", "2", "2.8", "4", "5.6", "8", "11", "16", "22"]


# Handbook, section 3: "30" on a thirds dial is exactly 32; beyond it bulb is literal.
def test_thirty_is_thirty_two_and_bulb_times_mean_what_they_say() -> None:
    dial = time_dial("thirds", 30)
    assert dial.position("30").value == 32
    assert dial.position("4 min").value == 240
    assert dial.position("4 min").is_bulb
    assert [p.label for p in dial.values if p.is_bulb][:4] == [
        "40 s",
        "50 s",
        "1 min",
        "1 min 15 s",
    ]


@given(st.sampled_from(ALL), st.floats(0, 1))
def test_rounding_to_a_dial_moves_by_half_a_step_at_most(dial: Dial, where: float) -> None:
    first, last = dial.values[0].value, dial.values[-1].value
    value = first * (last / first) ** where
    gap = math.log2(dial.values[1].value / first)
    assert abs(math.log2(dial.nearest(value).value / value)) <= gap / 2 + 1e-9


@given(st.floats(1e-4, 3e4))
def test_at_most_and_at_least_enclose_the_value(value: float) -> None:
    dial = time_dial()
    below, above = dial.at_most(value), dial.at_least(value)
    assert below.value <= value * (1 + 1e-9) or below == dial.values[0]
    assert above.value >= value * (1 - 1e-9) or above == dial.values[-1]


def test_an_unknown_label_is_refused_with_what_the_dial_has() -> None:
    with pytest.raises(WrongValue, match="1/8000 to"):
        time_dial().position("7")
