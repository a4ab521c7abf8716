"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import EWES, FULL_MOON, MINUTE_S
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "beam_in_mist",
        3,
        "beam_in_haze",
        EWES,
        FULL_MOON,
        11.0,
        40 * MINUTE_S,
        3,
        Framing(200, 8),
        inputs={"between": "open"},
    ),
)
