"""First guesses for artificial light, EV100, by scene.

Family of tables published as ANSI PH2.7; from memory. The
last are natural light people expect to find in such a table; of moonlit land it agrees with the
predicted light, where printed tables are a stop brighter.
"""

from typing import NamedTuple


class SceneLight(NamedTuple):
    """key, lowest and highest EV100 of the scene, standard deviation of a guess. [stops]"""

    key: str
    low_ev100: float
    high_ev100: float
    sigma_stops: float

    @property
    def ev100(self) -> float:
        return (self.low_ev100 + self.high_ev100) / 2


ARTIFICIAL_SIGMA_STOPS = 1.5
DIM_INTERIOR_SIGMA_STOPS = 2.0
MOONLIT_SIGMA_STOPS = 1.0  # by how high the Moon stands, besides the meter's own 0.7

SCENES = (
    SceneLight("distant_skyline", 2, 2, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("floodlit_monument", 3, 5, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("night_traffic", 5, 5, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("shopping_street", 7, 8, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("neon", 9, 10, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("home_interior", 5, 7, DIM_INTERIOR_SIGMA_STOPS),
    SceneLight("string_lights", 4, 5, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("string_lights_dimmed", 0, 1, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("campfire", 3, 5, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("campfire_camp", -3, 0, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("candle", 3, 4, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("tunnel", 4, 5, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("works", 3, 5, ARTIFICIAL_SIGMA_STOPS),
    SceneLight("full_moon_land", -4, -3, MOONLIT_SIGMA_STOPS),
    SceneLight("full_moon_snow", -2, -1, MOONLIT_SIGMA_STOPS),
    SceneLight("aurora", -6, -3, ARTIFICIAL_SIGMA_STOPS),
)
