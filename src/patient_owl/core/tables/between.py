"""What stands between the sky and a subject, and what it takes of the light.

It decides more than the sky does. Stops and ±, one standard deviation; common practice.
"""

from typing import NamedTuple


class Between(NamedTuple):
    """key; stops it gives (+) or takes (−) of the sky's light; standard deviation. [stops]"""

    key: str
    stops: float
    sigma_stops: float


UNSAID = "unsaid"
BETWEEN = (
    # Nobody said: wide enough for a wood's edge, an arcade or a gorge, not for a vault.
    Between(UNSAID, 0.0, 2.0),
    Between("open", 0.0, 0.0),
    Between("snow_around", 0.5, 0.3),
    Between("wood_edge", -1.0, 0.7),
    Between("arcade", -3.0, 1.5),
    Between("leaves", -4.0, 1.0),
    Between("gorge", -2.0, 1.0),
    Between("gorge_trees", -5.0, 1.5),
    Between("window", -3.0, 1.5),
    Between("deep_room", -7.0, 2.0),
    Between("vault", -13.0, 2.0),
)
