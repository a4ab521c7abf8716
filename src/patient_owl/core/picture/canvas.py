"""The picture while it is drawn: light that adds up, and what stands before it.

Light is in shares of mid-grey at the settings, a plane for each primary of sRGB, so
(3, rows, columns).
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import NamedTuple, Self

import numpy as np
from PIL import Image, ImageDraw

from patient_owl.core.types import BoolArray, FloatArray, Pixels

SHAPE_SAMPLES = 4  # of a shape's edge across a pixel, so that it is no staircase
NOTHING = "nothing"
GREEN = 1  # the plane most of any light is in


@dataclass
class Canvas:
    """light: (3, rows, columns). what: a number for each pixel, of what it shows; names: of these
    numbers, a code each."""

    light: Pixels
    what: np.ndarray[tuple[int, int], np.dtype[np.uint8]]
    names: list[str] = field(default_factory=lambda: [NOTHING])

    @classmethod
    def of(cls, shape: tuple[int, int]) -> Self:
        """A black one."""
        return cls(np.zeros((3, *shape), np.float32), np.zeros(shape, np.uint8))

    @property
    def shape(self) -> tuple[int, int]:
        rows, columns = self.what.shape
        return rows, columns

    def add(self, light: Pixels, name: str | None = None, shows: float = 0.0) -> None:
        """Add light; name: of what, where it adds more than `shows` of mid-grey."""
        self.light += light
        if name is not None:
            self._name(light[GREEN] > shows, name)

    def cover(
        self, share: Pixels, light: Pixels | FloatArray, name: str, rows: slice = slice(None)
    ) -> None:
        """Stand before what was drawn so far. share: of each pixel that is covered, 0 to 1; light:
        of what covers it, (3, rows, columns) or one colour (3,). rows: which they are."""
        there = light if light.ndim == 3 else light[:, None, None].astype(np.float32)
        part = self.light[:, rows]
        part += share * (there - part)
        self._name(share > 0.5, name, rows)

    def cover_shape(
        self,
        outlines_px: Sequence[FloatArray],
        light: Pixels | FloatArray,
        name: str,
        by: float = 1.0,
    ) -> None:
        """The same of what lies inside outlines, each (n, 2) right and down. by: the share of it
        that covers."""
        shape = shape_of(self.shape, outlines_px)
        if shape is None:
            return
        inside = (slice(None), shape.rows, shape.columns)
        there = light[inside] if light.ndim == 3 else light[:, None, None].astype(np.float32)
        part = self.light[inside]
        share = shape.share * np.float32(by)
        part += share * (there - part)
        where = np.zeros(self.shape, np.bool_)
        where[shape.rows, shape.columns] = share > 0.5
        self._name(where, name)

    def _name(self, where: BoolArray, name: str, rows: slice = slice(None)) -> None:
        if name not in self.names:
            self.names.append(name)
        self.what[rows][where] = self.names.index(name)

    def shows(self, name: str) -> BoolArray:
        """Where that is seen."""
        number = self.names.index(name) if name in self.names else -1
        return np.asarray(self.what == number)


def tinted(share: Pixels | FloatArray, colour: FloatArray) -> Pixels:
    """A plane in one colour, (3, rows, columns)."""
    return np.multiply.outer(colour.astype(np.float32), np.asarray(share, np.float32))


def rows_of(inside: BoolArray) -> slice:
    """The rows from the first to the last that hold any; none of them where there is none."""
    rows = np.flatnonzero(inside.any(axis=1))
    return slice(int(rows[0]), int(rows[-1]) + 1) if len(rows) else slice(0, 0)


class Shape(NamedTuple):
    """Rows and columns of the picture, and the share of each of their pixels inside outlines."""

    share: Pixels
    rows: slice
    columns: slice


def shape_of(shape: tuple[int, int], outlines_px: Sequence[FloatArray]) -> Shape | None:
    """Outlines, each (n, 2) right and down, in the part of the picture they reach into; None where
    they are nowhere in it. An outline with a corner that cannot be drawn is left out."""
    rows, columns = shape
    outlines = [o for o in outlines_px if len(o) >= 3 and np.isfinite(o).all()]
    if not outlines:
        return None
    corners = np.concatenate(outlines)
    left, top = (math.floor(v) for v in np.clip(corners.min(axis=0), 0, (columns, rows)))
    right, bottom = (math.ceil(v) for v in np.clip(corners.max(axis=0), 0, (columns, rows)))
    wide, tall = right - left, bottom - top
    if wide < 1 or tall < 1:
        return None
    mask = Image.new("L", (wide * SHAPE_SAMPLES, tall * SHAPE_SAMPLES))
    draw = ImageDraw.Draw(mask)
    for outline in outlines:
        # a corner far outside would overflow the drawing, and looks the same at its edge
        at = np.clip((outline - (left, top)) * SHAPE_SAMPLES, -1e6, 1e6) - 0.5
        draw.polygon(at.ravel().tolist(), fill=255)
    share = np.asarray(mask.reduce(SHAPE_SAMPLES), np.float32) / np.float32(255)
    return Shape(share, slice(top, bottom), slice(left, right))


def spread(field_: FloatArray | Pixels, shape: tuple[int, int]) -> Pixels:
    """A smooth field of fewer pixels over the whole picture; (rows, columns), or planes of them."""
    if field_.ndim == 3:
        return np.stack([spread(plane, shape) for plane in field_])
    image = Image.fromarray(np.ascontiguousarray(field_, np.float32))
    rows, columns = shape
    return np.asarray(image.resize((columns, rows), Image.Resampling.BILINEAR), np.float32)
