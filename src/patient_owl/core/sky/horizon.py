"""What stands on a place's horizon: altitude by azimuth, joined by straight lines.

Azimuths from true north through east. An empty profile is the sea.
"""

import itertools
from dataclasses import dataclass

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.types import FloatArray, Pixels

MOST_POINTS = 720
LOWEST_DEG, HIGHEST_DEG = -10.0, 89.0  # a cliff looks down on the sea; nothing reaches the zenith


@dataclass(frozen=True)
class Horizon:
    """Points (azimuth_deg, altitude_deg), sorted by azimuth; no azimuth twice."""

    points: tuple[tuple[float, float], ...] = ()

    def __post_init__(self) -> None:
        if len(self.points) > MOST_POINTS:
            raise WrongValue("horizon", f"at most {MOST_POINTS} points", len(self.points))
        for azimuth, altitude in self.points:
            if not 0 <= azimuth < 360:
                raise WrongValue("horizon azimuth", "0 to under 360 degrees", f"{azimuth:g}")
            if not LOWEST_DEG <= altitude <= HIGHEST_DEG:
                raise WrongValue(
                    "horizon altitude",
                    f"{LOWEST_DEG:g} to {HIGHEST_DEG:g} degrees",
                    f"{altitude:g}",
                )
        azimuths = [azimuth for azimuth, _ in self.points]
        for before, after in itertools.pairwise(azimuths):
            if after <= before:
                raise WrongValue("horizon azimuth", f"more than {before:g}, in order", f"{after:g}")

    def altitude_deg(self, azimuth_deg: Pixels) -> FloatArray:
        """The skyline's altitude at each azimuth, same shape. [deg]"""
        if not self.points:
            return np.zeros(np.shape(azimuth_deg))
        azimuths, altitudes = np.array(self.points).T
        return np.asarray(np.interp(azimuth_deg, azimuths, altitudes, period=360))

    @property
    def outline(self) -> list[tuple[float, float]]:
        """The skyline all round, from north to north again, to be drawn."""
        edge = float(self.altitude_deg(np.array(0.0)))
        inner = [point for point in self.points if point[0] > 0]
        return [(0.0, edge), *inner, (360.0, edge)]


SEA = Horizon()


def horizon_from(pairs: list[tuple[float, float]]) -> Horizon:
    """A horizon from pairs in any order; 360° counts as 0°."""
    turned = sorted((azimuth % 360 if azimuth == 360 else azimuth, alt) for azimuth, alt in pairs)
    return Horizon(tuple(turned))
