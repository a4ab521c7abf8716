"""Things that move in the scene: water, people, vehicles, clouds.

A thing at distance d moving at v across the view is drawn out to v·t·f/d on the sensor; a
thing in the sky turning at ω to ω·t·f: a thin lens, its subject far beyond the focal length.
"""

import math
from typing import Literal, NamedTuple

from patient_owl.core.constants import STANDARD_GRAVITY_M_S2

Look = Literal["frozen", "textured", "silky", "mist"]

# Length of the blur as a share of the frame's height: least and most, by look. Calibrated on
# the trade's times (1/150 s freezes; 0.5–0.8 s keeps texture; 1–5 s milky; 10–20 s mist) for
# a stream of 1.5 m/s at 5 m with 35 mm on full frame, 0.44 frame heights a second. Common
# practice.
LOOK_SHARES: dict[Look, tuple[float, float]] = {
    "frozen": (0.0, 0.003),
    "textured": (0.15, 0.4),
    "silky": (0.44, 2.2),
    "mist": (4.0, math.inf),
}
# A blur between two looks is called by the nearer, halfway in stops.
_NAMED_TO: dict[Look, float] = {"frozen": 0.02, "textured": 0.42, "silky": 3.0, "mist": math.inf}

# Speeds of water. [m/s] Common practice; a fall is computed from its height.
WATER_SPEEDS_M_S = {"trickle": 0.3, "stream": 1.0, "cascade": 2.5, "swell": 1.5}

# A person or thing that moves steadily leaves no visible ghost when it covers any one spot
# for at most this share of the exposure: log2(1/16) = −4 stops. Common practice.
GHOST_SHARE = 1 / 16
HOLD_STILL_S = 2.0  # what a person holds without help, 1 to 2 s; common practice


def fall_speed_m_s(height_m: float) -> float:
    """Speed at the foot of a free fall, √(2gh); drag neglected, which matters over 10 m."""
    return math.sqrt(2 * STANDARD_GRAVITY_M_S2 * height_m)


def blur_mm(
    speed_m_s: float, distance_m: float, focal_length_mm: float, exposure_s: float
) -> float:
    """Length of the trace on the sensor. [mm]"""
    return speed_m_s * exposure_s * focal_length_mm / distance_m


def time_for_blur_s(
    blur: float, speed_m_s: float, distance_m: float, focal_length_mm: float
) -> float:
    """The exposure in which the trace grows to `blur` mm. [s]"""
    return blur * distance_m / (speed_m_s * focal_length_mm)


def look_of(share: float) -> Look:
    """The look that a blur of this share of the frame's height has."""
    return next(look for look, most in _NAMED_TO.items() if share <= most)


class Vehicle(NamedTuple):
    """How long it is, how fast it drives, and how it pulls away where it starts from rest.

    acceleration_m_s2: None where it passes at its speed.
    """

    length_m: float
    speed_m_s: float
    acceleration_m_s2: float | None = None

    def time_s(self, way_m: float) -> float:
        """How long it takes for a way: from rest s = a·t²/2 until it has its speed. [s]"""
        if self.acceleration_m_s2 is None:
            return way_m / self.speed_m_s
        speeding_s = self.speed_m_s / self.acceleration_m_s2
        speeding_m = self.speed_m_s * speeding_s / 2
        if way_m <= speeding_m:
            return math.sqrt(2 * way_m / self.acceleration_m_s2)
        return speeding_s + (way_m - speeding_m) / self.speed_m_s


def crossing_s(
    vehicle: Vehicle, frame_width_mm: float, distance_m: float, focal_length_mm: float
) -> float:
    """From its nose at one edge of the frame to its tail at the other: W·d/f and its length. [s]"""
    return vehicle.time_s(frame_width_mm * distance_m / focal_length_mm + vehicle.length_m)


def ghost_stops(share: float) -> float:
    """Brightness of a ghost against its spot: log2 of the share of time it stood there."""
    return math.log2(share)
