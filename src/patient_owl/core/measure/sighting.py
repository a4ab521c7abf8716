"""A subject measured by laying the phone on it, and where its height can be seen against the sky.

Plane on the spot; over longer ways the Earth's curve and the bending of light near the ground are
in. Positions are metres east and north.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from patient_owl.core.constants import EARTH_EQUATORIAL_RADIUS_KM
from patient_owl.core.measure.compass import LANDMARK_SD_M
from patient_owl.core.measure.formula import Term, name, of, worked
from patient_owl.core.measure.instrument import WATER_FILLS, Fill, Result, TypedEntry

EYE_M = 1.6  # a phone held before the eyes; common practice
LONGEST_M = 100_000.0  # further off no landmark is seen; ours
BEND = 0.13  # of the Earth's curve, taken back by air near the ground; [terrestrial-refraction]

# The drop of a level line below the tangent is this times the square of the way. [1/m]
DROP = (1 - BEND) / (2000 * EARTH_EQUATORIAL_RADIUS_KM)

_TOP, _BASE = name("top_deg"), name("base_deg")
_DISTANCE, _HEIGHT, _EYE = name("distance_m"), name("height_m"), name("eye_m")
_SPANNED = of("tan", _TOP) - of("tan", _BASE)

HEIGHT = _DISTANCE * _SPANNED
DISTANCE_BY_HEIGHT = _HEIGHT / _SPANNED
# On level ground the eye's own height is a base line.
DISTANCE_BY_EYE = _EYE / of("tan", -_BASE)
FOOT_OVER_YOU = _DISTANCE * of("tan", _BASE)

_DISTANCES = tuple(Fill(k) for k in ("distance_m", "stand_in.distance_m", "moving_m"))
_BEARINGS = (Fill("bearing_true_deg"), Fill("stand_in.bearing_true_deg"))

# How far it ran over the sensor while the shutter was open, at that distance: blur_mm turned round.
SPEED_BY_STREAK = (
    name("streak_percent")
    * 0.01
    * name("frame_height_mm")
    * _DISTANCE
    / (name("focal_length_mm") * name("exposure_s"))
)

# From two standing points, walked_m apart in the bearing way_deg: from the first of them.
_FIRST, _SECOND, _WAY = name("first_deg"), name("second_deg"), name("way_deg")
DISTANCE_BY_TWO = name("walked_m") * of("sin", _WAY - _SECOND) / of("sin", _FIRST - _SECOND)
_TWO_EAST_M, _TWO_NORTH_M = (DISTANCE_BY_TWO * of(f, _FIRST) for f in ("sin", "cos"))


# From coordinates: here to there.
_HERE = name("latitude_deg"), name("longitude_deg")
_THERE = name("there_latitude_deg"), name("there_longitude_deg")
WAY_M = of("way_m", *_HERE, *_THERE)
WAY_BEARING = of("bearing", of("way_bearing", *_HERE, *_THERE))
# where the two points are themselves known to some metres only
_EAST_M = WAY_M * of("sin", WAY_BEARING) + name("east_off_m")
_NORTH_M = WAY_M * of("cos", WAY_BEARING) + name("north_off_m")
_KNOWN_WAY_M = of("hypot", _EAST_M, _NORTH_M)
_KNOWN_BEARING = of("bearing", of("atan2", _EAST_M, _NORTH_M))


def _looks_high(distance_m: Term) -> Term:
    """over_m: how far its top lies over the ground here, which an eye is EYE_M over."""
    return of("atan", (name("over_m") - EYE_M) / distance_m - distance_m * DROP)


HEIGHT_ANGLE, _LOOKS_HIGH = _looks_high(_KNOWN_WAY_M), _looks_high(_DISTANCE)


def height_angle_deg(over_m: float, distance_m: float) -> float:
    """How high something looks that lies so far over the ground here. [deg]"""
    return worked(_LOOKS_HIGH, {"over_m": over_m, "distance_m": distance_m})


# Where must one stand: height_m over the ground one stands on, altitude_deg of what shall touch it.
_RISES = _HEIGHT - _EYE
_SLOPE = of("tan", name("altitude_deg"))
STAND_M = 2.0 * _RISES / (_SLOPE + of("sqrt", _SLOPE * _SLOPE + 4 * DROP * _RISES))
STAND_EAST_M = -(STAND_M * of("sin", name("azimuth_deg")))
STAND_NORTH_M = -(STAND_M * of("cos", name("azimuth_deg")))
# So far east and north of a point, its coordinates.
_FROM_HERE = *_HERE, name("east_m"), name("north_m")
AT_LATITUDE, AT_LONGITUDE = of("way_latitude", *_FROM_HERE), of("way_longitude", *_FROM_HERE)
# How far off a width of metres looks as wide as the body.
AS_WIDE_M = name("width_m") / (2.0 * of("tan", name("diameter_deg") * 0.5))


@dataclass(frozen=True)
class SightingInstrument:
    """sights: what the phone is laid on, in order; terms know each by its key, `base` as base_deg,
    its tilt, or by_bearing its true bearing; where one stands as latitude_deg and longitude_deg."""

    key: str
    sights: tuple[str, ...]
    given: tuple[TypedEntry, ...]
    results: tuple[Result, ...]
    by_bearing: bool = False


_FAR = TypedEntry("distance_m", "m", 50.0, 1.0, 100_000.0, sd_share=0.05)
_TALL = TypedEntry("height_m", "m", 10.0, 0.2, 9000.0, sd_share=0.03)
_AT_EYE = TypedEntry("eye_m", "m", EYE_M, 0.1, 100.0, sd=0.05)

_ALL = (
    SightingInstrument(
        "height",
        ("base", "top"),
        (_FAR,),
        (
            Result("height_m", "m", HEIGHT, (Fill("stand_in.height_m"), Fill("burst_height_m"))),
            Result("base_m", "m", FOOT_OVER_YOU, (Fill("stand_in.base_m"),)),
        ),
    ),
    SightingInstrument(
        "distance",
        ("base", "top"),
        (_TALL,),
        (Result("distance_m", "m", DISTANCE_BY_HEIGHT, _DISTANCES),),
    ),
    SightingInstrument(
        "by_eye",
        ("base",),
        (_AT_EYE,),
        (Result("distance_m", "m", DISTANCE_BY_EYE, _DISTANCES),),
    ),
    SightingInstrument(
        "two_points",
        ("way", "first", "second"),
        (TypedEntry("walked_m", "m", 20.0, 1.0, 5000.0, sd_share=0.05),),
        (
            Result("distance_m", "m", DISTANCE_BY_TWO, _DISTANCES),
            Result("east_m", "m", _TWO_EAST_M),
            Result("north_m", "m", _TWO_NORTH_M),
            Result("at_latitude_deg", "°", of("way_latitude", *_HERE, _TWO_EAST_M, _TWO_NORTH_M)),
            Result("at_longitude_deg", "°", of("way_longitude", *_HERE, _TWO_EAST_M, _TWO_NORTH_M)),
        ),
        by_bearing=True,
    ),
    SightingInstrument(
        "streak",
        (),
        (
            TypedEntry("streak_percent", "%", 10.0, 0.1, 100.0, sd_share=0.2),
            TypedEntry("exposure_s", "s", 1.0, 0.0001, 3600.0),
            _FAR,
            TypedEntry("focal_length_mm", "mm", 35.0, 4.0, 2000.0),
            TypedEntry("frame_height_mm", "mm", 24.0, 3.0, 200.0),
        ),
        (Result("water_speed_m_s", "m/s", SPEED_BY_STREAK, WATER_FILLS),),
    ),
    SightingInstrument(
        "coordinates",
        (),
        (
            TypedEntry("there_latitude_deg", "°", 0.0, -90.0, 90.0),
            TypedEntry("there_longitude_deg", "°", 0.0, -180.0, 180.0),
            TypedEntry("over_m", "m", 0.0, -500.0, 9000.0, sd=2.0),
            TypedEntry("point_sd_m", "m", LANDMARK_SD_M, 0.1, 1000.0),
            TypedEntry("east_off_m", "m", 0.0, 0.0, 0.0, sd_by="point_sd_m"),
            TypedEntry("north_off_m", "m", 0.0, 0.0, 0.0, sd_by="point_sd_m"),
        ),
        (
            Result("bearing_true_deg", "°", _KNOWN_BEARING, _BEARINGS),
            Result("distance_m", "m", _KNOWN_WAY_M, _DISTANCES),
            Result("height_angle_deg", "°", HEIGHT_ANGLE, (Fill("tilt_deg"),)),
        ),
    ),
)
# As high as a body stands when people look for it behind something. Common practice.
STAND_BETWEEN_DEG = (1.0, 12.0)
STAND_SUN_DEG = -4.0  # with the Sun no higher, but for itself; common practice
STAND_GIVEN = (_TALL, _AT_EYE, TypedEntry("width_m", "m", 5.0, 0.1, 2000.0))
SIGHTING_INSTRUMENTS: Mapping[str, SightingInstrument] = {
    instrument.key: instrument for instrument in _ALL
}
