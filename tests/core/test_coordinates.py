"""Coordinates as people type them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.coordinates import parse_coordinates
from patient_owl.core.errors import WrongValue


# ISO 6709 annex D: the same point in decimal degrees, degrees-minutes and sexagesimal.
@pytest.mark.parametrize(
    "text",
    [
        "40.20361, -75.00417",
        "40.20361 -75.00417",
        "40°12′13″N 75°00′15″W",
        "40° 12' 13\" N, 75° 0' 15\" W",
        "N 40 12 13 W 75 00 15",
        "75°00′15″W; 40°12′13″N",
        "40º 12' 13'' N, 75º 0' 15'' W",
        "40 12.2166N, 75 0.25W",
        "40,20361 −75,00417",
    ],
)
def test_every_common_notation_means_the_same_point(text: str) -> None:
    latitude, longitude = parse_coordinates(text)
    assert latitude == pytest.approx(40.20361, abs=1e-4)
    assert longitude == pytest.approx(-75.00417, abs=1e-4)


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "got nothing"),
        ("somewhere nice", "got somewhere nice"),
        ("91, 10", "latitude_deg: wanted −90 to 90"),
        ("10, 181", "longitude_deg: wanted −180 to 180"),
        ("40°72′N 75°W", "minutes under 60"),
        ("40N 75N", "one of N or S and one of E or W"),
        ("40N, 75", "on both or on neither"),
        ("-40N, 75W", "a sign or a hemisphere letter"),
        ("40", "latitude then longitude"),
    ],
)
def test_what_cannot_be_understood_is_said(text: str, said: str) -> None:
    with pytest.raises(WrongValue, match=said):
        parse_coordinates(text)


@given(st.floats(-90, 90), st.floats(-180, 180))
def test_decimal_degrees_come_back(latitude: float, longitude: float) -> None:
    got = parse_coordinates(f"{latitude:.6f}, {longitude:.6f}")
    assert got == pytest.approx((latitude, longitude), abs=1e-6)
