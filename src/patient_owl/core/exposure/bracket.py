"""Brackets: how many frames, how far apart, in which order, from how little is known.

A frame stands for the stretch of half a step on either side of it; the bracket is wide
enough when it covers COVERED_SIGMAS of the prediction's ±.
"""

import math
from dataclasses import dataclass

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import Dial, DialValue

COVERED_SIGMAS = 1.5  # about 87 % of nights, if the ± is honest
MOST_FRAMES = 9
# Bulb times are rounded to what people say, which moves them by less than this; past it a frame is
# told by where it truly lies, as between the whole seconds of a film. [stops]
ROUNDED_STOPS = 0.2


@dataclass(frozen=True)
class BracketFrame:
    """One frame of a bracket: stops from the centre, and the dial position.

    is_on_dial: False where the dial ends, or is too coarse, and a frame there is already stands in.
    """

    stops: float
    position: DialValue
    is_on_dial: bool


def frames_for(sigma_stops: float, step_stops: float) -> int:
    """How many frames cover the uncertainty; odd, at most MOST_FRAMES."""
    if not step_stops > 0:
        raise WrongValue("step_stops", "more than 0 stops", step_stops)
    reach = COVERED_SIGMAS * sigma_stops - step_stops / 2
    return min(MOST_FRAMES, 1 + 2 * max(0, math.ceil(reach / step_stops)))


def bracket(
    centre: DialValue, dial: Dial, frames: int, step_stops: float
) -> tuple[BracketFrame, ...]:
    """Bracket of one control around `centre`: centre first, then up, then down. [common practice]

    Exact dial values; a long centre in bulb brackets in literal seconds.
    """
    if frames < 1 or frames % 2 == 0:
        raise WrongValue("frames", "an odd number", frames)
    side = range(1, frames // 2 + 1)
    offsets = [0.0, *(k * step_stops for k in side), *(-k * step_stops for k in side)]
    bracketed: list[BracketFrame] = []
    darkest, brightest = dial.brightnesses[0] - ROUNDED_STOPS, dial.brightnesses[-1] + ROUNDED_STOPS
    for stops in offsets:
        brightness = dial.brightness(centre.value) + stops
        position = dial.nearest_brightness(brightness)
        off = dial.brightness(position.value) - brightness
        is_new = all(position != frame.position for frame in bracketed)
        on_dial = darkest < brightness < brightest and is_new
        bracketed.append(
            BracketFrame(
                stops + off if on_dial and abs(off) > ROUNDED_STOPS else stops, position, on_dial
            )
        )
    return tuple(bracketed)
