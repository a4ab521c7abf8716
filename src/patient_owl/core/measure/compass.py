"""How far a phone's compass is to be trusted, before and after it is set on something known."""

import math

from patient_owl.core.measure.formula import name, of

# A phone's compass errs by 5° to 10° until it is set. Common practice.
UNSET_SD_DEG = 7.5
TYPED_SD_DEG = 3.0  # of a bearing read off a hand compass or a map; ours
AIM_SD_DEG = 0.7  # how well a hand lays a phone's edge on a point; ours
TILT_SD_DEG = 0.7  # of a phone's own level, and of laying it on; ours
SWEEP_STEP_DEG = 2.0  # of bearing a swept skyline keeps a point; finer than a hand points; ours
SWEEP_JOINS_DEG = 2 * SWEEP_STEP_DEG  # what is kept nearer to a swept point gives way; ours
HOLD_S = 2.0  # a reading is taken over so long; ours
STEADY_S = 0.4  # what is shown is the mean of so long: steady within half a second; ours
WANDERS_DEG = 3.0  # of spread while held still: iron or a magnet is near; ours
TREMBLES_DEG = 1.5  # of spread in tilt: a hand that is not still; ours
JUMPS_DEG = 30.0  # between two events: no hand turns so; ours
NEAR_DEG = 25.0  # what stands so near to where one points is named; ours
SILENT_S = 1.5  # without an event: the sensor has stopped; ours
STEEP_DEG = 75.0  # beyond, a bearing means nothing; ours
# A frame without a compass of its own turns away slowly. Ours, after what gyroscopes drift.
DRIFT_DEG_S = 5.0 / 3600
# What a compass is set on stands low enough to be aimed at. Common practice.
SET_BELOW_DEG = 45.0
SET_ABOVE_DEG = 1.0
SKY_SD_DEG = 0.1  # of a body told ten minutes apart and joined by straight lines
LANDMARK_LEAST_M = 100.0  # nearer, ten metres are too much of its bearing; ours
LANDMARK_SD_M = 10.0  # how well its coordinates, and one's own, are known; ours
SET_SD_MOST_DEG = 30.0  # a correction so large is asked about; ours

_READ, _KNOWN = name("read_deg"), name("known_deg")

TILT_SD = of("hypot", name("spread_deg"), TILT_SD_DEG)

# What is added to a bearing that was read, and its ±.
CORRECTION = of("offset", _KNOWN - _READ)
SET_SD = of("hypot", of("hypot", name("spread_deg"), name("known_sd_deg")), AIM_SD_DEG)

# A bearing as it is, and its ±: own_sd_deg is the compass's, set or not.
TRUE_BEARING = of("bearing", _READ + name("correction_deg"))
BEARING_SD = of(
    "hypot",
    of("hypot", name("spread_deg"), name("own_sd_deg")),
    of("hypot", AIM_SD_DEG, name("drift_s") * DRIFT_DEG_S),
)


def landmark_sd_deg(distance_m: float) -> float:
    """How well the bearing of something known by coordinates is known."""
    return math.degrees(math.atan2(LANDMARK_SD_M, distance_m))
