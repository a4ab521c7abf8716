"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HOUR_S, NEW_MOON, QUILL
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "two_panels",
        2,
        "steady_lights",
        QUILL,
        NEW_MOON,
        7.0,
        HOUR_S,
        3,
        Framing(200, 0),
        inputs={"between": "deep_room"},
    ),
)
