"""The scenes there are, easiest first: every kind of picture, on the made-up coast.

Dates are fixed, so that Moon and twilight are what the scene is about whenever it is tried.
"""

from collections.abc import Mapping
from datetime import date

from patient_owl.core.kit import Lens
from patient_owl.core.meterless import Darkness
from patient_owl.core.optics.camera import Framing
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.practice.scenario import Passing, PracticePlace, Scenario
from patient_owl.core.sky.horizon import horizon_from
from patient_owl.core.sky.tracks import Site
from patient_owl.core.strokes.sheet import Strokes

SKARN = PracticePlace(Site(43.302, -9.214, 12), Darkness(21.3))
EWES = PracticePlace(
    Site(43.268, -9.131, 184),
    Darkness(21.6, 15.0, horizon_from([(0, 4), (75, 11), (150, 3), (265, 9), (335, 3)])),
)
HARBOUR = PracticePlace(Site(43.331, -9.178, 4), Darkness(19.4))
TAMSEL = PracticePlace(Site(43.279, -9.166, 38), Darkness(20.1, 330.0))
MILL = PracticePlace(Site(43.257, -9.152, 61), Darkness(21.2))
QUILL = PracticePlace(Site(43.29, -9.12, 95), Darkness(20.8))
KAIMARRA = PracticePlace(Site(-44.12, 170.31, 710), Darkness(21.9), "Pacific/Auckland")

NEW_MOON, HALF_MOON, FULL_MOON = date(2026, 12, 9), date(2026, 12, 17), date(2026, 12, 23)
ZOOM_35, ZOOM_50 = Lens(35.0, 2.8, 22.0), Lens(50.0, 2.8, 22.0)
MINUTE_S, HOUR_S = 60.0, 3600.0

_ALL = (
    Scenario(
        "first_stars",
        1,
        "stars_over_foreground",
        EWES,
        NEW_MOON,
        10.5,
        HOUR_S,
        2,
        Framing(150, 22),
        stand_in=StandIn("stone", 2.6, 1.5, 9.0, 155.0),
        inputs={"between": "open"},
    ),
    Scenario(
        "weir_at_dusk",
        1,
        "moving_water",
        MILL,
        HALF_MOON,
        5.9,
        25 * MINUTE_S,
        3,
        Framing(80, -8),
        ZOOM_35,
        {"water": "cascade", "distance_m": 6.0, "between": "open"},
    ),
    Scenario(
        "orangery_lamps",
        1,
        "dim_interior",
        QUILL,
        NEW_MOON,
        6.0,
        HOUR_S,
        2,
        Framing(200, 0),
        inputs={"lamp_stops": 5.0, "windows": "windows_in"},
    ),
    Scenario(
        "quay_by_hand",
        1,
        "handheld",
        HARBOUR,
        NEW_MOON,
        10.0,
        20 * MINUTE_S,
        3,
        Framing(60, 0),
    ),
    Scenario(
        "stone_by_torch",
        1,
        "light_painting",
        EWES,
        NEW_MOON,
        11.0,
        HOUR_S,
        3,
        Framing(160, 2),
        ZOOM_35,
        {"between": "open"},
    ),
    Scenario(
        "blue_harbour",
        2,
        "cityscape",
        HARBOUR,
        HALF_MOON,
        5.85,
        18 * MINUTE_S,
        3,
        Framing(120, 4),
        ZOOM_50,
    ),
    Scenario(
        "tram_is_due",
        2,
        "vehicle_trails",
        TAMSEL,
        NEW_MOON,
        6.6,
        40 * MINUTE_S,
        3,
        Framing(250, 6),
        inputs={"vehicle": "tram", "distance_m": 40.0, "speed_km_h": 45.0},
        passing=Passing(4 * MINUTE_S, 12 * MINUTE_S, 7.0),
    ),
    Scenario(
        "regatta_shells",
        2,
        "fireworks",
        HARBOUR,
        NEW_MOON,
        10.0,
        18 * MINUTE_S,
        4,
        Framing(140, 16, "portrait"),
        inputs={"shell_in": 5.0, "distance_m": 420.0},
    ),
    Scenario(
        "name_in_light",
        2,
        "light_writing",
        HARBOUR,
        NEW_MOON,
        11.5,
        HOUR_S,
        3,
        Framing(200, 2),
        ZOOM_35,
        {"lit_by": "metered", "metered_ev100": -1.5},
        strokes=Strokes("owl", height_m=0.5),
    ),
    Scenario(
        "orb_by_water",
        2,
        "spun_light",
        HARBOUR,
        NEW_MOON,
        12.0,
        HOUR_S,
        3,
        Framing(220, 0),
        ZOOM_35,
        {"lit_by": "metered", "metered_ev100": -1.5, "water_before": "still_water"},
    ),
    Scenario(
        "two_panels",
        2,
        "steady_lights",
        QUILL,
        NEW_MOON,
        7.0,
        HOUR_S,
        3,
        Framing(200, 0),
        inputs={"between": "deep_room"},
    ),
    Scenario(
        "zoom_on_lamps",
        2,
        "camera_movement",
        HARBOUR,
        NEW_MOON,
        10.8,
        30 * MINUTE_S,
        3,
        Framing(150, 2),
        ZOOM_35,
    ),
    Scenario(
        "tide_and_moon",
        3,
        "stars_over_foreground",
        SKARN,
        HALF_MOON,
        11.5,
        15 * MINUTE_S,
        3,
        Framing(135, 18),
        stand_in=StandIn("tower", 28.0, 9.0, 95.0, 139.0, base_m=4.0),
        inputs={"between": "open"},
    ),
    Scenario(
        "turning_sky",
        3,
        "star_trails",
        KAIMARRA,
        date(2026, 6, 14),
        9.5,
        3 * HOUR_S,
        2,
        Framing(180, 35),
        Lens(14.0, 2.8, 16.0),
        {"total_min": 60.0},
    ),
    Scenario(
        "beam_in_mist",
        3,
        "beam_in_haze",
        EWES,
        FULL_MOON,
        11.0,
        40 * MINUTE_S,
        3,
        Framing(200, 8),
        inputs={"between": "open"},
    ),
    Scenario(
        "frozen_turn",
        3,
        "flash_portrait",
        QUILL,
        NEW_MOON,
        7.7,
        40 * MINUTE_S,
        3,
        Framing(180, 0),
        ZOOM_50,
        {"between": "deep_room"},
    ),
)
SCENARIOS: Mapping[str, Scenario] = {one.key: one for one in _ALL}
