"""Ground and sky light against the published figures."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.exposure.settings import ev100_from_luminance
from patient_owl.core.meterless import SOURCES, Darkness, SkyView, light_of
from patient_owl.core.sky.groundlight import moon_illuminance_lux, sun_illuminance_lux
from patient_owl.core.sky.skylight import (
    luminance_from_mag,
    moonlit_sky_cd_m2,
    path_airmass,
    separation_deg,
)
from patient_owl.core.sky.tracks import MoonPhase, Track


def a(*values: float) -> np.ndarray:
    return np.array(values, dtype=float)


# USNO Circular 171 as printed in the handbook, section 3; three figures.
@pytest.mark.parametrize(
    ("sun_altitude_deg", "lux"), [(0, 759), (-6, 3.41), (-12, 0.0081), (-18, 6.4e-4)]
)
def test_sun_illuminance_of_the_circular(sun_altitude_deg: float, lux: float) -> None:
    assert sun_illuminance_lux(a(sun_altitude_deg))[0] == pytest.approx(lux, rel=0.01)


@pytest.mark.parametrize(("moon_altitude_deg", "lux"), [(90, 0.269), (40, 0.143)])
def test_full_moon_illuminance_of_the_circular(moon_altitude_deg: float, lux: float) -> None:
    assert moon_illuminance_lux(a(moon_altitude_deg), a(0))[0] == pytest.approx(lux, rel=0.01)


# The quarter Moon gives about a tenth of the full one (Allen's Astrophysical Quantities, 4th
# ed., table 15.9: −12.73 against −10.0 mag at 90°, a factor 12; from memory).
def test_half_moon_gives_about_a_twelfth() -> None:
    full, half = moon_illuminance_lux(a(60, 60), a(0, 90))
    assert 8 < full / half < 13


def test_no_saw_tooth_where_the_published_pieces_meet() -> None:
    altitude = np.arange(-24, 30, 0.01)
    stops = np.log2(sun_illuminance_lux(altitude))
    assert np.all(np.diff(stops) > 0)  # brighter as the Sun climbs, everywhere
    assert np.abs(np.diff(stops, 2)).max() < 0.01


# Krisciunas and Schaefer 1991 as coded independently in specsim 1.0.0 (PyPI), documentation
# example of krisciunas_schaefer: zenith distances 20° and 70°, 50° apart, phase 0.25 of the
# way to new, k 0.15, gives 19.855 mag/arcsec² on the paper's own magnitude scale.
def test_moonlit_sky_of_the_documented_example() -> None:
    luminance = moonlit_sky_cd_m2(a(50), a(20), a(70), a(45), 0.15)
    nanolambert = luminance[0] / (1e-5 / np.pi)
    paper_mag = (20.7233 - np.log(nanolambert / 34.08)) / 0.92104
    assert paper_mag == pytest.approx(19.855, abs=0.0005)


# Handbook, section 3: 21.6 mag/arcsec² is 2.47e-4 cd/m², EV −9.0; 18 is EV −4.2.
def test_dark_sky_luminance_and_exposure_value() -> None:
    assert luminance_from_mag(21.6) == pytest.approx(2.47e-4, rel=0.01)
    assert ev100_from_luminance(float(luminance_from_mag(21.6))) == pytest.approx(-9.0, abs=0.05)
    assert ev100_from_luminance(float(luminance_from_mag(18))) == pytest.approx(-4.2, abs=0.05)


def test_path_airmass_is_one_overhead_and_five_at_the_horizon() -> None:
    assert path_airmass(a(90, 0)) == pytest.approx([1, 5])


def _light(sun: float, moon: float, phase: float, mag: float, cloud: float):  # type: ignore[no-untyped-def]
    nowhere = a(0)
    return light_of(
        Track(a(sun), nowhere, a(1.5e8)),
        Track(a(moon), nowhere, a(3.8e5)),
        MoonPhase(a(phase), a(0.5), np.array([True])),
        Darkness(mag),
        SkyView(45, 180),
        cloud,
    )


# Handbook, section 3: starlight and airglow leave about 0.0005 to 0.001 lx on the ground.
def test_a_dark_site_has_the_floor_of_the_handbook() -> None:
    light = _light(-50, -50, 90, 21.8, 0)
    assert 0.0005 <= light.illuminance_lux[0] <= 0.001
    assert SOURCES[light.ground_source[0]] == "night_sky"


# Handbook, section 3: overcast takes one to three stops from Sun and Moon and raises town glow.
def test_cloud_dims_the_moon_and_brightens_the_town() -> None:
    clear, overcast = (_light(-40, 50, 0, 21.8, c) for c in (0, 1))
    assert 1 <= clear.ground_ev100[0] - overcast.ground_ev100[0] <= 3
    town_clear, town_overcast = (_light(-40, -40, 0, 18, c) for c in (0, 1))
    assert town_overcast.ground_ev100[0] > town_clear.ground_ev100[0] + 1
    assert overcast.ground_sigma_stops[0] > clear.ground_sigma_stops[0]


@given(st.floats(-40, 20), st.floats(-20, 85), st.floats(0, 170), st.floats(16, 22))
def test_every_source_only_adds_light(sun: float, moon: float, phase: float, mag: float) -> None:
    both = _light(sun, moon, phase, mag, 0)
    assert both.illuminance_lux[0] >= sun_illuminance_lux(a(sun))[0]
    assert both.illuminance_lux[0] >= moon_illuminance_lux(a(moon), a(phase))[0]
    assert 0.7 <= both.ground_sigma_stops[0] <= 1.0


@given(st.floats(-89, 89), st.floats(0, 359), st.floats(-89, 89), st.floats(0, 359))
def test_separation_is_the_angle_between_unit_vectors(
    alt_a: float, az_a: float, alt_b: float, az_b: float
) -> None:
    def unit(alt: float, az: float) -> np.ndarray:
        alt, az = np.radians(alt), np.radians(az)
        return a(np.cos(alt) * np.sin(az), np.cos(alt) * np.cos(az), np.sin(alt))

    cross, dot = (
        np.cross(unit(alt_a, az_a), unit(alt_b, az_b)),
        unit(alt_a, az_a) @ unit(alt_b, az_b),
    )
    wanted = np.degrees(np.arctan2(np.linalg.norm(cross), dot))
    assert separation_deg(a(alt_a), a(az_a), a(alt_b), a(az_b))[0] == pytest.approx(
        wanted, abs=1e-6
    )
