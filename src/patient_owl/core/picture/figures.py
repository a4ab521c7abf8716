"""People in the picture: a figure that stands for a while, and what is left of one who moves."""

from dataclasses import replace

import numpy as np

from patient_owl.core.motion.subject import ghost_stops
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.land import light_rgb
from patient_owl.core.picture.stage import Stage
from patient_owl.core.picture.subject_layer import placed_px
from patient_owl.core.plan.performing import CLOTHES_STOPS, SPILL_STOPS

PERSON_M, PERSON_WIDE_M = 1.75, 0.55
FIGURE_SHARE = 0.6  # of the frame's height a figure fills where nobody said how far; by eye


def person_at(stage: Stage, distance_m: float | None = None, off_deg: float = 0.0) -> StandIn:
    """Somebody before the frame; as far as fills its usual share where no distance is given."""
    high_rad = np.radians(stage.planned.view_deg[1])
    far_m = distance_m or PERSON_M / (FIGURE_SHARE * float(high_rad))
    bearing = (stage.view.framing.bearing_true_deg + off_deg) % 360
    return StandIn("person", PERSON_M, PERSON_WIDE_M, far_m, bearing)


def clothes_grey(stage: Stage, *, is_spilled_on: bool = False) -> float:
    """How bright somebody's clothes come out in the light that is there, in shares of mid-grey."""
    answers = stage.intent.inputs
    stops = CLOTHES_STOPS.get(str(answers.get("clothes")), CLOTHES_STOPS["clothes_usual"])
    if is_spilled_on:
        stops += SPILL_STOPS.get(str(answers.get("spill")), 0.0)
    return float(stage.land * 2**stops)


def draw_ghost(
    canvas: Canvas, stage: Stage, figure: StandIn, share: float, *, is_spilled_on: bool = False
) -> None:
    """Somebody who stands in one spot for a share of the exposure: so much of the spot is his, and
    the rest of the time what is behind him shows. log2 of the share is his ghost's stops."""
    if share <= 0:
        return
    outlines = placed_px(stage, figure, figure.outlines_m())
    tint = light_rgb(stage) * clothes_grey(stage, is_spilled_on=is_spilled_on)
    canvas.cover_shape(outlines, tint, "figure", by=2 ** ghost_stops(min(share, 1.0)))


def stepped(figure: StandIn, from_deg: float, to_deg: float, count: int) -> list[StandIn]:
    """The same figure along a way between two bearings off its own."""
    return [
        replace(figure, bearing_true_deg=(figure.bearing_true_deg + off) % 360)
        for off in np.linspace(from_deg, to_deg, count)
    ]
