"""Bounds from hands, legs, wind, the release and the battery."""

import math

from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.motion.shake import STOUTEST_LOAD_KG, swing_px, time_within_s

MOST_HANDHELD_S = 1.0  # beyond it breath and pulse win over any stabiliser; common practice
SHAKE_TOLERANCE_PX = 2.0  # as for stars: nobody sees less in a print. Common practice
# A battery gives 30 % less in the cold; common practice. Halfway there at 10 °C.
COLD_SHARE, COLD_C, WARM_C = 0.7, 0.0, 20.0


def steady_s(crop_factor: float, focal_length_mm: float, stabiliser_stops: float = 0.0) -> float:
    """What steady hands hold: 1/(crop·f), a stabiliser's stops on top. [s] Common practice."""
    return min(2**stabiliser_stops / (crop_factor * focal_length_mm), MOST_HANDHELD_S)


def handheld(kit: Kit, braced_stops: float = 0.0, *, drives: bool = False) -> Limit:
    """What steady hands hold with this kit, a stance's stops on top."""
    crop, focal_length_mm = kit.body.sensor.crop_factor, kit.lens.focal_length_mm
    stabiliser_stops = kit.body.stabiliser_stops + braced_stops
    return Limit(
        "handheld",
        "exposure_s",
        "at_most",
        steady_s(crop, focal_length_mm, stabiliser_stops),
        {
            "most_s": MOST_HANDHELD_S,
            "crop_factor": crop,
            "focal_length_mm": focal_length_mm,
            "stabiliser_stops": stabiliser_stops,
        },
        drives=drives,
    )


def ceiling_mark(kit: Kit) -> Limit:
    """Where the camera's own timer ends: beyond it only a remote keeps the shutter open."""
    longest = [p for p in kit.dials["exposure_s"].values if not p.is_bulb][-1]
    return Limit(
        "in_camera_ceiling",
        "exposure_s",
        "at_most",
        longest.value,
        {"ceiling_s": kit.body.in_camera_ceiling_s},
        # a film is held open by hand
        drives=kit.body.film is None and kit.support.release not in ("cable", "timer"),
    )


def wind(gust_m_s: float, kit: Kit, *, drives: bool = False) -> Limit | None:
    """How long gusts leave the picture sharp; None when they do not matter at all."""
    sensor, load_kg = kit.body.sensor, kit.support.tripod_load_kg
    swing = swing_px(gust_m_s, load_kg, kit.lens.focal_length_mm, sensor.pixel_pitch_um)
    longest_s = time_within_s(swing, SHAKE_TOLERANCE_PX)
    if math.isinf(longest_s):
        return None
    return Limit(
        "wind",
        "exposure_s",
        "at_most",
        longest_s,
        {
            "gust_m_s": gust_m_s,
            "load_kg": load_kg or STOUTEST_LOAD_KG,
            "swing_px": swing,
            "tolerance_px": SHAKE_TOLERANCE_PX,
        },
        "derived_shake",
        drives=drives,
    )


def battery_min(kit: Kit, temperature_c: float) -> float | None:
    """Minutes of open shutter one battery gives at a temperature. [min]"""
    if kit.body.battery_min is None:
        return None
    cold = min(1.0, max(0.0, (WARM_C - temperature_c) / (WARM_C - COLD_C)))
    return kit.body.battery_min * (1 - (1 - COLD_SHARE) * cold)


def battery(kit: Kit, temperature_c: float) -> Limit | None:
    """One frame cannot outlast the battery; None for a body that needs none."""
    minutes = battery_min(kit, temperature_c)
    if minutes is None:
        return None
    return Limit(
        "battery",
        "exposure_s",
        "at_most",
        minutes * 60,
        {
            "battery_min": minutes,
            "temperature_c": temperature_c,
            "warm_c": WARM_C,
            "cold_c": COLD_C,
        },
    )
