"""The judge: an exposure with every limit, its ways out, and ten thousand settings in a row."""

from benchmarks.measure import report, timed
from patient_owl.core.bench import Work, work_out
from patient_owl.core.exposure.filters import Filter
from patient_owl.core.judge import worth
from patient_owl.core.judge.choose import choose
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.ways import conflicts
from patient_owl.core.kit import Body, Lens, Support, kit_of
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.noise import SensorNoise
from patient_owl.core.optics.camera import Sensor
from patient_owl.core.plan.hand import Hand

BODY = Body(Sensor(36, 24, 6000, 4000), noise=SensorNoise(58_000, 1.6, 5.5, 0.04, 0.52))
GLASS = (Filter("ND 8", 3), Filter("ND 64", 6), Filter("ND 1000", 9.966), Filter("pol", 1.5))
KIT = kit_of(BODY, Lens(24, 1.8, 16), GLASS, Support(12, 64, 1, "timer"))
EVERYTHING = Work(
    ev100=11,
    sigma_stops=1.5,
    focus_m=4,
    near_m=2,
    highlight_stops=5,
    speed_m_s=0.2,
    distance_m=30,
    tolerance_px=40,
    performance_s=20,
    wants_rays=True,
    gust_m_s=6,
)
LIMITS = (
    Limit("stars", "exposure_s", "at_most", 13.0),
    Limit("depth", "f_number", "at_least", 4.0),
    Limit("diffraction", "f_number", "at_most", 11.0),
    Limit("noise", "iso", "at_most", 6400.0),
)


def asked(part: LightPart) -> Demands:
    return Demands((part,), KIT.dials, LIMITS, worth.pulls(Liked(1.0, 8.0)))


def ways_out() -> None:
    for conflict in conflicts(choose(asked(LightPart("subject", "metered", 17.0, 1.0, 0.0)))):
        assert conflict.ways


def ten_thousand() -> None:
    for k in range(10_000):
        part = LightPart("subject", "metered", -10 + k / 450, 1.0, 0.0)
        choose(asked(part))


def run() -> None:
    report(
        "full exposure, every limit and report",
        lambda: work_out(EVERYTHING, KIT, Hand()),
        300,
        5,
    )
    report("what is missed, and the ways out", ways_out, 100, 15)
    took_s = timed(ten_thousand)
    print(f"{'10 000 settings':<52} {took_s:6.2f} s   wanted 4 s")
