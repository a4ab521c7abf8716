"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import EWES, HOUR_S, NEW_MOON, ZOOM_35
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "stone_by_torch",
        1,
        "light_painting",
        EWES,
        NEW_MOON,
        11.0,
        HOUR_S,
        3,
        Framing(160, 2),
        ZOOM_35,
        {"between": "open"},
    ),
)
