"""What is a point to a lens: stars and planets, drawn along their way while the shutter is open.

Flux E = 2.54e-6·10^(−0.4·V) lx of a star over the air [allen2000], spread over the lens's own blur,
diffraction and a pixel. Where many photosites make a pixel, a star is held at what they hold.
"""

import math
from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

import numpy as np

from patient_owl.core.kept import kept
from patient_owl.core.light.white import star_temperature_k, white_rgb
from patient_owl.core.noise import HEADROOM_STOPS, WAVELENGTH_M
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.stage import Opening, Stage
from patient_owl.core.picture.trace import along, lay
from patient_owl.core.picture.view import EDGE_DEG, View
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.bright_stars import DAY_S, apparent_vectors, bright_stars
from patient_owl.core.sky.skylight import EXTINCTION_MAG_PER_AIRMASS, path_airmass
from patient_owl.core.sky.targets import targets
from patient_owl.core.sky.tracks import geocentric, seen_from
from patient_owl.core.types import FloatArray

ZERO_MAG_LUX = 2.54e-6  # of a star of V 0 outside the air; [allen2000]
# σ of a round blur. A good lens on a star, wide open, from memory; a pixel as a box; Airy's disc
# as the Gaussian that fits it: 0.42·λ·N.
LENS_BLUR_UM, PIXEL_AS_GAUSSIAN, AIRY_AS_GAUSSIAN = 2.5, 0.29, 0.42
STRAIGHT_S = 120.0  # up to here a trail is straight to a part in ten thousand
FAINTEST = 5e-4  # of mid-grey: no level of a picture of eight bits
LEAST_SIGMA_PX = 0.45  # finer dots would show the grid
PLANETS_B_V = {"mercury": 0.93, "venus": 0.82, "mars": 1.36, "jupiter": 0.83, "saturn": 1.04}


class Points(NamedTuple):
    """n points: unit vectors of date (n, 3), V over the air, colour (n, 3) of luminance 1."""

    vectors: FloatArray
    v_mag: FloatArray
    colour: FloatArray


def draw_points(canvas: Canvas, stage: Stage) -> None:
    """Stars and planets over the whole of all openings."""
    clear = 1 - (stage.scene.cloud_cover or 0.0)
    if stage.is_indoors or clear <= 0:
        return
    points = _seen(stage)
    pieces = _pieces(stage.openings)
    starts, ends = ways_px(stage, points.vectors, pieces)
    sigma_px = blur_px(stage)
    lengths = np.nansum(np.linalg.norm(ends - starts, axis=2), axis=0)
    grey = _held(clear * _grey(stage, points), lengths, sigma_px, stage.view)
    seen = grey / _spread_px2(lengths, sigma_px) > FAINTEST
    starts, ends, grey = starts[:, seen], ends[:, seen], grey[seen]
    shares = np.array([piece.open_s for piece in pieces]) / stage.exposure_s
    each = shares[:, None, None] * (grey[:, None] * points.colour[seen])
    spots = along(starts.reshape(-1, 2), ends.reshape(-1, 2), each.reshape(-1, 3), 1.0)
    canvas.add(lay(canvas.shape, spots, sigma_px), "stars", shows=0.3)


def blur_px(stage: Stage) -> float:
    """σ of a star in the picture's pixels."""
    airy_um = AIRY_AS_GAUSSIAN * WAVELENGTH_M * 1e6 * stage.settings.f_number
    in_picture = math.hypot(LENS_BLUR_UM, airy_um) / 1000 * stage.view.px_per_mm
    return max(LEAST_SIGMA_PX, math.hypot(in_picture, PIXEL_AS_GAUSSIAN))


def _pieces(openings: Sequence[Opening]) -> list[Opening]:
    """Openings cut so short that a trail is straight in each."""
    pieces = []
    for opening in openings:
        edges = np.linspace(
            opening.from_s, opening.to_s, 1 + max(1, _count(opening.to_s - opening.from_s))
        )
        pieces += [Opening(float(a), float(b), opening.open_share) for a, b in pairwise(edges)]
    return pieces


def _count(lasts_s: float) -> int:
    return math.ceil(lasts_s / STRAIGHT_S)


def _seen(stage: Stage) -> Points:
    """Those that come into the window while it is open."""
    points = _all_points(stage.at_s)
    first, last = stage.openings[0].from_s, stage.openings[-1].to_s
    here = np.zeros(len(points.v_mag), np.bool_)
    for at_s in np.linspace(first, last, 1 + _count((last - first) / 5)):
        at = seen_from(points.vectors, stage.night.site, stage.at_s + at_s)
        here |= stage.view.sees(at, EDGE_DEG + 360 / DAY_S * 5 * STRAIGHT_S / 2)
    return Points(points.vectors[here], points.v_mag[here], points.colour[here])


@kept(most=2, mb=1)
def _all_points(at_s: float) -> Points:
    """Kept: a hand on a rail stays at its moment. Only to be read."""
    stars = bright_stars()
    vectors = apparent_vectors(int(at_s // DAY_S))
    planets = [targets()[key] for key in PLANETS_B_V]
    where = [geocentric(planet.key, np.array([at_s]))[0] for planet in planets]
    v_mag = [ephemeris.planet_magnitude(planet.segment or planet.key, at_s) for planet in planets]
    b_v = np.concatenate([list(PLANETS_B_V.values()), stars.b_v_mag])
    return Points(
        np.concatenate([[way / np.linalg.norm(way) for way in where], vectors]),
        np.concatenate([v_mag, stars.v_mag]),
        white_rgb(star_temperature_k(b_v)),
    )


def ways_px(
    stage: Stage, vectors: FloatArray, pieces: Sequence[Opening]
) -> tuple[FloatArray, FloatArray]:
    """Where stars stand at the beginning and the end of some pieces of time, each
    (pieces, n, 2) px of the picture. The pieces are in order, none longer than STRAIGHT_S."""
    first, last = pieces[0].from_s, pieces[-1].to_s
    knots_s = np.linspace(first, last, 1 + max(1, _count(last - first)))
    site = stage.night.site
    at = np.stack(
        [stage.view.project_px(seen_from(vectors, site, stage.at_s + t)) for t in knots_s]
    )

    def between(moments_s: list[float]) -> FloatArray:
        place = np.interp(moments_s, knots_s, np.arange(len(knots_s)))
        before = np.minimum(place.astype(int), len(knots_s) - 2)
        share = (place - before)[:, None, None]
        return np.asarray(at[before] * (1 - share) + at[before + 1] * share)

    return between([p.from_s for p in pieces]), between([p.to_s for p in pieces])


def _grey(stage: Stage, points: Points) -> FloatArray:
    """What each would make of one pixel that caught all of it, in shares of mid-grey."""
    at_s = stage.at_s + (stage.openings[0].from_s + stage.openings[-1].to_s) / 2
    up = seen_from(points.vectors, stage.night.site, at_s)[:, 2]
    airmass = path_airmass(np.degrees(np.arcsin(np.clip(up, -1, 1))))
    lux = ZERO_MAG_LUX * 10 ** (-0.4 * (points.v_mag + EXTINCTION_MAG_PER_AIRMASS * airmass))
    lux = np.where(up > 0, lux, 0.0)
    return np.asarray(lux * stage.view.px_per_rad**2 * stage.grey_per_cd_m2)


def _spread_px2(lengths_px: FloatArray, sigma_px: float) -> FloatArray:
    """Over how many pixels a blur that is drawn so far lies."""
    return 2 * math.pi * sigma_px**2 + 2 * math.sqrt(math.pi) * sigma_px * lengths_px


def _held(grey: FloatArray, lengths_px: FloatArray, sigma_px: float, view: View) -> FloatArray:
    """What is left of stars that fill their photosites, where a pixel is the mean of many.

    A round blur exp(−r²/2σ²) stands over the brim where r² < 2σ²·ln(over/brim): the area grows
    with the logarithm.
    """
    if view.photosites <= 1:
        return grey
    over = grey / _spread_px2(lengths_px, sigma_px) / 2**HEADROOM_STOPS
    brim = np.maximum(over, 1)
    return np.asarray(grey / brim * (1 + np.log(brim)))
