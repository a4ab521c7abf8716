"""Light that moves over the frame, laid down to a share of a pixel. Nothing is lost but outside."""

import math
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from scipy.ndimage import gaussian_filter
from scipy.special import ndtr

from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.types import FloatArray, Pixels

WIDTH_AS_GAUSSIAN = 1 / 2.355  # a line's width is taken at half of its height
LEAST_SIGMA_PX = 0.5  # finer lines would show the grid
LINE_STEP_PX = 0.5


class Spots(NamedTuple):
    """Light at points of the picture: at_px (n, 2); grey (n, 3), of one pixel that caught all."""

    at_px: FloatArray
    grey: FloatArray


def together(spots: Sequence[Spots]) -> Spots:
    """All of them; at least one."""
    return Spots(*(np.concatenate(columns) for columns in zip(*spots, strict=True)))


def lay(shape: tuple[int, int], spots: Spots, sigma_px: float) -> Pixels:
    """Points of light blurred by a Gaussian, (3, rows, columns); what falls outside is lost."""
    stamp_px = (2 * _reach_px(sigma_px) + 1) ** 2
    if len(spots.at_px) * stamp_px < STAMPS_OF_PICTURE * shape[0] * shape[1]:
        return _stamped(shape, spots, sigma_px)
    return softened(_shared(shape, spots), sigma_px)


STAMPS_OF_PICTURE = 0.5  # of its pixels: more of them are quicker blurred together; measured


def _reach_px(sigma_px: float) -> int:
    return math.ceil(3.5 * sigma_px) + 1


def _stamped(shape: tuple[int, int], spots: Spots, sigma_px: float) -> Pixels:
    """Each point by itself: what of its Gaussian falls into each pixel around it."""
    rows, columns = shape
    reach = _reach_px(sigma_px)
    near = ((spots.at_px > -reach) & (spots.at_px < (columns + reach, rows + reach))).all(axis=1)
    at_px, grey = spots.at_px[near], spots.grey[near]
    corner = np.floor(at_px).astype(int) - reach
    edges = np.arange(2 * reach + 2)
    inside = ndtr((corner[..., None] + edges - at_px[..., None]) / sigma_px)
    across, down = np.moveaxis(np.diff(inside, axis=-1), 1, 0)
    x = corner[:, 0, None] + edges[:-1]
    y = corner[:, 1, None] + edges[:-1]
    across = np.where((x >= 0) & (x < columns), across, 0)
    down = np.where((y >= 0) & (y < rows), down, 0)
    flat = (np.clip(y, 0, rows - 1) * columns)[:, :, None] + np.clip(x, 0, columns - 1)[:, None, :]
    share = down[:, :, None] * across[:, None, :]
    planes = [
        np.bincount(flat.ravel(), (share * channel[:, None, None]).ravel(), rows * columns)
        for channel in grey.T
    ]
    return np.stack(planes).reshape(3, rows, columns).astype(np.float32)


def _shared(shape: tuple[int, int], spots: Spots) -> Pixels:
    """Each point shared between its four pixels."""
    rows, columns = shape
    inside = ((spots.at_px > -0.5) & (spots.at_px < (columns + 0.5, rows + 0.5))).all(axis=1)
    at_px, grey = spots.at_px[inside], spots.grey[inside]
    corner = np.floor(at_px - 0.5).astype(np.int32) + 1  # with an edge of one pixel all around
    right, down = (at_px + 0.5 - corner).T
    flat = corner[:, 1] * (columns + 2) + corner[:, 0]
    places = np.concatenate([flat + step for step in (0, 1, columns + 2, columns + 3)])
    shares = np.concatenate(
        [(1 - right) * (1 - down), right * (1 - down), (1 - right) * down, right * down]
    )
    size = (rows + 2) * (columns + 2)
    planes = [np.bincount(places, shares * np.tile(channel, 4), size) for channel in grey.T]
    framed = np.stack(planes).reshape(3, rows + 2, columns + 2)
    return np.asarray(framed[:, 1:-1, 1:-1], np.float32)


def along(starts_px: FloatArray, ends_px: FloatArray, grey: FloatArray, step_px: float) -> Spots:
    """Light laid evenly along straight pieces, (n, 2) to (n, 2); grey (n, 3), of a whole piece.

    What cannot be drawn is left out.
    """
    drawn = np.isfinite(starts_px).all(axis=1) & np.isfinite(ends_px).all(axis=1)
    starts, ways = starts_px[drawn], (ends_px - starts_px)[drawn]
    lengths = np.hypot(*ways.T)
    steps = np.ceil(lengths / step_px).astype(int).clip(1, MOST_STEPS)
    piece, share = _along(steps)
    return Spots(
        starts[piece] + ways[piece] * share[:, None], (grey[drawn] / steps[:, None])[piece]
    )


MOST_STEPS = 20_000  # of one piece: as long as any picture is wide


def _along(steps: np.ndarray) -> tuple[np.ndarray, FloatArray]:
    """For pieces cut into so many steps: which piece each step is of, and its middle along it."""
    piece = np.repeat(np.arange(len(steps)), steps)
    number = np.arange(len(piece)) - np.repeat(np.cumsum(steps) - steps, steps)
    return piece, (number + 0.5) / steps[piece]


def draw_lines(
    canvas: Canvas,
    lines_px: Sequence[FloatArray],
    width_px: float,
    grey: FloatArray | Sequence[FloatArray],
    name: str,
) -> None:
    """Lines of light, (n, 2) each, that add up where they cross.

    grey: along the middle of a line as wide as a pixel and more, one colour (3,) or one a line; a
    finer one is spread over its pixel.
    """
    if not len(lines_px):
        return
    starts = np.concatenate([line[:-1] for line in lines_px])
    ends = np.concatenate([line[1:] for line in lines_px])
    colours = np.broadcast_to(np.asarray(grey), (len(lines_px), 3))
    of_piece = np.repeat(colours, [len(line) - 1 for line in lines_px], axis=0)
    draw_pieces(canvas, starts, ends, width_px, of_piece, name)


def draw_pieces(
    canvas: Canvas,
    starts_px: FloatArray,
    ends_px: FloatArray,
    width_px: float,
    grey: FloatArray,
    name: str,
) -> None:
    """The same of many straight pieces, (n, 2) to (n, 2), each of its own colour, (n, 3)."""
    sigma_px = max(LEAST_SIGMA_PX, width_px * WIDTH_AS_GAUSSIAN)
    across = math.sqrt(2 * math.pi) * width_px * WIDTH_AS_GAUSSIAN
    lengths = np.hypot(*(ends_px - starts_px).T)
    spots = along(starts_px, ends_px, grey * (lengths * across)[:, None], LINE_STEP_PX)
    canvas.add(lay(canvas.shape, spots, sigma_px), name, shows=0.05)


def softened(light: Pixels, sigma_px: float) -> Pixels:
    """Planes blurred by a Gaussian, what leaves the picture lost."""
    return np.stack([gaussian_filter(plane, sigma_px, mode="constant") for plane in light])
