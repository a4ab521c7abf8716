"""Somebody holds a beam up into the air: a cone that fades as one over the way along it."""

import math

import numpy as np

from patient_owl.core.light.lamp import Beam
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M, StandIn
from patient_owl.core.picture.brought import burning_share, colour_of
from patient_owl.core.picture.canvas import Canvas, tinted
from patient_owl.core.picture.figures import PERSON_M, person_at
from patient_owl.core.picture.stage import Drawing, Stage

LEANS_DEG = 25.0  # off the upright, away from the middle; by eye
HAND_M = 1.6
EDGE = 0.25  # of the cone's half width, over which it fades; by eye


def _beams(canvas: Canvas, stage: Stage) -> None:
    holder = stage.subject or _holder(stage)
    for key, given in stage.given.items():
        lamp = given.light.lamp
        if not isinstance(lamp, Beam):
            continue
        hand = np.array([[0.2, HAND_M - LENS_OVER_GROUND_M]])
        from_px = stage.points_px(hand, holder.distance_m, holder.bearing_true_deg)[0]
        if not np.isfinite(from_px).all():
            continue
        rows, columns = canvas.shape
        px_per_m = stage.metres_px(holder.distance_m)
        x = (np.arange(columns) + 0.5 - from_px[0]).astype(np.float32)[None, :] / px_per_m
        y = (from_px[1] - np.arange(rows) - 0.5).astype(np.float32)[:, None] / px_per_m
        lean = math.radians(LEANS_DEG)
        along = x * math.sin(lean) + y * math.cos(lean)
        aside = np.abs(x * math.cos(lean) - y * math.sin(lean))
        half = np.maximum(along, 0.02) * math.tan(math.radians(lamp.torch.beam_deg) / 2) + 0.03
        inside = np.clip((1 - aside / half) / EDGE + 0.5, 0, 1) * (along > 0)
        grey = stage.lands(stage.parts[key]) * burning_share(stage, given)
        # through a cone one looks over its width, most in its middle
        across = np.sqrt(np.maximum(1 - (aside / half) ** 2, 0)) * inside
        falls = given.light.distance_m / np.maximum(along, 0.15)
        canvas.add(tinted(falls * across, colour_of(given) * grey), "beam", shows=0.02)


def _holder(stage: Stage) -> StandIn:
    far_m = PERSON_M / math.radians(stage.planned.view_deg[1]) / 0.3
    return person_at(stage, far_m, -stage.planned.view_deg[0] / 8)


DRAWING = Drawing(before=(_beams,), stand_in=_holder)
