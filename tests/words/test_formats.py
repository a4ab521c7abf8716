"""How quantities are printed: as the trade engraves and says them, whatever the arithmetic left."""

import math
import re
from collections.abc import Callable

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.exposure.dials import aperture_dial, iso_dial, time_dial
from patient_owl.words import quantities as formats
from patient_owl.words.kinds import POSTS, REASONS
from patient_owl.words.quantities import say

THIRDS = {"": 0, "⅓": 1, "⅔": 2}


def stops_of(text: str) -> float:
    """What a reader takes from `+1⅓`, `−⅔` or `±0`."""
    sign, whole, part = re.fullmatch(r"([+−±]?)(\d*)([⅓⅔]?)", text).groups()  # type: ignore[union-attr]
    size = int(whole or 0) + THIRDS[part] / 3
    return -size if sign == "−" else size


@given(st.floats(-30, 30))
def test_stops_are_said_to_the_nearest_third_and_read_back_as_what_they_were(value: float) -> None:
    said = formats.signed_stops(value)
    assert stops_of(said) == pytest.approx(value, abs=1 / 6 + 1e-9)
    number, unit = formats.stops(value).split(" ")
    assert stops_of(number) == pytest.approx(abs(value), abs=1 / 6 + 1e-9)
    assert unit == ("stop" if 0 < stops_of(number) <= 1 else "stops")


# The engravings of ISO and shutter dials (CIPA DC-008): a value is said as its dial prints it.
@pytest.mark.parametrize(
    ("value", "said"),
    [
        (1 / 64, "1/60 s"),
        (1 / 8, "1/8 s"),
        (2**-1.5, "0.3 s"),
        (32.0, "30 s"),
        (5.0, "5 s"),
        (240.0, "4 min"),
    ],
)
def test_times_are_said_as_the_dial_prints_them(value: float, said: str) -> None:
    assert formats.dial_time(value) == said


@pytest.mark.parametrize(
    ("value", "said"),
    [
        (2**0.5, "f/1.4"),
        (2**2.5, "f/5.6"),
        (2**3.5, "f/11"),
        (2 ** (5 / 3), "f/3.2"),
        (1.7, "f/1.7"),
    ],
)
def test_apertures_are_said_as_lenses_print_them(value: float, said: str) -> None:
    assert formats.f_number(value) == said


@given(st.sampled_from(["thirds", "halves"]), st.data())
def test_what_stands_on_a_dial_is_said_by_its_label_alone(steps: str, data: st.DataObject) -> None:
    said_of = {
        "iso": (iso_dial(steps), formats.iso, "ISO {}"),  # type: ignore[arg-type]
        "f": (aperture_dial(steps, 1, 32), formats.f_number, "f/{}"),  # type: ignore[arg-type]
    }
    dial, said, form = said_of[data.draw(st.sampled_from(sorted(said_of)))]
    position = data.draw(st.sampled_from(dial.values))
    printed = said(position.value)
    # thirds and halves share their whole stops; a label of the one never stands for the other
    assert printed == form.format(position.label)


# What a photographer counts, measures or waits for, rounded as one would say it aloud.
@pytest.mark.parametrize(
    ("say_it", "value", "said"),
    [
        (formats.seconds, 4.24, "4.2 s"),
        (formats.seconds, 48.4, "48 s"),
        (formats.seconds, 361, "6 min"),
        (formats.seconds, 4810, "1 h 20 min"),
        (formats.seconds, 1e-9, "under 1/8000 s"),
        (formats.duration, 0.3, "under a second"),
        (formats.duration, 89.4, "89 s"),
        (formats.duration, 402, "6 min 40 s"),
        (formats.duration, 7790, "2 h 10 min"),
        (formats.metres, 0.84, "840 mm"),
        (formats.metres, 121.4, "121 m"),
        (formats.seconds, 59.7, "1 min"),
        (formats.number, 0.00001234, "0.0000123"),
        (formats.number, 1930, "1930"),
        (formats.number, 0.0, "0"),
        (formats.metres, 0.4982, "498 mm"),
        (formats.metres, 1.251, "1.25 m"),
        (formats.metres, 1.93e6, "1930 km"),
        (formats.metres, 1432, "1.43 km"),
        (formats.metres, math.inf, "infinity"),
        (formats.angle, -28.6, "−29°"),
        (formats.bearing, 359.7, "0°"),
        (formats.whole, -0.2, "0"),
        (formats.number, -0.0478, "−0.0478"),
        (formats.share, 0.4, "40\u00a0%"),
        (formats.ratio, 21.3, "21 to 1"),
        (formats.ratio, 0.2, "less than 1 to 1"),
        (formats.heights, 0.4, "40\u00a0% of the frame's height"),
        (formats.heights, 1.94, "1.9 frame heights"),
        (formats.placed, -1.99, "2 stops under mid-grey"),
        (formats.placed, 0.1, "at mid-grey"),
        (formats.from_now, 30, "now"),
        (formats.from_now, 1500, "in 25 min"),
        (formats.filter_stops, 6, "6 stops of filter"),
    ],
)
def test_quantities_are_said_as_people_say_them(
    say_it: Callable[[float], str], value: float, said: str
) -> None:
    assert say_it(value) == said


@given(st.floats(1e-5, 30_000))
def test_no_length_of_time_is_ever_said_as_nought_or_with_sixty_of_anything(value: float) -> None:
    for said in (formats.seconds(value), formats.duration(value), formats.dial_time(value)):
        assert not re.match(r"0(\.0)? s", said)
        assert "60 s" not in said.replace("160 s", "").replace("1/60 s", "")
        assert "60 min" not in said


def test_a_template_is_filled_by_name_and_format() -> None:
    assert say("{t:dial} at {f:f}, {n} of {n}", {"t": 32.0, "f": 2**0.5, "n": 3}) == (
        "30 s at f/1.4, 3 of 3"
    )
    assert say("{x:.1f} s", {"x": 2.25}) == "2.2 s"
    assert say("nothing to fill", {}) == "nothing to fill"


@pytest.mark.parametrize("code", sorted(REASONS))
def test_every_format_named_in_a_reason_is_one_there_is(code: str) -> None:
    for name, spec in re.findall(r"\{(\w+)(?::([^}]*))?\}", REASONS[code]):
        assert name.islower()
        known = spec in formats._FORMATS or spec == "" or re.fullmatch(r"\.\d[f%]|\.0f", spec)
        assert known, (code, spec)


# What dials print, as the field's clock and the plan name it.
@given(st.sampled_from([p for p in time_dial().values if not p.is_bulb]))
def test_a_printed_time_names_its_unit_once(position: object) -> None:
    said = formats.dial_time(position.value)  # type: ignore[attr-defined]
    assert said.count(" s") == 1


def test_a_limit_is_argued_in_a_sentence_and_its_flag_is_short() -> None:
    for code, words in POSTS.items():
        assert words.argument.endswith("."), code
        assert words.argument[0].isupper(), code
        assert len(words.title) <= 40, code
