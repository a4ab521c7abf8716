"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HARBOUR, MINUTE_S, NEW_MOON, ZOOM_35
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "zoom_on_lamps",
        2,
        "camera_movement",
        HARBOUR,
        NEW_MOON,
        10.8,
        30 * MINUTE_S,
        3,
        Framing(150, 2),
        ZOOM_35,
    ),
)
