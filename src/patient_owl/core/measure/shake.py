"""Is it steady? What a phone's gyroscope on the tripod's head says of shake, in px of a picture.

A swing of amplitude A about a mean, caught for T at a frequency f, moves within the frame with a
variance of A²/2 · (1 − sinc²(fT)), over all phases: slow swings are not seen by short times, quick
ones wholly. Frequencies add in variance. What is told is the full width at half height of the
smear, as stars are measured.
"""

import math

from patient_owl.core.measure.formula import Term, name, of

BETWEEN_HZ = (0.5, 25.0)  # slower is the sensor's own drift, quicker a phone does not sample
LISTENS_S = 8.0  # wind comes in breaths; ours
# Of a phone's gyroscope, a typical one; ours.
NOISE_DEG_S_PER_ROOT_HZ = 0.008
WIDTH_OF_SD = 2 * math.sqrt(2 * math.log(2))
STEADY_PX, SOFT_PX = 1.0, 2.0  # a pixel is not seen; beyond two it is, at 1:1; common practice
LEAST_EVENTS_HZ = 20.0  # fewer and the quick swings are not caught

_RATE, _HZ, _TIME = name("rate_deg_s"), name("hz"), name("exposure_s")

AMPLITUDE_DEG = _RATE / (_HZ * (2 * math.pi))
_TURN = _HZ * _TIME
_SINC = of("sin", _TURN * 180.0) / (_TURN * math.pi)
VARIANCE_DEG2: Term = AMPLITUDE_DEG * AMPLITUDE_DEG * 0.5 * (1.0 - _SINC * _SINC)
# the amplitude that noise alone shows in one band of the spectrum
NOISE_DEG_S: Term = NOISE_DEG_S_PER_ROOT_HZ * of("sqrt", 2.0 * name("band_hz"))
PX_PER_DEG: Term = of("tan", 1.0) * name("focal_length_mm") * 1000.0 / name("pixel_pitch_um")
SMEAR_PX: Term = WIDTH_OF_SD * of("sqrt", name("variance_deg2")) * PX_PER_DEG
