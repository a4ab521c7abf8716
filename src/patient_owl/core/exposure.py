"""The arithmetic of light: exposure value, stops, and solving one control for the rest.

Exposure value is stated for ISO 100 throughout: EV100 = log2(N²/t) − log2(S/100).
[cipa-dc008 annex C; iso2720]
"""

import math
from dataclasses import dataclass, replace

from patient_owl.core.constants import INCIDENT_METER_C, REFLECTED_METER_K
from patient_owl.core.dials import Control


@dataclass(frozen=True)
class Settings:
    """What the camera is set to; exact values, not labels.

    exposure_s [s] > 0; f_number [1] > 0; iso [1] > 0; nd_stops [stops] ≥ 0 of filters.
    """

    exposure_s: float
    f_number: float
    iso: float
    nd_stops: float = 0.0

    @property
    def ev100(self) -> float:
        """The scene EV100 these settings render at mid-grey. [stops]"""
        return (
            math.log2(self.f_number**2 / self.exposure_s)
            - math.log2(self.iso / 100)
            + self.nd_stops
        )

    def following(self, control: Control, ev100: float) -> "Settings":
        """The same settings with `control` moved, unrounded, so that `ev100` is mid-grey."""
        missing_stops = self.ev100 - ev100  # positive: needs more exposure
        if control == "exposure_s":
            return replace(self, exposure_s=self.exposure_s * 2**missing_stops)
        if control == "f_number":
            return replace(self, f_number=self.f_number * 2 ** (-missing_stops / 2))
        return replace(self, iso=self.iso * 2**missing_stops)


def stops_between(first: Settings, second: Settings) -> float:
    """How much brighter `second` renders the same scene than `first`. [stops]"""
    return first.ev100 - second.ev100


def stops_per_step(control: Control, first: float, second: float) -> float:
    """Brightness gained when one control moves from `first` to `second`. [stops]"""
    ratio = math.log2(second / first)
    return -2 * ratio if control == "f_number" else ratio


def ev100_from_luminance(luminance_cd_m2: float) -> float:
    """EV100 of a reflected reading: N²/t = L·S/K. [iso2720]"""
    return math.log2(luminance_cd_m2 * 100 / REFLECTED_METER_K)


def ev100_from_illuminance(illuminance_lux: float) -> float:
    """EV100 of an incident reading, flat receptor: N²/t = E·S/C. [iso2720]"""
    return math.log2(illuminance_lux * 100 / INCIDENT_METER_C)
