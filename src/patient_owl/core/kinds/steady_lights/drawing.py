"""A tree between panels that burn low; the wall behind it takes their pools."""

from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.stage import Drawing, Stage


def _tree(stage: Stage) -> StandIn:
    return StandIn("tree", 2.6, 1.9, 5.0, stage.view.framing.bearing_true_deg)


DRAWING = Drawing(stand_in=_tree)
