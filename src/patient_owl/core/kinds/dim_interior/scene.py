"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HOUR_S, NEW_MOON, QUILL
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "orangery_lamps",
        1,
        "dim_interior",
        QUILL,
        NEW_MOON,
        6.0,
        HOUR_S,
        2,
        Framing(200, 0),
        inputs={"lamp_stops": 5.0, "windows": "windows_in"},
    ),
)
