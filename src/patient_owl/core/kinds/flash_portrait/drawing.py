"""Somebody moves in the dark and is frozen by the flash: his ghost along the way, himself on it."""

import numpy as np

from patient_owl.core.light.lamp import Flash
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.brought import burning_share, colour_of
from patient_owl.core.picture.canvas import Canvas, shape_of, tinted
from patient_owl.core.picture.figures import draw_ghost, person_at, stepped
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.subject_layer import placed_px

WAY_DEG = 14.0  # a movement runs over; by eye
STEPS = 12


def figure_of(stage: Stage) -> StandIn:
    """The figure where the flash finds it."""
    return stage.subject or person_at(stage)


def _ghost(canvas: Canvas, stage: Stage) -> None:
    """On his way for the movement, each spot of it for a share of the time."""
    moves_s = min(stage.intent.number("movement_s"), stage.exposure_s)
    share = moves_s / stage.exposure_s / STEPS
    for step in stepped(figure_of(stage), -WAY_DEG, 0.0, STEPS):
        draw_ghost(canvas, stage, step, share)


def _frozen(canvas: Canvas, stage: Stage) -> None:
    """The flash adds him to what the frame has by then: where the background is bright it shines
    through him."""
    figure = figure_of(stage)
    shape = shape_of(canvas.shape, placed_px(stage, figure, figure.outlines_m()))
    if shape is None:
        return
    covered = np.zeros(canvas.shape, np.float32)
    covered[shape.rows, shape.columns] = shape.share
    rows, _ = canvas.shape
    for key, given in stage.given.items():
        if not isinstance(given.light.lamp, Flash):
            continue
        grey = stage.lands(stage.parts[key]) * burning_share(stage, given)
        folds = 1 + 0.25 * np.sin(np.linspace(0, 40, rows))[:, None] * np.ones(canvas.shape)
        canvas.add(tinted(covered * folds, colour_of(given) * grey), "figure", shows=0.02)


DRAWING = Drawing(behind=(_ghost, _frozen))
