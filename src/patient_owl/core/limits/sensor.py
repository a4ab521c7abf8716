"""Bounds from the sensor: how dark it must be exposed, how high ISO may go."""

from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.noise import HEADROOM_STOPS, highest_iso_for

CLEAN_SNR = 10.0  # a mid-tone that prints clean, [iso12232] acceptable picture: 10:1


def clipping_ev100(highlight_ev100: float) -> float:
    """The lowest EV100 to set that keeps a highlight from clipping. [stops]"""
    return highlight_ev100 - HEADROOM_STOPS


def noise_floor(
    kit: Kit, exposure_s: float, shadow_stops: float, temperature_c: float, *, drives: bool = False
) -> Limit | None:
    """The highest ISO at which a tone `shadow_stops` from mid-grey reaches CLEAN_SNR.

    None for film and for a sensor nobody measured.
    """
    noise = kit.body.noise
    if noise is None:
        return None
    pitch_um = kit.body.sensor.pixel_pitch_um
    return Limit(
        "noise_floor",
        "iso",
        "at_most",
        highest_iso_for(noise, pitch_um, exposure_s, shadow_stops, CLEAN_SNR, temperature_c),
        {
            "snr": CLEAN_SNR,
            "shadow_stops": shadow_stops,
            "read_e": noise.read_pre_e,
            "dark_e": noise.dark_rate_e_s(temperature_c) * exposure_s,
        },
        "emva1288",
        drives=drives,
    )


def knee_mark(kit: Kit) -> Limit | None:
    """Past this ISO more gain costs highlights and buys nothing; a mark, not a bound."""
    noise = kit.body.noise
    if noise is None or noise.knee_iso <= noise.base_iso * 1.1:
        return None
    return Limit(
        "iso_knee",
        "iso",
        "at_most",
        noise.knee_iso,
        {"read_pre_e": noise.read_pre_e, "read_post_e": noise.read_post_e},
        "emva1288",
        drives=False,
    )
