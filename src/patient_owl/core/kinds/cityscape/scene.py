"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HALF_MOON, HARBOUR, MINUTE_S, ZOOM_50
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "blue_harbour",
        2,
        "cityscape",
        HARBOUR,
        HALF_MOON,
        5.85,
        18 * MINUTE_S,
        3,
        Framing(120, 4),
        ZOOM_50,
    ),
)
