"""How clear the air is: how far one sees by day.

Words for it are used loosely; within one of them the light that the air scatters varies by a factor
of two or three. Common practice.
"""

from collections.abc import Mapping
from typing import Literal

AirKey = Literal["clear_air", "hazy", "misty", "foggy", "smoky"]
VISIBILITY_M: Mapping[str, float] = {
    "clear_air": 20_000.0,
    "hazy": 4_000.0,
    "misty": 1_200.0,
    "foggy": 200.0,
    "smoky": 30.0,  # of a haze machine or a smoke pot, indoors or out of the wind
}
