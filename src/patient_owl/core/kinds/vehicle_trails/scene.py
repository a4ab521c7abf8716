"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import MINUTE_S, NEW_MOON, TAMSEL
from patient_owl.core.scenes.scenario import Passing, Scenario

SCENES = (
    Scenario(
        "tram_is_due",
        2,
        "vehicle_trails",
        TAMSEL,
        NEW_MOON,
        6.6,
        40 * MINUTE_S,
        3,
        Framing(250, 6),
        inputs={"vehicle": "tram", "distance_m": 40.0, "speed_km_h": 45.0},
        passing=Passing(4 * MINUTE_S, 12 * MINUTE_S, 7.0),
    ),
)
