"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HARBOUR, MINUTE_S, NEW_MOON
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "quay_by_hand",
        1,
        "handheld",
        HARBOUR,
        NEW_MOON,
        10.0,
        20 * MINUTE_S,
        3,
        Framing(60, 0),
    ),
)
