"""What stands in the sky through a night, step by step: to set a compass on, and to
say what stands where one points."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.measure.compass import SET_ABOVE_DEG
from patient_owl.core.sky.rising import RADII_KM
from patient_owl.core.sky.targets import Target, targets
from patient_owl.core.sky.tracks import Site, tracks_of
from patient_owl.core.types import FloatArray

STEP_S = 600.0  # between two steps a straight line leaves the way by 0.05° below 60°
# The twenty brightest stars and the pole's, by their numbers in the Hipparcos catalogue.
# fmt: off
_STARS = (
    32349, 30438, 69673, 91262, 24608, 24436, 37279, 7588, 27989, 68702, 97649,
    60718, 21421, 80763, 65474, 37826, 113368, 102098, 62434, 49669, 11767,
)
# fmt: on
_PLANETS = ("venus", "jupiter", "mars", "saturn")
# What an edge can be laid on, with the Sun no higher than so: the core has no middle to see, a
# radiant and a pole have nothing. [deg] Common practice.
SEEN_UNDER_SUN_DEG = {"sun": 90.0, "moon": 90.0, "planet": -4.0, "star": -7.0}
# What one asks for by name wherever one points; the rest is told where it stands near.
SOUGHT = ("core", "moon", "sun")


@dataclass(frozen=True)
class Up:
    """A body at each moment: azimuth, running on past 360°, and apparent altitude, refraction in;
    how wide it looks on the whole, 0 for a point. [deg]"""

    target: Target
    azimuth_deg: FloatArray
    altitude_deg: FloatArray
    diameter_deg: float


def up_in(site: Site, seconds: FloatArray, also: Sequence[str] = ()) -> tuple[Up, ...]:
    """What comes over the sea's horizon between these moments, best known first. [epoch_seconds]

    also: keys of more, such as the target chosen for the night.
    """
    keys = dict.fromkeys([*SOUGHT, *also, *_PLANETS, *(f"star-{hip}" for hip in _STARS)])
    sought = [targets()[key] for key in keys]
    bodies = []
    for target, track in zip(sought, tracks_of(sought, site, seconds), strict=True):
        altitude = track.apparent_altitude_deg
        if altitude.max() < SET_ABOVE_DEG:
            continue
        radius_km = RADII_KM.get(target.kind, 0.0)
        wide = 2 * np.degrees(np.arcsin(radius_km / track.distance_km)) if radius_km else [0.0]
        azimuth = np.unwrap(track.azimuth_deg, period=360)
        bodies.append(Up(target, azimuth, altitude, float(np.mean(wide))))
    return tuple(bodies)
