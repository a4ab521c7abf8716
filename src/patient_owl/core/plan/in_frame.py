"""Where a direction of the sky falls in the picture."""

import numpy as np

from patient_owl.core.kit import Lens
from patient_owl.core.optics.camera import (
    Framing,
    Sensor,
    camera_axes,
    frame_size_mm,
    project_mm,
)
from patient_owl.core.types import FloatArray


def direction(altitude_deg: float, azimuth_deg: float) -> FloatArray:
    """Unit vector east, north, up, shape (1, 3)."""
    altitude, azimuth = np.radians(altitude_deg), np.radians(azimuth_deg)
    across = np.cos(altitude)
    return np.array([[across * np.sin(azimuth), across * np.cos(azimuth), np.sin(altitude)]])


def offset_in_frame(
    altitude_deg: float, azimuth_deg: float, sensor: Sensor, lens: Lens, framing: Framing
) -> tuple[float, float]:
    """Right and up of the frame's centre as shares of its width and height.

    Far outside (infinite) for what lies behind the camera.
    """
    axes = camera_axes(framing)
    at = project_mm(
        direction(altitude_deg, azimuth_deg), axes, lens.focal_length_mm, lens.projection
    )
    if np.isnan(at).any():
        return float("inf"), float("inf")
    width_mm, height_mm = frame_size_mm(sensor, framing.orientation)
    return float(at[0, 0] / width_mm), float(at[0, 1] / height_mm)
