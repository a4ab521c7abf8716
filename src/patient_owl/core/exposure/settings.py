"""The arithmetic of light: exposure value, stops, and solving one control for the rest.

Exposure value is stated for ISO 100 throughout: EV100 = log2(N²/t) − log2(S/100).
[cipa-dc008 annex C; iso2720]
"""

import math
from collections.abc import Collection, Mapping
from dataclasses import dataclass

import numpy as np

from patient_owl.core.constants import INCIDENT_METER_C, REFLECTED_METER_K
from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.types import FloatArray

Positions = Mapping[Control, DialValue]  # where every control stands on its dial

# A shutter closed by hand is known to a third of a stop, as dials go; what is worked out beforehand
# for one closed early reaches this far. Ours.
EARLIEST_THIRDS = 9


def thirds_early(set_s: float, open_s: float) -> int:
    """By how many thirds of a stop a frame was closed early; none where nobody would see it."""
    return max(0, round(3 * math.log2(set_s / open_s)))


def share_open(thirds: int) -> float:
    """The least share of its time a frame was open for that was closed so many thirds early."""
    return float(2.0 ** (-(thirds + 0.5) / 3))


@dataclass(frozen=True)
class Settings:
    """What the camera is set to; exact values, not labels.

    exposure_s [s] > 0; f_number [1] > 0; iso [1] > 0; nd_stops [stops] ≥ 0 of filters;
    lost_stops [stops] ≥ 0 to the reciprocity of a film.
    """

    exposure_s: float
    f_number: float
    iso: float
    nd_stops: float = 0.0
    lost_stops: float = 0.0

    @property
    def ev100(self) -> float:
        """The scene EV100 these settings render at mid-grey. [stops]"""
        return self.ev100_by(CONTROLS)

    def ev100_by(self, controls: Collection[Control]) -> float:
        """The part of `ev100` that these controls make: the others as at 1 s, f/1, ISO 100, bare.

        A light that draws across the frame while the shutter is open does not answer to time, so
        what renders it is the exposure value by the other controls alone. [stops]
        """
        ev100 = 0.0
        if "exposure_s" in controls:
            ev100 += self.lost_stops - math.log2(self.exposure_s)
        if "f_number" in controls:
            ev100 += 2 * math.log2(self.f_number)
        if "iso" in controls:
            ev100 -= math.log2(self.iso / 100)
        if "nd_stops" in controls:
            ev100 += self.nd_stops
        return ev100


def settings_on(dials: Mapping[Control, Dial], positions: Mapping[Control, DialValue]) -> Settings:
    """The settings of dial positions, film's reciprocity included."""
    values = {control: position.value for control, position in positions.items()}
    film = dials["exposure_s"].film
    lost = film.lost_stops(values["exposure_s"]) if film else 0.0
    return Settings(**values, lost_stops=lost)


def positions_near(
    dials: Mapping[Control, Dial], settings: Settings
) -> Mapping[Control, DialValue]:
    """The dial positions nearest to settings, which may be of another camera or lens."""
    return {control: dial.nearest(getattr(settings, control)) for control, dial in dials.items()}


def stops_between(first: Settings, second: Settings) -> float:
    """How much brighter `second` renders the same scene than `first`. [stops]"""
    return first.ev100 - second.ev100


def ev100_from_luminance(luminance_cd_m2: FloatArray | float) -> FloatArray:
    """EV100 of a reflected reading: N²/t = L·S/K. [iso2720]"""
    return np.asarray(np.log2(np.asarray(luminance_cd_m2) * 100 / REFLECTED_METER_K))


def ev100_from_illuminance(illuminance_lux: FloatArray | float) -> FloatArray:
    """EV100 of an incident reading, flat receptor: N²/t = E·S/C. [iso2720]"""
    return np.asarray(np.log2(np.asarray(illuminance_lux) * 100 / INCIDENT_METER_C))
