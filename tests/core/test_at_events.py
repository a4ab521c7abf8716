"""What the events of a night mean for a picture, and what is repeated until it happened."""

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest

from patient_owl.core.events.resolve import Evening, happening
from patient_owl.core.kit import Body, Kit, Lens, kit_of
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing, Sensor
from patient_owl.core.plan.planned import PlannedShot, ShotSpec
from patient_owl.core.reason import Reason
from patient_owl.core.shot.plan import plan_shot
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.tracks import Site
from patient_owl.formats.event_line import read_event_line

DAY = date(2026, 11, 26)
MADRID = ZoneInfo("Europe/Madrid")
SITE = Site(43.302, -9.214, 12)
EVENING = Evening(SITE, DAY, MADRID)
KIT: Kit = kit_of(Body(Sensor(36, 24, 6000, 4000)), Lens(24, 1.8, 16))


def night(*lines: str) -> NightContext:
    bare = NightContext(SITE, night_bounds(DAY, MADRID), Darkness(21.3))
    happens = (happening(read_event_line(line, DAY), EVENING) for line in lines)
    return replace(bare, happenings=tuple(one for one in happens if one))


def planned(clock: tuple[int, int], *lines: str, **over: object) -> PlannedShot:
    hours, minutes = clock  # from midnight, past 24 into the morning after
    midnight = datetime(2026, 11, 26, tzinfo=MADRID)
    at = (midnight + timedelta(hours=hours, minutes=minutes)).astimezone(UTC)
    spec = ShotSpec(
        str(over.pop("discipline", "stars_over_foreground")),
        ephemeris.epoch_seconds(at),
        Framing(float(over.pop("bearing", 180)), 20, "landscape"),  # type: ignore[arg-type]
        over,  # type: ignore[arg-type]
    )
    return plan_shot(spec, night(*lines), KIT, {})


def fact(of: PlannedShot, code: str) -> Reason | None:
    return next((one for one in of.plan.facts if one.code == code), None)


def test_a_beam_is_told_in_whole_turns_of_the_exposure() -> None:
    told = fact(shot := planned((22, 40), "beam every 7 s"), "beam_turns")
    assert told is not None
    turns = shot.settings.exposure_s / 7
    assert told.quantities["turns"] == pytest.approx(turns)
    assert told.quantities["whole_s"] == 7 * max(1, round(turns))
    # behind the photographer's back it draws nothing
    assert fact(planned((22, 40), "beam every 7 s, bearing 10"), "beam_turns") is None


def test_the_next_tram_is_told_from_the_shots_moment() -> None:
    line = "tram every 12 min from 18:04 until 0:30"
    told = fact(planned((18, 20), line, discipline="vehicle_trails"), "traffic_next")
    assert told is not None
    assert told.quantities["in_s"] == 8 * 60  # 18:04, 18:16, 18:28
    late = planned((24, 40), line, discipline="vehicle_trails")
    assert fact(late, "traffic_over") is not None
    assert fact(late, "traffic_next") is None


def test_rising_water_is_said_and_warned_of() -> None:
    line = "high water 21:40 4.2 m, low water 3:50 0.6 m"
    rises = planned((20, 0), line)
    told = fact(rises, "water_rises")
    assert told is not None
    assert told.quantities["in_s"] == 100 * 60
    assert told.quantities["turn_m"] == 4.2
    assert "water_rises" in rises.plan.cautions
    falls = planned((23, 0), line)
    assert fact(falls, "water_falls") is not None
    assert "water_rises" not in falls.plan.cautions


@pytest.mark.parametrize(
    ("clock", "code"), [((21, 30), "show_begins"), ((22, 5), "show_runs"), ((23, 0), "show_over")]
)
def test_a_show_is_told_to_who_takes_fireworks(clock: tuple[int, int], code: str) -> None:
    line = "regatta show 22:00 to 22:18"
    assert fact(planned(clock, line, discipline="fireworks"), code) is not None
    assert fact(planned(clock, line), code) is None


def test_frames_are_repeated_until_it_happened_and_their_cost_is_said() -> None:
    shot = planned((22, 40), repeat_until="until_meteor", repeat_min=60.0)
    once = planned((22, 40))
    exposure_s = shot.settings.exposure_s
    (phase,) = shot.program.phases
    # back to back with a second to write each: an hour of them
    assert phase.repeats * (exposure_s + 1) == pytest.approx(3600, abs=exposure_s + 2)
    assert shot.report.cost.frames == phase.repeats
    assert shot.report.cost.card_gb == pytest.approx(phase.repeats * once.report.cost.card_gb)
    told = fact(shot, "repeats")
    assert told is not None
    assert told.quantities["share"] == pytest.approx(exposure_s / (exposure_s + 1), abs=0.02)
    assert "lightning" in planned((22, 40), repeat_until="until_lightning").plan.cautions
