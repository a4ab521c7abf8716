"""The camera of the computed picture, and what plans promise of it."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.reading import linear, read_histogram
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.kinds.camera_movement.drawing import rest_share
from patient_owl.core.kit import kit_of
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.colour import LUMINANCE_OF_PRIMARIES
from patient_owl.core.light.lamp import Flash, Tool, Torch
from patient_owl.core.light.white import white_rgb
from patient_owl.core.optics.camera import Framing
from patient_owl.core.optics.stand_in import SHAPES, StandIn
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.figures import clothes_grey, draw_ghost, person_at
from patient_owl.core.picture.lamps import ray_points
from patient_owl.core.picture.land import light_rgb
from patient_owl.core.picture.picture import PictureRequest, drawn, render
from patient_owl.core.picture.sensor import Readout, expose
from patient_owl.core.picture.trace import Spots, draw_lines, lay
from patient_owl.core.picture.view import View, Window
from patient_owl.core.strokes.sheet import Strokes
from tests.core.picture.scenes import EVERY, HIGH, WIDE, drawing_of, planned, staged
from tests.core.standing import BODY
from tests.core.test_shot import NIGHT

SETTINGS = Settings(10.0, 2.8, 1600)


def luminance(canvas: Canvas) -> np.ndarray:
    return np.tensordot(LUMINANCE_OF_PRIMARIES, canvas.light, 1)


GREY = np.ones((3, 200, 300), np.float32)


# EMVA 1288: over flat fields the variance grows with the mean by the system's gain, here 1 electron
# an electron, from what the dark and reading leave: here 1.6 and 5.5/16 e⁻ at ISO 1600, 0.04 e⁻/s
# at 20 °C for ten seconds.
def test_noise_is_the_square_root_of_the_electrons_and_of_reading() -> None:
    means, variances = [], []
    for stops in (-6, -4, -3, -2, -1, 0, 1):
        frame = expose(
            GREY * 2.0**stops, BODY, SETTINGS, Readout(6500, 20.0, 1.0), np.random.default_rng(1)
        )
        means.append(frame.signal_e[1].mean())
        variances.append(frame.signal_e[1].var())
    gain, floor = np.polyfit(means, variances, 1)
    assert gain == pytest.approx(1, abs=0.02)
    assert floor == pytest.approx(0.04 * 10 + 1.6**2 + (5.5 / 16) ** 2, abs=2.0)


def test_photosites_and_frames_that_come_together_calm_the_noise_by_their_root() -> None:
    one, four, nine = (
        expose(GREY, BODY, SETTINGS, Readout(6500, 10.0, sites, frames), np.random.default_rng(2))
        for sites, frames in ((2.0, 1), (8.0, 1), (2.0, 9))
    )
    spread = one.signal_e[1].std()
    assert spread / four.signal_e[1].std() == pytest.approx(2, rel=0.03)
    assert spread / nine.signal_e[1].std() == pytest.approx(3, rel=0.03)


# ISO 12232: saturation at 78/S lx·s lies 2.96 stops over mid-grey at 10/S.
@pytest.mark.parametrize(("stops", "is_full"), [(2.8, False), (3.1, True)])
def test_the_sensor_is_full_where_the_standard_has_it(stops: float, is_full: bool) -> None:
    settings = replace(SETTINGS, iso=400)
    light = GREY * np.float32(2**stops)
    frame = expose(light, BODY, settings, Readout(6500, 10.0, 1000.0), np.random.default_rng(3))
    assert bool(frame.is_full.mean() > 0.5) is is_full


@given(st.floats(-5, 2.0), st.floats(2500, 9000))
def test_grey_light_comes_out_grey_where_it_lies(stops: float, kelvin: float) -> None:
    flat = np.full((3, 40, 40), 2.0**stops, np.float32)
    frame = expose(flat, BODY, SETTINGS, Readout(6500, 10.0, 1000.0), np.random.default_rng(4))
    light = linear(frame.levels[..., 1].mean())
    if stops < 1:  # over that the plain curve begins to bend
        assert math.log2(light / 0.18) == pytest.approx(stops, abs=0.1)
    lit = white_rgb(kelvin)[:, None, None] * flat
    balanced = expose(lit, BODY, SETTINGS, Readout(kelvin, 10.0, 1000.0), np.random.default_rng(5))
    red, green, blue = (float(np.median(balanced.levels[..., i])) for i in range(3))
    if white_rgb(kelvin).min() > 0.05 and stops < 0:
        assert red == pytest.approx(green, abs=2)
        assert blue == pytest.approx(green, abs=2)


@pytest.mark.parametrize("discipline", EVERY)
def test_every_discipline_has_its_picture_and_the_same_seed_gives_the_same(discipline: str) -> None:
    shot = planned(discipline)
    wanted = PictureRequest(shot.settings, 150, 100, seed=7, drawing=drawing_of(shot))
    first, again = render(shot, NIGHT, wanted), render(shot, NIGHT, wanted)
    assert (first.frame.levels == again.frame.levels).all()
    assert first.frame.levels.std() > 0 or first.reading.is_black
    assert "nothing" in first.names
    assert len(first.names) > 1
    other = render(shot, NIGHT, replace(wanted, seed=8))
    assert (other.frame.levels != first.frame.levels).any() or first.reading.is_black


def test_the_sky_lands_where_the_plan_says() -> None:
    shot = planned(framing=Framing(180, 45))
    stage = staged(shot, window=Window(0.45, 0.45, 0.1, 0.1))
    sky = np.median(luminance(drawn(stage)))
    landed = shot.plan.solution.landings[0].landed_stops
    # but for the Milky Way, which the plan's sky has in its mean
    assert math.log2(sky) == pytest.approx(landed, abs=0.1)
    picture = render(
        shot,
        NIGHT,
        PictureRequest(
            shot.settings, 200, 134, Window(0.4, 0.4, 0.2, 0.2), drawing=drawing_of(shot)
        ),
    )
    assert picture.reading.median_stops == pytest.approx(landed, abs=0.25)  # with its colour


@pytest.mark.parametrize("discipline", ["cityscape", "moving_water", "dim_interior", "handheld"])
def test_land_lands_where_the_plan_says(discipline: str) -> None:
    shot = planned(discipline)
    stage = staged(shot)
    landed = next(x for x in shot.plan.solution.landings if x.part.key == "subject").landed_stops
    assert math.log2(stage.surface(0.18)) == pytest.approx(landed, abs=1e-6)
    brighter = staged(shot, hidden={"subject": 1.0})
    assert math.log2(brighter.land / stage.land) == pytest.approx(1)


# A line: log2(I·S/(w·v·K·N²)) over mid-grey, here of one twelve pixels wide.
def test_a_written_line_is_as_bright_as_the_formula_of_lines() -> None:
    tool = Brought("tool_1", Tool(2.0, 0.05), 4.0, placement_stops=1.5, at_s=2.0, pace_m_s=0.8)
    shot = planned(
        "light_writing", framing=Framing(180, 0), brought=(tool,),
        strokes=Strokes(lines=(((0.0, 0.0), (1.0, 0.0)),), height_m=0.9, pace_m_s=0.8),
    )  # fmt: skip
    stage = staged(shot, size=(1500, 1000))
    canvas = drawn(stage)
    rows = np.flatnonzero(canvas.shows("line").any(axis=1))
    middle = canvas.light[:, rows[0] : rows[-1] + 1, 740:760].max(axis=1).mean(axis=1)
    s = stage.settings
    expected = 2.0 * s.iso / (0.05 * 0.8 * 12.5 * s.f_number**2) * 2**-s.nd_stops
    assert math.log2(float(middle @ LUMINANCE_OF_PRIMARIES) / expected) == pytest.approx(0, abs=0.1)


def test_a_shutter_that_closes_early_leaves_the_rest_unwritten() -> None:
    shot = planned("light_writing", strokes=Strokes("owl", height_m=0.6))
    times_s = shot.settings.exposure_s, 8.0
    whole, half = (drawn(staged(shot, exposure_s=s)).shows("line").sum() for s in times_s)
    assert 0 < half < 0.7 * whole


# Who stands in a spot for a share q of the time leaves log2 q of himself, and lets 1 − q of what is
# behind him through; common practice.
@given(st.floats(0.05, 0.95))
def test_a_ghost_is_the_share_of_the_time_it_stood_there(share: float) -> None:
    stage = staged(planned("light_painting", framing=Framing(180, 0)), size=(90, 60))
    canvas = Canvas.of(stage.view.shape)
    canvas.light += np.float32(0.5)
    one = person_at(stage)
    draw_ghost(canvas, stage, one, share)
    chest = np.array([[0.0, one.foot_over_lens_m + 1.2]])
    x, y = stage.points_px(chest, one.distance_m)[0].astype(int)
    seen = canvas.light[1, y, x]
    his = seen - (1 - share) * 0.5
    alone = clothes_grey(stage) * light_rgb(stage)[1]
    assert his == pytest.approx(share * alone, abs=0.01)
    black = Canvas.of(stage.view.shape)
    draw_ghost(black, stage, one, share)
    assert math.log2(black.light[1, y, x] / alone) == pytest.approx(math.log2(share), abs=0.01)


# An even number of blades gives as many rays, an odd one twice as many; common practice.
@pytest.mark.parametrize(("blades", "rays"), [(6, 6), (8, 8), (7, 14), (9, 18)])
def test_rays_are_as_many_as_the_blades_make(blades: int, rays: int) -> None:
    found = ray_points(blades, 60.0)
    light = lay((161, 161), Spots(found.at_px + 80.5, np.outer(found.share, np.ones(3))), 0.6)
    turn = np.radians(np.arange(0, 360, 0.5))
    x, y = (80 + 45 * f(turn) for f in (np.cos, np.sin))
    around = light[1][np.round(y).astype(int), np.round(x).astype(int)]
    bright = around > around.max() / 3
    assert (bright & ~np.roll(bright, 1)).sum() == rays


def test_light_that_is_laid_down_is_neither_lost_nor_made() -> None:
    rng = np.random.default_rng(0)
    few = Spots(rng.uniform(20, 80, (50, 2)), rng.uniform(0, 9, (50, 3)))
    many = Spots(rng.uniform(20, 80, (9000, 2)), rng.uniform(0, 9, (9000, 3)))
    for spots in (few, many):
        light = lay((100, 100), spots, 1.3)
        assert light.sum(axis=(1, 2)) == pytest.approx(spots.grey.sum(axis=0), rel=1e-3)


def test_lines_are_as_bright_along_their_middle_as_said() -> None:
    canvas = Canvas.of((60, 200))
    draw_lines(canvas, [np.array([[-50.0, 30.5], [250.0, 30.5]])], 5.0, np.full(3, 2.0), "line")
    assert canvas.light[:, 30, 50:150] == pytest.approx(2.0, rel=0.02)


# A part of the frame is the frame's own part, however much it is magnified.
def test_a_window_shows_what_the_whole_shows_there() -> None:
    shot = planned(framing=Framing(150, 20))
    whole = drawn(staged(shot, size=(WIDE, HIGH)))
    part = drawn(staged(shot, size=(WIDE // 2, HIGH // 2), window=Window(0.25, 0.25, 0.5, 0.5)))
    crop = whole.light[:, HIGH // 4 : HIGH * 3 // 4, WIDE // 4 : WIDE * 3 // 4]
    near = np.abs(crop - part.light) < 0.03 * crop + 1e-4
    assert near.mean() > 0.97  # the sky is worked out at other pixels


@pytest.mark.parametrize("shape", SHAPES)
def test_a_stand_in_is_as_large_in_the_frame_as_its_angle_says(shape: str) -> None:
    one = StandIn(shape, 12.0, 4.0, 60.0, 180.0)  # type: ignore[arg-type]
    shot = planned(framing=Framing(180, 4))
    stage = staged(shot, subject=one)
    canvas = drawn(stage)
    rows = np.flatnonzero((canvas.shows("subject") | canvas.shows("window")).any(axis=1))
    expected = (math.atan2(10.5, 60) + math.atan2(1.5, 60)) * stage.view.px_per_rad
    assert len(rows) == pytest.approx(expected, rel=0.06)


def test_a_torch_that_outlasts_the_shutter_gives_only_what_came_before() -> None:
    torch = Brought("torch_1", Torch(800.0, 20.0), 4.0, placement_stops=-0.7, at_s=0.0, value=20.0)
    shot = planned("light_painting", brought=(torch,))
    needs_s = staged(shot).given["torch_1"].to_s
    assert needs_s
    whole, cut = (drawn(staged(shot, exposure_s=s)) for s in (needs_s, needs_s / 4))
    at = whole.shows("subject")
    share = np.median(cut.light[1][at]) / np.median(whole.light[1][at])
    assert share == pytest.approx(1 / 4, rel=0.1)


def test_a_flash_does_not_know_how_long_the_shutter_is_open() -> None:
    flash = Brought("flash_1", Flash(30.0), 4.0, placement_stops=0.0, value=0.25)
    shot = planned("flash_portrait", brought=(flash,))
    short, long = (drawn(staged(shot, exposure_s=s)) for s in (2.0, 8.0))
    at = short.shows("figure")
    assert np.median(long.light[1][at]) == pytest.approx(np.median(short.light[1][at]), rel=0.05)


def test_a_camera_that_rests_half_the_time_prints_half() -> None:
    shot = planned("camera_movement")
    assert rest_share(staged(shot)) == pytest.approx(0.5, abs=0.05)


def test_a_panorama_is_a_strip_of_its_own_width() -> None:
    shot = planned("cityscape", panorama_wide_deg=180)
    stage = staged(shot, size=(720, 144))
    assert stage.view.strip_deg is not None
    looks = stage.view.looks
    assert looks.azimuth_deg[72, 0] == pytest.approx(90, abs=0.5)
    assert looks.azimuth_deg[72, -1] == pytest.approx(270, abs=0.5)


@given(st.floats(0, 359), st.floats(-40, 80), st.sampled_from(["rectilinear", "fisheye"]))
def test_a_pixel_looks_where_what_falls_on_it_stands(
    bearing: float, tilt: float, projection: str
) -> None:
    lens = replace(planned().kit.lens, projection=projection)  # type: ignore[arg-type]
    view = View(BODY.sensor, lens, Framing(bearing, tilt, "portrait"), 40, 60)
    rows, columns = np.indices(view.shape)
    at = view.project_px(view.looks.directions.reshape(3, -1).T.astype(float))
    assert at[:, 0] == pytest.approx(columns.ravel() + 0.5, abs=0.01)
    assert at[:, 1] == pytest.approx(rows.ravel() + 0.5, abs=0.01)


def test_sizes_and_windows_that_are_none_are_refused_in_words() -> None:
    shot = planned()
    with pytest.raises(WrongValue, match="pixels"):
        staged(shot, size=(5000, 5000))
    with pytest.raises(WrongValue, match="part of the frame"):
        Window(0.5, 0.5, 0.6, 0.2)
    with pytest.raises(WrongValue, match="more than 0"):
        StandIn("tower", 0.0, 1.0, 1.0, 0.0)


def test_film_and_the_smallest_picture_come_out_too() -> None:
    shot = planned()
    film = replace(shot, kit=kit_of(replace(shot.kit.body, noise=None), shot.kit.lens))
    picture = render(film, NIGHT, PictureRequest(shot.settings, 2, 2, drawing=drawing_of(shot)))
    assert picture.frame.levels.shape == (2, 2, 3)
    assert read_histogram(picture.histogram) == picture.reading
