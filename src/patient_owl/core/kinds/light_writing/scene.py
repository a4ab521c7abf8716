"""Practice scenes, on the made-up coast and further off."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HARBOUR, HOUR_S, NEW_MOON, ZOOM_35
from patient_owl.core.scenes.scenario import Scenario
from patient_owl.core.strokes.sheet import Strokes

SCENES = (
    Scenario(
        "name_in_light",
        2,
        "light_writing",
        HARBOUR,
        NEW_MOON,
        11.5,
        HOUR_S,
        3,
        Framing(200, 2),
        ZOOM_35,
        {"lit_by": "metered", "metered_ev100": -1.5},
        strokes=Strokes("owl", height_m=0.5),
    ),
)
