"""Star drift against an independent rotation of the sky, and the schools' own figures."""

from datetime import timedelta

import numpy as np
import pytest

from patient_owl.core.optics.camera import Framing, Sensor, camera_axes, frame_grid, project_mm
from patient_owl.core.optics.star_drift import (
    StarCamera,
    declination_deg,
    drift_px,
    drift_speed_px_per_s,
    limit_by_aperture_pitch_focal_s,
    limit_by_drift_s,
    limit_by_rule_of_500_s,
    longest_trail_px,
    turned,
    worst_star_drift,
)
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.sky.tracks import Site
from tests.core.reference_sky import day, star_directions

FULL_FRAME = Sensor(36, 24, 8276, 5517)  # pixels of 4.35 µm, a usual one


# Worked by hand: f 24 mm, p 4.35 µm, δ 0: 2 px in 4.97 s; formula at f/2.8 4.55 s; rule
# of 500 20.8 s on full frame. Printed to 0.01 s and 0.1 s.
def test_three_schools_on_an_example_worked_by_hand() -> None:
    assert FULL_FRAME.pixel_pitch_um == pytest.approx(4.35, abs=0.001)
    camera = StarCamera(FULL_FRAME, 24, camera_axes(Framing(180, 0)))
    on_axis = drift_speed_px_per_s(np.array([[0.0, -1.0, 0.0]]), camera, 90)
    # from the pole the horizon is the celestial equator
    assert limit_by_drift_s(float(on_axis[0]), 2) == pytest.approx(4.97, abs=0.01)
    assert limit_by_aperture_pitch_focal_s(2.8, 24, 4.35, 0) == pytest.approx(4.55, abs=0.005)
    assert limit_by_rule_of_500_s(24, 1.0) == pytest.approx(20.8, abs=0.05)


@pytest.mark.parametrize("exposure_s", [4.0, 30.0, 1800.0])
@pytest.mark.parametrize(
    ("site", "star", "framing"),
    [
        (Site(43.3, -9.2), (83.8, -5.4), Framing(150, 30)),
        (Site(43.3, -9.2), (37.9, 89.26), Framing(0, 43)),
        (Site(-44.1, 170.3), (187.8, -57.1), Framing(180, 40, "portrait")),
        (Site(0.0, 100.0), (101.3, -16.7), Framing(120, 45)),
    ],
)
def test_drift_agrees_with_astropys_rotation_of_the_sky(
    site: Site, star: tuple[float, float], framing: Framing, exposure_s: float
) -> None:
    # find a moment when the star is in front of the camera, then expose from there
    hours = [day(2026, 11, 24) + timedelta(hours=h / 2) for h in range(48)]
    axes = camera_axes(framing)
    directions = star_directions(site, *star, hours)
    begin = hours[int(np.argmax(directions @ axes[2]))]
    both = star_directions(site, *star, [begin, begin + timedelta(seconds=exposure_s)])
    pixels = project_mm(both, axes, 24) * 1000 / FULL_FRAME.pixel_pitch_um
    wanted = float(np.linalg.norm(pixels[1] - pixels[0]))
    camera = StarCamera(FULL_FRAME, 24, axes)
    got = float(drift_px(both[:1], camera, site.latitude_deg, exposure_s)[0])
    # aberration and polar motion differ by under 1″ a half hour; a pixel spans 37″
    assert got == pytest.approx(wanted, rel=2e-4, abs=0.05)


def test_the_worst_corner_is_faster_than_the_middle() -> None:
    framing = Framing(180, 30)
    worst = worst_star_drift(FULL_FRAME, 24, framing, 43.3)
    assert worst is not None
    axes = camera_axes(framing)
    middle = drift_speed_px_per_s(axes[2:3], StarCamera(FULL_FRAME, 24, axes), 43.3)[0]
    assert worst.drift_px_per_s > middle
    assert "top" in worst.place  # the stretched corner above the equator side


# The pole stands at the altitude of the latitude, in the north; there nothing drifts.
def test_the_pole_stands_still() -> None:
    pole = np.array([[0.0, np.cos(np.radians(43.3)), np.sin(np.radians(43.3))]])
    assert declination_deg(pole, 43.3)[0] == pytest.approx(90, abs=1e-5)
    speed = drift_speed_px_per_s(
        pole, StarCamera(FULL_FRAME, 24, camera_axes(Framing(0, 40))), 43.3
    )
    assert speed[0] == pytest.approx(0, abs=1e-9)


def test_a_frame_below_the_horizon_has_no_star_limit() -> None:
    assert worst_star_drift(FULL_FRAME, 50, Framing(90, -60), 43.3) is None


def test_a_fisheye_stretches_its_corners_less_and_sees_where_it_says() -> None:
    # equidistant projection: 15 mm off axis at f 15 mm is one radian
    axes = camera_axes(Framing(90, 0))
    east_turned = np.array([[np.cos(1.0), -np.sin(1.0), 0.0]])
    assert project_mm(east_turned, axes, 15, "fisheye")[0] == pytest.approx([15, 0], abs=1e-9)
    framing = Framing(180, 30)
    flat, fish = (
        worst_star_drift(FULL_FRAME, 15, framing, 43.3, projection)
        for projection in ("rectilinear", "fisheye")
    )
    assert flat is not None
    assert fish is not None
    assert fish.drift_px_per_s < flat.drift_px_per_s


# Long runs bend and speed up across a wide rectilinear frame. A star's way is the integral of its
# speed: summed here second by second for an hour, over the same stars.
def test_a_long_run_draws_its_true_way_and_not_its_first_second_times_the_hour() -> None:
    framing, latitude = Framing(180, 20), 43.3
    got = longest_trail_px(FULL_FRAME, 24, framing, latitude, "rectilinear", SEA, 3600.0)
    grid = frame_grid(FULL_FRAME, 24, framing)
    camera = StarCamera(FULL_FRAME, 24, grid.axes)
    stars = grid.directions[grid.altitude_deg() > 0]
    way = np.zeros(len(stars))
    for k in range(120):
        begins = turned(stars, latitude, -1800 + 30.0 * k)
        way += np.nan_to_num(drift_px(begins, camera, latitude, 30.0))
    assert got == pytest.approx(float(way.max()), rel=0.001)
    straight = worst_star_drift(FULL_FRAME, 24, framing, latitude)
    assert straight is not None
    assert abs(got / (straight.drift_px_per_s * 3600) - 1) > 0.005


# Where the skyline cuts the frame the fastest star stands right over it, between two points of the
# grid: a fine grid of directions along it finds no faster one.
def test_the_fastest_star_is_found_where_the_skyline_cuts_the_frame() -> None:
    ridge = Horizon(((0.0, 11.3), (359.0, 11.3)))
    for bearing in (90.0, 180.0, 250.0):
        framing = Framing(bearing, 4)
        found = worst_star_drift(FULL_FRAME, 20, framing, 43.3, "rectilinear", ridge)
        assert found is not None
        azimuth = np.radians(bearing + np.linspace(-41, 41, 4001))
        altitude = np.radians(11.3)
        along = np.stack(
            [
                np.cos(altitude) * np.sin(azimuth),
                np.cos(altitude) * np.cos(azimuth),
                np.full_like(azimuth, np.sin(altitude)),
            ],
            axis=1,
        )
        camera = StarCamera(FULL_FRAME, 20, camera_axes(framing))
        at = project_mm(along, camera.axes, 20)
        inside = (np.abs(at) <= [18, 12]).all(axis=1)
        fastest = drift_speed_px_per_s(along[inside], camera, 43.3).max()
        assert found.drift_px_per_s >= fastest * 0.999
