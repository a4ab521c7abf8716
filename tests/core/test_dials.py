"""Dial sequences and their rounding."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import (
    Control,
    Dial,
    Steps,
    aperture_dial,
    iso_dial,
    printed,
    time_dial,
)
from patient_owl.core.exposure.ladder import ladder
from patient_owl.core.limits.limit import allowed
from tests.core.standing import kit

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


# Common practice: "30" on a thirds dial is exactly 32; beyond it bulb is literal.
def test_thirty_is_thirty_two_and_bulb_times_mean_what_they_say() -> None:
    dial = time_dial("thirds", 30)
    assert dial.position("30").value == 32
    assert dial.position("4 min").value == 240
    assert dial.position("4 min").is_bulb
    bulb = [p.label for p in dial.values if p.is_bulb]
    assert bulb[:5] == ["40 s", "50 s", "1 min", "1 min 15 s", "1 min 30 s"]
    # people say three minutes and an hour, and count whole ones
    assert {"3 min", "1 h", "2 h"} <= set(bulb)


# A film back that counts to a second, and a body that counts to a quarter of an hour by itself.
@pytest.mark.parametrize("steps", ["thirds", "halves"])
@pytest.mark.parametrize("ceiling_s", [1, 4, 30, 60, 900, 3600])
def test_bulb_goes_on_where_the_body_stops_counting_and_leaves_no_hole(
    steps: Steps, ceiling_s: float
) -> None:
    dial = time_dial(steps, ceiling_s)
    camera = [p for p in dial.values if not p.is_bulb]
    assert math.log2(camera[-1].value / ceiling_s) == pytest.approx(0, abs=0.1)
    stops = [math.log2(b.value / a.value) for a, b in pairwise(dial.values)]
    # by hand nobody times 1.3 s: from one second bulb goes on to two
    assert max(stops) <= 1.01
    assert all(p.value == round(p.value) for p in dial.values if p.is_bulb)


def test_extended_iso_is_on_the_dial_and_no_plan_goes_there_of_its_own_accord() -> None:
    dial = iso_dial("thirds", 50, 6400, base=100)
    assert dial.values[0].label == "50"
    inside = allowed(dial, [])
    assert inside is not None
    assert inside.values[0].label == "100"


# A lens that opens to f/1.7 stands between two positions; its ladder steps by stops all the same.
@pytest.mark.parametrize("widest", [1.2, 1.7, 2.8, 4.0, 5.6])
def test_a_ladder_steps_by_stops_from_any_lens(widest: float) -> None:
    dials = kit(35, widest).dials
    here = {"exposure_s": 1.0, "f_number": 8.0, "iso": 100.0, "nd_stops": 0.0}
    rungs = ladder({c: dials[c].nearest(v) for c, v in here.items()}, dials)
    stops = [dials["f_number"].brightness(r.positions["f_number"].value) for r in rungs]
    assert all(a - b == pytest.approx(1, abs=0.2) for a, b in pairwise(stops))


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


# What dials print, as the tables of core/exposure/dials have it from common practice.
@pytest.mark.parametrize(
    ("control", "exact", "on_the_dial"),
    [
        ("iso", 100 * 2 ** (13 / 3), 2000),
        ("iso", 2000, 2000),
        ("exposure_s", 32, 30),
        ("exposure_s", 1 / 64, 1 / 60),
        ("exposure_s", 31.2, 31.2),
        ("f_number", 8**0.5, 2.8),
    ],
)
def test_a_value_is_written_as_the_dial_prints_it(
    control: Control, exact: float, on_the_dial: float
) -> None:
    assert printed(control, exact) == pytest.approx(on_the_dial)
