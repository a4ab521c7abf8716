"""A series: one frame every so often from one standing point, from day into night.

Each frame is over, dark frame included, before the next is due; once the time ends there the
aperture opens, and ISO rises last.
"""

from typing import NamedTuple

from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.plan.types import InputSpec, Intent, uses_noise_reduction

RESETTING_S = 10.0  # to look, read the next setting and turn it in with cold hands; common practice

SERIES_INPUTS = (
    InputSpec("series_every_min", "number", None, "min", 1, 120, 1),
    InputSpec(
        "series_lasts_min", "number", 120.0, "min", 5, 720, 5, only_if=("series_every_min", ())
    ),
)


def series_every_s(intent: Intent) -> float | None:
    """How far apart the frames are due; None where one frame is all that is asked for. [s]"""
    every_min = intent.inputs.get("series_every_min")
    return None if every_min is None else 60 * intent.number("series_every_min")


class Due(NamedTuple):
    """When a frame is due, and from when to when a frame taken counts as it.

    From the shot's moment. [s]
    """

    at_s: float
    from_s: float
    until_s: float


def series_due(intent: Intent) -> tuple[Due, ...]:
    """The frames of the series in order; none where there is no series."""
    every_s = series_every_s(intent)
    if every_s is None:
        return ()
    frames = int(60 * intent.number("series_lasts_min") / every_s) + 1
    return tuple(Due(every_s * k, every_s * (k - 0.5), every_s * (k + 0.5)) for k in range(frames))


def series_limits(kit: Kit, intent: Intent) -> tuple[Limit, ...]:
    """The longest time that leaves the camera ready for the next frame."""
    every_s = series_every_s(intent)
    if every_s is None:
        return ()
    halves = 2 if uses_noise_reduction(kit, intent) else 1
    quantities = {"every_s": every_s, "resetting_s": RESETTING_S, "halves": halves}
    longest_s = (every_s - RESETTING_S) / halves
    return (Limit("series", "exposure_s", "at_most", longest_s, quantities),)
