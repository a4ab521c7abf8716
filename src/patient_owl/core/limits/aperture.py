"""Bounds on the aperture: depth, diffraction, and rays around lamps."""

from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.optics.depth_of_field import (
    aperture_for_depth,
    confusion_um,
    diffraction_f_number,
)

AIRY_LIMIT_PX = 2.5  # beyond it the sensor sees the blur; common practice
SUNSTAR_F_NUMBER = 2**3.5  # f/11: lamps grow rays from about here; common practice


def diffraction(kit: Kit) -> Limit:
    """The narrowest aperture whose Airy disc stays within AIRY_LIMIT_PX, as the lens prints it.

    Said as f/11 it must mean f/11: the dial's own position, not a value just short of it.
    """
    pitch_um = kit.body.sensor.pixel_pitch_um
    blur_um = AIRY_LIMIT_PX * pitch_um
    printed = kit.dials["f_number"].nearest(diffraction_f_number(blur_um)).value
    return Limit(
        "diffraction",
        "f_number",
        "at_most",
        max(printed, diffraction_f_number(blur_um)),
        {"limit_px": AIRY_LIMIT_PX, "pixel_pitch_um": pitch_um, "airy_um": blur_um},
        "hecht2016",
    )


def depth_needs(kit: Kit, focus_m: float, near_m: float) -> Limit:
    """The widest aperture that renders `near_m` sharp with the focus at `focus_m`."""
    confusion = confusion_um(kit.body.sensor.diagonal_mm)
    return Limit(
        "depth_needs",
        "f_number",
        "at_least",
        aperture_for_depth(kit.lens.focal_length_mm, confusion, focus_m, near_m),
        {
            "near_m": near_m,
            "focus_m": focus_m,
            "confusion_um": confusion,
            "focal_length_mm": kit.lens.focal_length_mm,
        },
        "ray2002",
    )


def rays_of(blades: int) -> int:
    """Rays around a lamp: as many as an even count of blades, twice an odd one."""
    return blades if blades % 2 == 0 else 2 * blades


def sunstar(kit: Kit) -> Limit:
    """The widest aperture at which lamps grow rays."""
    quantities = {"blades": kit.lens.blades, "rays": rays_of(kit.lens.blades)}
    return Limit("sunstar", "f_number", "at_least", SUNSTAR_F_NUMBER, quantities)
