"""A camera on a tripod: which direction each point of the frame looks in.

Camera level (no roll). Directions are unit vectors east, north, up. A rectilinear lens draws
an angle θ off its axis at f·tan θ; a fisheye is taken as equidistant, f·θ. [ray2002]
"""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept
from patient_owl.core.types import FloatArray

Orientation = Literal["landscape", "portrait"]
Projection = Literal["rectilinear", "fisheye"]

GRID_POINTS = 9  # along each side of the frame; drift is smooth, its extremes lie on the edge


@dataclass(frozen=True)
class Sensor:
    """Size [mm] and pixels of the long and the short side."""

    width_mm: float
    height_mm: float
    width_px: int
    height_px: int

    @property
    def pixel_pitch_um(self) -> float:
        """Centre to centre of neighbouring photosites. [µm]"""
        return self.width_mm / self.width_px * 1000

    @property
    def diagonal_mm(self) -> float:
        return math.hypot(self.width_mm, self.height_mm)

    @property
    def crop_factor(self) -> float:
        """Diagonal of a 36 × 24 mm frame over this one's. [1]"""
        return math.hypot(36, 24) / self.diagonal_mm


@dataclass(frozen=True)
class Framing:
    """Where the lens looks: bearing from true north [deg], tilt above the horizon [deg]."""

    bearing_true_deg: float
    tilt_deg: float
    orientation: Orientation = "landscape"

    def __post_init__(self) -> None:
        if not -90 <= self.tilt_deg <= 90:
            raise WrongValue("tilt_deg", "−90 to 90", self.tilt_deg)


@dataclass(frozen=True)
class FrameGrid:
    """Points of the frame, corners and edges included; first axis n.

    directions: (n, 3) unit east, north, up. offset_mm: (n, 2) right and up of the frame's
    centre, as seen in the picture.
    """

    directions: FloatArray
    offset_mm: FloatArray
    axes: FloatArray  # (3, 3): rows right, up, forward

    def altitude_deg(self) -> FloatArray:
        return np.asarray(np.degrees(np.arcsin(np.clip(self.directions[:, 2], -1, 1))))


@kept(most=256, mb=1)
def camera_axes(framing: Framing) -> FloatArray:
    """Rows right, up and forward of the camera as east, north, up components.

    Kept, so only to be read.
    """
    bearing, tilt = np.radians(framing.bearing_true_deg), np.radians(framing.tilt_deg)
    forward = np.array(
        [np.cos(tilt) * np.sin(bearing), np.cos(tilt) * np.cos(bearing), np.sin(tilt)]
    )
    right = np.array([np.cos(bearing), -np.sin(bearing), 0.0])
    return np.stack([right, np.cross(right, forward), forward])


def frame_size_mm(sensor: Sensor, orientation: Orientation) -> tuple[float, float]:
    """Width and height of the picture as framed. [mm]"""
    size = (sensor.width_mm, sensor.height_mm)
    return size if orientation == "landscape" else (size[1], size[0])


def frame_grid(
    sensor: Sensor,
    focal_length_mm: float,
    framing: Framing,
    projection: Projection = "rectilinear",
) -> FrameGrid:
    """A grid over the frame and where each of its points looks. Kept, so only to be read."""
    if not focal_length_mm > 0:
        raise WrongValue("focal_length_mm", "more than 0 mm", focal_length_mm)
    width_mm, height_mm = frame_size_mm(sensor, framing.orientation)
    side = np.linspace(-0.5, 0.5, GRID_POINTS)
    x, y = (a.ravel() for a in np.meshgrid(side * width_mm, side * height_mm))
    radius = np.hypot(x, y)
    off_axis = radius / focal_length_mm
    if projection == "rectilinear":
        off_axis = np.arctan(off_axis)
    outward = np.sin(off_axis) / np.maximum(radius, 1e-12)
    axes = camera_axes(framing)
    return FrameGrid(
        directions=np.stack([x * outward, y * outward, np.cos(off_axis)], axis=1) @ axes,
        offset_mm=np.stack([x, y], axis=1),
        axes=axes,
    )


def project_mm(
    directions: FloatArray,
    axes: FloatArray,
    focal_length_mm: float,
    projection: Projection = "rectilinear",
) -> FloatArray:
    """Where directions (n, 3) fall in the picture, (n, 2) right and up of the centre. [mm]

    NaN for what lies behind a rectilinear lens.
    """
    right, up, forward = (directions @ axes.T).T
    if projection == "fisheye":
        across = np.hypot(right, up)
        stretch = np.arctan2(across, forward) / np.maximum(across, 1e-12)
    else:
        stretch = 1 / np.where(forward > 1e-6, forward, np.nan)
    return np.asarray(np.stack([right, up], axis=1) * stretch[:, None] * focal_length_mm)


def field_of_view_deg(
    size_mm: float, focal_length_mm: float, projection: Projection = "rectilinear"
) -> float:
    """Angle a side of the frame spans. [deg]"""
    half = size_mm / 2 / focal_length_mm
    return float(np.degrees(2 * (half if projection == "fisheye" else np.arctan(half))))


def place_in_frame(offset_mm: FloatArray, sensor: Sensor, orientation: Orientation) -> str:
    """A code for a point of the picture: "top_left", "right", "bottom", "centre", ..."""
    width_mm, height_mm = frame_size_mm(sensor, orientation)
    x, y = float(offset_mm[0] / width_mm), float(offset_mm[1] / height_mm)
    vertical = "top" if y > 0.25 else "bottom" if y < -0.25 else ""
    horizontal = "right" if x > 0.25 else "left" if x < -0.25 else ""
    return "_".join(part for part in (vertical, horizontal) if part) or "centre"
