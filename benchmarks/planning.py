"""A whole plan in the core: the light of a moment, parts, limits, reasons, program and report."""

import itertools
from datetime import date
from zoneinfo import ZoneInfo

from benchmarks.engine import KIT
from benchmarks.measure import report
from patient_owl.core.kinds import RECIPES
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.hand import Hand
from patient_owl.core.plan.planned import ShotSpec
from patient_owl.core.shot.plan import plan_shot
from patient_owl.core.sky.tracks import Site

BOUNDS = night_bounds(date(2026, 12, 9), ZoneInfo("Europe/Madrid"))
NIGHT = NightContext(Site(43.3, -9.2, 10), BOUNDS, Darkness(21.3))
BEGINS_S = float(BOUNDS.seconds(3600)[0]) + 5 * 3600
TIMES = 270  # thirty of each discipline


def run() -> None:
    kinds, minutes = itertools.cycle(RECIPES), itertools.count()
    turns = itertools.count(1)

    def moved_hand() -> None:
        held = Hand({"exposure_s": 1 + next(turns) / 1000})
        plan_shot(ShotSpec(next(kinds), BEGINS_S, Framing(180, 10), hand=held), NIGHT, KIT, {})

    def another_minute() -> None:
        at_s = BEGINS_S + 60 * next(minutes)
        plan_shot(ShotSpec(next(kinds), at_s, Framing(180, 10)), NIGHT, KIT, {})

    report("full plan, a rail moved", moved_hand, TIMES, 2)
    report("full plan, another minute of the night", another_minute, TIMES, 2)
