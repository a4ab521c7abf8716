"""How long stars stay points: three schools side by side, the chosen one drives."""

from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.output import ShownAs, output_px
from patient_owl.core.optics.camera import Sensor
from patient_owl.core.optics.star_drift import (
    SKY_TURN_RAD_PER_S,
    StarDrift,
    limit_by_aperture_pitch_focal_s,
    limit_by_drift_s,
    limit_by_rule_of_500_s,
)
from patient_owl.core.reason import Quantities


def still_s(sensor: Sensor, focal_length_mm: float, shown_as: ShownAs) -> float:
    """How long a star on the celestial equator, in the middle of the frame, stays a point as the
    picture is shown. [s] Source: derived_drift."""
    px_per_s = 1000 * focal_length_mm * SKY_TURN_RAD_PER_S / sensor.pixel_pitch_um
    return limit_by_drift_s(px_per_s, output_px(sensor, shown_as))


MOST_DRIFT_PX = 6.0  # further, and a star is a line, however soft it is; common practice
_OF_PIXELS = 6000  # across, on which that is seen


def stars_drawn(drift: StarDrift | None, kit: Kit, tolerance_px: float) -> tuple[Limit, ...]:
    """Where stars are lines and no points any more; none when the frame shows no sky.

    tolerance_px: somebody's own, who may want lines.
    """
    if drift is None:
        return ()
    scaled_px = MOST_DRIFT_PX * max(1.0, kit.body.sensor.width_px / _OF_PIXELS)
    most_px = max(scaled_px, tolerance_px)
    quantities = {"drift_px_per_s": drift.drift_px_per_s, "drift_tolerance_px": most_px}
    longest_s = limit_by_drift_s(drift.drift_px_per_s, most_px)
    return (Limit("stars_drawn", "exposure_s", "at_most", longest_s, quantities, "derived_drift"),)


def star_limits(
    drift: StarDrift | None,
    kit: Kit,
    f_number: float,
    tolerance_px: float,
    school: str,
    drives: bool = True,
) -> tuple[Limit, ...]:
    """The schools for the worst place of the frame; none when the frame shows no sky."""
    if drift is None:
        return ()
    sensor, focal_length_mm = kit.body.sensor, kit.lens.focal_length_mm
    shared: dict[str, float | str] = {
        "focal_length_mm": focal_length_mm,
        "place": drift.place,
        "declination_deg": drift.declination_deg,
    }
    schools: dict[str, tuple[float, Quantities, str]] = {
        "pixel_drift": (
            limit_by_drift_s(drift.drift_px_per_s, tolerance_px),
            {
                **shared,
                "drift_px_per_s": drift.drift_px_per_s,
                "drift_tolerance_px": tolerance_px,
                "pixel_pitch_um": sensor.pixel_pitch_um,
            },
            "derived_drift",
        ),
        "aperture_pitch_focal": (
            limit_by_aperture_pitch_focal_s(
                f_number, focal_length_mm, sensor.pixel_pitch_um, drift.least_declination_deg
            ),
            {
                **shared,
                "f_number": f_number,
                "pixel_pitch_um": sensor.pixel_pitch_um,
                "declination_deg": drift.least_declination_deg,
            },
            "michaud",
        ),
        "rule_of_500": (
            limit_by_rule_of_500_s(focal_length_mm, sensor.crop_factor),
            {**shared, "crop_factor": sensor.crop_factor},
            "common_practice",
        ),
    }
    return tuple(
        Limit(
            code=f"stars_{key}",
            control="exposure_s",
            sense="at_most",
            value=value,
            quantities=quantities,
            source=source,
            school=key,
            drives=drives and key == school,
        )
        for key, (value, quantities, source) in schools.items()
    )
