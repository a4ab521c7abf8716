"""Which way a phone points, from the three angles a browser gives [w3c-orientation].

alpha, beta, gamma turn the device about its own axes z, x, y in that order, from lying flat with
its top edge to the north of its frame. The screen's own turn comes beside them: what is up on it
when it is rotated. Seen from the frame, x is east, y north, z up.
"""

from collections.abc import Mapping
from typing import NamedTuple

from patient_owl.core.measure.formula import Term, name, of


class Attitude(NamedTuple):
    """Bearing by the frame, 0 to 360; tilt over the horizon; roll, right side down +. [deg]"""

    bearing_deg: Term
    tilt_deg: Term
    roll_deg: Term


def _sin(term: Term) -> Term:
    return of("sin", term)


def _cos(term: Term) -> Term:
    return of("cos", term)


_ALPHA, _BETA, _GAMMA, _SCREEN = (name(k) for k in ("alpha", "beta", "gamma", "screen"))

# The device's axes in its frame, from the matrix Rz(alpha) · Rx(beta) · Ry(gamma).
_X_UP = -(_cos(_BETA) * _sin(_GAMMA))
_Y = (
    -(_cos(_BETA) * _sin(_ALPHA)),
    _cos(_ALPHA) * _cos(_BETA),
    _sin(_BETA),
)
_Z = (
    _cos(_ALPHA) * _sin(_GAMMA) + _sin(_ALPHA) * _sin(_BETA) * _cos(_GAMMA),
    _sin(_ALPHA) * _sin(_GAMMA) - _cos(_ALPHA) * _sin(_BETA) * _cos(_GAMMA),
    _cos(_BETA) * _cos(_GAMMA),
)


def _held_up() -> Attitude:
    """Its back toward the subject, as a camera is held; upright or sideways alike."""
    # up and right on the screen, as it is turned, in the frame's height
    up = _sin(_SCREEN) * _X_UP + _cos(_SCREEN) * _Y[2]
    right = _cos(_SCREEN) * _X_UP - _sin(_SCREEN) * _Y[2]
    return Attitude(
        of("bearing", of("atan2", -_Z[0], -_Z[1])),
        of("asin", -_Z[2]),
        of("atan2", -right, up),
    )


def _lying() -> Attitude:
    """Flat on the camera or a plate, its top edge toward the subject."""
    return Attitude(
        of("bearing", of("atan2", _Y[0], _Y[1])),
        of("asin", _Y[2]),
        of("atan2", -_X_UP, _Z[2]),
    )


HOLDS: Mapping[str, Attitude] = {"held_up": _held_up(), "lying": _lying()}
