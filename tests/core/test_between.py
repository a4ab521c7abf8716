"""What stands between the sky and a subject: it decides more than the sky does."""

import math
from dataclasses import replace

import pytest

from patient_owl.core.tables.between import BETWEEN
from tests.core.standing import DARK, planned

STOPS = {one.key: (one.stops, one.sigma_stops) for one in BETWEEN}


def lit(between: str | None, ground_ev100: float):  # type: ignore[no-untyped-def]
    scene = replace(DARK, ground_ev100=ground_ev100, ground_sigma_stops=0.7)
    said = {"between": between} if between else {}
    return planned("dim_interior", scene, lit_by="natural", **said)  # type: ignore[arg-type]


# Common practice: a closed granary came out right at EV −0.9 while the cloudy
# day outside read EV 12 to 13; the foot of a wooded gorge read 4.6 where open sky would be 11.
@pytest.mark.parametrize(
    ("between", "outside_ev100", "read_ev100"), [("vault", 12.5, -0.9), ("gorge_trees", 11, 4.6)]
)
def test_the_trades_readings_lie_within_the_stated_doubt(
    between: str, outside_ev100: float, read_ev100: float
) -> None:
    part = lit(between, outside_ev100).parts[0]
    assert part.ev100 == pytest.approx(read_ev100, abs=1.1 * part.sigma_stops)
    assert part.sigma_stops == pytest.approx(math.hypot(0.7, STOPS[between][1]))


def test_unsaid_is_asked_and_claims_no_more_than_is_known() -> None:
    unsaid, said = lit(None, 5.0), lit("open", 5.0)
    assert said.parts[0].sigma_stops == pytest.approx(0.7)
    assert unsaid.parts[0].sigma_stops > 2
    codes = {reason.code for reason in unsaid.reasons}
    assert "between_unsaid" in codes
    assert not {"between_unsaid", "between_takes"} & {reason.code for reason in said.reasons}
    # what is not known asks for a wider bracket
    assert len(unsaid.bracket) > len(said.bracket)


def test_a_lamp_is_not_asked_what_stands_between_it_and_the_sky() -> None:
    plan = planned("dim_interior", DARK, lit_by="home_interior", between="vault")
    assert plan.parts[0].ev100 == 6
