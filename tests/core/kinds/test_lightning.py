"""Lightning: the trade's apertures by distance, frames without gaps, and when to go inside."""

import pytest

from patient_owl.core.judge.ways import conflicts
from patient_owl.core.measure.sound import sound_speed_m_s
from tests.core.picture.scenes import planned


@pytest.mark.parametrize(
    ("storm_km", "label"),
    # ISO 100: f/4 beyond 20 km, f/5.6 from 10 to 20 km, f/8 nearer; common practice
    [(35, "4"), (21, "4"), (20, "5.6"), (10, "5.6"), (9, "8"), (3, "8")],
)
def test_the_storm_s_distance_sets_the_aperture_at_iso_100(storm_km: float, label: str) -> None:
    shot = planned("lightning", storm_km=storm_km)
    assert shot.positions["f_number"].label == label
    assert shot.positions["iso"].label == "100"


@pytest.mark.parametrize("lit_by", ["distant_skyline", "neon", "natural"])
def test_frames_of_ten_to_thirty_seconds_run_back_to_back(lit_by: str) -> None:
    shot = planned("lightning", lit_by=lit_by, wait_min=20.0)
    [phase] = shot.program.phases
    assert phase.code == "until"
    assert phase.exposure_s is not None
    # on a thirds dial "30" is exactly 32 s [common practice]
    assert 10 <= phase.exposure_s <= 32
    assert phase.gap_s <= 1
    assert shot.program.duration_s == pytest.approx(20 * 60, rel=0.05)


def test_a_bolt_answers_to_no_time_and_the_glow_is_placed_two_stops_under() -> None:
    shot = planned("lightning", lit_by="distant_skyline")
    assert "exposure_s" not in shot.lead.answers_to
    assert [part.key for part in shot.plan.parts] == ["bolt", "rest"]
    assert shot.plan.solution.landings[1].part.placement_stops == -2


def test_open_land_is_left_as_dark_as_it_is() -> None:
    shot = planned("lightning")
    assert [part.key for part in shot.plan.parts] == ["bolt"]
    assert conflicts(shot.plan.solution) == ()


@pytest.mark.parametrize(("delay_s", "inside"), [(29.0, True), (31.0, False)])
def test_thunder_within_thirty_seconds_of_the_flash_means_go_inside(
    delay_s: float, inside: bool
) -> None:
    shot = planned("lightning", sound_delay_s=delay_s)
    assert (shot.plan.lead.code == "storm_go_inside") == inside
    assert ("storm_near" in shot.plan.cautions) == inside
    assert "lightning" in shot.plan.cautions
    thunder = next(fact for fact in shot.plan.facts if fact.code == "thunder_after")
    assert thunder.quantities["thunder_s"] == pytest.approx(delay_s)


def test_a_storm_that_comes_is_too_near_by_its_speed() -> None:
    """30 to 60 km/h; common practice."""
    shot = planned("lightning", storm_km=40)
    left_km = 40 - 30 * sound_speed_m_s(shot.scene.temperature_c) / 1000
    comes = next(fact for fact in shot.plan.facts if fact.code == "storm_comes")
    assert comes.quantities["soonest_s"] == pytest.approx(left_km / 60 * 3600)
    assert comes.quantities["latest_s"] == pytest.approx(left_km / 30 * 3600)
