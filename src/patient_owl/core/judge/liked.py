"""What somebody likes of the controls, and whose prices are paid: mild preferences, never walls."""

from dataclasses import dataclass
from typing import NamedTuple


@dataclass(frozen=True)
class Pull:
    """Where a control is liked, and what each stop away from there costs, to the brighter side of
    its rail and to the darker. [stops of the lead's miss]

    value: exact, in the control's unit. bends: what a square stop to the brighter side costs
    besides, so that two controls that give way share. waits: the picture is made of that time, so
    that to wait for it costs nothing.
    """

    value: float
    brighter: float
    darker: float
    bends: float = 0.0
    waits: bool = False


class Liked(NamedTuple):
    """A discipline's favourite time and aperture; a number is liked mildly. [s, 1]"""

    exposure_s: float | Pull
    f_number: float | Pull


class Minds(NamedTuple):
    """How many times its price somebody would pay for a thing: 1 for everybody."""

    gain: float = 1.0
    wait: float = 1.0
    opening: float = 1.0
    glass: float = 1.0


EVERYBODY = Minds()
