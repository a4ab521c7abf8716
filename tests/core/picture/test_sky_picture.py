"""The sky of the computed picture against astropy, the published models and photometry."""

import warnings

import astropy.units as u
import numpy as np
import pytest
from astropy.coordinates import SkyCoord, get_body
from astropy.time import Time
from astropy.wcs import WCS

from patient_owl.core.light.colour import LUMINANCE_OF_PRIMARIES
from patient_owl.core.light.white import chromaticity, star_temperature_k
from patient_owl.core.optics.camera import Framing
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.milky_way import luminance_cd_m2
from patient_owl.core.picture.moon import draw_moon
from patient_owl.core.picture.points import Points, draw_points, ways_px
from patient_owl.core.picture.sky import draw_sky
from patient_owl.core.picture.stage import Opening, Stage
from patient_owl.core.picture.view import Window
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.bright_stars import DAY_S, apparent_vectors, bright_stars
from patient_owl.core.sky.skylight import luminance_from_mag
from patient_owl.core.types import FloatArray
from tests.core import reference_sky
from tests.core.picture.scenes import planned, staged
from tests.core.test_shot import NIGHT

LUMINANCE = np.array(LUMINANCE_OF_PRIMARIES)


def by_wcs(stage: Stage, star: int, after_s: float) -> FloatArray:
    """Where a star falls, by astropy's catalogue transformation and its gnomonic WCS. [px]"""
    table, framing = bright_stars(), stage.view.framing
    at = ephemeris.moment_utc(stage.at_s + after_s)
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        seen = SkyCoord(
            table.ra_deg[star] * u.deg,
            table.dec_deg[star] * u.deg,
            pm_ra_cosdec=table.pm_ra_mas_a[star] * u.mas / u.yr,
            pm_dec=table.pm_dec_mas_a[star] * u.mas / u.yr,
            obstime=Time("J1991.25"),
            distance=1 * u.kpc,
        ).apply_space_motion(new_obstime=Time("J2026.94"))
        seen = seen.transform_to(reference_sky.frame(NIGHT.site, [at], through_air=True))
    wcs = WCS(naxis=2)
    wcs.wcs.ctype = ["XLON-TAN", "XLAT-TAN"]
    wcs.wcs.crval = [framing.bearing_true_deg, framing.tilt_deg]
    step = np.degrees(1 / stage.view.px_per_rad)
    wcs.wcs.cdelt = [step, step]
    wcs.wcs.crpix = [stage.view.width_px / 2, stage.view.height_px / 2]
    x, up = wcs.wcs_world2pix([[seen.az.deg[0], seen.alt.deg[0]]], 0)[0] + 1
    return np.array([x, stage.view.height_px - up])


@pytest.mark.parametrize("exposure_s", [20.0, 3600.0])
def test_stars_begin_and_end_where_astropy_has_them(exposure_s: float) -> None:
    shot = planned(framing=Framing(150, 30))
    stage = staged(shot, size=(1200, 800), exposure_s=exposure_s)
    stars = np.flatnonzero(bright_stars().v_mag < 2.2)
    vectors = apparent_vectors(int(stage.at_s // DAY_S))[stars]
    pieces = [Opening(0.0, 60.0), Opening(exposure_s - 60.0, exposure_s)]
    if exposure_s < 60:
        pieces = [Opening(0.0, exposure_s)]
    starts, ends = ways_px(stage, vectors, pieces)
    inside = ((starts[0] > 0) & (starts[0] < (1200, 800))).all(axis=1)
    assert inside.sum() >= 5
    for at, after_s in ((starts[0], 0.0), (ends[-1], exposure_s)):
        for k in np.flatnonzero(inside & np.isfinite(at).all(axis=1)):
            assert at[k] == pytest.approx(by_wcs(stage, stars[k], after_s), abs=0.5)


def test_a_star_brings_the_light_of_its_magnitude(monkeypatch: pytest.MonkeyPatch) -> None:
    # Canopus and its like by E = 2.54e-6·10^(−0.4 V) lx outside the air [allen2000, from memory],
    # through 0.172 mag an airmass; mid-grey is a luminance of K·N²/(t·S) (ISO 2720).
    stage = staged(planned(framing=Framing(180, 60)), exposure_s=0.01)
    overhead = np.array([[0.0, -0.5, np.sqrt(0.75)]])  # south, 60° up

    def one(_: Stage) -> Points:
        return Points(overhead, np.array([1.0]), np.ones((1, 3)))

    monkeypatch.setattr("patient_owl.core.picture.points._seen", one)
    monkeypatch.setattr("patient_owl.core.picture.points.seen_from", lambda vectors, *_: vectors)
    canvas = Canvas.of(stage.view.shape)
    draw_points(canvas, stage)
    grey = float(np.tensordot(LUMINANCE, canvas.light, 1).sum())
    settings = stage.settings
    grey_cd_m2 = 12.5 * settings.f_number**2 / (settings.exposure_s * settings.iso)
    pixel_sr = (36 / 24 / stage.view.width_px) ** 2
    airmass = 1 / np.sqrt(1 - 0.96 * 0.25)
    lux = 2.54e-6 * 10 ** (-0.4 * (1.0 + 0.172 * airmass))
    assert grey * grey_cd_m2 * pixel_sr == pytest.approx(lux, rel=0.02)


# Illuminant A, 2856 K, x 0.4476 y 0.4074 (CIE 15), and the Planckian locus at 6500 K, 0.3135
# 0.3237 (Wyszecki and Stiles, from memory).
@pytest.mark.parametrize(("kelvin", "xy"), [(2856, (0.4476, 0.4074)), (6500, (0.3135, 0.3237))])
def test_whites_lie_on_the_planckian_locus(kelvin: float, xy: tuple[float, float]) -> None:
    assert chromaticity(np.array(kelvin)) == pytest.approx(xy, abs=0.0006)


# Ballesteros 2012: the Sun's B−V of 0.65 is 5778 K; Vega's nought near 10 000 K.
def test_star_colours_are_temperatures() -> None:
    assert star_temperature_k(np.array([0.65, 0.0])) == pytest.approx([5778, 10_125], rel=0.02)


# Surface brightness of the Milky Way in S10 (stars of V 10 a square degree), fields of some
# degrees: Leinert et al. 1998, section 10, and the maps it cites; from memory, so to a factor
# of 1.6, which is half a magnitude.
@pytest.mark.parametrize(
    ("field", "l_deg", "b_deg", "s10"),
    [
        ("Sagittarius", 2, -4, 420),
        ("Scutum", 27, -3, 300),
        ("Carina", 287, -1, 260),
        ("Cygnus", 75, 1, 200),
        ("the anticentre", 180, 0, 90),
    ],
)
def test_the_milky_way_is_as_bright_as_published(
    field: str, l_deg: float, b_deg: float, s10: float
) -> None:
    around = np.meshgrid(l_deg + np.arange(-3, 4.0), b_deg + np.arange(-2, 3.0))
    found = luminance_cd_m2(*around).mean() / luminance_from_mag(27.78)
    assert s10 / 1.6 < found < s10 * 1.6, f"{field}: {found:.0f}"


def full_moon_stage() -> Stage:
    """Near full, high in the south-east, at the longest lens, a window right over it."""
    for hours in np.arange(8, 16, 0.25):
        shot = planned(hours=hours + 14 * 24, focal_length_mm=100)
        if shot.at.moon.apparent_altitude_deg[0] > 30:
            break
    framing = Framing(
        float(shot.at.moon.azimuth_deg[0]), float(shot.at.moon.apparent_altitude_deg[0])
    )
    shot = planned(hours=hours + 14 * 24, framing=framing, focal_length_mm=100)
    return staged(shot, size=(400, 400), window=Window(0.46, 0.44, 0.08, 0.12), exposure_s=1 / 250)


def test_the_moon_is_as_large_and_as_lit_as_astropy_says() -> None:
    stage = full_moon_stage()
    canvas = Canvas.of(stage.view.shape)
    draw_moon(canvas, stage)
    lit = np.tensordot(LUMINANCE, canvas.light, 1)
    at = [ephemeris.moment_utc(stage.at_s)]
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        frame = reference_sky.frame(NIGHT.site, at)
        moon, sun = (get_body(b, frame.obstime, frame.location) for b in ("moon", "sun"))
        radius = np.arcsin(1737.4 / moon.transform_to(frame).distance.km[0])
        apart = moon.separation(sun).rad[0]
        to_sun, to_moon = sun.distance.km[0], moon.distance.km[0]
    phase = np.arctan2(to_sun * np.sin(apart), to_moon - to_sun * np.cos(apart))
    share = (1 + np.cos(phase)) / 2
    disc_px = np.pi * (radius * stage.view.px_per_rad) ** 2
    sunlit = (lit > lit.max() * 0.01).sum()
    # the area grows with the square of the size, which is wanted to 1 %
    assert sunlit / (disc_px * share) == pytest.approx(1, abs=0.02)


def test_moonlit_sky_is_that_of_the_paper_at_every_pixel() -> None:
    # Krisciunas and Schaefer 1991, equations 3, 15, 16, 20 and 21, worked out here once more with
    # the Moon by astropy; nanolamberts to cd/m² is 1e-5/π.
    stage = staged(planned(hours=11 + 14 * 24, framing=Framing(160, 35)), size=(96, 64))
    at = [ephemeris.moment_utc(stage.at_s)]
    moon_altitude, moon_azimuth = (v[0] for v in reference_sky.horizontal("moon", NIGHT.site, at))
    assert moon_altitude > 15
    looks = stage.view.looks
    altitude, azimuth = looks.altitude_deg.astype(float), looks.azimuth_deg.astype(float)
    rho = SkyCoord(azimuth * u.deg, altitude * u.deg).separation(
        SkyCoord(moon_azimuth * u.deg, moon_altitude * u.deg)
    )
    alpha = abs(float(stage.at.phase.phase_angle_deg[0]))

    def airmass(zenith_deg: FloatArray | float) -> FloatArray:
        return (1 - 0.96 * np.sin(np.radians(zenith_deg)) ** 2) ** -0.5

    k = 0.172
    intensity = 10 ** (-0.4 * (3.84 + 0.026 * alpha + 4e-9 * alpha**4))
    scatter = 10**5.36 * (1.06 + np.cos(rho.rad) ** 2) + 10 ** (6.15 - rho.deg / 40)
    arriving = 10 ** (-0.4 * k * airmass(90 - moon_altitude))
    nanolambert = scatter * intensity * arriving * (1 - 10 ** (-0.4 * k * airmass(90 - altitude)))
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        frame = reference_sky.frame(NIGHT.site, at)
        far_km = get_body("moon", frame.obstime, frame.location).transform_to(frame).distance.km[0]
    paper = nanolambert * 1e-5 / np.pi * (384_400 / far_km) ** 2
    up = altitude > 1
    found = stage.sky_lights(altitude, azimuth)[1]
    assert found[up] == pytest.approx(paper[up], rel=0.01)  # refraction and a Moon's parallax
    canvas = Canvas.of(stage.view.shape)
    draw_sky(canvas, stage)
    whole = stage.sky_lights(altitude, azimuth).sum(axis=0) * stage.grey_per_cd_m2
    drawn = np.tensordot(LUMINANCE, canvas.light, 1)
    # worked out every six pixels and spread: but for the Milky Way and the picture's edge
    inner = up & (rho.deg > 5)
    assert np.median(drawn[inner] / whole[inner]) == pytest.approx(1, abs=0.05)


def test_twilight_is_brighter_toward_the_sun_and_as_before_overhead() -> None:
    stage = staged(planned(hours=6.2))  # the Sun some degrees under the horizon
    sun_azimuth = float(stage.at.sun.azimuth_deg[0])
    assert -9 < stage.at.sun.true_altitude_deg[0] < -2
    sides = np.array([sun_azimuth, sun_azimuth + 180])
    toward, away = stage.sky_lights(np.array([10.0, 10.0]), sides)[0]
    assert toward > 2 * away
    overhead = stage.sky_lights(np.array([90.0, 90.0]), np.array([0.0, 180.0]))[0]
    assert overhead[0] == pytest.approx(overhead[1], rel=1e-3)


def test_a_new_moon_is_dark_and_no_number_goes_astray() -> None:
    shot = planned(hours=4.5)  # the Moon sets a little after the Sun, hardly lit
    moon = shot.at.moon
    facing = Framing(float(moon.azimuth_deg[0]), float(moon.apparent_altitude_deg[0]))
    stage = staged(planned(hours=4.5, framing=facing), size=(60, 40), exposure_s=1 / 8000)
    assert stage.at.phase.phase_angle_deg[0] > 170
    canvas = Canvas.of(stage.view.shape)
    draw_moon(canvas, stage)
    assert np.isfinite(canvas.light).all()
