"""When a body counts as up: its apparent upper limb over the place's own skyline."""

from patient_owl.core.sky import tracks
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.targets import Target
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import FloatArray

RADII_KM = {"moon": 1737.4, "sun": 695700.0}  # mean and nominal; [iau2015]


def over_horizon_deg(
    wanted: Target, site: Site, horizon: Horizon, seconds: FloatArray
) -> FloatArray:
    """Apparent altitude of a target (the Moon's and Sun's upper limb) over the skyline.

    The one definition of up and down: events, windows and searches ask it.
    """
    track = tracks.track_of(wanted, site, seconds)
    limb_deg = track.limb_altitude_deg(RADII_KM.get(wanted.kind, 0.0))
    return limb_deg - horizon.altitude_deg(track.azimuth_deg)
