"""Where practitioners differ: the schools this product carries side by side.

A school is a question with a handful of legitimate answers. Recipes ask it under the same
key; what the photographer chose once is the default of every new shot, and each shot may
differ. Common practice.
"""

from collections.abc import Mapping

from patient_owl.core.errors import WrongValue

SCHOOLS: Mapping[str, tuple[str, ...]] = {
    "star_school": ("pixel_drift", "aperture_pitch_focal", "rule_of_500"),
    "aperture_school": ("wide_open", "one_stop_down"),
    "focus_school": ("stars_sharp", "near_subject"),
    "trail_school": ("stack", "one_long"),
    "water_school": ("texture", "silk"),
    "contrast_school": ("bracket_blend", "dark_lift"),
    "city_aperture_school": ("f8", "f13"),
    "depth_school": ("depth", "light"),
    "burst_school": ("by_feel", "fixed_seconds"),
    "burst_focus_school": ("first_burst", "infinity_mark"),
    "colour_school": ("opposite", "neighbouring"),
    "tripod_school": ("tripod_low", "tripod_high"),
    "release_school": ("release_remote", "release_timer"),
    "noise_reduction_school": ("afterwards", "in_camera"),
}


def default_school(key: str) -> str:
    """The option that applies until the photographer picks one."""
    return SCHOOLS[key][0]


def checked_schools(given: Mapping[str, str]) -> dict[str, str]:
    """What was picked, when every key and option exists; else WrongValue."""
    for key, option in given.items():
        if key not in SCHOOLS:
            raise WrongValue("schools", "one of " + ", ".join(SCHOOLS), key)
        if option not in SCHOOLS[key]:
            raise WrongValue(key, "one of " + ", ".join(SCHOOLS[key]), option)
    return dict(given)
