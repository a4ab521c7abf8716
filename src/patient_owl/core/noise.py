"""How clean a frame is: electrons collected against the noise of collecting them.

SNR = Q / √(Q + D·t + R²), with Q electrons of signal, D dark current, t the exposure and R
read noise. [emva1288] Read noise has two stages: one before the amplifier, one after it,
which a higher ISO divides away: R(S) = √(R_pre² + (R_post·S0/S)²); past the ISO where the
first dominates, the sensor's knee, more ISO costs highlights and buys nothing.

Brightness on the sensor follows ISO 12232: mid-grey is rendered by H = 10/S lx·s (its
recommended exposure index) and the sensor saturates at 78/S lx·s. [iso12232]
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import nnls

from patient_owl.core.constants import LIGHT_SPEED_M_S, LUMINOUS_EFFICACY_LM_W, PLANCK_J_S
from patient_owl.core.errors import WrongValue

MID_GREY_LX_S = 10.0  # lx·s × ISO; [iso12232], recommended exposure index
SATURATION_LX_S = 78.0  # lx·s × ISO; [iso12232], saturation-based speed
HEADROOM_STOPS = math.log2(SATURATION_LX_S / MID_GREY_LX_S)  # mid-grey to clipping, 2.96

WAVELENGTH_M = 555e-9  # where a lumen is defined; broad light carries somewhat more photons
# Photons that a lux lays on a square micrometre in a second, 1/(683·hc/λ)·1e-12.
PHOTONS_PER_LX_S_UM2 = (
    WAVELENGTH_M / (LUMINOUS_EFFICACY_LM_W * PLANCK_J_S * LIGHT_SPEED_M_S) * 1e-12
)

DARK_REFERENCE_C = 20.0  # temperature at which a sensor's dark current is stated
DARK_DOUBLING_C = 6.5  # dark current doubles every 6 to 7 °C; [emva1288] and common practice
KNEE_SHARE = 0.5  # knee: read noise after the amplifier has fallen to half of that before it


@dataclass(frozen=True)
class SensorNoise:
    """A sensor as EMVA 1288 describes one.

    full_well_e, read_pre_e, read_post_e (at base_iso) [e⁻]; dark_e_s at 20 °C [e⁻/s];
    quantum_efficiency [1]; base_iso [1].
    """

    full_well_e: float
    read_pre_e: float
    read_post_e: float
    dark_e_s: float
    quantum_efficiency: float
    base_iso: float = 100

    def read_e(self, iso: float) -> float:
        """Read noise at an ISO. [e⁻]"""
        return math.hypot(self.read_pre_e, self.read_post_e * self.base_iso / iso)

    def dark_rate_e_s(self, temperature_c: float) -> float:
        """Dark current at a temperature. [e⁻/s]"""
        return float(self.dark_e_s * 2 ** ((temperature_c - DARK_REFERENCE_C) / DARK_DOUBLING_C))

    @property
    def knee_iso(self) -> float:
        """Where a higher ISO stops lowering read noise worth having."""
        return self.base_iso * max(1.0, self.read_post_e / (KNEE_SHARE * self.read_pre_e))


@dataclass(frozen=True)
class Tone:
    """A tone of the picture: stops from mid-grey, its signal and SNR."""

    stops: float
    signal_e: float
    snr: float
    is_clipped: bool


def signal_e(noise: SensorNoise, pixel_pitch_um: float, iso: float, stops: float) -> float:
    """Electrons of a tone `stops` from where ISO `iso` puts mid-grey, unclipped. [e⁻]"""
    exposure_lx_s = MID_GREY_LX_S / iso * 2**stops
    photons = exposure_lx_s * PHOTONS_PER_LX_S_UM2 * pixel_pitch_um**2
    return photons * noise.quantum_efficiency


def snr(
    noise: SensorNoise, signal: float, exposure_s: float, iso: float, temperature_c: float
) -> float:
    """Signal over noise of one photosite. [1] [emva1288]"""
    variance = signal + noise.dark_rate_e_s(temperature_c) * exposure_s + noise.read_e(iso) ** 2
    return signal / math.sqrt(variance)


def tone(
    noise: SensorNoise,
    pixel_pitch_um: float,
    exposure_s: float,
    iso: float,
    stops: float,
    temperature_c: float,
    frames: int = 1,
) -> Tone:
    """A tone's signal and SNR; `frames` averaged gain √frames."""
    signal = signal_e(noise, pixel_pitch_um, iso, stops)
    frame_snr = snr(noise, min(signal, noise.full_well_e), exposure_s, iso, temperature_c)
    clipped = stops > HEADROOM_STOPS or signal > noise.full_well_e
    return Tone(stops, signal, frame_snr * math.sqrt(frames), clipped)


def highest_iso_for(
    noise: SensorNoise,
    pixel_pitch_um: float,
    exposure_s: float,
    stops: float,
    least_snr: float,
    temperature_c: float,
) -> float:
    """The highest ISO at which a tone still reaches `least_snr`.

    From SNR² · (Q + D·t + R²) = Q²; R is taken at its floor, which errs by under a tenth of
    a stop above the knee, where this limit lies.
    """
    fixed = noise.dark_rate_e_s(temperature_c) * exposure_s + noise.read_pre_e**2
    least_signal_e = (least_snr**2 + least_snr * math.sqrt(least_snr**2 + 4 * fixed)) / 2
    return signal_e(noise, pixel_pitch_um, 1.0, stops) / least_signal_e


def lowest_tone_stops(
    noise: SensorNoise,
    pixel_pitch_um: float,
    exposure_s: float,
    iso: float,
    least_snr: float,
    temperature_c: float,
) -> float:
    """The darkest tone, stops from mid-grey, that still reaches `least_snr`; solved as above."""
    fixed = noise.dark_rate_e_s(temperature_c) * exposure_s + noise.read_e(iso) ** 2
    least_signal_e = (least_snr**2 + least_snr * math.sqrt(least_snr**2 + 4 * fixed)) / 2
    return math.log2(least_signal_e / signal_e(noise, pixel_pitch_um, iso, 0.0))


def two_stage(table: Sequence[tuple[float, float]], base_iso: float) -> tuple[float, float]:
    """Read noise before and after the amplifier from (ISO, e⁻) readings. [e⁻]

    Least squares on R² = R_pre² + R_post²·(S0/S)², neither below nothing. WrongValue for
    fewer than two readings or one that is not positive.
    """
    if len(table) < 2 or any(iso <= 0 or read <= 0 for iso, read in table):
        raise WrongValue("read_noise_e", "two or more rows of ISO and electrons, all over 0", table)
    gains = np.array([(base_iso / iso) ** 2 for iso, _ in table])
    squares = np.array([read**2 for _, read in table])
    (pre_squared, post_squared), _ = nnls(np.stack([np.ones_like(gains), gains], axis=1), squares)
    return max(math.sqrt(pre_squared), 0.1), math.sqrt(post_squared)
