"""A torch over what stands there: the subject carries the light, this says what stands there."""

import math

from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.stage import Drawing, Stage

STONE_M = (2.4, 1.5)  # high and wide; a standing stone, ours
FILLS = 0.45  # of the frame's height; by eye


def _stone(stage: Stage) -> StandIn:
    far_m = STONE_M[0] / (FILLS * math.radians(stage.planned.view_deg[1]))
    return StandIn("stone", *STONE_M, far_m, stage.view.framing.bearing_true_deg)


DRAWING = Drawing(stand_in=_stone)
