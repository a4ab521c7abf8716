"""How long a shot takes on the spot, walks in the dark, and orders on nights of odd skies."""

from datetime import date, datetime
from zoneinfo import ZoneInfo

import numpy as np
import pytest

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.resolve import Evening
from patient_owl.core.kit import Body, Lens, kit_of
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing, Sensor
from patient_owl.core.order.agreed import Agreed, OutingLimits, ShotRequest, agreed
from patient_owl.core.order.lengths import Lengths, Pace, expected_takes, lengths
from patient_owl.core.order.needs import needs_of, there_and_back, together
from patient_owl.core.order.ways import CAR, StandingPoint, distance_m, walks_s
from patient_owl.core.plan.planned import PlannedShot, ShotSpec
from patient_owl.core.shot.plan import plan_shot
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site

KIT = kit_of(Body(Sensor(36, 24, 6000, 4000)), Lens(24, 1.8, 16))
MADRID, OSLO = ZoneInfo("Europe/Madrid"), ZoneInfo("Europe/Oslo")
SKARN, HRIMVIK = Site(43.302, -9.214, 12), Site(70.03, 20.97, 20)


def night(day: date, site: Site = SKARN, zone: ZoneInfo = MADRID) -> NightContext:
    return NightContext(site, night_bounds(day, zone), Darkness(21.3))


def plan(context: NightContext, at_s: float, discipline: str, **inputs: object) -> PlannedShot:
    framing = Framing(180, 20, "landscape")
    spec = ShotSpec(discipline, at_s, framing, inputs)  # type: ignore[arg-type]
    return plan_shot(spec, context, KIT, {})


def ordered(context: NightContext, zone: ZoneInfo, wishes: dict[str, tuple[str, float]]) -> Agreed:
    """wishes: by name, a discipline and its moment."""
    found = []
    for key, (discipline, at_s) in wishes.items():
        planned = plan(context, at_s, discipline)
        needs = needs_of(planned, context, zone, [])
        held = together(needs, context)
        pace = Pace()
        found.append(ShotRequest(key, planned, pace, needs, held, at_s, 0, key, 1.0, False, False))
    first_s, last_s = (float(context.bounds.seconds(3600)[k]) for k in (0, -1))
    return agreed(
        found,
        OutingLimits(((0.0,),), first_s, last_s),
        lambda key, at_s: plan(context, at_s, wishes[key][0]),
    )


def test_a_degree_of_latitude_is_sixty_nautical_miles() -> None:
    """1 852 m each, by definition of the minute of arc to a third of a percent."""
    assert distance_m((43, -9), (44, -9)) == pytest.approx(60 * 1852, rel=0.003)


def test_walks_are_as_said_else_by_distance_and_never_longer_than_a_way_round() -> None:
    spots = [
        StandingPoint("slip", ((CAR, 2),)),
        StandingPoint("far end", (("slip", 18),)),
        StandingPoint("hill", latitude_deg=43.311, longitude_deg=-9.214),
        StandingPoint("somewhere"),
    ]
    walks = walks_s((43.302, -9.214), spots, 3.5)
    assert walks[0][2] == 20 * 60  # by way of the slip
    # a kilometre and 1.3 of a detour at 3.5 km/h (common practice): 22 min
    assert walks[0][3] == pytest.approx(22.3 * 60, rel=0.01)
    assert walks[0][4] == 0  # nothing is known of it
    assert np.array_equal(np.array(walks), np.array(walks).T)
    with pytest.raises(WrongValue, match="over 0 km/h"):
        walks_s((43, -9), spots, 0)


@pytest.mark.parametrize(("sigma", "takes"), [(0.3, 1), (0.7, 2), (2.0, 3)])
def test_the_less_sure_the_light_the_more_takes(sigma: float, takes: int) -> None:
    assert expected_takes(sigma) == takes


def test_a_long_picture_is_taken_once_and_tried_out_before() -> None:
    context = night(date(2026, 12, 9))
    at_s = ephemeris.epoch_seconds(datetime(2026, 12, 9, 22, 0, tzinfo=MADRID))
    trails = plan(context, at_s, "star_trails", total_min=90.0)
    long = lengths(trails, Pace())
    assert long.takes == 1
    assert long.quick_frames >= 1
    assert 90 * 60 <= long.work_s < 93 * 60
    assert lengths(trails, Pace(takes=2)).work_s == pytest.approx(2 * long.work_s)
    # common practice: five to ten minutes; a frame to try it out and its judging
    assert 6 * 60 < long.set_up_s < 15 * 60


def test_one_comes_to_a_spot_behind_the_tide_after_it_and_leaves_before() -> None:
    long = Lengths(set_up_s=300, work_s=600, pack_s=120, takes=1, quick_frames=0)
    # twenty minutes there, four to change what stands, five of set-up; two to pack, twenty back
    assert there_and_back([(0, 7200)], 1200, long) == ((1740, 5880),)
    assert there_and_back([(0, 2000)], 1200, long) == ()


@pytest.mark.parametrize("day", [date(2026, 10, 24), date(2027, 3, 27)])
def test_an_order_holds_over_a_change_of_the_clocks(day: date) -> None:
    """Spain's clocks change in these nights [tzdata]; work is reckoned in real minutes."""
    context = night(day)
    dusk = Evening(SKARN, day, MADRID).sky.first("astronomical_dusk")
    assert dusk is not None
    at_s = ephemeris.epoch_seconds(dusk)
    found = ordered(
        context,
        MADRID,
        {f"s{k}": ("stars_over_foreground", at_s + 3600 * k) for k in range(8)},
    )
    assert len(found.order.slots) == 8
    for one, following in zip(found.order.slots, found.order.slots[1:], strict=False):
        assert following.starts_s >= one.ends_s
    for slot in found.order.slots:  # settings are those of the minute it got
        assert found.shot(slot.job.key).planned.at_s == slot.starts_s


def test_a_midsummer_night_without_dark_says_so_and_orders_what_it_can() -> None:
    context = night(date(2026, 6, 21), HRIMVIK, OSLO)
    noon_s = float(context.bounds.seconds(3600)[0])
    wishes = {
        "stars": ("stars_over_foreground", noon_s + 12 * 3600),
        "weir": ("moving_water", noon_s + 12 * 3600),
    }
    found = ordered(context, OSLO, wishes)
    assert [job.key for job in found.order.left_out] == ["stars"]
    assert found.order.left_out[0].windows_s == ()
    # silk by a Sun low enough: under 12° [recipe], around midnight
    assert [slot.job.key for slot in found.order.slots] == ["weir"]
