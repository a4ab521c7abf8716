"""Where a needle points: the values NOAA and BGS publish with the World Magnetic Model 2025, from
memory, to the hundredth of a degree they are printed in."""

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.sky.magnetic import needle


@pytest.mark.parametrize(
    ("latitude_deg", "longitude_deg", "east_deg"),
    [(80, 0, 1.28), (0, 120, -0.16), (-80, 240, 68.78)],
)
def test_the_needle_points_as_published(
    latitude_deg: float, longitude_deg: float, east_deg: float
) -> None:
    found = needle(latitude_deg, longitude_deg, 0.0, date(2025, 1, 1))
    assert found.east_deg == pytest.approx(east_deg, abs=0.006)


def test_its_uncertainty_is_the_published_one_and_grows_to_the_pole() -> None:
    # sqrt(0.26² + (5417/H)²) degrees, H in nT: the error model of the same report, H there about
    # 24 250 nT; both from memory
    here, there = (
        needle(43.302, -9.214, 12.0, date(2026, 12, 9)),
        needle(86.0, -140.0, 0.0, date(2026, 12, 9)),
    )
    assert here.sd_deg == pytest.approx((0.26**2 + (5417 / 24_250) ** 2) ** 0.5, abs=0.01)
    assert there.sd_deg > 2
    assert (here.is_weak, there.is_weak) == (False, True)


@given(st.dates(date(2020, 1, 1), date(2040, 1, 1)))
def test_any_evening_has_a_needle(day: date) -> None:
    assert -3 < needle(43.302, -9.214, 12.0, day).east_deg < 1
