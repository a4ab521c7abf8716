"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.scenes.coast import EWES, HALF_MOON, HOUR_S, MINUTE_S, NEW_MOON, SKARN
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "first_stars",
        1,
        "stars_over_foreground",
        EWES,
        NEW_MOON,
        10.5,
        HOUR_S,
        2,
        Framing(150, 22),
        stand_in=StandIn("stone", 2.6, 1.5, 9.0, 155.0),
        inputs={"between": "open"},
    ),
    Scenario(
        "tide_and_moon",
        3,
        "stars_over_foreground",
        SKARN,
        HALF_MOON,
        11.5,
        15 * MINUTE_S,
        3,
        Framing(135, 18),
        stand_in=StandIn("tower", 28.0, 9.0, 95.0, 139.0, base_m=4.0),
        inputs={"between": "open"},
    ),
)
