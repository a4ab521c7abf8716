"""Lamps that people carry, as physics: how much light goes where.

A torch is known by its lumens and beam, by candela, or by the distance its maker prints; all of
them come down to candela on the axis. A panel is known by the lux it gives at one metre, a flash by
its guide number, a tool that points into the lens by the candela it sends there.
"""

import math
from dataclasses import dataclass, replace

from patient_owl.core.errors import WrongValue
from patient_owl.core.tables.air import AirKey

# Where the beam of a torch gives a quarter of a lux, about a full Moon, its printed reach ends.
BEAM_REACH_LUX = 0.25  # [fl1]
NARROWEST_BEAM_DEG = 0.1  # no torch throws a narrower one; common practice


def intensity_from_lumens(lumens: float, beam_deg: float) -> float:
    """Candela on the axis of a beam that is even inside its full angle: I = Φ/(2π(1 − cos θ/2)).

    lumens > 0; beam_deg NARROWEST_BEAM_DEG to 360. WrongValue outside. [derived_lamp]
    """
    if lumens <= 0:
        raise WrongValue("lumens", "more than 0 lm", lumens)
    if not NARROWEST_BEAM_DEG <= beam_deg <= 360:
        raise WrongValue("beam_deg", f"{NARROWEST_BEAM_DEG:g} to 360°", beam_deg)
    # 1 − cos θ/2 as 2·sin² θ/4: narrow beams would lose their digits
    return lumens / (4 * math.pi * math.sin(math.radians(beam_deg) / 4) ** 2)


def intensity_from_reach(beam_distance_m: float) -> float:
    """Candela on the axis of a torch whose maker prints a beam distance: I = 0.25 lx · D². [fl1]"""
    if beam_distance_m <= 0:
        raise WrongValue("beam_distance_m", "more than 0 m", beam_distance_m)
    return BEAM_REACH_LUX * beam_distance_m**2


def illuminance_lux(intensity_cd: float, distance_m: float, angle_deg: float = 0.0) -> float:
    """Lux on a surface: I·cos α/d². angle_deg: from square on, under 90. WrongValue at 0 m."""
    if distance_m <= 0:
        raise WrongValue("distance_m", "more than 0 m", distance_m)
    if not 0 <= angle_deg < 90:
        raise WrongValue("angle_deg", "0 to under 90°", angle_deg)
    return intensity_cd * math.cos(math.radians(angle_deg)) / distance_m**2


def spot_area_m2(beam_deg: float, distance_m: float) -> float:
    """What a beam covers at a distance; infinite for one that goes everywhere. [m²]"""
    if beam_deg >= 180:
        return math.inf
    return math.pi * (distance_m * math.tan(math.radians(beam_deg) / 2)) ** 2


@dataclass(frozen=True)
class Torch:
    """A lamp that lights what it is pointed at: torch, phone, headlamp, headlights of a car.

    intensity_cd: on the axis, at its brightest, gel included. beam_deg: full angle. dims_stops:
    how far its own steps take it down.
    """

    intensity_cd: float
    beam_deg: float
    dims_stops: float = 0.0


@dataclass(frozen=True)
class Beam:
    """A torch held up into the air, which shows its beam."""

    torch: Torch
    air: AirKey


@dataclass(frozen=True)
class Panel:
    """A light that stands and burns: panel, tube, lantern.

    lux_at_1m: square on, at full power, gel included. least_share: its lowest step, of 1.
    colour_temperature_k: of its white.
    """

    lux_at_1m: float
    least_share: float = 0.01
    colour_temperature_k: float = 5000.0


@dataclass(frozen=True)
class Flash:
    """guide_number_m: at ISO 100 and full power. least_power: its lowest step, of 1. recycle_s: to
    the next flash at full power."""

    guide_number_m: float
    least_power: float = 1 / 128
    recycle_s: float = 3.0


@dataclass(frozen=True)
class Tool:
    """What points at the lens and draws: pen, orb, blade, tube, bar.

    intensity_cd: toward the lens, gel included. width_m: across the line it draws. length_m: of
    its lit part, across the band it draws when it is carried along upright. pixels: of a bar that
    shows pictures, else 0. dims_stops: how far its own steps take it down.
    """

    intensity_cd: float
    width_m: float
    length_m: float = 0.0
    pixels: int = 0
    dims_stops: float = 0.0

    @property
    def upright(self) -> "Tool":
        """Carried along upright, as a blade or bar is: its light is spread over its length."""
        return replace(self, width_m=max(self.width_m, self.length_m))


Lamp = Torch | Beam | Panel | Flash | Tool
