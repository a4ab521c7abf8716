"""How long one walks between standing points in the dark."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from patient_owl.core.constants import EARTH_MEAN_RADIUS_M, KM_H
from patient_owl.core.errors import WrongValue
from patient_owl.core.order.job import shortest_ways

CAR = "the car"
WALKING_KM_H = 3.5  # with a tripod, in the dark: three to four; common practice
DETOUR = 1.3  # a path is longer than the straight line; common practice
MOST_SPOTS = 20


@dataclass(frozen=True)
class StandingPoint:
    """A standing point. minutes: of walking from others or CAR, where they were said. latitude_deg,
    longitude_deg: None where nobody said. only_while: the event of the place during which one comes
    there and away again, as over a causeway."""

    name: str
    minutes: tuple[tuple[str, float], ...] = ()
    latitude_deg: float | None = None
    longitude_deg: float | None = None
    only_while: str = ""


def distance_m(here: tuple[float, float], other: tuple[float, float]) -> float:
    """Over a round Earth, between two latitudes and longitudes [deg]; good to half a percent."""
    (lat0, lon0), (lat1, lon1) = (tuple(map(math.radians, at)) for at in (here, other))
    half = math.sin((lat1 - lat0) / 2) ** 2
    half += math.cos(lat0) * math.cos(lat1) * math.sin((lon1 - lon0) / 2) ** 2
    return 2 * EARTH_MEAN_RADIUS_M * math.asin(math.sqrt(half))


def walks_s(
    car: tuple[float, float], spots: Sequence[StandingPoint], walking_km_h: float = WALKING_KM_H
) -> tuple[tuple[float, ...], ...]:
    """Between CAR (first) and all spots: as said, else along the straight line with a detour, and
    never longer than by way of others. A spot of which nothing is known lies at the car."""
    if not walking_km_h > 0:
        raise WrongValue("walking_km_h", "a pace over 0 km/h", walking_km_h)
    names = [CAR, *(spot.name for spot in spots)]
    where = [car, *((spot.latitude_deg, spot.longitude_deg) for spot in spots)]
    ways = np.full((len(names), len(names)), np.inf)
    for i, here in enumerate(where):
        for j, there in enumerate(where):
            if None not in here and None not in there:
                way_m = DETOUR * distance_m(here, there)  # type: ignore[arg-type]
                ways[i, j] = way_m / (walking_km_h * KM_H)
    said: Mapping[tuple[str, str], float] = {
        (spot.name, other): 60 * minutes for spot in spots for other, minutes in spot.minutes
    }
    for (one, other), seconds in said.items():
        if other in names:
            i, j = names.index(one), names.index(other)
            ways[i, j] = ways[j, i] = seconds
    unknown = np.isinf(ways).sum(axis=1) == len(names)
    unknown[0] = False
    ways[unknown, 0] = ways[0, unknown] = 0.0
    return shortest_ways(ways)
