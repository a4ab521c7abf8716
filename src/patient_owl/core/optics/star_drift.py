"""How fast stars cross the sensor, and how long the shutter may stay open for points.

Three schools, side by side: the rule of 500 [common practice], the aperture–pitch–focal
formula [michaud] and the drift itself, in pixels, at the worst place in the frame. The
last is computed from the real geometry: a rectilinear lens stretches its corners, so
a corner drifts faster than the middle even at the same declination.
"""

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from patient_owl.core.constants import SIDEREAL_DAY_S
from patient_owl.core.kept import kept
from patient_owl.core.optics.camera import (
    Framing,
    Projection,
    Sensor,
    frame_grid,
    frame_size_mm,
    place_in_frame,
    project_mm,
)
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.types import FloatArray

SKYLINE_POINTS = 361  # half a degree apart; longer lenses see one straight line of it at most
SKY_TURN_RAD_PER_S = 2 * np.pi / SIDEREAL_DAY_S

RULE_OF_500_MM_S = 500.0  # mm·s; 400 and 300 are in use by the stricter. Common practice.
# [michaud]: t = (16.856·N + 0.0997·f + 13.713·p) / (f·cos δ), p in µm; from memory
APERTURE_TERM, FOCAL_TERM, PITCH_TERM = 16.856, 0.0997, 13.713


@dataclass(frozen=True)
class StarDrift:
    """Drift at the worst place of the frame that shows sky.

    drift_px_per_s; place: code of where; declination_deg there; least_declination_deg:
    nearest to the equator anywhere in the frame (absolute value), for formulas in cos δ.
    """

    drift_px_per_s: float
    place: str
    declination_deg: float
    least_declination_deg: float


@kept(most=256, mb=1)
def worst_star_drift(
    sensor: Sensor,
    focal_length_mm: float,
    framing: Framing,
    latitude_deg: float,
    projection: Projection = "rectilinear",
    horizon: Horizon = SEA,
) -> StarDrift | None:
    """The fastest star over the skyline in the frame; None when the frame shows no sky.

    Where the skyline cuts the frame the fastest may stand right over it, between two points of
    the grid: it is looked along too.
    """
    grid = frame_grid(sensor, focal_length_mm, framing, projection)
    camera = StarCamera(sensor, focal_length_mm, grid.axes, projection)
    east, north, _ = grid.directions.T
    azimuths = np.degrees(np.arctan2(east, north)) % 360
    sky = grid.altitude_deg() > horizon.altitude_deg(azimuths)
    if not sky.any():
        return None
    along, along_mm = _skyline(camera, framing, horizon)
    directions = np.concatenate([grid.directions[sky], along])
    offsets_mm = np.concatenate([grid.offset_mm[sky], along_mm])
    speeds = drift_speed_px_per_s(directions, camera, latitude_deg)
    worst = int(np.argmax(speeds))
    declinations = declination_deg(directions, latitude_deg)
    crosses_equator = declinations.min() <= 0 <= declinations.max()
    return StarDrift(
        drift_px_per_s=float(speeds[worst]),
        place=place_in_frame(offsets_mm[worst], sensor, framing.orientation),
        declination_deg=float(declinations[worst]),
        least_declination_deg=0.0 if crosses_equator else float(np.abs(declinations).min()),
    )


STRAIGHT_S = 60.0  # up to here a trail is straight and even to a part in ten thousand
TRAIL_STEPS = 24  # pieces of a longer one; even over a whole hour each is straight


def longest_trail_px(
    sensor: Sensor,
    focal_length_mm: float,
    framing: Framing,
    latitude_deg: float,
    projection: Projection,
    horizon: Horizon,
    exposure_s: float,
) -> float:
    """How far the fastest star of the frame draws while the shutter is open. [px]

    In a long run trails bend and change their speed over the frame: their own way is measured, for
    stars that stand in the frame halfway. 0 when the frame shows no sky.
    """
    worst = worst_star_drift(sensor, focal_length_mm, framing, latitude_deg, projection, horizon)
    if worst is None:
        return 0.0
    if exposure_s <= STRAIGHT_S:
        return worst.drift_px_per_s * exposure_s
    grid = frame_grid(sensor, focal_length_mm, framing, projection)
    camera = StarCamera(sensor, focal_length_mm, grid.axes, projection)
    east, north, _ = grid.directions.T
    azimuths = np.degrees(np.arctan2(east, north)) % 360
    stars = grid.directions[grid.altitude_deg() > horizon.altitude_deg(azimuths)]
    piece_s = exposure_s / TRAIL_STEPS
    ways = np.zeros(len(stars))
    for k in range(TRAIL_STEPS):
        begins_s = -exposure_s / 2 + k * piece_s
        piece = drift_px(turned(stars, latitude_deg, begins_s), camera, latitude_deg, piece_s)
        ways += np.nan_to_num(piece)  # what has turned behind the camera draws nothing
    return float(ways.max())


def _skyline(
    camera: "StarCamera", framing: Framing, horizon: Horizon
) -> tuple[FloatArray, FloatArray]:
    """Directions along the skyline inside the frame, (n, 3), and where they fall, (n, 2)."""
    azimuths = (framing.bearing_true_deg + np.linspace(-90, 90, SKYLINE_POINTS)) % 360
    azimuth, altitude = np.radians(azimuths), np.radians(horizon.altitude_deg(azimuths))
    across = np.cos(altitude)
    directions = np.stack(
        [across * np.sin(azimuth), across * np.cos(azimuth), np.sin(altitude)], axis=1
    )
    at_mm = project_mm(directions, camera.axes, camera.focal_length_mm, camera.projection)
    inside = np.abs(at_mm) <= np.array(frame_size_mm(camera.sensor, framing.orientation)) / 2
    kept = inside.all(axis=1)  # what lies behind the camera is nowhere, and no number is inside
    return directions[kept], at_mm[kept]


def celestial_pole(latitude_deg: float) -> FloatArray:
    """Direction of the north celestial pole: east, north, up."""
    latitude = np.radians(latitude_deg)
    return np.array([0.0, np.cos(latitude), np.sin(latitude)])


def declination_deg(directions: FloatArray, latitude_deg: float) -> FloatArray:
    """Declination of directions (n, 3); refraction neglected."""
    return np.asarray(
        np.degrees(np.arcsin(np.clip(directions @ celestial_pole(latitude_deg), -1, 1)))
    )


class StarCamera(NamedTuple):
    """What draws the sky: sensor, lens and where it looks."""

    sensor: Sensor
    focal_length_mm: float
    axes: FloatArray
    projection: Projection = "rectilinear"


def drift_speed_px_per_s(
    directions: FloatArray, camera: StarCamera, latitude_deg: float
) -> FloatArray:
    """Speed of stars at directions (n, 3) over the sensor, shape (n,). [px/s]

    The path of one second about the moment: the sky turns so evenly that it equals the
    derivative to a part in a million.
    """
    return drift_px(turned(directions, latitude_deg, -0.5), camera, latitude_deg, 1.0)


def turned(directions: FloatArray, latitude_deg: float, seconds: FloatArray | float) -> FloatArray:
    """Where stars at directions (n, 3) of any length stand `seconds` later, one for all or (n,).

    By Rodrigues' rotation.
    """
    pole = celestial_pole(latitude_deg)
    angle = -SKY_TURN_RAD_PER_S * np.asarray(seconds)[..., None]
    along = (directions @ pole)[:, None] * pole
    _, north, up = pole
    across = directions @ np.array([[0, up, -north], [-up, 0, 0], [north, 0, 0]])  # pole × it
    return np.asarray(
        directions * np.cos(angle) + across * np.sin(angle) + along * (1 - np.cos(angle))
    )


def drift_px(
    directions: FloatArray, camera: StarCamera, latitude_deg: float, exposure_s: float
) -> FloatArray:
    """Distance on the sensor between where stars begin and end, shape (n,). [px]"""
    sensor, focal_length_mm, axes, projection = camera
    start = project_mm(directions, axes, focal_length_mm, projection)
    later = turned(directions, latitude_deg, exposure_s)
    end = project_mm(later, axes, focal_length_mm, projection)
    return np.asarray(np.linalg.norm(end - start, axis=1) * 1000 / sensor.pixel_pitch_um)


def limit_by_rule_of_500_s(focal_length_mm: float, crop_factor: float) -> float:
    """t = 500 / (crop · f). [s] Common practice."""
    return RULE_OF_500_MM_S / (crop_factor * focal_length_mm)


def limit_by_aperture_pitch_focal_s(
    f_number: float, focal_length_mm: float, pixel_pitch_um: float, declination_deg: float
) -> float:
    """The aperture–pitch–focal formula, strict form (no 2–3× tolerance). [s] [michaud]"""
    sharp = APERTURE_TERM * f_number + FOCAL_TERM * focal_length_mm + PITCH_TERM * pixel_pitch_um
    # at the pole itself nothing drifts; 0.01 keeps the answer finite and longer than any night
    return sharp / (focal_length_mm * max(float(np.cos(np.radians(declination_deg))), 0.01))


def limit_by_drift_s(drift_px_per_s: float, tolerance_px: float) -> float:
    """t = tolerance / drift. [s]"""
    return tolerance_px / max(drift_px_per_s, 1e-6)
