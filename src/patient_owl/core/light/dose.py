"""Light that is carried over the subject: so many seconds on each spot of it.

Mid-grey wants H = C·N²/S lux seconds, so the light answers to aperture, ISO and filter, and to the
seconds somebody gives it, but not to how long the shutter is open. [iso2720]
"""

import math
from dataclasses import dataclass

from patient_owl.core.exposure.settings import ev100_from_illuminance
from patient_owl.core.light.lamp import Torch, illuminance_lux, spot_area_m2
from patient_owl.core.light.part import DRAWN, Lever, LightPart

MID_GREY_REFLECTANCE = 0.18  # what an incident meter takes a surface for; common practice
LEAST_DOSE_S = 0.2  # a flick over the subject; common practice
MOST_DOSE_S = 1800.0  # nobody stands on one spot longer; common practice
OVERLAP = 1 / 3  # of a spot with the next: a beam's edge counts half. Common practice.
# A hand, a beam that is not even, a surface nobody measured. Common practice.
SIGMA_STOPS = 0.8


def painted(
    key: str,
    torch: Torch,
    distance_m: float,
    angle_deg: float = 0.0,
    reflectance: float = MID_GREY_REFLECTANCE,
    placement_stops: float = 0.0,
    source: str = "torch",
) -> LightPart:
    """A torch over a subject. Its lever is the seconds on each spot."""
    lux = illuminance_lux(torch.intensity_cd, distance_m, angle_deg)
    ev100 = float(ev100_from_illuminance(lux)) + math.log2(reflectance / MID_GREY_REFLECTANCE)
    lever = Lever("dose_s", 1.0, LEAST_DOSE_S, MOST_DOSE_S)
    return LightPart(key, source, ev100, SIGMA_STOPS, placement_stops, DRAWN, (lever,))


@dataclass(frozen=True)
class Painting:
    """How a dose is given: so many spots, each so long. [s]"""

    dose_s: float
    spots: int

    @property
    def total_s(self) -> float:
        return self.dose_s * self.spots


def painting(torch: Torch, distance_m: float, area_m2: float, dose_s: float) -> Painting:
    """Spots over an area with their overlap; one where the beam covers all of it."""
    covers = spot_area_m2(torch.beam_deg, distance_m) * (1 - OVERLAP)
    return Painting(dose_s, max(1, math.ceil(area_m2 / covers)))


def source_size_deg(sweep_m: float, distance_m: float) -> float:
    """How large a lamp that is moved over a path looks from what it lights: 2·atan(s/2d).

    [derived_sweep]
    """
    return 2 * math.degrees(math.atan2(sweep_m / 2, distance_m))


def shadow_edge_m(sweep_m: float, distance_m: float, behind_m: float) -> float:
    """How soft the edge of a shadow is, cast from `behind_m` before the wall: x·s/d.

    [derived_sweep]
    """
    return behind_m * sweep_m / distance_m


def lit_radius_m(height_m: float, stops: float) -> float:
    """How far from the foot of a hanging lamp the ground is `stops` darker than under it: beside it
    I·cos³/h² is left. [derived_lamp]"""
    return height_m * math.sqrt(2 ** (2 * stops / 3) - 1)
