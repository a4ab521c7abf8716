"""Practice scenes, on the made-up coast and further off."""

from datetime import date

from patient_owl.core.kit import Lens
from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HOUR_S, KAIMARRA
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "turning_sky",
        3,
        "star_trails",
        KAIMARRA,
        date(2026, 6, 14),
        9.5,
        3 * HOUR_S,
        2,
        Framing(180, 35),
        Lens(14.0, 2.8, 16.0),
        {"total_min": 60.0},
    ),
)
