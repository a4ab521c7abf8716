"""Keeping nights and computing their light."""

from collections.abc import Mapping
from datetime import datetime, timedelta
from functools import lru_cache
from uuid import UUID
from zoneinfo import ZoneInfo

import numpy as np
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core import night as core_night
from patient_owl.core.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure import Settings as ExposureSettings
from patient_owl.core.meterless import SOURCES, SkyView
from patient_owl.core.night import Bounds, NightSky, Slope, night_bounds
from patient_owl.core.sky import ephemeris
from patient_owl.core.types import FloatArray
from patient_owl.database import Base, check_version, flush, owned, owned_rows
from patient_owl.nights.models import Night
from patient_owl.nights.schemas import (
    ChoiceOut,
    DivisionOut,
    EventOut,
    NightIn,
    NightOut,
    SlopeOut,
)
from patient_owl.places.service import get_place, site_of
from patient_owl.places.zones import zone
from patient_owl.words.formats import f_number, iso
from patient_owl.words.night import EVENTS, cursor_sentence, night_sentence
from patient_owl.words.plan import setting_text

SLOPE_STEP_S = 120.0
SHOULDER = timedelta(minutes=50)  # of daylight shown at each end
# Common practice: 1/(crop·focal length) for a wide lens; beyond it a tripod is needed.
HANDHELD_S = 1 / 30
SKY_VIEW_ALTITUDE_DEG = 45.0

night_sky = lru_cache(maxsize=2048)(core_night.night_sky)


def all_nights(session: Session, user: User) -> list[Night]:
    """The user's nights, latest evening first."""
    nights = owned_rows(session, Night, user.id)
    return sorted(nights, key=lambda night: night.evening_date, reverse=True)


def get_night(session: Session, user_id: UUID, night_id: UUID) -> Night:
    return owned(session, Night, user_id, night_id, "night")


def create_night(session: Session, user: User, request: NightIn) -> Night:
    place = get_place(session, user.id, request.place_id)
    ephemeris.check_day(request.evening_date)
    night = Night(user_id=user.id, **request.model_dump())
    night.place = place
    session.add(night)
    session.flush()
    return night


def change_night(
    session: Session, user: User, night_id: UUID, request: NightIn, version: int
) -> Night:
    night = get_night(session, user.id, night_id)
    check_version(night, version, "night")
    if request.place_id != night.place_id:
        night.place = get_place(session, user.id, request.place_id)
    ephemeris.check_day(request.evening_date)
    for name, value in request.model_dump().items():
        setattr(night, name, value)
    flush(session, night, "night")
    return night


def bounds_of(night: Night) -> Bounds:
    return night_bounds(night.evening_date, zone(night.place.time_zone))


def sky_of(night: Night) -> NightSky:
    return night_sky(site_of(night.place), bounds_of(night))


def out(night: Night, shot_count: int) -> NightOut:
    place_zone = zone(night.place.time_zone)
    return NightOut(
        **{name: getattr(night, name) for name in NightIn.model_fields},
        id=night.id,
        version=night.version,
        place_name=night.place.name,
        time_zone=night.place.time_zone,
        sentence=night_sentence(sky_of(night), place_zone),
        shot_count=shot_count,
    )


def reference_of(night: Night, tried: Mapping[str, float | None]) -> NightIn:
    """The night's own references with those being tried put over them."""
    kept = NightIn.model_validate(night, from_attributes=True)
    return kept.model_copy(update={name: v for name, v in tried.items() if v is not None})


def shot_counts(session: Session, user: User) -> dict[UUID, int]:
    """How many shots each night holds; read from the table alone, shots are built on nights."""
    shots = Base.metadata.tables["shots"].c
    query = (
        select(shots.night_id, func.count())
        .where(shots.user_id == user.id, shots.deleted_at_utc.is_(None))
        .group_by(shots.night_id)
    )
    return {row[0]: row[1] for row in session.execute(query)}


def slope_out(night: Night, reference: NightIn, view: SkyView | None = None) -> SlopeOut:
    """The light slope at a reference that may differ from the night's saved one."""
    site, sky = site_of(night.place), sky_of(night)
    start, end = _shown(sky)
    seconds = np.arange(
        ephemeris.epoch_seconds(start), ephemeris.epoch_seconds(end) + 1, SLOPE_STEP_S
    )
    equatorward = 180.0 if site.latitude_deg >= 0 else 0.0
    slope = core_night.slope(
        site,
        seconds,
        night.place.sky_brightness_mag_arcsec2,
        view or SkyView(SKY_VIEW_ALTITUDE_DEG, equatorward),
    )
    light = slope.light
    ground_s = _exposure_s(light.ground_ev100, reference, reference.ground_placement_stops)
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
        moon_altitude_deg=_degrees(slope.moon.apparent_altitude_deg),
        moon_azimuth_deg=_degrees(slope.moon.azimuth_deg),
        core_altitude_deg=_degrees(slope.core.apparent_altitude_deg),
        core_azimuth_deg=_degrees(slope.core.azimuth_deg),
        moon_illuminated_fraction=round(sky.moon_illuminated_fraction, 3),
        readouts=_readouts(slope, ground_s, sky_s, reference, place_zone),
        events=[
            EventOut(code=event.code, text=EVENTS[event.code], at_utc=event.at_utc)
            for event in sky.events
            if start <= event.at_utc <= end
        ],
        divisions=_divisions(),
        time_ticks=_time_ticks(),
        f_number_choices=[
            ChoiceOut(value=p.value, label=f"f/{p.label}")
            for p in aperture_dial("thirds", 1.2, 22).values
        ],
        iso_choices=[
            ChoiceOut(value=p.value, label=f"ISO {p.label}")
            for p in iso_dial("thirds", 50, 25600).values
        ],
    )


def _shown(sky: NightSky) -> tuple[datetime, datetime]:
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
    slope: Slope, ground_s: FloatArray, sky_s: FloatArray, reference: NightIn, place_zone: ZoneInfo
) -> list[str]:
    words = f"{f_number(reference.reference_f_number)}, {iso(reference.reference_iso)}"
    moon, core = slope.moon.apparent_altitude_deg, slope.core.apparent_altitude_deg
    return [
        cursor_sentence(
            ephemeris.moment_utc(at),
            place_zone,
            float(ground_s[i]),
            float(slope.light.ground_sigma_stops[i]),
            float(sky_s[i]),
            SOURCES[slope.light.ground_source[i]],
            float(moon[i]),
            float(core[i]),
            words,
        )
        for i, at in enumerate(slope.seconds)
    ]


def _divisions() -> list[DivisionOut]:
    dial = time_dial()
    ceiling_s = max(p.value for p in dial.values if not p.is_bulb)
    return [
        DivisionOut(code="handheld", label="handheld", from_s=0, to_s=HANDHELD_S),
        DivisionOut(code="tripod", label="tripod", from_s=HANDHELD_S, to_s=ceiling_s),
        DivisionOut(code="bulb", label="bulb, you count", from_s=ceiling_s, to_s=1e9),
    ]


def _time_ticks() -> list[ChoiceOut]:
    """Every other stop of the time dial, labelled, for the slope's scale."""
    return [
        ChoiceOut(value=p.value, label=setting_text("exposure_s", p))
        for p in time_dial().values[::6]
    ]


def _rounded(values: FloatArray) -> list[float]:
    return [float(f"{value:.4g}") for value in values]


def _degrees(values: FloatArray) -> list[float]:
    return [round(float(value), 2) for value in values]
