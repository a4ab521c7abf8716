"""A spot of the computed picture: what it is, how bright, and how clean."""

from collections import Counter
from dataclasses import dataclass, replace

import numpy as np

from patient_owl.core.light.colour import luminance
from patient_owl.core.night_context import NightContext
from patient_owl.core.noise import signal_e, snr
from patient_owl.core.picture.picture import PictureRequest, drawn, stage_of
from patient_owl.core.picture.sensor import PLAIN_NOISE, headroom_stops
from patient_owl.core.picture.view import Window
from patient_owl.core.plan.planned import PlannedShot

SIDE_PX = 9  # of the little picture that is drawn around it
DARKEST_STOPS = -16.0  # nothing is told apart below


@dataclass(frozen=True)
class PictureSpot:
    """what: its code. stops: from mid-grey. signal_e, snr: of one photosite, of as many frames as
    are averaged. altitude_deg, azimuth_deg: which way it lies."""

    what: str
    stops: float
    signal_e: float
    snr: float
    is_full: bool
    altitude_deg: float
    azimuth_deg: float


def spot_at(
    planned: PlannedShot, night: NightContext, request: PictureRequest, x: float, y: float
) -> PictureSpot:
    """x, y: shares of the whole frame from its top left corner. Read over a pixel of the picture
    that is looked at."""
    window, size = request.window, (request.width_px, request.height_px)
    wide, high = (
        min(1.0, SIDE_PX * side / px)
        for side, px in zip((window.width, window.height), size, strict=True)
    )
    left = float(np.clip(x - wide / 2, 0, 1 - wide))
    top = float(np.clip(y - high / 2, 0, 1 - high))
    around = replace(
        request, width_px=SIDE_PX, height_px=SIDE_PX, window=Window(left, top, wide, high)
    )
    stage = stage_of(planned, night, around)
    canvas = drawn(stage)
    column, row = (
        min(SIDE_PX - 1, max(0, int(share * SIDE_PX)))
        for share in ((x - left) / wide, (y - top) / high)
    )
    grey = float(luminance(canvas.light[:, row, column]))
    stops = float(np.log2(max(grey, 2**DARKEST_STOPS)))
    near = canvas.what[max(0, row - 1) : row + 2, max(0, column - 1) : column + 2]
    what = canvas.names[Counter(near.ravel().tolist()).most_common(1)[0][0]]
    body, settings = stage.kit.body, stage.settings
    noise = body.noise or PLAIN_NOISE
    electrons = signal_e(noise, body.sensor.pixel_pitch_um, settings.iso, stops)
    temperature = stage.scene.temperature_c
    clean = snr(noise, electrons, settings.exposure_s, settings.iso, temperature)
    looks = stage.view.looks
    return PictureSpot(
        what=what,
        stops=stops,
        signal_e=electrons,
        snr=clean * planned.plan.averages**0.5,
        is_full=stops > headroom_stops(body, settings.iso),
        altitude_deg=float(looks.altitude_deg[row, column]),
        azimuth_deg=float(looks.azimuth_deg[row, column]),
    )
