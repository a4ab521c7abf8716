"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import MINUTE_S, NEW_MOON, QUILL, ZOOM_50
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "frozen_turn",
        3,
        "flash_portrait",
        QUILL,
        NEW_MOON,
        7.7,
        40 * MINUTE_S,
        3,
        Framing(180, 0),
        ZOOM_50,
        {"between": "deep_room"},
    ),
)
