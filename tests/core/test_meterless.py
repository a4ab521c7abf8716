"""Ground and sky light against the published figures."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.exposure.settings import ev100_from_luminance
from patient_owl.core.meterless import SOURCES, Darkness, SkyView, light_of
from patient_owl.core.sky.groundlight import moon_illuminance_lux, sun_illuminance_lux
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.sky.skylight import (
    luminance_from_mag,
    moonlit_sky_cd_m2,
    path_airmass,
    separation_deg,
)
from patient_owl.core.sky.tracks import MoonPhase, Track
from patient_owl.core.tables.scenes import SCENES


def a(*values: float) -> np.ndarray:
    return np.array(values, dtype=float)


# USNO Circular 171, from memory; three figures.
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


# By 10.8e4·10^(−0.4·m) cd/m²: 21.6 mag/arcsec² is 2.47e-4 cd/m², EV −9.0; 18 is EV −4.2.
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


# Common practice: starlight and airglow leave about 0.0005 to 0.001 lx on the ground.
def test_a_dark_site_has_the_floor_that_is_measured_at_such() -> None:
    light = _light(-50, -50, 90, 21.8, 0)
    assert 0.0005 <= light.illuminance_lux[0] <= 0.001
    assert SOURCES[light.ground_source[0]] == "night_sky"


# Common practice: overcast takes one to three stops from Sun and Moon and raises town glow.
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


def _sky(sun: float, moon: float = -50, cloud: float = 0, horizon: Horizon = SEA):  # type: ignore[no-untyped-def]
    return light_of(
        Track(a(sun), a(0), a(1.5e8)),
        Track(a(moon), a(180), a(384_400)),
        MoonPhase(a(0), a(1), np.array([False])),
        Darkness(21.6, horizon=horizon),
        SkyView(90, 180),
        cloud,
    )


# Patat, Ugolnikov and Postylyakov 2006, table 1, V at the zenith of a dark site (from memory):
# 11.84 + 1.518·(φ − 95) − 0.057·(φ − 95)² mag/arcsec², φ the Sun's zenith distance, 95° to 105°.
@pytest.mark.parametrize("sun_altitude_deg", [-6, -8, -10, -12])
def test_the_zenith_in_twilight_is_as_bright_as_measured(sun_altitude_deg: float) -> None:
    deeper = -5 - sun_altitude_deg
    measured = luminance_from_mag(11.84 + 1.518 * deeper - 0.057 * deeper**2)
    # the sky toward and away from the Sun differs by a stop, and so do evenings
    got = _sky(sun_altitude_deg).sky_ev100[0]
    assert got == pytest.approx(float(ev100_from_luminance(measured)), abs=0.8)


# The same measured no difference to full night from 18° on; the circular's curve ends in the
# night's own light, which was counted twice.
@pytest.mark.parametrize("sun_altitude_deg", [-18, -19, -25])
def test_twilight_ends_in_the_night_and_not_on_top_of_it(sun_altitude_deg: float) -> None:
    night, then = _sky(-40), _sky(sun_altitude_deg)
    assert then.ground_ev100[0] == pytest.approx(night.ground_ev100[0], abs=0.05)
    assert then.sky_ev100[0] == pytest.approx(night.sky_ev100[0], abs=0.05)


# An even sky of luminance L lights level ground with π·L (any text on photometry): under
# overcast the sky overhead and the ground tell the same light.
def test_an_overcast_moonlit_sky_agrees_with_the_ground_it_lights() -> None:
    overcast = _sky(-40, moon=50, cloud=1)
    even_cd_m2 = overcast.illuminance_lux[0] / np.pi
    assert overcast.sky_ev100[0] == pytest.approx(float(ev100_from_luminance(even_cd_m2)), abs=0.1)


# Starlit ground, by the sky's own law of altitude (Krisciunas and Schaefer, eq. 2), integrated
# over the dome here by another rule than there.
def test_the_dark_sky_lights_the_ground_from_all_its_altitudes() -> None:
    h = np.radians(np.arange(0.25, 90, 0.5))
    law = 10 ** (-0.4 * 0.172 * (path_airmass(np.degrees(h)) - 1)) * path_airmass(np.degrees(h))
    lux = 2 * np.pi * float(luminance_from_mag(21.6)) * np.sum(law * np.sin(h) * np.cos(h))
    lux *= np.radians(0.5)
    assert _sky(-40).illuminance_lux[0] == pytest.approx(lux, rel=0.01)


# By geometry: a Moon behind the ridge lights the sky and not the ground.
def test_a_moon_behind_the_ridge_lights_the_sky_and_not_the_ground() -> None:
    ridge = Horizon(((0.0, 0.0), (150.0, 25.0), (210.0, 25.0), (359.0, 0.0)))
    free, behind = _sky(-40, moon=14), _sky(-40, moon=14, horizon=ridge)
    assert behind.sky_ev100[0] == pytest.approx(free.sky_ev100[0], abs=1e-6)
    assert free.ground_ev100[0] - behind.ground_ev100[0] > 1.5
    dark = _sky(-40, horizon=ridge)
    assert behind.ground_ev100[0] > dark.ground_ev100[0]


# Moon at its nearest and farthest, 356 500 and 406 700 km (Meeus, ch. 50): (406.7/356.5)² is 1.30.
def test_a_near_moon_gives_nearly_a_third_more_light() -> None:
    near, far = (
        light_of(
            Track(a(-40), a(0), a(1.5e8)),
            Track(a(50), a(180), a(km)),
            MoonPhase(a(0), a(1), np.array([False])),
            Darkness(22),
            SkyView(45, 0),
        )
        for km in (356_500, 406_700)
    )
    assert near.illuminance_lux[0] / far.illuminance_lux[0] == pytest.approx(1.30, abs=0.02)


def test_a_forecast_that_is_not_sure_widens_the_doubt() -> None:
    def sigma(cloud_sigma: float) -> float:
        found = light_of(
            Track(a(-8), a(0), a(1.5e8)),
            Track(a(-40), a(180), a(3.8e5)),
            MoonPhase(a(90), a(0.5), np.array([False])),
            Darkness(21),
            SkyView(45, 0),
            0.6,
            cloud_sigma,
        )
        return float(found.ground_sigma_stops[0])

    assert sigma(0.3) > sigma(0.05)


# The scene table and the meter tell one moonlit landscape, full Moon 40° to 60° high.
def test_the_scene_table_agrees_with_the_meter_on_a_moonlit_landscape() -> None:
    table = next(one for one in SCENES if one.key == "full_moon_land")
    for moon in (40, 60):
        found = _sky(-40, moon=moon).ground_ev100[0]
        assert found == pytest.approx(table.ev100, abs=table.sigma_stops)
