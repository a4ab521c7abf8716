"""The sky without its stars: luminance per pixel by what makes it, each in its own colour."""

import numpy as np

from patient_owl.core.light.white import of_luminance_1, white_rgb
from patient_owl.core.picture.canvas import Canvas, spread
from patient_owl.core.picture.milky_way import milky_way
from patient_owl.core.picture.stage import Stage
from patient_owl.core.types import FloatArray, Pixels

STEP_PX = 6  # the sky is smooth: it is worked out so far apart

# Colours by eye: airglow and unseen stars a warm white, sodium and LED over towns, the Moon's light
# scattered as the Sun's by day, twilight bluer than day by ozone and red where it passes low.
NIGHT_K, TOWN_K, MOONLIT_K, TWILIT_K, AFTERGLOW_K = 5200.0, 2700.0, 8000.0, 11_000.0, 2600.0
AFTERGLOW_HIGH_DEG = 7.0  # within which it goes over into blue; by eye
WARMTHS = 33  # steps between blue and afterglow, each a colour


def draw_sky(canvas: Canvas, stage: Stage) -> None:
    """All round, the Milky Way in it, whatever stands before it."""
    if stage.is_indoors:
        return
    coarse = stage.view.coarser(STEP_PX)
    looks = coarse.looks
    light = sky_toward(stage, looks.altitude_deg, looks.azimuth_deg) + milky_way(stage, looks)
    canvas.add(spread(light, canvas.shape), "sky")


def sky_toward(stage: Stage, altitude_deg: Pixels, azimuth_deg: Pixels) -> FloatArray:
    """Shares of mid-grey of the sky in directions, (3, ...)."""
    twilight, moonlight, natural, towns = stage.sky_lights(altitude_deg, azimuth_deg)
    off = np.radians(azimuth_deg - stage.at.sun.azimuth_deg[0])
    toward = ((1 + np.cos(off)) / 2) ** 2
    warm = toward * np.exp(-np.maximum(altitude_deg, 0) / AFTERGLOW_HIGH_DEG)
    twilit = _AFTERGLOW[:, np.round(warm * (WARMTHS - 1)).astype(np.intp)]
    light = twilight * twilit
    for part, white in ((moonlight, MOONLIT_K), (natural, NIGHT_K), (towns, TOWN_K)):
        light += np.multiply.outer(white_rgb(white), part)
    return np.asarray(light * (stage.sky_gain * stage.grey_per_cd_m2))


def _afterglow() -> FloatArray:
    """From blue to red, (3, WARMTHS), each of luminance 1."""
    warm = np.linspace(0, 1, WARMTHS)[:, None]
    return of_luminance_1((1 - warm) * white_rgb(TWILIT_K) + warm * white_rgb(AFTERGLOW_K)).T


_AFTERGLOW = _afterglow()
