"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HALF_MOON, MILL, MINUTE_S, ZOOM_35
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "weir_at_dusk",
        1,
        "moving_water",
        MILL,
        HALF_MOON,
        5.9,
        25 * MINUTE_S,
        3,
        Framing(80, -8),
        ZOOM_35,
        {"water": "cascade", "distance_m": 6.0, "between": "open"},
    ),
)
