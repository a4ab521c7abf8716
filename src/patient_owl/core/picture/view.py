"""What part of the frame is drawn, on how many pixels, and which way each of them looks.

Pixels are counted right and down from the top left corner of what is drawn, a pixel's centre at
halves. Directions are unit vectors east, north, up.
"""

import math
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept
from patient_owl.core.kit import Lens
from patient_owl.core.optics.camera import (
    Framing,
    Sensor,
    camera_axes,
    frame_size_mm,
    project_mm,
)
from patient_owl.core.types import BoolArray, FloatArray, Pixels

MOST_PX = 4_000_000  # of one picture
EDGE_DEG = 1.0  # a star so far outside may still draw into it


@dataclass(frozen=True)
class Window:
    """The part of the frame that is drawn, in shares of it from its top left corner."""

    left: float = 0.0
    top: float = 0.0
    width: float = 1.0
    height: float = 1.0

    def __post_init__(self) -> None:
        right, bottom = self.left + self.width, self.top + self.height
        inside = min(self.left, self.top) >= 0 and max(right, bottom) <= 1 + 1e-9
        if not (inside and self.width > 0 and self.height > 0):
            raise WrongValue(
                "window", "a part of the frame, 0 to 1", f"{self.left:g}, {self.top:g}"
            )


WHOLE_FRAME = Window()


@dataclass(frozen=True)
class View:
    """A window of what a lens draws on a sensor, or of a panorama's strip.

    width_px, height_px: of the picture. strip_deg: of a panorama, how far it reaches around and
    up; its pixels then are equal steps of bearing and height.
    """

    sensor: Sensor
    lens: Lens
    framing: Framing
    width_px: int
    height_px: int
    window: Window = WHOLE_FRAME
    strip_deg: tuple[float, float] | None = None

    def __post_init__(self) -> None:
        if not (self.width_px >= 1 and self.height_px >= 1 and self._area_px <= MOST_PX):
            raise WrongValue("picture size", f"1 to {MOST_PX} pixels", self._area_px)

    @property
    def _area_px(self) -> int:
        return self.width_px * self.height_px

    @property
    def shape(self) -> tuple[int, int]:
        """Rows and columns."""
        return self.height_px, self.width_px

    @property
    def frame_mm(self) -> tuple[float, float]:
        """Width and height of the whole frame; of a strip what its pixels are scaled from."""
        return frame_size_mm(self.sensor, self.framing.orientation)

    @property
    def px_per_mm(self) -> float:
        """Pixels of the picture in a millimetre of the frame."""
        return self.width_px / (self.window.width * self.frame_mm[0])

    @property
    def px_per_rad(self) -> float:
        """Pixels in a radian, in the middle of the frame."""
        if self.strip_deg is not None:
            return self.width_px / (self.window.width * math.radians(self.strip_deg[0]))
        return self.px_per_mm * self.lens.focal_length_mm

    @property
    def photosites(self) -> float:
        """Photosites of the sensor that come together in a pixel, 1 and more; below 1 a photosite
        is drawn over several pixels."""
        pitch_rad = self.sensor.pixel_pitch_um / 1000 / self.lens.focal_length_mm
        return float((1 / (self.px_per_rad * pitch_rad)) ** 2)

    def only(self, rows: slice) -> "View":
        """Some rows of the picture, pixel for pixel."""
        first, last, _ = rows.indices(self.height_px)
        share = self.window.height / self.height_px
        part = Window(
            self.window.left, self.window.top + first * share, self.window.width,
            (last - first) * share,
        )  # fmt: skip
        return replace(self, height_px=last - first, window=part)

    def coarser(self, step_px: int) -> "View":
        """The same window on fewer pixels, for what is smooth; as near to `step_px` as it goes."""
        width, height = (max(2, round(n / step_px)) for n in (self.width_px, self.height_px))
        return replace(self, width_px=width, height_px=height)

    @property
    def looks(self) -> "Looks":
        """Which way every pixel looks."""
        return _looks(self)

    def project_px(self, directions: FloatArray) -> FloatArray:
        """Where directions (n, 3) fall, (n, 2) right and down; NaN where they cannot be drawn."""
        share = self._share(directions)
        left, top = self.window.left, self.window.top
        across = (share[:, 0] - left) / self.window.width * self.width_px
        down = (share[:, 1] - top) / self.window.height * self.height_px
        return np.stack([across, down], axis=1)

    def _share(self, directions: FloatArray) -> FloatArray:
        """Right and down of the frame's corner, in shares of the frame."""
        if self.strip_deg is not None:
            east, north, up = directions.T
            turn = np.degrees(np.arctan2(east, north)) - self.framing.bearing_true_deg
            off = (turn + 180) % 360 - 180
            high = np.degrees(np.arcsin(np.clip(up, -1, 1))) - self.framing.tilt_deg
            wide_deg, high_deg = self.strip_deg
            return np.stack([0.5 + off / wide_deg, 0.5 - high / high_deg], axis=1)
        at_mm = project_mm(
            directions,
            camera_axes(self.framing),
            self.lens.focal_length_mm,
            self.lens.projection,
        )
        return np.stack(
            [0.5 + at_mm[:, 0] / self.frame_mm[0], 0.5 - at_mm[:, 1] / self.frame_mm[1]], axis=1
        )

    def sees(self, directions: FloatArray, margin_deg: float = EDGE_DEG) -> BoolArray:
        """Which of directions (n, 3) lie in the window or so near it; booleans, shape (n,)."""
        at = self.project_px(directions)
        margin = math.radians(margin_deg) * self.px_per_rad * 2  # a lens stretches its corners
        low, high = -margin, np.array([self.width_px, self.height_px]) + margin
        return np.asarray(((at > low) & (at < high)).all(axis=1))


class Looks(NamedTuple):
    """Which way pixels look, each of the picture's shape; directions (3, rows, columns)

    altitude_deg over the level; azimuth_deg from true north, 0 to 360. Only to be read.
    """

    directions: Pixels
    altitude_deg: Pixels
    azimuth_deg: Pixels

    def only(self, rows: slice) -> "Looks":
        """Those of some rows."""
        return Looks(self.directions[:, rows], self.altitude_deg[rows], self.azimuth_deg[rows])


@kept(most=8, mb=4)
def _looks(view: View) -> Looks:
    """Kept: a hand on a rail looks the same way, at two sizes."""
    east, north, up = (part.astype(np.float32) for part in _directions(view))
    altitude = np.degrees(np.arcsin(np.clip(up, -1, 1)))
    azimuth = np.degrees(np.arctan2(east, north)) % 360
    return Looks(np.stack([east, north, up]), altitude, azimuth)


def _directions(view: View) -> tuple[FloatArray, FloatArray, FloatArray]:
    """East, north and up of every pixel."""
    window = view.window
    x = window.left + (np.arange(view.width_px) + 0.5) / view.width_px * window.width - 0.5
    y = 0.5 - window.top - (np.arange(view.height_px) + 0.5) / view.height_px * window.height
    if view.strip_deg is not None:
        wide_deg, high_deg = view.strip_deg
        bearing = np.radians(view.framing.bearing_true_deg + x * wide_deg)
        altitude = np.radians(view.framing.tilt_deg + y * high_deg)[:, None]
        level, all_round = np.cos(altitude), np.ones_like(bearing)
        return level * np.sin(bearing), level * np.cos(bearing), np.sin(altitude) * all_round
    width_mm, height_mm = view.frame_mm
    across_mm, up_mm = np.meshgrid(x * width_mm, y * height_mm)
    focal = view.lens.focal_length_mm
    if view.lens.projection == "rectilinear":
        far = 1 / np.sqrt(across_mm**2 + up_mm**2 + focal**2)
        parts = across_mm * far, up_mm * far, focal * far
    else:
        radius = np.hypot(across_mm, up_mm)
        outward = np.sin(radius / focal) / np.maximum(radius, 1e-12)
        parts = across_mm * outward, up_mm * outward, np.cos(radius / focal)
    right, above, forward = camera_axes(view.framing)
    east, north, up = (
        parts[0] * right[i] + parts[1] * above[i] + parts[2] * forward[i] for i in range(3)
    )
    return east, north, up
