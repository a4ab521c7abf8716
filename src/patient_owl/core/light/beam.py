"""A beam that is seen from the side, because the air in it throws light toward the lens.

Air through which one sees V metres takes σ = 3.912/V of the light out of each metre
[koschmieder1924], nearly all of it by scattering. What it throws to the side follows Henyey and
Greenstein's law [henyey1941], and once scattered it is not scattered again: good while the beam is
short against V. A line of sight across a beam of candela I and full angle θ, at r from the lamp,
meets it over w = 2·r·tan θ/2, so L = I·e^(−σr)/r² · σ·p(90°)·w, which falls as 1/r. [derived_beam]
"""

import math

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.settings import ev100_from_luminance
from patient_owl.core.light.lamp import Beam, Torch
from patient_owl.core.light.part import DRAWN, Lever, LightPart
from patient_owl.core.tables.air import VISIBILITY_M

CONTRAST_LN = 3.912  # −ln of the contrast of 0.02 at which things vanish in haze; [koschmieder1924]
FORWARD = 0.75  # Henyey and Greenstein's g of haze and fog drops; from memory, 0.7 to 0.85
SIGMA_STOPS = 1.5  # nobody measures haze; common practice
LEAST_HOLD_S, MOST_HOLD_S = 0.5, 1800.0  # a switch by hand; nobody holds still longer; ours
WIDEST_BEAM_DEG = 60.0  # wider is no beam any more, but a lit room of air; common practice


def extinction_per_m(visibility_m: float) -> float:
    """Share of the light that air takes out of each metre. [1/m] WrongValue for 0 m."""
    if visibility_m <= 0:
        raise WrongValue("visibility_m", "more than 0 m", visibility_m)
    return CONTRAST_LN / visibility_m


def scattered_per_sr(angle_deg: float) -> float:
    """Share of scattered light thrown into a steradian, so far off straight on. [henyey1941]"""
    cosine = math.cos(math.radians(angle_deg))
    around = 1 + FORWARD**2 - 2 * FORWARD * cosine
    return (1 - FORWARD**2) / (4 * math.pi * around * math.sqrt(around))


def scattered_luminance_cd_m2(lux: float, through_m: float, visibility_m: float) -> float:
    """Of air lit by so many lux and seen from the side, through so many metres of it."""
    return lux * extinction_per_m(visibility_m) * scattered_per_sr(90) * through_m


def beam_luminance_cd_m2(torch: Torch, along_m: float, visibility_m: float) -> float:
    """Of a beam seen from the side, so far from its lamp."""
    if along_m <= 0:
        raise WrongValue("distance_m", "more than 0 m", along_m)
    lux = torch.intensity_cd * math.exp(-extinction_per_m(visibility_m) * along_m) / along_m**2
    across_deg = min(torch.beam_deg, WIDEST_BEAM_DEG)
    through_m = 2 * along_m * math.tan(math.radians(across_deg) / 2)
    return scattered_luminance_cd_m2(lux, through_m, visibility_m)


def held_up(key: str, beam: Beam, along_m: float, placement_stops: float = 0.0) -> LightPart:
    """A beam held up into the air, as bright as it is `along_m` from the lamp. Its lever is how
    long it is held."""
    luminance = beam_luminance_cd_m2(beam.torch, along_m, VISIBILITY_M[beam.air])
    ev100 = float(ev100_from_luminance(luminance))
    lever = Lever("hold_s", 1.0, LEAST_HOLD_S, MOST_HOLD_S)
    return LightPart(key, "beam", ev100, SIGMA_STOPS, placement_stops, DRAWN, (lever,))
