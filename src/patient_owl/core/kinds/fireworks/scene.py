"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HARBOUR, MINUTE_S, NEW_MOON
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "regatta_shells",
        2,
        "fireworks",
        HARBOUR,
        NEW_MOON,
        10.0,
        18 * MINUTE_S,
        4,
        Framing(140, 16, "portrait"),
        inputs={"shell_in": 5.0, "distance_m": 420.0},
    ),
)
