"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HARBOUR, HOUR_S, NEW_MOON, ZOOM_35
from patient_owl.core.scenes.scenario import Scenario

SCENES = (
    Scenario(
        "orb_by_water",
        2,
        "spun_light",
        HARBOUR,
        NEW_MOON,
        12.0,
        HOUR_S,
        3,
        Framing(220, 0),
        ZOOM_35,
        {"lit_by": "metered", "metered_ev100": -1.5, "water_before": "still_water"},
    ),
)
