"""What lies under the sky: the place's skyline, ground, and water where nothing stands before it.

Land has a chance of roughness of its own that stands still; water throws the sky back by Fresnel,
and a risen Moon as a road of glints, by how rough the wind makes it.
"""

import numpy as np
from scipy.ndimage import gaussian_filter

from patient_owl.core.kept import kept
from patient_owl.core.light.white import white_rgb
from patient_owl.core.optics.fresnel import water_reflectances
from patient_owl.core.optics.stand_in import LENS_OVER_GROUND_M
from patient_owl.core.picture.canvas import Canvas, rows_of, spread, tinted
from patient_owl.core.picture.moon import directions, square_on_lux
from patient_owl.core.picture.sky import MOONLIT_K, TOWN_K, TWILIT_K, sky_toward
from patient_owl.core.picture.stage import Stage
from patient_owl.core.types import FloatArray, Pixels

# Reflectances, from memory: dark woods and cliffs far off; grass, sand and stone near by.
RIDGE_REFLECTANCE, GROUND_REFLECTANCE = 0.05, 0.12
SHORE_M = 9.0  # of ground under one's feet before the water begins; ours
WATER_STEP_PX = 6
NOISE_SIDE, FINE = 512, 2  # both powers of two
ROUGH = 0.35  # ln, of the ground's brightness; by eye
# Mean square slope of a sea by the wind's speed, 0.003 + 0.00512·U. [cox1954]
CALM_SLOPE, SLOPE_PER_M_S = 0.003, 0.00512


def draw_land(canvas: Canvas, stage: Stage) -> None:
    """Everything under the skyline, and the sea's own horizon."""
    if stage.is_indoors:
        return
    highest = max([0.0, *(altitude for _, altitude in stage.night.horizon.points)])
    rows = rows_of(stage.view.looks.altitude_deg < highest + 1)
    if rows.start == rows.stop:
        return
    looks = stage.view.looks.only(rows)
    skyline = stage.night.horizon.altitude_deg(looks.azimuth_deg).astype(np.float32)
    per_deg = np.float32(np.radians(1) * stage.view.px_per_rad)
    under_sky = np.clip((skyline - looks.altitude_deg) * per_deg + 0.5, 0, 1) * (skyline > 0)
    if under_sky.any():
        tint = light_rgb(stage) * stage.surface(RIDGE_REFLECTANCE)
        canvas.cover(under_sky, tint, "land", rows)
    level = np.clip(-looks.altitude_deg * per_deg + 0.5, 0, 1)
    below = rows_of(level > 0)
    if below.start == below.stop:
        return
    level, open_water = level[below], (skyline <= 0)[below]
    ground = slice(rows.start + below.start, rows.start + below.stop)
    wet = open_water * _beyond_shore(stage, ground, per_deg)
    cover_ground(canvas, stage, level * (1 - wet), ground)
    cover_water(canvas, stage, level * wet, ground)


def _beyond_shore(stage: Stage, rows: slice, per_deg: np.float32) -> Pixels:
    """Share of each pixel that looks past the ground under one's feet, a straight shore."""
    looks = stage.view.looks.only(rows)
    off = np.radians(looks.azimuth_deg - stage.view.framing.bearing_true_deg)
    far_m = SHORE_M / np.maximum(np.cos(off), 0.05)
    shore_deg = np.degrees(np.arctan2(LENS_OVER_GROUND_M, far_m))
    return np.asarray(np.clip((looks.altitude_deg + shore_deg) * per_deg + 0.5, 0, 1))


def light_rgb(stage: Stage) -> FloatArray:
    """Colour of what lights the land anyway."""
    part = stage.ambient
    if part is not None and part.source not in ("natural", "metered"):
        return white_rgb(TOWN_K)
    by = {"twilight": TWILIT_K, "moonlight": 4500.0, "night_sky": 5200.0, "town_glow": TOWN_K}
    source = ("twilight", "moonlight", "night_sky", "town_glow")[
        int(stage.at.light.ground_source[0])
    ]
    return white_rgb(by[source])


def cover_ground(canvas: Canvas, stage: Stage, share: Pixels, rows: slice) -> None:
    """A plane under the lens, rough all over, in some rows of the picture."""
    looks = stage.view.looks.only(rows)
    down = np.radians(np.maximum(-looks.altitude_deg, 0.05))
    far_m = LENS_OVER_GROUND_M / np.tan(down)
    azimuth = np.radians(looks.azimuth_deg)
    east, north = far_m * np.sin(azimuth), far_m * np.cos(azimuth)
    rough = np.zeros_like(far_m)
    for metre_px, weight in GRAINS:
        # what is finer than a pixel far off evens out
        seen = 1 / (1 + (far_m * metre_px / NOISE_SIDE * 0.15) ** 2)
        rough += np.float32(weight) * seen * noise_at(east * metre_px, north * metre_px)
    tint = light_rgb(stage) * stage.surface(GROUND_REFLECTANCE)
    canvas.cover(share, tinted(np.exp(ROUGH * rough), tint), "ground", rows)


GRAINS = ((24.0, 0.6), (2.0, 0.8))  # pixels of chance in a metre, and how much of it; by eye


@kept(most=1, mb=5)
def _noise() -> Pixels:
    """Smooth chance of unit spread, the same at opposite edges; FINE texels to its unit."""
    rng = np.random.default_rng(3)
    side = NOISE_SIDE * FINE
    field = gaussian_filter(rng.standard_normal((side, side)), 1.6 * FINE, mode="wrap")
    return np.asarray(field / field.std(), np.float32)


def noise_at(x: Pixels, y: Pixels) -> Pixels:
    """Chance at places counted in units of it. Nearest texel: they are finer than anybody sees."""
    mask = NOISE_SIDE * FINE - 1
    down = (y * np.float32(FINE)).astype(np.int32) & mask
    across = (x * np.float32(FINE)).astype(np.int32) & mask
    return np.asarray(_noise()[down, across])


def cover_water(canvas: Canvas, stage: Stage, share: Pixels, rows: slice) -> None:
    """Water that throws back the sky, where it stands before what was drawn."""
    looks = stage.view.only(rows).coarser(WATER_STEP_PX).looks
    down = np.maximum(-looks.altitude_deg, 0.0)
    slope = CALM_SLOPE + SLOPE_PER_M_S * stage.scene.gust_m_s
    # waves tilt what is met flat: one looks at their near sides
    met_deg = 90 - np.hypot(down, np.degrees(np.sqrt(slope)) / 2)
    thrown = water_reflectances(met_deg)
    sky = sky_toward(stage, np.hypot(down, np.degrees(np.sqrt(slope))), looks.azimuth_deg)
    light = thrown * sky + _glints(stage, down, looks.azimuth_deg, slope)
    canvas.cover(share, spread(light, share.shape), "water", rows)


def _glints(stage: Stage, down_deg: Pixels, azimuth_deg: Pixels, slope: float) -> FloatArray:
    """The Moon's road: facets that happen to stand right for it. [cox1954]

    L = E·ρ·p/(4·cos θ·cos⁴ β), p the chance of the slope that is needed, β its tilt.
    """
    moon = stage.at.moon
    altitude = float(moon.apparent_altitude_deg[0])
    if altitude <= 0:
        return np.zeros((3, *down_deg.shape))
    to_moon = directions(np.array(altitude), moon.azimuth_deg[0])
    to_eye = -directions(-np.maximum(down_deg, 0.5), azimuth_deg.astype(float))
    half = to_moon + to_eye
    half /= np.linalg.norm(half, axis=-1, keepdims=True)
    up = np.maximum(half[..., 2], 1e-3)
    tilt2 = 1 / up**2 - 1
    chance = np.exp(-tilt2 / slope) / (np.pi * slope)
    met = np.degrees(np.arccos(np.clip(np.sum(half * to_eye, axis=-1), -1, 1)))
    over = np.maximum(to_eye[..., 2], np.sqrt(slope) / 4)  # waves hide each other seen flat
    lux = float(square_on_lux(moon, stage.at.phase.phase_angle_deg)[0])
    light = lux * water_reflectances(met) * chance / (4 * over * up**4)
    clear = 1 - (stage.scene.cloud_cover or 0.0)
    grey = light * clear * stage.grey_per_cd_m2
    return np.asarray(np.multiply.outer(white_rgb(MOONLIT_K / 2), grey))
