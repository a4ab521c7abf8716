"""Bounds from what moves in front of the camera, and from those who perform for it."""

from patient_owl.core.constants import KM_H
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.motion.subject import (
    GHOST_SHARE,
    HOLD_STILL_S,
    LOOK_SHARES,
    Look,
    Vehicle,
    crossing_s,
    time_for_blur_s,
)


def water_limits(
    look: Look, speed_m_s: float, distance_m: float, frame_height_mm: float, kit: Kit
) -> tuple[Limit, ...]:
    """The stretch of times that draws water in the wanted look."""
    quantities = {
        "look": look,
        "speed_m_s": speed_m_s,
        "distance_m": distance_m,
        "focal_length_mm": kit.lens.focal_length_mm,
        "frame_height_mm": frame_height_mm,
    }
    bounds = []
    for sense, share in zip(("at_least", "at_most"), LOOK_SHARES[look], strict=True):
        time_s = time_for_blur_s(
            share * frame_height_mm, speed_m_s, distance_m, kit.lens.focal_length_mm
        )
        if 0 < time_s < float("inf"):
            code = "water_from" if sense == "at_least" else "water_to"
            bounds.append(
                Limit(code, "exposure_s", sense, time_s, {**quantities, "share": share})  # type: ignore[arg-type]
            )
    return tuple(bounds)


def subject_sharp(
    speed_m_s: float, distance_m: float, tolerance_px: float, kit: Kit, *, drives: bool = True
) -> Limit:
    """The longest time in which a moving subject stays within some pixels."""
    blur = tolerance_px * kit.body.sensor.pixel_pitch_um / 1000
    return Limit(
        "subject_sharp",
        "exposure_s",
        "at_most",
        time_for_blur_s(blur, speed_m_s, distance_m, kit.lens.focal_length_mm),
        {
            "speed_m_s": speed_m_s,
            "distance_m": distance_m,
            "tolerance_px": tolerance_px,
            "focal_length_mm": kit.lens.focal_length_mm,
            "pixel_pitch_um": kit.body.sensor.pixel_pitch_um,
        },
        "derived_motion",
        drives=drives,
    )


RUNS_SHARE = 0.05  # of the frame's width: a movement that reads as one; common practice


def subject_runs(speed_m_s: float, distance_m: float, frame_width_mm: float, kit: Kit) -> Limit:
    """The least time in which a movement draws visibly."""
    focal_length_mm = kit.lens.focal_length_mm
    return Limit(
        "subject_runs",
        "exposure_s",
        "at_least",
        time_for_blur_s(RUNS_SHARE * frame_width_mm, speed_m_s, distance_m, focal_length_mm),
        {
            "speed_m_s": speed_m_s,
            "distance_m": distance_m,
            "share": RUNS_SHARE,
            "focal_length_mm": focal_length_mm,
        },
        "derived_motion",
    )


def crossing(
    vehicle: Vehicle, distance_m: float, frame_width_mm: float, kit: Kit, crossings: float = 1
) -> Limit:
    """The least time in which a vehicle draws its trail through the whole frame."""
    one_s = crossing_s(vehicle, frame_width_mm, distance_m, kit.lens.focal_length_mm)
    return Limit(
        "crossing",
        "exposure_s",
        "at_least",
        one_s * crossings,
        {
            "speed_km_h": vehicle.speed_m_s / KM_H,
            "length_m": vehicle.length_m,
            "distance_m": distance_m,
            "frame_width_mm": frame_width_mm,
            "focal_length_mm": kit.lens.focal_length_mm,
            "crossing_s": one_s,
            "crossings": crossings,
        },
        "derived_motion",
    )


def counted(seconds: float, code: str = "counted") -> Limit:
    """The shutter stays open at least as long as something takes that was counted."""
    return Limit(code, "exposure_s", "at_least", seconds, {"counted_s": seconds})


def performer(seconds: float, delay_s: float) -> Limit:
    """The shutter may not close before the performer has finished."""
    quantities = {"performance_s": seconds, "delay_s": delay_s}
    return Limit("performer", "exposure_s", "at_least", seconds + delay_s, quantities)


def ghosts_vanish(dwell_s: float, *, drives: bool = True) -> Limit:
    """The least time in which passers-by leave no visible ghost."""
    return Limit(
        "ghosts_vanish",
        "exposure_s",
        "at_least",
        dwell_s / GHOST_SHARE,
        {"dwell_s": dwell_s, "share": GHOST_SHARE},
        "derived_ghost",
        drives=drives,
    )


def people_still() -> Limit:
    """The longest time a person holds still without help."""
    quantities = {"hold_still_s": HOLD_STILL_S}
    return Limit("people_still", "exposure_s", "at_most", HOLD_STILL_S, quantities)
