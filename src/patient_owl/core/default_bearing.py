"""Where a camera is turned that nobody turned yet: to what its kind of picture is of."""

import numpy as np

from patient_owl.core.constants import NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG
from patient_owl.core.kinds import RECIPES
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing
from patient_owl.core.plan.types import Faces
from patient_owl.core.sky import tracks
from patient_owl.core.sky.rising import over_horizon_deg
from patient_owl.core.sky.targets import target

# How far up one tilts, degrees. Common practice: land in the lowest third, what it is of above.
SKY_TILT_DEG = 20.0
LAND_TILT_DEG = 4.0
HIGHEST_TILT_DEG = 40.0
POLE_SHARE = 0.75  # of the pole's height: the circles stand over land


def facing(night: NightContext, at_s: float, discipline: str) -> Framing:
    """A sensible framing of a new shot, landscape.

    Star trails to the pole; stars to the core while it is up, else where stars climb highest; what
    lives from the sky's light to where the Sun's glow stands in twilight; the rest level, away
    from the pole.
    """
    faces: Faces = RECIPES[discipline].faces if discipline in RECIPES else "level"
    northern = night.site.latitude_deg >= 0
    pole, equatorward = (0.0, 180.0) if northern else (180.0, 0.0)
    if faces == "pole":
        pole_deg = abs(night.site.latitude_deg)
        return Framing(pole, round(min(pole_deg * POLE_SHARE, HIGHEST_TILT_DEG)))
    moment = np.array([at_s])
    core = target(tracks.GALACTIC_CORE)
    if faces == "core" and over_horizon_deg(core, night.site, night.horizon, moment)[0] > 0:
        seen = tracks.track_of(core, night.site, moment)
        tilt = min(float(seen.apparent_altitude_deg[0]) / 2 + LAND_TILT_DEG, HIGHEST_TILT_DEG)
        return Framing(round(float(seen.azimuth_deg[0])) % 360, round(tilt))
    if faces == "core":
        return Framing(equatorward, SKY_TILT_DEG)
    sun = tracks.track(tracks.SUN, night.site, moment)
    if faces == "glow" and sun.true_altitude_deg[0] > NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG:
        return Framing(round(float(sun.azimuth_deg[0])) % 360, LAND_TILT_DEG)
    return Framing(equatorward, LAND_TILT_DEG if faces == "glow" else 0.0)
