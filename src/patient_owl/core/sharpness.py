"""How sharp a frame can be: every blur in pixels, added in quadrature, the largest named.

Blurs are taken as full diameters or lengths at the sensor. Adding in quadrature is exact for
bell-shaped blurs and within a fifth for discs and lines. [ray2002, ch. 22]
"""

import math
from dataclasses import dataclass
from typing import Literal

from patient_owl.core.optics.camera import Sensor
from patient_owl.core.optics.depth_of_field import airy_diameter_um

Cause = Literal["defocus", "diffraction", "subject", "star_drift", "shake"]


@dataclass(frozen=True)
class Sharpness:
    """Pixels of blur by cause, largest first; total_px their root of squares."""

    parts_px: tuple[tuple[Cause, float], ...]
    total_px: float

    @property
    def largest(self) -> Cause:
        return self.parts_px[0][0]


def defocus_mm(focal_length_mm: float, f_number: float, focus_m: float, subject_m: float) -> float:
    """Blur disc of a subject at `subject_m` (infinity allowed) with the focus at `focus_m`. [mm]

    f²/(N·(s − f)) · |1 − s/subject|. [ray2002]
    """
    focus_mm = focus_m * 1000
    reach = focal_length_mm**2 / (f_number * (focus_mm - focal_length_mm))
    return reach * abs(1 - (0 if math.isinf(subject_m) else focus_m / subject_m))


def sharpness(
    sensor: Sensor,
    f_number: float,
    defocus_um: float = 0.0,
    subject_px: float = 0.0,
    star_drift_px: float = 0.0,
    shake_px: float = 0.0,
) -> Sharpness:
    """The budget of one frame."""
    parts: dict[Cause, float] = {
        "diffraction": airy_diameter_um(f_number) / sensor.pixel_pitch_um,
        "defocus": defocus_um / sensor.pixel_pitch_um,
        "subject": subject_px,
        "star_drift": star_drift_px,
        "shake": shake_px,
    }
    largest_first = sorted(((k, v) for k, v in parts.items() if v > 0), key=lambda part: -part[1])
    return Sharpness(tuple(largest_first), math.hypot(*parts.values()))
