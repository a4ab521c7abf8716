"""The meterless meter: what a meter too good to exist would read, minute by minute.

Ground: illuminance of Sun, Moon and the night sky itself on level ground. Sky: luminance
in one direction. Both as EV100, with the standard deviation a first guess deserves and
the light that dominates it. docs/meterless-meter.md tells the whole story.

Clouds dim Sun and Moon by 1 − 0.75·c^3.4 [kasten1980] (two stops under overcast) and send
town glow back down, up to OVERCAST_GLOW_GAIN times [kyba2011]; they hide airglow and stars.
"""

from dataclasses import dataclass

import numpy as np

from patient_owl.core.exposure.settings import ev100_from_illuminance, ev100_from_luminance
from patient_owl.core.sky.groundlight import moon_illuminance_lux, sun_illuminance_lux
from patient_owl.core.sky.horizon import SEA, Horizon
from patient_owl.core.sky.skylight import (
    NATURAL_ZENITH_MAG_ARCSEC2,
    dark_sky_cd_m2,
    luminance_from_mag,
    moonlit_sky_cd_m2,
    separation_deg,
)
from patient_owl.core.sky.tracks import MoonPhase, Track
from patient_owl.core.types import FloatArray, IntArray

SOURCES = ("twilight", "moonlight", "night_sky", "town_glow")

# Standard deviation of a first guess, stops, by the light that makes it. Twilight and
# moonlight: handbook of the trade. Night sky: airglow swings by ±0.5 mag with the Sun's
# activity and hour. Town glow: a class entered by eye is good to half a magnitude.
SIGMA_STOPS = {"twilight": 0.7, "moonlight": 0.7, "night_sky": 0.8, "town_glow": 1.0}
_VARIANCES = np.array([SIGMA_STOPS[source] ** 2 for source in SOURCES])
CLOUD_SIGMA_STOPS = 1.0  # at full cover: overcast takes one to three stops; common practice

OVERCAST_GLOW_GAIN = 4.0  # zenith, between the 2.8 of the outskirts and 10 of a city [kyba2011]
OVERCAST_SKY_SHARE = 0.3  # of airglow and starlight that thick cloud lets through; from memory


@dataclass(frozen=True)
class SkyView:
    """The direction the sky is metered in. altitude_deg 0 to 90, azimuth_deg from true north."""

    altitude_deg: float
    azimuth_deg: float


@dataclass(frozen=True)
class Darkness:
    """How dark a place is and what bounds its sky.

    sky_brightness_mag_arcsec2: V at the moonless zenith, 16 (city) to 22 (pristine).
    glow_azimuth_deg: where the nearest town's glow stands, None when it has no side.
    """

    sky_brightness_mag_arcsec2: float
    glow_azimuth_deg: float | None = None
    horizon: Horizon = SEA


@dataclass(frozen=True)
class NightLight:
    """Light over a grid of moments; every array has the grid's shape.

    ground_ev100, sky_ev100 [stops at ISO 100, mid-grey]; the sigmas [stops, 1 σ];
    ground_source, sky_source: index into SOURCES of what gives most of the light.
    """

    illuminance_lux: FloatArray
    ground_ev100: FloatArray
    ground_sigma_stops: FloatArray
    ground_source: IntArray
    sky_ev100: FloatArray
    sky_sigma_stops: FloatArray
    sky_source: IntArray


def light_of(
    sun: Track,
    moon: Track,
    phase: MoonPhase,
    darkness: Darkness,
    view: SkyView,
    cloud_cover: FloatArray | float = 0.0,
) -> NightLight:
    """Predict the light from positions of Sun and Moon over a grid, shape (n,).

    cloud_cover: share of the sky, 0 to 1, scalar or shape (n,).
    """
    cover = np.broadcast_to(np.asarray(cloud_cover, dtype=float), sun.true_altitude_deg.shape)
    through_cloud = 1 - 0.75 * cover**3.4
    natural_zenith, towns_zenith = _zenith_parts_cd_m2(darkness.sky_brightness_mag_arcsec2)
    natural = natural_zenith * (1 - (1 - OVERCAST_SKY_SHARE) * cover)
    towns = towns_zenith * (1 + (OVERCAST_GLOW_GAIN - 1) * cover)

    sun_lux = sun_illuminance_lux(sun.true_altitude_deg) * through_cloud
    moon_lux = moon_illuminance_lux(moon.true_altitude_deg, phase.phase_angle_deg) * through_cloud
    # an even sky of luminance L lights level ground with π·L
    ground = np.stack([sun_lux, moon_lux, np.pi * natural, np.pi * towns])

    apart = separation_deg(
        np.asarray(view.altitude_deg),
        np.asarray(view.azimuth_deg),
        moon.apparent_altitude_deg,
        moon.azimuth_deg,
    )
    by_moon = moonlit_sky_cd_m2(
        apart, moon.apparent_altitude_deg, np.asarray(view.altitude_deg), phase.phase_angle_deg
    )
    sky = np.stack(
        [
            sun_lux * _sky_share(sun.true_altitude_deg) / np.pi,
            by_moon * through_cloud,
            dark_sky_cd_m2(natural, view.altitude_deg),
            dark_sky_cd_m2(towns, view.altitude_deg) * _glow_side(darkness, view),
        ]
    )
    ground_total, ground_sigma, ground_source = _sum(ground, cover)
    sky_total, sky_sigma, sky_source = _sum(sky, cover)
    return NightLight(
        illuminance_lux=ground_total,
        ground_ev100=ev100_from_illuminance(ground_total),
        ground_sigma_stops=ground_sigma,
        ground_source=ground_source,
        sky_ev100=ev100_from_luminance(sky_total),
        sky_sigma_stops=sky_sigma,
        sky_source=sky_source,
    )


def _glow_side(darkness: Darkness, view: SkyView) -> float:
    """How much of the town glow stands in this direction: near the horizon nearly double
    toward the town and a fifth away from it, none of it overhead. Common practice, by eye."""
    if darkness.glow_azimuth_deg is None:
        return 1.0
    off = np.radians(view.azimuth_deg - darkness.glow_azimuth_deg)
    return float(1 + 0.8 * np.cos(np.radians(view.altitude_deg)) * np.cos(off))


def _sky_share(sun_altitude_deg: FloatArray) -> FloatArray:
    """Share of the Sun's light that comes from the sky: all of it until sunrise, about a
    quarter with the Sun 20° up in clear air. From memory; only matters outside the night."""
    return np.asarray(1 - 0.75 * np.clip(sun_altitude_deg / 20, 0, 1))


def _zenith_parts_cd_m2(sky_brightness_mag_arcsec2: float) -> tuple[float, float]:
    """Zenith luminance by nature and by towns; a reading darker than nature is all nature."""
    total = float(luminance_from_mag(sky_brightness_mag_arcsec2))
    natural = min(total, float(luminance_from_mag(NATURAL_ZENITH_MAG_ARCSEC2)))
    return natural, total - natural


def _sum(parts: FloatArray, cover: FloatArray) -> tuple[FloatArray, FloatArray, IntArray]:
    """Total over sources, its 1 σ in stops (each source's by its share), the largest source."""
    total = parts.sum(axis=0)
    variance = _VARIANCES @ (parts / total) + (CLOUD_SIGMA_STOPS * cover) ** 2
    return total, np.sqrt(variance), np.argmax(parts, axis=0)
