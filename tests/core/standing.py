"""What stands on the tripod in the core's tests: generic kit, as in the demo."""

from collections.abc import Sequence

from patient_owl.core.filters import Filter
from patient_owl.core.kit import Body, Kit, Lens, Support, kit_of
from patient_owl.core.noise import SensorNoise
from patient_owl.core.optics.camera import Sensor

NOISE = SensorNoise(58_000, 1.6, 5.5, 0.04, 0.52)
BODY = Body(Sensor(36, 24, 6000, 4000), noise=NOISE)
GLASS = (Filter("ND 8", 3), Filter("ND 64", 6), Filter("ND 1000", 9.966))


def kit(
    focal_length_mm: float = 24,
    widest: float = 1.8,
    narrowest: float = 16,
    filters: Sequence[Filter] = (),
    body: Body = BODY,
    support: Support = Support(12, 64, 1, "timer"),
) -> Kit:
    return kit_of(body, Lens(focal_length_mm, widest, narrowest), filters, support)
