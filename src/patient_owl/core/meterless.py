"""The meterless meter: what a meter too good to exist would read, minute by minute.

Ground: illuminance of Sun, Moon and the night sky itself on level ground. Sky: luminance
in one direction. Both as EV100, with the standard deviation a first guess deserves and
the light that dominates it. docs/meterless-meter.md tells the whole story.

Clouds dim Sun and Moon by 1 − 0.75·c^3.4 [kasten1980] (two stops under overcast) and send
town glow back down, up to OVERCAST_GLOW_GAIN times [kyba2011]; they hide airglow and stars, and
an overcast sky is as bright all over as the ground it lights says.

The skyline shades: a Moon or Sun behind the ridge lights the sky and not the ground, and the sky
that the ridge hides gives nothing.
"""

from dataclasses import dataclass

import numpy as np

from patient_owl.core.exposure.settings import ev100_from_illuminance, ev100_from_luminance
from patient_owl.core.sky.groundlight import moon_illuminance_lux, twilight_illuminance_lux
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
# moonlight: common practice. Night sky: airglow swings by ±0.5 mag with the Sun's
# activity and hour. Town glow: a class entered by eye is good to half a magnitude.
SIGMA_STOPS = {"twilight": 0.7, "moonlight": 0.7, "night_sky": 0.8, "town_glow": 1.0}
_VARIANCES = np.array([SIGMA_STOPS[source] ** 2 for source in SOURCES])
CLOUD_SIGMA_STOPS = 1.0  # at full cover: overcast takes one to three stops; common practice

MOON_MEAN_DISTANCE_KM = 384_400.0  # [meeus1998] ch. 50
LAYERED_UNDER_DEG = 3.0  # of Sun under the horizon until only high thin air is lit; ours, by eye
DISC_RADIUS_DEG = 0.27  # of Sun and Moon; [usno-rst] 16′

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
    cloud_sigma: FloatArray | float = 0.0,
) -> NightLight:
    """Predict the light from positions of Sun and Moon over a grid, shape (n,).

    cloud_cover: share of the sky, 0 to 1, and its standard deviation; scalars or shape (n,).
    """
    cover = np.broadcast_to(np.asarray(cloud_cover, dtype=float), sun.true_altitude_deg.shape)
    through_cloud = _through_cloud(cover)
    natural, towns = _zenith_cd_m2(darkness, cover)
    sun_lux = twilight_illuminance_lux(sun.true_altitude_deg) * through_cloud
    nearer = _moon_nearer(moon)
    moon_lux = _moon_lux(moon, phase) * through_cloud
    overhead = moonlit_sky_cd_m2(
        90 - moon.apparent_altitude_deg,
        moon.apparent_altitude_deg,
        np.asarray(90.0),
        phase.phase_angle_deg,
    )
    of_sky = _sky_seen(darkness.horizon)
    ground = np.stack(
        [
            _shaded(sun_lux, sun_lux * _sky_share(sun.true_altitude_deg), sun, darkness),
            _shaded(moon_lux, np.pi * overhead * nearer * through_cloud, moon, darkness),
            _lit_by_sky_lux(natural, cover) * of_sky,
            _lit_by_sky_lux(towns, cover) * of_sky,
        ]
    )

    sky = sky_cd_m2(sun, moon, phase, darkness, view.altitude_deg, view.azimuth_deg, cover)
    of_cloud = _cloud_sigma(cover, cloud_sigma)
    ground_total, ground_sigma, ground_source = _sum(ground, of_cloud)
    sky_total, sky_sigma, sky_source = _sum(sky, of_cloud)
    return NightLight(
        illuminance_lux=ground_total,
        ground_ev100=ev100_from_illuminance(ground_total),
        ground_sigma_stops=ground_sigma,
        ground_source=ground_source,
        sky_ev100=ev100_from_luminance(sky_total),
        sky_sigma_stops=sky_sigma,
        sky_source=sky_source,
    )


def sky_cd_m2(
    sun: Track,
    moon: Track,
    phase: MoonPhase,
    darkness: Darkness,
    altitude_deg: FloatArray | float,
    azimuth_deg: FloatArray | float,
    cloud_cover: FloatArray | float = 0.0,
) -> FloatArray:
    """Luminance of the sky by what makes it, in the order of SOURCES; shape (4, ...). [cd/m²]

    Tracks of shape (n,) and one direction, or of shape (1,) and directions of any shape; altitudes
    0 to 90.
    """
    cover = np.asarray(cloud_cover, dtype=float)
    altitude, azimuth = np.asarray(altitude_deg), np.asarray(azimuth_deg)
    natural, towns = _zenith_cd_m2(darkness, cover)
    sun_lux = twilight_illuminance_lux(sun.true_altitude_deg) * _through_cloud(cover)
    apart = separation_deg(altitude, azimuth, moon.apparent_altitude_deg, moon.azimuth_deg)
    by_moon = moonlit_sky_cd_m2(
        apart, moon.apparent_altitude_deg, altitude, phase.phase_angle_deg
    ) * _moon_nearer(moon)
    # an even cloud shines all over with what comes through it
    in_cloud = _moon_lux(moon, phase) * _through_cloud(cover) / np.pi
    luminance = (
        _twilit_sky_cd_m2(sun_lux, sun, cover, altitude, azimuth),
        (1 - cover) * by_moon + cover * in_cloud,
        dark_sky_cd_m2(natural, altitude),
        dark_sky_cd_m2(towns, altitude) * _glow_side(darkness, altitude, azimuth),
    )
    return np.stack(np.broadcast_arrays(*luminance))


def _moon_nearer(moon: Track) -> FloatArray:
    """How much more it gives than at its mean distance, at which the circular has it."""
    return np.nan_to_num((MOON_MEAN_DISTANCE_KM / moon.distance_km) ** 2, nan=1.0)


def _moon_lux(moon: Track, phase: MoonPhase) -> FloatArray:
    """On level ground, through clear air. [lx]"""
    lux = moon_illuminance_lux(moon.true_altitude_deg, phase.phase_angle_deg)
    return np.asarray(lux * _moon_nearer(moon))


def _glow_side(
    darkness: Darkness, altitude_deg: FloatArray, azimuth_deg: FloatArray
) -> FloatArray | float:
    """How much of the town glow stands in this direction: near the horizon nearly double
    toward the town and a fifth away from it, none of it overhead. Common practice, by eye."""
    if darkness.glow_azimuth_deg is None:
        return 1.0
    off = np.radians(azimuth_deg - darkness.glow_azimuth_deg)
    return np.asarray(1 + 0.8 * np.cos(np.radians(altitude_deg)) * np.cos(off))


def _sky_share(sun_altitude_deg: FloatArray) -> FloatArray:
    """Share of the Sun's light that comes from the sky: all of it until sunrise, about a
    quarter with the Sun 20° up in clear air. From memory; only matters outside the night."""
    return np.asarray(1 - 0.75 * np.clip(sun_altitude_deg / 20, 0, 1))


def _zenith_cd_m2(darkness: Darkness, cover: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Zenith luminance by nature and by towns, under cloud; a reading darker than nature is all
    nature."""
    total = float(luminance_from_mag(darkness.sky_brightness_mag_arcsec2))
    natural = min(total, float(luminance_from_mag(NATURAL_ZENITH_MAG_ARCSEC2)))
    hidden = 1 - (1 - OVERCAST_SKY_SHARE) * cover
    lit = 1 + (OVERCAST_GLOW_GAIN - 1) * cover
    return np.asarray(natural * hidden), np.asarray((total - natural) * lit)


def _twilit_sky_cd_m2(
    sun_lux: FloatArray,
    sun: Track,
    cover: FloatArray,
    altitude_deg: FloatArray,
    azimuth_deg: FloatArray,
) -> FloatArray:
    """The sky lit by the Sun: paler low than overhead, as any thin layer is, and brighter toward
    the Sun; even under cloud and by day. Ours, held against [patat2006] overhead."""
    even = sun_lux * _sky_share(sun.true_altitude_deg) / np.pi
    layered = even * dark_sky_cd_m2(1.0, altitude_deg) / DOME_GAIN
    layered = layered * 2 ** _toward_sun_stops(altitude_deg, azimuth_deg - sun.azimuth_deg)
    by_day = 1 + sun.true_altitude_deg / LAYERED_UNDER_DEG
    is_even = np.clip(np.maximum(cover, by_day), 0, 1)
    return np.asarray(is_even * even + (1 - is_even) * layered)


# Of a twilit sky, toward the Sun and away from it, low down; and of the glow over the Sun itself,
# which fades within GLOW_HIGH_DEG. By eye; good to a stop.
TOWARD_STOPS, GLOW_STOPS, GLOW_HIGH_DEG = 0.5, 2.0, 8.0


def _toward_sun_stops(altitude_deg: FloatArray, off_deg: FloatArray) -> FloatArray:
    """How much brighter a twilit sky is there for lying so far aside of the Sun; none overhead."""
    cosine = np.cos(np.radians(off_deg))
    side = TOWARD_STOPS * cosine * np.cos(np.radians(altitude_deg)) ** 2
    glow = GLOW_STOPS * ((1 + cosine) / 2) ** 3 * np.exp(-altitude_deg / GLOW_HIGH_DEG)
    return np.asarray(side + glow)


def _through_cloud(cover: FloatArray) -> FloatArray:
    """Share of Sun's and Moon's light that comes through. [kasten1980]"""
    return np.asarray(1 - 0.75 * cover**3.4)


def _cloud_sigma(cover: FloatArray, cloud_sigma: FloatArray | float) -> FloatArray:
    """What is not known through cloud: how thick it is, and how much of it comes. [stops]"""
    thick, thin = (np.clip(cover + k * np.asarray(cloud_sigma), 0, 1) for k in (1, -1))
    swing = np.log2(_through_cloud(thin) / _through_cloud(thick)) / 2
    return np.hypot(CLOUD_SIGMA_STOPS * cover, swing)


def _lit_by_sky_lux(zenith_cd_m2: FloatArray, cover: FloatArray) -> FloatArray:
    """What a sky of that zenith lays on level ground; under cloud it is even: π·L. [lx]"""
    return np.pi * zenith_cd_m2 * (DOME_GAIN + (1 - DOME_GAIN) * cover)


def _dome_gain() -> float:
    """Light of the dark sky on level ground against an even one of the zenith's luminance.

    Level ground takes L·sin h from each ring of sky, 2π·cos h dh wide, and π·L of an even sky; so
    2·∫ L(h)/L(zenith) · sin h · cos h dh by the sky's own law of altitude.
    """
    altitude_deg = np.linspace(0, 90, 901)
    h = np.radians(altitude_deg)
    shares = 2 * dark_sky_cd_m2(1.0, altitude_deg) * np.sin(h) * np.cos(h)
    return float(np.trapezoid(shares, h))


DOME_GAIN = _dome_gain()


def _sky_seen(horizon: Horizon) -> float:
    """Share of the sky's light that the skyline leaves to level ground: the mean of cos² of it,
    for over a skyline at h an even sky gives ∫ 2·sin·cos = 1 − sin² h."""
    around = np.maximum(horizon.altitude_deg(np.arange(0.0, 360.0, 5.0)), 0)
    return float(np.mean(np.cos(np.radians(around)) ** 2))


def _shaded(
    direct_lux: FloatArray, sky_only_lux: FloatArray, body: Track, darkness: Darkness
) -> FloatArray:
    """What is left of a body's light where the skyline stands before it."""
    over_deg = body.apparent_altitude_deg - darkness.horizon.altitude_deg(body.azimuth_deg)
    free = np.clip(over_deg / (2 * DISC_RADIUS_DEG) + 0.5, 0, 1)
    # a body under a level horizon is behind nothing: its twilight is all that there ever was
    free = np.where(body.apparent_altitude_deg < DISC_RADIUS_DEG, 1.0, free)
    rest = np.minimum(sky_only_lux, direct_lux) * _sky_seen(darkness.horizon)
    return np.asarray(free * direct_lux + (1 - free) * rest)


def _sum(parts: FloatArray, cloud_sigma: FloatArray) -> tuple[FloatArray, FloatArray, IntArray]:
    """Total over sources, its 1 σ in stops (each source's by its share), the largest source."""
    total = parts.sum(axis=0)
    variance = _VARIANCES @ (parts / total) + cloud_sigma**2
    return total, np.sqrt(variance), np.argmax(parts, axis=0)
