"""A light read off a picture at the place somebody taps, as a spot meter would."""

import math

import numpy as np

from patient_owl.core.exposure.reading import (
    BLACK_LEVEL,
    CLIPPED_LEVEL,
    SATURATED_SHARE,
    ends_of,
    linear,
    stops_of_light,
)
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.light.colour import luminance
from patient_owl.core.noise import HEADROOM_STOPS
from patient_owl.core.types import BoolArray, FloatArray

# What a spot meter looks at: a degree, which at a normal lens is a fiftieth of the frame's width.
SPOT_SHARE = 0.02
RAW_FULL_SHARE = 0.98  # of saturation: what is as full has clipped, or is about to
RAW_BLACK_STOPS = -9.0  # below this a frame holds more noise than light; common practice


def spot_in_levels(levels: FloatArray, x_share: float, y_share: float) -> Spot:
    """What stands at a place of a camera's JPEG. levels: (h, w, 3), 0 to 255; shares of its width
    and height, from the upper left."""
    pixels = _pixels_at(levels, x_share, y_share)
    clipped, black = ends_of(pixels[None])
    if _is_most(clipped):
        return Spot(stops_of_light(linear(np.array(CLIPPED_LEVEL))), "jpeg", "clipped")
    if _is_most(black):
        return Spot(stops_of_light(linear(np.array(BLACK_LEVEL))), "jpeg", "black")
    return Spot(stops_of_light(luminance(linear(pixels)).mean()), "jpeg")


def spot_in_raw(light: FloatArray, x_share: float, y_share: float) -> Spot:
    """What stands at a place of a raw frame. light: (h, w, 3), linear, 1 where the sensor is full.

    Mid-grey lies as far below that as the saturation-based speed puts it. [iso12232]
    """
    pixels = _pixels_at(light, x_share, y_share)
    if _is_most(pixels.max(axis=1) >= RAW_FULL_SHARE):
        return Spot(HEADROOM_STOPS, "raw", "clipped")
    mean = float(luminance(pixels).mean())
    stops = math.log2(max(mean, 1e-9)) + HEADROOM_STOPS
    return Spot(stops, "raw") if stops > RAW_BLACK_STOPS else Spot(RAW_BLACK_STOPS, "raw", "black")


def _is_most(ends: BoolArray) -> bool:
    return float(ends.mean()) >= SATURATED_SHARE


def _pixels_at(picture: FloatArray, x_share: float, y_share: float) -> FloatArray:
    """Those of a disc, (n, 3), as much of it as lies in the frame."""
    height, width = picture.shape[:2]
    radius_px = max(0.5, SPOT_SHARE / 2 * max(height, width))
    down, across = np.ogrid[:height, :width]
    far_px = np.hypot(across + 0.5 - x_share * width, down + 0.5 - y_share * height)
    return np.asarray(picture[far_px <= max(radius_px, float(far_px.min()))])
