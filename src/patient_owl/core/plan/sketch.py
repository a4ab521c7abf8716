"""A small drawing where words fail: shapes in shares of the frame, without colour or style.

x runs right and y down from the top left corner of the picture, 0 to 1; shapes may reach
outside. role says what a shape stands for; how it looks is decided where it is drawn.
"""

from dataclasses import dataclass
from typing import Literal

Role = Literal["subject", "light", "guide", "frame", "mark"]


@dataclass(frozen=True)
class Line:
    """A line through points (x, y). label: a code worded elsewhere, beside its last point."""

    points: tuple[tuple[float, float], ...]
    role: Role
    label: str = ""


@dataclass(frozen=True)
class Ring:
    """A circle; radius as a share of the frame's height."""

    x: float
    y: float
    radius: float
    role: Role
    label: str = ""


@dataclass(frozen=True)
class Sketch:
    """Width over height of the frame, and what is in it."""

    aspect: float
    shapes: tuple[Line | Ring, ...]
