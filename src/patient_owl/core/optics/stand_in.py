"""A stand-in for what stands before the sky: its size, where it is, and its outline.

Outlines lie in a box one wide and one high, the foot's middle at (0, 0).
"""

import math
from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.types import FloatArray

Shape = Literal["tower", "tree", "person", "arch", "boat", "house", "stone"]
SHAPES: tuple[Shape, ...] = get_args(Shape)
LENS_OVER_GROUND_M = 1.5  # a tripod at the height of the chest; common practice


@dataclass(frozen=True)
class StandIn:
    """height_m, width_m, distance_m > 0; bearing_true_deg to the middle of its foot; base_m: how
    far its foot lies over the ground one stands on, negative under it."""

    shape: Shape
    height_m: float
    width_m: float
    distance_m: float
    bearing_true_deg: float
    base_m: float = 0.0

    def __post_init__(self) -> None:
        if self.shape not in SHAPES:
            raise WrongValue("shape", "one of " + ", ".join(SHAPES), self.shape)
        for name in ("height_m", "width_m", "distance_m"):
            if not getattr(self, name) > 0:
                raise WrongValue(name, "more than 0 m", getattr(self, name))

    @property
    def foot_over_lens_m(self) -> float:
        return self.base_m - LENS_OVER_GROUND_M

    @property
    def top_altitude_deg(self) -> float:
        """How high its top is seen over the level."""
        return math.degrees(math.atan2(self.foot_over_lens_m + self.height_m, self.distance_m))

    @property
    def foot_altitude_deg(self) -> float:
        return math.degrees(math.atan2(self.foot_over_lens_m, self.distance_m))

    @property
    def height_deg(self) -> float:
        return self.top_altitude_deg - self.foot_altitude_deg

    @property
    def width_deg(self) -> float:
        return 2 * math.degrees(math.atan2(self.width_m / 2, self.distance_m))

    def outlines_m(self) -> list[FloatArray]:
        """Right of its middle and over the lens, (n, 2) each. [m]"""
        return [self._placed(outline) for outline in OUTLINES[self.shape]]

    def windows_m(self) -> list[FloatArray]:
        """The same of what is lit from inside."""
        return [self._placed(outline) for outline in WINDOWS.get(self.shape, [])]

    def _placed(self, outline: FloatArray) -> FloatArray:
        size = np.array([self.width_m, self.height_m])
        return np.asarray(outline * size + np.array([0.0, self.foot_over_lens_m]))


def _box(left: float, right: float, low: float, high: float) -> FloatArray:
    return np.array([(left, low), (right, low), (right, high), (left, high)])


def _round(
    x: float, y: float, wide: float, high: float, from_deg: float = 0, to_deg: float = 360
) -> FloatArray:
    turn = np.radians(np.linspace(from_deg, to_deg, 33))
    return np.stack([x + wide / 2 * np.cos(turn), y + high / 2 * np.sin(turn)], axis=1)


def _tree() -> list[FloatArray]:
    """A trunk and a crown of overlapping rounds."""
    rng = np.random.default_rng(7)
    leaves = [
        _round(0.34 * math.cos(a) * r, 0.64 + 0.3 * math.sin(a) * r, 0.32, 0.24)
        for a, r in zip(
            rng.uniform(0, 2 * math.pi, 26), np.sqrt(rng.uniform(0, 1, 26)), strict=True
        )
    ]
    return [_box(-0.05, 0.05, 0, 0.5), *leaves]


OUTLINES: dict[Shape, list[FloatArray]] = {
    "tower": [
        np.array([(-0.5, 0), (0.5, 0), (0.36, 0.84), (-0.36, 0.84)]),
        _box(-0.46, 0.46, 0.84, 0.87),
        _box(-0.26, 0.26, 0.87, 0.95),
        np.array([(-0.3, 0.95), (0.3, 0.95), (0, 1.0)]),
    ],
    "tree": _tree(),
    "person": [
        _round(0, 0.93, 0.36, 0.14),
        np.array(
            [(-0.3, 0.83), (0.3, 0.83), (0.5, 0.48), (0.38, 0.46), (0.26, 0.68), (0.28, 0.0),
             (0.06, 0.0), (0, 0.42), (-0.06, 0.0), (-0.28, 0.0), (-0.26, 0.68), (-0.38, 0.46),
             (-0.5, 0.48)]
        ),
    ],
    "arch": [
        np.concatenate(
            [
                [(-0.5, 0.0), (-0.5, 0.62)],
                _round(0, 0.55, 1.0, 0.9, 180, 0),
                [(0.5, 0.62), (0.5, 0.0), (0.3, 0.0), (0.3, 0.5)],
                _round(0, 0.5, 0.6, 0.62, 0, 180),
                [(-0.3, 0.5), (-0.3, 0.0)],
            ]
        )
    ],
    "boat": [
        np.array([(-0.5, 0.3), (-0.38, 0.0), (0.34, 0.0), (0.5, 0.34), (0.1, 0.26)]),
        _box(-0.12, 0.14, 0.26, 0.5),
        _box(-0.01, 0.01, 0.5, 1.0),
    ],
    "house": [
        _box(-0.46, 0.46, 0, 0.6),
        np.array([(-0.5, 0.6), (0.5, 0.6), (0.0, 1.0)]),
        _box(0.2, 0.3, 0.7, 0.98),
    ],
    "stone": [
        np.array(
            [(-0.5, 0), (0.48, 0), (0.44, 0.35), (0.5, 0.62), (0.3, 0.93), (0.04, 1.0),
             (-0.24, 0.9), (-0.4, 0.66), (-0.36, 0.3)]
        )
    ],
}  # fmt: skip
WINDOWS: dict[Shape, list[FloatArray]] = {
    "tower": [_box(-0.2, 0.2, 0.885, 0.94)],
    "house": [
        _box(-0.34, -0.18, 0.22, 0.42),
        _box(-0.06, 0.1, 0.22, 0.42),
        _box(0.2, 0.34, 0.22, 0.42),
    ],
}
