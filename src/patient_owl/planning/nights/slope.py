"""The light slope of a night, its passages and weather."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

import numpy as np

from patient_owl.core import night as core_night
from patient_owl.core.constants import ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG
from patient_owl.core.exposure.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.settings import Settings as ExposureSettings
from patient_owl.core.limits.support import steady_s
from patient_owl.core.meterless import SOURCES, SkyView
from patient_owl.core.night import NightSky, Slope
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.rising import over_horizon_deg
from patient_owl.core.sky.targets import target, targets
from patient_owl.core.sky.tracks import GALACTIC_CORE, MOON, track_of
from patient_owl.core.tables.scenes import SCENES
from patient_owl.core.types import FloatArray
from patient_owl.core.weather import clouds_at
from patient_owl.core.windows import Condition, MoonDown, SunBelow, TargetUp, windows
from patient_owl.library.events.service import EventMeaning, happening_out
from patient_owl.library.places.service import darkness_of, horizon_of, site_of
from patient_owl.library.places.zones import zone
from patient_owl.library.weather.schemas import WeatherOut
from patient_owl.library.weather.service import forecast, weather_out
from patient_owl.planning.nights.schemas import (
    DialChoiceOut,
    DivisionOut,
    EventOut,
    NightIn,
    PassageOut,
    SceneOut,
    SlopeOut,
    StretchOut,
)
from patient_owl.planning.nights.service import bounds_of, evening_of, sky_of, told_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.nights import Night
from patient_owl.words.night import EVENTS, LightAt, cursor_sentence, passage_text
from patient_owl.words.plan import setting_text
from patient_owl.words.quantities import f_number, iso, placed
from patient_owl.words.quantities import seconds as seconds_text
from patient_owl.words.scenes import SCENE_NAMES

SLOPE_STEP_S = 120.0
SHOULDER = timedelta(minutes=50)  # of daylight shown at each end
# On full frame: whose hands the slope divides by, as it knows no kit. Common practice.
WIDE_LENS_MM = 30.0
SKY_VIEW_ALTITUDE_DEG = 45.0
PLACEMENT_CHOICES_STOPS = (-4.0, -3.0, -2.5, -2.0, -1.5, -1.0, -0.5, 0.0, 0.5, 1.0)


def reference_of(night: Night, tried: Mapping[str, float | None]) -> NightIn:
    """The night's own references with those being tried put over them."""
    kept = NightIn.model_validate(night, from_attributes=True)
    return kept.model_copy(update={name: v for name, v in tried.items() if v is not None})


def slope_out(visit: Visit, night: Night, reference: NightIn) -> SlopeOut:
    """The light slope at a reference that may differ from the night's saved one."""
    site, sky = site_of(night.place), sky_of(night)
    start, end = shown_span(sky)
    seconds = np.arange(
        ephemeris.epoch_seconds(start), ephemeris.epoch_seconds(end) + 1, SLOPE_STEP_S
    )
    equatorward = 180.0 if site.latitude_deg >= 0 else 0.0
    weather = forecast(visit.devices.weather, site, sky.bounds, visit.now_utc)
    cloud, cloud_sigma = clouds_at(weather.hours, seconds)
    slope = core_night.slope(
        site,
        seconds,
        darkness_of(night.place),
        SkyView(SKY_VIEW_ALTITUDE_DEG, equatorward),
        *((cloud, cloud_sigma) if reference.uses_forecast else (0.0, 0.0)),
    )
    sought = target(night.target_key)
    horizon = horizon_of(night.place)
    over_target = over_horizon_deg(sought, site, horizon, seconds)
    target_track = track_of(sought, site, seconds)
    over_moon, over_galactic_core = (
        over_horizon_deg(target(body), site, horizon, seconds) for body in (MOON, GALACTIC_CORE)
    )
    light = slope.light
    ground_s = _exposure_s(light.ground_ev100, reference, reference.ground_placement_stops)
    evening, events = evening_of(night), told_of(night)
    sky_s = _exposure_s(light.sky_ev100, reference, reference.sky_placement_stops)
    place_zone = zone(night.place.time_zone)
    return SlopeOut(
        start_utc=start,
        end_utc=end,
        step_s=SLOPE_STEP_S,
        time_zone=night.place.time_zone,
        utc_offsets_s=_offsets_s(seconds, place_zone),
        reference_f_number=reference.reference_f_number,
        reference_iso=reference.reference_iso,
        ground_placement_stops=reference.ground_placement_stops,
        sky_placement_stops=reference.sky_placement_stops,
        ground_exposure_s=_rounded(ground_s),
        ground_low_s=_rounded(ground_s * 2**-light.ground_sigma_stops),
        ground_high_s=_rounded(ground_s * 2**light.ground_sigma_stops),
        sky_exposure_s=_rounded(sky_s),
        sky_low_s=_rounded(sky_s * 2**-light.sky_sigma_stops),
        sky_high_s=_rounded(sky_s * 2**light.sky_sigma_stops),
        sun_altitude_deg=_degrees(slope.sun.apparent_altitude_deg),
        darkness=_darkness(slope.sun.true_altitude_deg),
        moon_altitude_deg=_degrees(over_moon),
        moon_azimuth_deg=_degrees(slope.moon.azimuth_deg),
        galactic_core_altitude_deg=_degrees(over_galactic_core),
        galactic_core_azimuth_deg=_degrees(slope.core.azimuth_deg),
        target_name=sought.name,
        target_altitude_deg=_degrees(over_target),
        target_apparent_deg=_degrees(target_track.apparent_altitude_deg),
        target_azimuth_deg=_degrees(target_track.azimuth_deg),
        skyline=[list(point) for point in horizon.outline],
        cloud_cover=[round(float(c), 2) for c in cloud],
        uses_forecast=reference.uses_forecast,
        windows=windows_out(night, seconds),
        happenings=[happening_out(event, evening) for event in events],
        water_share=_water_share(events, seconds),
        moon_illuminated_fraction=round(sky.moon_illuminated_fraction, 3),
        readouts=_readouts(
            slope, over_moon, over_galactic_core, ground_s, sky_s, reference, place_zone
        ),
        events=[
            EventOut(code=event.code, text=EVENTS[event.code], at_utc=event.at_utc)
            for event in sky.events
            if start <= event.at_utc <= end
        ],
        divisions=_divisions(),
        time_ticks=_time_ticks(),
        f_number_choices=[
            DialChoiceOut(value=p.value, label=f"f/{p.label}")
            for p in aperture_dial("thirds", 1.2, 22).values
        ],
        iso_choices=[
            DialChoiceOut(value=p.value, label=f"ISO {p.label}")
            for p in iso_dial("thirds", 50, 25600).values
        ],
        placement_choices=[
            DialChoiceOut(value=stops, label=placed(stops)) for stops in PLACEMENT_CHOICES_STOPS
        ],
    )


def windows_out(night: Night, seconds: FloatArray) -> list[StretchOut]:
    """When it is dark with the core up and the Moon down, and with the chosen target up."""
    site, horizon = site_of(night.place), horizon_of(night.place)
    dark = SunBelow(ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG)
    asked: list[tuple[str, list[Condition]]] = [
        ("dark, core up, moon down", [dark, MoonDown(), TargetUp(target("core"))]),
        ("dark, moon down", [dark, MoonDown()]),
    ]
    sought = target(night.target_key)
    if sought.kind not in ("sun", "moon", "core"):
        asked.append((f"dark, {sought.name} up", [dark, TargetUp(sought)]))
    return [
        StretchOut(
            code=text,
            text=text,
            start_utc=ephemeris.moment_utc(start),
            end_utc=ephemeris.moment_utc(end),
        )
        for text, conditions in asked
        for start, end in windows(conditions, site, horizon, seconds)
    ]


def _darkness(sun_altitude_deg: FloatArray) -> list[float]:
    share = np.clip(sun_altitude_deg / ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG, 0, 1)
    return np.round(share, 2).tolist()  # type: ignore[no-any-return]


def _water_share(events: Sequence[EventMeaning], seconds: FloatArray) -> list[float]:
    """How full the first tide of the night stands; empty where there is none."""
    tide = next(
        (event.happens.tide for event in events if event.happens and event.happens.tide), None
    )
    if tide is None:
        return []
    low_m, high_m = min(h for _, h in tide.turns), max(h for _, h in tide.turns)
    share = (tide.height_m(seconds) - low_m) / (high_m - low_m)
    return np.round(share, 2).tolist()  # type: ignore[no-any-return]


def passages_out(night: Night) -> list[PassageOut]:
    """Every target that shows itself in this night, highest first among its kind."""
    site, bounds, horizon = site_of(night.place), bounds_of(night), horizon_of(night.place)
    place_zone = zone(night.place.time_zone)
    passages = []
    for sought in targets().values():
        p = core_night.passage(sought, site, bounds, horizon)
        passages.append(
            PassageOut(
                key=sought.key,
                name=sought.name,
                kind=sought.kind,
                rise_utc=p.rise_utc,
                set_utc=p.set_utc,
                highest_utc=p.highest_utc,
                highest_deg=round(p.highest_deg, 1),
                highest_azimuth_deg=round(p.highest_azimuth_deg, 1),
                text=passage_text(p, place_zone),
            )
        )
    return passages


def scenes_out(night: Night) -> list[SceneOut]:
    """The scene table at the night's reference aperture and ISO, mid-grey."""
    reference = reference_of(night, {})
    scenes = []
    for scene in SCENES:
        exposure_s = float(_exposure_s(np.array([scene.ev100]), reference, 0.0)[0])
        scenes.append(
            SceneOut(
                key=scene.key,
                name=SCENE_NAMES[scene.key],
                low_ev100=scene.low_ev100,
                high_ev100=scene.high_ev100,
                sigma_stops=scene.sigma_stops,
                exposure_s=exposure_s,
                text=f"{seconds_text(exposure_s)}, ± {scene.sigma_stops:.1f} stops",
            )
        )
    return scenes


def weather_of(visit: Visit, night: Night) -> WeatherOut:
    sky, provider = sky_of(night), visit.devices.weather
    return weather_out(provider, site_of(night.place), sky.bounds, shown_span(sky), visit.now_utc)


def shown_span(sky: NightSky) -> tuple[datetime, datetime]:
    """From a shoulder before sunset to one after sunrise, whole minutes; else noon to noon."""
    sunset, sunrise = sky.first("sunset"), sky.first("sunrise")
    start, end = sky.bounds.start_utc, sky.bounds.end_utc
    if sunset and sunrise and sunset < sunrise:
        start, end = max(start, sunset - SHOULDER), min(end, sunrise + SHOULDER)
    return start.replace(second=0, microsecond=0), end.replace(second=0, microsecond=0)


def _exposure_s(ev100: FloatArray, reference: NightIn, placement_stops: float) -> FloatArray:
    one_second = ExposureSettings(1.0, reference.reference_f_number, reference.reference_iso)
    return np.asarray(2 ** (one_second.ev100 - ev100 + placement_stops))


def _offsets_s(seconds: FloatArray, place_zone: ZoneInfo) -> list[int]:
    """Offset of local time at each moment, so that a browser needs no zone tables."""
    first, last = (
        ephemeris.moment_utc(seconds[i]).astimezone(place_zone).utcoffset() for i in (0, -1)
    )
    if first == last and first is not None:
        return [int(first.total_seconds())] * len(seconds)
    offsets = (ephemeris.moment_utc(s).astimezone(place_zone).utcoffset() for s in seconds)
    return [int(offset.total_seconds()) for offset in offsets if offset is not None]


def _readouts(
    slope: Slope,
    moon: FloatArray,
    core: FloatArray,
    ground_s: FloatArray,
    sky_s: FloatArray,
    reference: NightIn,
    place_zone: ZoneInfo,
) -> list[str]:
    words = f"{f_number(reference.reference_f_number)}, {iso(reference.reference_iso)}"
    return [
        cursor_sentence(
            LightAt(
                ephemeris.moment_utc(at),
                float(ground_s[i]),
                float(slope.light.ground_sigma_stops[i]),
                SOURCES[slope.light.ground_source[i]],
                float(sky_s[i]),
                float(moon[i]),
                float(core[i]),
            ),
            place_zone,
            words,
        )
        for i, at in enumerate(slope.seconds)
    ]


def _divisions() -> list[DivisionOut]:
    dial = time_dial()
    ceiling_s = max(p.value for p in dial.values if not p.is_bulb)
    handheld_s = steady_s(1.0, WIDE_LENS_MM)
    return [
        DivisionOut(code="handheld", label="handheld", from_s=0, to_s=handheld_s),
        DivisionOut(code="tripod", label="tripod", from_s=handheld_s, to_s=ceiling_s),
        DivisionOut(code="bulb", label="bulb, you count", from_s=ceiling_s, to_s=1e9),
    ]


def _time_ticks() -> list[DialChoiceOut]:
    """Every other stop of the time dial, labelled, for the slope's scale."""
    return [
        DialChoiceOut(value=p.value, label=setting_text("exposure_s", p))
        for p in time_dial().values[::6]
    ]


def _rounded(values: FloatArray) -> list[float]:
    """Four significant figures: a line is drawn no finer."""
    grain = 10.0 ** (np.floor(np.log10(values)) - 3)
    return (np.round(values / grain) * grain).tolist()  # type: ignore[no-any-return]


def _degrees(values: FloatArray) -> list[float]:
    return np.round(values, 2).tolist()  # type: ignore[no-any-return]
