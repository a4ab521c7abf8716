"""A subject by sighting: geodesics against GeographicLib (C. Karney), heights by hand, the standing
line against a search with astropy."""

import math
from datetime import UTC

import numpy as np
import pytest
from geographiclib.geodesic import Geodesic
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.measure.formula import spread, worked
from patient_owl.core.measure.sighting import (
    AS_WIDE_M,
    AT_LATITUDE,
    AT_LONGITUDE,
    SIGHTING_INSTRUMENTS,
    STAND_EAST_M,
    STAND_M,
    STAND_NORTH_M,
    WAY_BEARING,
    WAY_M,
    height_angle_deg,
)


def _read(key: str, result: str, **values: float) -> float:
    found = {one.key: one.term for one in SIGHTING_INSTRUMENTS[key].results}
    return worked(found[result], values)


def test_a_tower_is_as_high_as_its_tangents_tell() -> None:
    # 50 m off, 30° to its top and 5° down to its foot: 50 · (0.57735 + 0.08749) = 33.24 m
    said = {"base_deg": -5, "top_deg": 30}
    assert _read("height", "height_m", distance_m=50, **said) == pytest.approx(33.24, abs=0.01)
    assert _read("height", "base_m", distance_m=50, **said) == pytest.approx(-4.37, abs=0.01)
    assert _read("distance", "distance_m", height_m=33.24, **said) == pytest.approx(50, abs=0.02)
    # an eye 1.6 m over level ground looks 4.57° down to 20 m
    near = _read("by_eye", "distance_m", eye_m=1.6, base_deg=-4.574)
    assert near == pytest.approx(20, abs=0.01)


@given(st.floats(0, 359), st.floats(5, 500), st.floats(0, 359), st.floats(2, 200))
def test_two_standing_points_find_what_stands_there(
    first_deg: float, far_m: float, way_deg: float, walked_m: float
) -> None:
    at = far_m * np.array([math.sin(math.radians(first_deg)), math.cos(math.radians(first_deg))])
    there = walked_m * np.array([math.sin(math.radians(way_deg)), math.cos(math.radians(way_deg))])
    second_deg = math.degrees(math.atan2(*(at - there)))
    values = {
        "first_deg": first_deg, "second_deg": second_deg, "way_deg": way_deg, "walked_m": walked_m,
    }  # fmt: skip
    if abs(math.sin(math.radians(first_deg - second_deg))) < 0.01:
        return  # walked along the line of sight: nothing is found, and its ± says so
    assert _read("two_points", "distance_m", **values) == pytest.approx(far_m, rel=1e-6)
    assert _read("two_points", "east_m", **values) == pytest.approx(at[0], abs=1e-3)


def test_coordinates_give_the_surveyed_way_from_flinders_peak_to_buninyong() -> None:
    """The worked example of Australia's geodetic manual, on an ellipsoid a tenth of a millimetre
    from ours; to its last figure."""
    values = {
        "latitude_deg": -(37 + 57 / 60 + 3.72030 / 3600),
        "longitude_deg": 144 + 25 / 60 + 29.52440 / 3600,
        "there_latitude_deg": -(37 + 39 / 60 + 10.15610 / 3600),
        "there_longitude_deg": 143 + 55 / 60 + 35.38390 / 3600,
    }
    far_m, bearing_deg = 54_972.271, 306 + 52 / 60 + 5.37 / 3600
    assert worked(WAY_M, values) == pytest.approx(far_m, abs=0.001)
    assert worked(WAY_BEARING, values) == pytest.approx(bearing_deg, abs=0.01 / 3600)
    values["east_m"] = far_m * math.sin(math.radians(bearing_deg))
    values["north_m"] = far_m * math.cos(math.radians(bearing_deg))
    for term, key in ((AT_LATITUDE, "there_latitude_deg"), (AT_LONGITUDE, "there_longitude_deg")):
        assert worked(term, values) == pytest.approx(values[key], abs=1e-7)  # a centimetre


# Common practice in surveying: curve and refraction together hide 0.0673 · d² metres, d in km.
def test_far_off_the_curve_of_the_earth_takes_its_part() -> None:
    hidden_m = 0.0683 * 20**2  # with a coefficient of 0.13 on the equator's radius
    flat = math.degrees(math.atan((300 - 1.6 - hidden_m) / 20_000))
    assert height_angle_deg(300, 20_000) == pytest.approx(flat, abs=0.001)


@given(st.floats(-70, 70), st.floats(-179, 179), st.floats(0, 360), st.floats(5, 2000))
def test_what_two_points_find_has_the_coordinates_of_the_geodesic(
    latitude_deg: float, longitude_deg: float, bearing_deg: float, far_m: float
) -> None:
    there = Geodesic.WGS84.Direct(latitude_deg, longitude_deg, bearing_deg, far_m)
    # a right angle: as far aside as it is off
    values = {
        "latitude_deg": latitude_deg, "longitude_deg": longitude_deg, "walked_m": far_m,
        "first_deg": bearing_deg, "way_deg": bearing_deg + 90, "second_deg": bearing_deg - 45,
    }  # fmt: skip
    at = [_read("two_points", key, **values) for key in ("at_latitude_deg", "at_longitude_deg")]
    off = Geodesic.WGS84.Inverse(*at, there["lat2"], there["lon2"])["s12"]
    assert off < 0.001  # as figures are rounded


def test_what_cannot_be_known_has_no_value_or_a_wide_one() -> None:
    found = {one.key: one.term for one in SIGHTING_INSTRUMENTS["distance"].results}
    values = {"height_m": 10.0, "base_deg": 3.0, "top_deg": 3.0}
    assert math.isnan(worked(found["distance_m"], values))
    # two degrees of height measured to 0.7° twice: half the distance is open
    small = {"height_m": 10.0, "base_deg": 0.0, "top_deg": 2.0}
    sd = spread(found["distance_m"], small, {"base_deg": 0.7, "top_deg": 0.7})
    assert sd > 0.4 * worked(found["distance_m"], small)


def test_the_moon_touches_the_tower_from_where_one_is_told_to_stand() -> None:
    import astropy.units as u
    from astropy.coordinates import AltAz, EarthLocation, get_body
    from astropy.time import Time
    from astropy.utils import iers

    from patient_owl.core.sky.ephemeris import epoch_seconds
    from patient_owl.core.sky.tracks import Site, track

    iers.conf.auto_download = False
    iers.conf.auto_max_age = None
    iers.conf.iers_degraded_accuracy = "warn"
    at = Time("2026-12-22T17:20:00")
    tower = EarthLocation.from_geodetic(-9.214, 43.302, 12.0)
    top_m, eye_m = 28.0, 1.6

    seen = track("moon", Site(43.302, -9.214, 12.0), np.array([epoch_seconds(at.to_datetime(UTC))]))
    values = {
        "height_m": top_m, "eye_m": eye_m,
        "azimuth_deg": float(seen.azimuth_deg[0]),
        "altitude_deg": float(seen.apparent_altitude_deg[0]),
    }  # fmt: skip
    ours = np.array([worked(STAND_EAST_M, values), worked(STAND_NORTH_M, values)])

    # brute force: of many standing points the one from which the Moon stands nearest to the top;
    # near by the ground is flat, so east and north are those of the tower's horizon
    frame = AltAz(obstime=at, location=tower, pressure=1010 * u.hPa, temperature=10 * u.deg_C)
    moon = get_body("moon", at, tower).transform_to(frame)
    far_m = np.hypot(*ours)
    steps = np.linspace(-0.2, 0.2, 201) * far_m
    east, north = np.meshgrid(ours[0] + steps, ours[1] + steps)
    bearing = np.degrees(np.arctan2(-east, -north))
    height = np.degrees(np.arctan2(top_m - eye_m, np.hypot(east, north)))
    aside = ((bearing - moon.az.deg + 180) % 360 - 180) * np.cos(np.radians(moon.alt.deg))
    best = np.unravel_index(np.argmin(np.hypot(aside, height - moon.alt.deg)), east.shape)
    found = np.array([east[best], north[best]])
    # a step of the search, and the formulas of refraction differ by an arcminute at most
    assert np.hypot(*(found - ours)) < 0.01 * far_m
    assert worked(STAND_M, values) == pytest.approx(far_m)


# Common practice: a stream of 1.5 m/s at 5 m with 35 mm on full frame runs
# 0.44 frame heights a second.
def test_a_streak_in_a_test_take_tells_how_fast_the_water_runs() -> None:
    found = _read(
        "streak",
        "water_speed_m_s",
        streak_percent=44,
        exposure_s=1,
        distance_m=5,
        focal_length_mm=35,
        frame_height_mm=24,
    )
    assert found == pytest.approx(1.5, abs=0.02)


# The Moon is half a degree wide: 2 m look as wide at 2 / (2 · tan 0.26°) = 220 m.
def test_a_width_looks_as_wide_as_the_moon_where_it_should() -> None:
    found = worked(AS_WIDE_M, {"width_m": 2.0, "diameter_deg": 0.52})
    assert found == pytest.approx(220.4, abs=0.1)
