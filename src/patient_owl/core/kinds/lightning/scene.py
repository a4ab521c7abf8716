"""A practice scene: a far storm over the bay, that is past before long."""

from patient_owl.core.optics.camera import Framing
from patient_owl.core.scenes.coast import HARBOUR, MINUTE_S, NEW_MOON
from patient_owl.core.scenes.scenario import Passing, Scenario

SCENES = (
    Scenario(
        "far_storm",
        2,
        "lightning",
        HARBOUR,
        NEW_MOON,
        10.3,
        25 * MINUTE_S,
        4,
        Framing(300, 4),
        inputs={"storm_km": 28.0},
        passing=Passing(1.5 * MINUTE_S, 2 * MINUTE_S, 1.0),
    ),
)
