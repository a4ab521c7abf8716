"""A light that points at the lens and draws a line.

Each spot of the line sees the tool for width/v seconds, however long the shutter is open, so the
line answers to aperture, ISO and filter alone: stops over mid-grey = log2(I·S/(w·v·K·N²)), I
candela toward the lens, w its width across the line, v its speed. While the tool is resolved the
distance cancels; smaller than a pixel there, it is spread over the pixel. [derived_line]
"""

import math

from patient_owl.core.constants import REFLECTED_METER_K
from patient_owl.core.errors import WrongValue
from patient_owl.core.light.lamp import Tool
from patient_owl.core.light.part import DRAWN, Lever, LightPart

SIGMA_STOPS = 0.9  # tools nobody measured, a pace that varies by a third; common practice
PACE_VARIES = 1 / 3  # of itself, by hand; common practice
SLOWEST_M_S, FASTEST_M_S = 0.1, 6.0  # of a hand that draws; common practice

# Cleanly coloured between these, white with a halo above. Common practice.
LINE_STOPS, LINE_WHITE_STOPS = 1.5, 3.0


def pixel_at_m(pixel_pitch_um: float, focal_length_mm: float, distance_m: float) -> float:
    """What one pixel covers at a distance. [m]"""
    return pixel_pitch_um / 1000 * distance_m / focal_length_mm


def drawn(
    key: str,
    tool: Tool,
    pace_m_s: float,
    pixel_m: float,
    placement_stops: float = LINE_STOPS,
    source: str = "tool",
) -> LightPart:
    """A tool and the line it draws. pixel_m: what one pixel covers where it is. Its lever is the
    pace: half as fast is twice as bright."""
    if pace_m_s <= 0:
        raise WrongValue("pace_m_s", "more than 0 m/s", pace_m_s)
    across_m = max(tool.width_m, pixel_m)
    ev100 = math.log2(tool.intensity_cd * 100 / (across_m * pace_m_s * REFLECTED_METER_K))
    lever = Lever("pace_m_s", pace_m_s, SLOWEST_M_S, FASTEST_M_S, -1.0)
    return LightPart(key, source, ev100, SIGMA_STOPS, placement_stops, DRAWN, (lever,))


def pace_moves_stops() -> tuple[float, float]:
    """How much darker and brighter a line gets where the hand is a third faster and slower."""
    return math.log2(1 / (1 + PACE_VARIES)), math.log2(1 / (1 - PACE_VARIES))
