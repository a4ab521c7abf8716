"""The Moon: its disc at its real size and brightness, lit from where the Sun stands; no flare."""

import math
from typing import NamedTuple

import numpy as np

from patient_owl.core.constants import SIDEREAL_DAY_S
from patient_owl.core.light.white import white_rgb
from patient_owl.core.meterless import MOON_MEAN_DISTANCE_KM
from patient_owl.core.picture.canvas import Canvas, tinted
from patient_owl.core.picture.stage import Stage
from patient_owl.core.sky.groundlight import moon_illuminance_lux
from patient_owl.core.sky.rising import RADII_KM
from patient_owl.core.sky.tracks import MOON, SUN, Track, moon_phase, track
from patient_owl.core.types import FloatArray

MOON_K = 4100.0  # redder than sunlight; from memory
EARTHLIT_SHARE = 1e-4  # of the sunlit disc, near new; from memory
LOWEST_DEG = 2.0  # lower its light is no more spread than so; the circular ends there
MOST_DISCS = 400  # of one opening
STEP_PX = 0.5  # of its way, between which it is drawn again
SAMPLES = 3  # of a pixel a side, so that a small disc keeps its light


def draw_moon(canvas: Canvas, stage: Stage) -> None:
    """Over the whole of all openings; nothing while it is down or hidden by cloud."""
    clear = 1 - (stage.scene.cloud_cover or 0.0)
    if stage.is_indoors or clear <= 0:
        return
    light = np.zeros(canvas.shape)
    moments_s, shares = _moments(stage)
    site = stage.night.site
    moon, sun = (track(body, site, stage.at_s + moments_s) for body in (MOON, SUN))
    phase_deg = moon_phase(stage.at_s + moments_s).phase_angle_deg
    lux = square_on_lux(moon, phase_deg)
    toward = directions(moon.apparent_altitude_deg, moon.azimuth_deg)
    to_sun = directions(sun.true_altitude_deg, sun.azimuth_deg)
    half_rad = np.arcsin(RADII_KM[MOON] / moon.distance_km)
    seen = stage.view.sees(toward) & (moon.apparent_altitude_deg > -1)
    for k in np.flatnonzero(seen):
        ball = _Ball(toward[k], to_sun[k], float(half_rad[k]), math.radians(phase_deg[k]))
        flux = lux[k] * stage.view.px_per_rad**2 * stage.grey_per_cd_m2
        _add_disc(light, stage, ball, float(flux * shares[k] * clear))
    if light.any():
        canvas.add(tinted(light, white_rgb(MOON_K)), "moon", shows=0.3)


def _moments(stage: Stage) -> tuple[FloatArray, FloatArray]:
    """When it is drawn, so close together that its trail has no steps, and the share of the
    exposure each stands for."""
    step_px = max(STEP_PX, disc_px(stage) / 20)
    step_s = step_px / (2 * math.pi / SIDEREAL_DAY_S * stage.view.px_per_rad)
    moments, shares = [], []
    for opening in stage.openings:
        lasts_s = opening.to_s - opening.from_s
        count = max(1, min(MOST_DISCS, math.ceil(lasts_s / step_s)))
        moments.append(opening.from_s + (np.arange(count) + 0.5) * lasts_s / count)
        shares.append(np.full(count, opening.open_s / count / stage.exposure_s))
    return np.concatenate(moments), np.concatenate(shares)


def disc_px(stage: Stage) -> float:
    """Across, in the middle of the picture."""
    distance_km = track(MOON, stage.night.site, np.array([stage.at_s])).distance_km[0]
    return 2 * math.asin(RADII_KM[MOON] / distance_km) * stage.view.px_per_rad


class _Ball(NamedTuple):
    """Where it stands, where the Sun does, how large half of it is seen, and its phase angle."""

    toward: FloatArray
    to_sun: FloatArray
    half_rad: float
    phase_rad: float


def _add_disc(light: FloatArray, stage: Stage, ball: _Ball, flux: float) -> None:
    # the disc as a ball: across it, up it, and toward the eye
    right = np.cross(ball.toward, (0.0, 0.0, 1.0))
    right /= np.linalg.norm(right)
    up = np.cross(right, ball.toward)
    lit_from = np.array([ball.to_sun @ right, ball.to_sun @ up])
    lit_from /= max(float(np.linalg.norm(lit_from)), 1e-9)
    x, y, disc = _grid(ball.half_rad, stage)
    toward = np.sqrt(np.maximum(1 - x**2 - y**2, 0))
    aside = x * lit_from[0] + y * lit_from[1]
    from_sun = aside * math.sin(ball.phase_rad) + toward * math.cos(ball.phase_rad)
    # Lommel and Seeliger: dust that shines alike all over when full
    bright = np.where(from_sun > 0, from_sun / (from_sun + toward + 1e-6), 0.0) * disc
    bright += EARTHLIT_SHARE * bright.max() * disc
    if not bright.any():
        return  # new: none of its near side is lit
    grey = flux * bright / bright.sum()
    where = ball.toward + ball.half_rad * (x[..., None] * right + y[..., None] * up)
    # the centre is refracted; that the disc is flattened at the very horizon is left out
    points = where.reshape(-1, 3)
    at = stage.view.project_px(points / np.linalg.norm(points, axis=1, keepdims=True))
    rows, columns = light.shape
    inside = np.isfinite(at).all(axis=1) & ((at >= 0) & (at < (columns, rows))).all(axis=1)
    flat = np.floor(at[inside]).astype(int)
    np.add.at(light, (flat[:, 1], flat[:, 0]), grey.ravel()[inside])


def square_on_lux(seen: Track, phase_deg: FloatArray) -> FloatArray:
    """What it gives to a surface square on, at each moment: the circular has it on level ground,
    where its light lies flat, with the sky's share in it, a tenth and less. [lx]"""
    over = np.sin(np.radians(np.maximum(seen.apparent_altitude_deg, LOWEST_DEG)))
    nearer = (MOON_MEAN_DISTANCE_KM / seen.distance_km) ** 2
    return np.asarray(moon_illuminance_lux(seen.true_altitude_deg, phase_deg) * nearer / over)


def _grid(half_rad: float, stage: Stage) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Points over the disc in its radii, right and up, and which of them are on it."""
    count = max(8, math.ceil(2 * half_rad * stage.view.px_per_rad * SAMPLES))
    side = (np.arange(count) + 0.5) / count * 2 - 1
    x, y = np.meshgrid(side, side)
    return x, y, (x**2 + y**2 <= 1).astype(float)


def directions(altitude_deg: FloatArray, azimuth_deg: FloatArray) -> FloatArray:
    """Unit vectors east, north, up, (..., 3)."""
    altitude, azimuth = np.radians(altitude_deg), np.radians(azimuth_deg)
    level = np.cos(altitude)
    parts = level * np.sin(azimuth), level * np.cos(azimuth), np.sin(altitude)
    return np.stack(np.broadcast_arrays(*parts), axis=-1)
