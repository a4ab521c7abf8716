"""The camera: light to electrons, with their noise, and electrons to a picture.

A channel of a photosite holds what its filter lets through; white balance raises it again, and its
noise with it. Noise of a pixel is that of all the photosites in it. [emva1288]
"""

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from patient_owl.core.exposure.reading import LEVELS, MID_GREY
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.kept import kept
from patient_owl.core.kit import Body
from patient_owl.core.light.white import white_rgb
from patient_owl.core.noise import HEADROOM_STOPS, SensorNoise, signal_e
from patient_owl.core.types import BoolArray, FloatArray, Pixels

# Of a sensor nobody measured, and of film, whose grain is about as strong. Common practice.
PLAIN_NOISE = SensorNoise(50_000, 2.0, 5.0, 0.05, 0.5)
# What red and blue photosites catch of a daylight white beside green ones, and how many of four
# there are of each. Common practice.
CHANNEL_SHARE = np.array([0.5, 1.0, 0.65], np.float32)
PHOTOSITES_OF = np.array([0.25, 0.5, 0.25])
# The plain curve: as it is up to here, then bent to white where the sensor is full. Ours.
SHOULDER_FROM = 0.5


@dataclass(frozen=True)
class SensorFrame:
    """A frame as the sensor has it.

    signal_e: electrons a plane, (3, rows, columns), with noise, raised by white balance to those of
    a green photosite. is_full: where any channel holds no more, (rows, columns). levels: the
    picture, 8 bits, sRGB, (rows, columns, 3).
    """

    signal_e: Pixels
    is_full: BoolArray
    levels: np.ndarray[tuple[int, int, int], np.dtype[np.uint8]]


def white_e(noise: SensorNoise, pixel_pitch_um: float, iso: float) -> float:
    """Electrons at which a photosite is white: full, or as many as the converter counts. [e⁻]"""
    return min(signal_e(noise, pixel_pitch_um, iso, HEADROOM_STOPS), noise.full_well_e)


class Readout(NamedTuple):
    """How a frame is made of what the sensor caught.

    white_k: of the light that is to be grey. temperature_c: of the air. photosites: in a pixel.
    frames: averaged into one.
    """

    white_k: float
    temperature_c: float
    photosites: float
    frames: int = 1


def expose(
    light: Pixels, body: Body, settings: Settings, readout: Readout, rng: np.random.Generator
) -> SensorFrame:
    """light: shares of mid-grey, (3, rows, columns)."""
    noise, pitch_um = body.noise or PLAIN_NOISE, body.sensor.pixel_pitch_um
    per_grey = signal_e(noise, pitch_um, settings.iso, 0.0)
    full = white_e(noise, pitch_um, settings.iso)
    dark_e = noise.dark_rate_e_s(readout.temperature_c) * settings.exposure_s
    floor = np.float32(dark_e + noise.read_e(settings.iso) ** 2)
    gains = balance(readout.white_k) / CHANNEL_SHARE
    white = np.float32(full * gains.min())
    signal, is_full = np.empty_like(light), np.zeros(light.shape[1:], np.bool_)
    for k, plane in enumerate(light):
        count = max(1.0, readout.photosites * PHOTOSITES_OF[k]) * readout.frames
        caught = plane * np.float32(CHANNEL_SHARE[k] * per_grey)
        chance = _chance(plane.shape, rng)
        chance *= np.sqrt((caught + floor) * np.float32(1 / count))
        caught += chance
        np.logical_or(is_full, caught >= full, out=is_full)
        caught *= np.float32(gains[k])
        # full in one channel is white in all: a converter would else turn lamps pink
        signal[k] = np.minimum(caught, white)
    return SensorFrame(signal, is_full, to_levels(signal, float(white), per_grey))


def _chance(shape: tuple[int, ...], rng: np.random.Generator) -> Pixels:
    """Normal chance: every row a stretch from anywhere in a long run of it, which is ten times
    quicker than drawing each number and looks no different."""
    rows, columns = shape
    run = _long_run()
    chance = np.empty((rows, columns), np.float32)
    for row, start in zip(chance, rng.integers(0, len(run) - columns, rows), strict=True):
        row[:] = run[start : start + columns]
    return chance


@kept(most=1, mb=9)
def _long_run() -> Pixels:
    return np.random.default_rng(12).standard_normal(2**21, np.float32)


def balance(white_k: float) -> FloatArray:
    """What makes a light of so many kelvin grey, green as it is."""
    rgb = white_rgb(white_k)
    return np.asarray(rgb[1] / np.maximum(rgb, 0.05))


STEPS = 2**14  # of light, evenly apart in its root, each with its level


def to_levels(signal: Pixels, white: float, per_grey: float) -> np.ndarray:
    """sRGB levels, (rows, columns, 3), of electrons a plane; mid-grey at 18 %. [iec61966]

    white, per_grey: electrons of white and of mid-grey.
    """
    steps = np.linspace(0, 1, STEPS) ** 2
    bent = _shoulder(steps * white / per_grey * MID_GREY, white / per_grey * MID_GREY)
    curved = np.where(bent <= 0.0031308, 12.92 * bent, 1.055 * bent ** (1 / 2.4) - 0.055)
    level = np.asarray(curved * (LEVELS - 1) + 0.5).astype(np.uint8)
    levels = np.empty((*signal.shape[1:], 3), np.uint8)
    for k, plane in enumerate(signal):
        share = np.sqrt(np.maximum(plane * np.float32(1 / white), 0))
        levels[..., k] = level[(share * np.float32(STEPS - 1)).astype(np.uint16)]
    return levels


def _shoulder(linear: FloatArray, white: float) -> FloatArray:
    """The plain curve: as it is to SHOULDER_FROM, from there bent so that `white` is 1."""
    room, over = 1 - SHOULDER_FROM, max(white - SHOULDER_FROM, 0.05)
    left = np.clip(1 - (linear - SHOULDER_FROM) / over, 0, 1)
    bent = np.where(linear > SHOULDER_FROM, 1 - room * left ** (over / room), linear)
    return np.clip(bent, 0, 1)


def level_share(stops: float, body: Body, iso: float) -> float:
    """Where light so far from mid-grey lies along a histogram, 0 to 1."""
    linear = np.array([MID_GREY * 2.0**stops])
    bent = float(_shoulder(linear, MID_GREY * 2 ** headroom_stops(body, iso))[0])
    return 12.92 * bent if bent <= 0.0031308 else 1.055 * bent ** (1 / 2.4) - 0.055


def headroom_stops(body: Body, iso: float) -> float:
    """From mid-grey to full. [stops]"""
    noise = body.noise or PLAIN_NOISE
    pitch_um = body.sensor.pixel_pitch_um
    return math.log2(white_e(noise, pitch_um, iso) / signal_e(noise, pitch_um, iso, 0.0))
