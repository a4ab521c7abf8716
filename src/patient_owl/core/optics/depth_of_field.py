"""Depth of field, hyperfocal distance and diffraction of an ideal lens.

Thin lens, distances from the lens. c is the circle of confusion: diagonal/1500 for a print
at arm's length [common practice], or a number of pixels for looking closely.
References: [ray2002], ch. 22; Airy disc [hecht2016], sec. 10.2.5.
"""

from dataclasses import dataclass

from patient_owl.core.errors import WrongValue

DIAGONAL_SHARE = 1500.0  # of the sensor's diagonal; common practice, from 1/1500 at arm's length
WAVELENGTH_UM = 0.55  # green, where eyes and sensors are most sensitive
AIRY_FACTOR = 2.44  # first zero of the Airy pattern: diameter 2.44·λ·N


@dataclass(frozen=True)
class Depth:
    """What is sharp enough. near_m > 0; far_m infinity beyond the hyperfocal distance. [m]"""

    near_m: float
    far_m: float
    hyperfocal_m: float


def hyperfocal_m(focal_length_mm: float, f_number: float, confusion_um: float) -> float:
    """H = f²/(N·c) + f. [m] [ray2002]"""
    return (focal_length_mm**2 / (f_number * confusion_um / 1000) + focal_length_mm) / 1000


def depth_of_field(
    focal_length_mm: float, f_number: float, confusion_um: float, focus_m: float
) -> Depth:
    """Near s(H−f)/(H+s−2f) and far s(H−f)/(H−s). [ray2002]

    Raises WrongValue when the focus lies within the focal length.
    """
    focal_m = focal_length_mm / 1000
    if focus_m <= focal_m:
        raise WrongValue("focus_m", f"more than the focal length, {focal_m:g} m", f"{focus_m:g} m")
    far_point = hyperfocal_m(focal_length_mm, f_number, confusion_um)
    near = focus_m * (far_point - focal_m) / (far_point + focus_m - 2 * focal_m)
    beyond = focus_m >= far_point
    far = float("inf") if beyond else focus_m * (far_point - focal_m) / (far_point - focus_m)
    return Depth(near, far, far_point)


def confusion_um(diagonal_mm: float) -> float:
    """The usual circle of confusion, diagonal/1500. [µm]"""
    return diagonal_mm / DIAGONAL_SHARE * 1000


def airy_diameter_um(f_number: float) -> float:
    """Diameter of the Airy disc, 2.44·λ·N. [µm] [hecht2016]"""
    return AIRY_FACTOR * WAVELENGTH_UM * f_number


def diffraction_f_number(blur_um: float) -> float:
    """The f-number whose Airy disc is `blur_um` across."""
    return blur_um / (AIRY_FACTOR * WAVELENGTH_UM)


def aperture_for_depth(
    focal_length_mm: float, confusion_um: float, focus_m: float, near_m: float
) -> float:
    """The widest f-number that still renders `near_m` sharp with the focus at `focus_m`.

    From near = s(H−f)/(H+s−2f) solved for H, then N = f²/(c·(H−f)).
    """
    if not 0 < near_m < focus_m:
        raise WrongValue("near_m", f"less than the focus distance, {focus_m:g} m", f"{near_m:g} m")
    focal_m = focal_length_mm / 1000
    far_point = (focus_m * focal_m + near_m * (focus_m - 2 * focal_m)) / (focus_m - near_m)
    return focal_m**2 / (confusion_um * 1e-6 * (far_point - focal_m))
