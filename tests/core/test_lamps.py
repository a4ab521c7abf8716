"""Lamps that people carry, held against integrals, renderings and the trade's own figures."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.light.beam import (
    beam_luminance_cd_m2,
    extinction_per_m,
    held_up,
    scattered_per_sr,
)
from patient_owl.core.light.dose import (
    lit_radius_m,
    painted,
    painting,
    shadow_edge_m,
    source_size_deg,
)
from patient_owl.core.light.flash import flashed
from patient_owl.core.light.lamp import (
    Beam,
    Flash,
    Panel,
    Tool,
    Torch,
    illuminance_lux,
    intensity_from_lumens,
    intensity_from_reach,
    spot_area_m2,
)
from patient_owl.core.light.line import drawn, pace_moves_stops
from patient_owl.core.light.part import Lever
from patient_owl.core.light.steady import steady
from patient_owl.core.optics.fresnel import water_reflectance


# By the solid angle of a cone and the inverse square: 100 lm over 20° are 1048 cd, at 10 m 10.5 lx;
# mid-grey at f/8 and ISO 100 wants C·N²/S = 160 lx·s [iso2720]: 15.3 s. A phone lamp, 50 lm over
# 120°, is 16 cd.
def test_a_torch_of_a_hundred_lumens_ten_metres_off_wants_fifteen_seconds() -> None:
    torch = intensity_from_lumens(100, 20)
    assert torch == pytest.approx(1048, abs=1)
    assert illuminance_lux(torch, 10) == pytest.approx(10.5, abs=0.05)
    assert intensity_from_lumens(50, 120) == pytest.approx(16, abs=0.1)
    part = painted("torch", Torch(torch, 20), 10)
    at_f8 = Settings(exposure_s=120, f_number=8, iso=100)
    assert part.levers[0].for_stops(-part.lands(at_f8)) == pytest.approx(15.3, abs=0.05)


# ANSI/PLATO FL 1: the beam distance is where the beam gives 0.25 lx, so 100 m are 2500 cd.
def test_a_printed_beam_distance_is_where_a_quarter_of_a_lux_is_left() -> None:
    assert intensity_from_reach(100) == pytest.approx(2500)
    assert illuminance_lux(intensity_from_reach(100), 100) == pytest.approx(0.25)


# Koschmieder: at the visibility a thing keeps two per cent of its contrast. Nothing is lost in
# scattering: what goes into all directions of a sphere is all of it.
def test_air_scatters_all_it_takes_and_hides_things_at_the_visibility() -> None:
    assert math.exp(-extinction_per_m(4000) * 4000) == pytest.approx(0.02, rel=0.001)
    angles = (np.arange(20_000) + 0.5) * 180 / 20_000
    rings = 2 * math.pi * np.sin(np.radians(angles)) * math.radians(180 / 20_000)
    thrown = [scattered_per_sr(float(angle)) for angle in angles]
    assert float(np.sum(rings * thrown)) == pytest.approx(1, abs=1e-4)


# A brute-force line of sight across the lit cone: at each point its own distance from the lamp and
# its own angle to the lens. The closed form takes both from the axis: 5 % off ten degrees aside.
@pytest.mark.parametrize(
    ("beam_deg", "along_m", "off"), [(6, 3, 0.01), (20, 3, 0.05), (20, 9, 0.05)]
)
def test_a_beam_in_haze_is_as_bright_as_a_line_of_sight_through_it(
    beam_deg: float, along_m: float, off: float
) -> None:
    torch = Torch(1000.0, beam_deg)
    half_m = along_m * math.tan(math.radians(beam_deg) / 2)
    aside = np.linspace(-half_m, half_m, 20_001)
    away = np.hypot(along_m, aside)
    sigma = extinction_per_m(1200)
    lux = torch.intensity_cd * np.exp(-sigma * away) / away**2
    angles = 90 + np.degrees(np.arctan2(aside, along_m))
    thrown = np.array([scattered_per_sr(float(angle)) for angle in angles])
    seen = float(np.trapezoid(lux * sigma * thrown, aside))
    assert beam_luminance_cd_m2(torch, along_m, 1200) == pytest.approx(seen, rel=off)


@given(st.floats(0.5, 50), st.floats(1, 60))
def test_a_beam_fades_as_one_over_the_distance_in_clear_air(
    along_m: float, beam_deg: float
) -> None:
    beam = Beam(Torch(1000, beam_deg), "clear_air")
    near, far = (held_up("beam_1", beam, at_m) for at_m in (along_m, 2 * along_m))
    assert near.ev100 - far.ev100 == pytest.approx(1, abs=0.02)


# All that leaves the lamp arrives: E·cos α over a sphere's cap and over a flat wall are the lumens.
@given(st.floats(5, 120), st.floats(0.5, 30))
def test_the_lumens_of_a_beam_arrive_on_the_wall(beam_deg: float, distance_m: float) -> None:
    cd = intensity_from_lumens(100, beam_deg)
    edge = distance_m * math.tan(math.radians(beam_deg) / 2)
    radius = (np.arange(4000) + 0.5) / 4000 * edge
    slant = np.hypot(distance_m, radius)
    lux = [illuminance_lux(cd, s, math.degrees(math.acos(min(1.0, distance_m / s)))) for s in slant]
    arrived = float(np.sum(np.array(lux) * 2 * math.pi * radius) * edge / 4000)
    assert arrived == pytest.approx(100, rel=2e-3)  # midpoint rule, 4000 rings
    assert spot_area_m2(beam_deg, distance_m) == pytest.approx(math.pi * edge**2)


def test_a_spot_is_painted_over_an_area_with_a_third_of_overlap() -> None:
    torch = Torch(1048, 20)
    spot = math.pi * (10 * math.tan(math.radians(10))) ** 2  # 9.77 m²
    found = painting(torch, 10, 5 * spot, 4.0)  # 7.5 of them: nobody paints half a one
    assert found.spots == 8
    assert found.total_s == pytest.approx(32)
    assert painting(torch, 10, spot / 4, 4.0).spots == 1


# By geometry: one metre swept at 1.5 m is 37°; a shadow's edge is x·s/d wide.
def test_a_swept_lamp_is_as_soft_as_a_source_of_that_size() -> None:
    assert source_size_deg(1, 1.5) == pytest.approx(37, abs=0.15)
    assert shadow_edge_m(1, 1.5, 0.3) == pytest.approx(0.2)


# A lamp in the air: I·cos³/h², by adding up the inverse square and the cosine apart.
def test_a_lamp_under_a_drone_lights_a_pool_of_known_size() -> None:
    slant = math.hypot(20, lit_radius_m(20, 1))
    from_upright_deg = math.degrees(math.acos(20 / slant))
    under, aside = illuminance_lux(3000, 20), illuminance_lux(3000, slant, from_upright_deg)
    assert aside == pytest.approx(under / 2)


# By the inverse square: 1000 lx at 1 m, 5 %, 4 m is 3.1 lx: at 30 s, f/4, ISO 800 +4.2 stops.
def test_a_panel_at_five_per_cent_is_four_stops_over() -> None:
    part = steady("panel", Panel(1000), 4)
    landed = part.lands(Settings(30, 4, 800)) + part.levers[0].stops(0.05)
    assert landed == pytest.approx(4.2, abs=0.05)


# By its definition: guide number 36 at 1/8, 4.6 m, ISO 200 → f/3.9; the definition of the
# guide number, N·d at ISO 100, in S. Ray, Applied Photographic Optics; from memory.
def test_a_flash_at_an_eighth_gives_the_aperture_its_guide_number_says() -> None:
    part = flashed("flash", Flash(36), 4.6)
    landed = part.lands(Settings(2, 3.9, 200)) + part.levers[0].stops(1 / 8)
    assert landed == pytest.approx(0, abs=0.02)
    four = flashed("flash", Flash(36), 4.6, pops=4)
    assert four.ev100 - part.ev100 == pytest.approx(2)


# By hand, log2(I·S/(w·v·K·N²)): 1.6 cd, 3 cm, 1 m/s, f/8, ISO 100 → +2.7, whatever the shutter
# does.
def test_a_pen_lands_where_the_trade_finds_it_and_time_does_not_matter() -> None:
    part = drawn("tool", Tool(1.6, 0.03), 1.0, pixel_m=0.001)
    for exposure_s in (2.0, 120.0):
        assert part.lands(Settings(exposure_s, 8, 100)) == pytest.approx(2.7, abs=0.05)
    darker, brighter = pace_moves_stops()
    assert part.levers[0].stops(1 + 1 / 3) == pytest.approx(darker)
    assert part.levers[0].stops(1 - 1 / 3) == pytest.approx(brighter)


def rendered_stops(width_m: float, pixel_m: float, intensity_cd: float, pace_m_s: float) -> float:
    """A disc of even luminance moved across pixels, its light added up at every spot; mean over
    the line's width of what each pixel got, as stops at f/8, ISO 100."""
    grain = min(width_m, pixel_m) / 200
    across = np.arange(-width_m / 2 + grain / 2, width_m / 2, grain)
    luminance = intensity_cd / (math.pi * width_m**2 / 4)
    chord_m = 2 * np.sqrt((width_m / 2) ** 2 - across**2)
    passed = luminance * chord_m / pace_m_s  # cd·s/m² at each height of the line
    seen = max(width_m, pixel_m)  # a pixel larger than the tool spreads it over itself
    mean = float(np.sum(passed) * grain / seen)
    return math.log2(mean / (12.5 * 8**2 / 100))  # K·N²/S [iso2720]


@pytest.mark.parametrize(("width_m", "pixel_m"), [(0.03, 0.001), (0.004, 0.02)])
def test_the_writing_formula_is_what_a_moving_disc_leaves(width_m: float, pixel_m: float) -> None:
    part = drawn("tool", Tool(1.6, width_m), 0.8, pixel_m)
    wanted = rendered_stops(width_m, pixel_m, 1.6, 0.8)
    assert part.lands(Settings(10, 8, 100)) == pytest.approx(wanted, abs=0.01)  # 200 grains


# Fresnel's sine and tangent laws, another form of the same [hecht2016]; straight down 2.0 %.
@pytest.mark.parametrize("angle_deg", [10.0, 53.1, 75.0, 88.0])
def test_still_water_gives_back_what_the_sine_and_tangent_laws_say(angle_deg: float) -> None:
    i = math.radians(angle_deg)
    t = math.asin(math.sin(i) / 1.333)
    across = (math.sin(i - t) / math.sin(i + t)) ** 2
    along = (math.tan(i - t) / math.tan(i + t)) ** 2
    assert water_reflectance(angle_deg) == pytest.approx((across + along) / 2, rel=1e-9)
    assert water_reflectance(0) == pytest.approx(0.0204, abs=1e-4)
    assert water_reflectance(90) == 1


@pytest.mark.parametrize(
    ("ask", "says"),
    [
        (lambda: intensity_from_lumens(0, 20), "more than 0 lm"),
        (lambda: intensity_from_lumens(100, 400), "0.1 to 360"),
        # so narrow that it divided by nought
        (lambda: intensity_from_lumens(100, 1e-200), "0.1 to 360"),
        (lambda: flashed("flash", Flash(36), 0), "more than 0 m"),
        (lambda: painted("torch", Torch(100, 20), 3, angle_deg=90), "under 90"),
        (lambda: held_up("beam_1", Beam(Torch(100, 20), "hazy"), 0), "more than 0 m"),
    ],
)
def test_lamps_that_cannot_be_are_refused_in_words(ask: object, says: str) -> None:
    with pytest.raises(WrongValue, match=says):
        ask()  # type: ignore[operator]


@given(st.floats(0.05, 50), st.floats(-8, 8), st.sampled_from([1.0, -1.0, -2.0]))
def test_a_lever_gives_what_it_was_moved_for_or_ends(
    value: float, stops: float, law: float
) -> None:
    lever = Lever("x", value, value / 4, value * 4, law)
    found = lever.for_stops(stops)
    reach = sorted((lever.stops(lever.least), lever.stops(lever.most)))
    assert lever.stops(found) == pytest.approx(min(reach[1], max(reach[0], stops)), abs=1e-9)
