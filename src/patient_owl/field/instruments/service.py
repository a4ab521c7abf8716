"""What a phone takes along to measure: formulas, the needle, the sky, landmarks, the shots."""

import math
from collections.abc import Sequence
from datetime import date, datetime, timedelta
from uuid import UUID

from geographiclib.geodesic import Geodesic

from patient_owl.core.measure import compass, shake, sighting, taps
from patient_owl.core.measure.attitude import HOLDS
from patient_owl.core.measure.fills import SIGHT_GIVEN, SIGHT_RESULTS, also_answered
from patient_owl.core.measure.formula import as_json
from patient_owl.core.measure.instrument import Result, TypedEntry
from patient_owl.core.measure.up import SEEN_UNDER_SUN_DEG, SOUGHT, STEP_S, up_in
from patient_owl.core.night import Bounds, night_bounds
from patient_owl.core.optics.camera import frame_size_mm
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.horizon import horizon_from
from patient_owl.core.sky.magnetic import needle
from patient_owl.field.instruments.schemas import (
    BesideOut,
    BodyOut,
    CompassOut,
    FillOut,
    HoldOut,
    InstrumentsOut,
    LandmarkOut,
    ResultOut,
    ShakenShotOut,
    ShakeOut,
    SightingOut,
    StandOut,
    TapOut,
    UpOut,
    WordsOut,
)
from patient_owl.library.places.service import all_places, get_place, site_of
from patient_owl.library.places.zones import zone
from patient_owl.library.readings.schemas import KeptReadingOut, ReadingIn
from patient_owl.library.readings.service import put_reading, readings_of, readings_out
from patient_owl.planning.nights.service import get_night
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.service import get_shot, shots_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.questions import asked, shown_out
from patient_owl.platform.storage.owned import ANY_VERSION, changed, sees_only_one_night
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.ports.errors import NotFound
from patient_owl.words import instruments as words

DAY_BEFORE_S = 86_400.0
MOST_LANDMARKS = 40
DIGITS = 2  # of a direction in degrees


def instruments_of(
    visit: Visit, place: Place, evening: date, night: Night | None = None
) -> InstrumentsOut:
    """At a place on an evening; with the night's shots and readings where there is a night."""
    planner = Planner(visit)
    readings = readings_of(visit.session, visit.user, place.id, night.id if night else None)
    pairs = [(azimuth, altitude) for azimuth, altitude in place.horizon]
    return InstrumentsOut(
        place_id=place.id,
        place_name=place.name,
        night_id=night.id if night else None,
        time_zone=place.time_zone,
        made_at_utc=visit.now_utc,
        latitude_deg=place.latitude_deg,
        longitude_deg=place.longitude_deg,
        elevation_m=place.elevation_m,
        outline=[list(point) for point in horizon_from(pairs).outline],
        tap_least_s=taps.LEAST_S,
        bearing_shown=shown_out("bearing_true_deg", "°"),
        metre_shown=shown_out("distance_m", "m"),
        holds=_holds(),
        compass=_compass(place, evening),
        sight=_words(words.FACES["sight"]),
        sight_questions=[given.question for given in _given(SIGHT_GIVEN)],
        sight_results=_results(SIGHT_RESULTS),
        sweep=_words(words.FACES["sweep"]),
        sweep_step_deg=compass.SWEEP_STEP_DEG,
        sweep_joins_deg=compass.SWEEP_JOINS_DEG,
        cycle_line=words.CYCLE_LINE,
        cycle_name=words.CYCLE_NAME,
        taps=[
            TapOut(
                key=instrument.key,
                words=_words(words.INSTRUMENTS[instrument.key]),
                kind=instrument.kind,
                t_sd=as_json(instrument.t_sd),
                given=_given(instrument.given),
                results=_results(instrument.results),
            )
            for instrument in taps.TAP_INSTRUMENTS.values()
        ],
        sightings=[
            SightingOut(
                key=instrument.key,
                words=_words(words.INSTRUMENTS[instrument.key]),
                sights=list(instrument.sights),
                by_bearing=instrument.by_bearing,
                given=_given(instrument.given),
                results=_results(instrument.results),
            )
            for instrument in sighting.SIGHTING_INSTRUMENTS.values()
        ],
        stand=StandOut(
            words=_words(words.FACES["stand"]),
            given=_given(sighting.STAND_GIVEN),
            stand_m=as_json(sighting.STAND_M),
            east_m=as_json(sighting.STAND_EAST_M),
            north_m=as_json(sighting.STAND_NORTH_M),
            as_wide_m=as_json(sighting.AS_WIDE_M),
            way_m=as_json(sighting.WAY_M),
            way_bearing=as_json(sighting.WAY_BEARING),
            at_latitude=as_json(sighting.AT_LATITUDE),
            at_longitude=as_json(sighting.AT_LONGITUDE),
            between_deg=list(sighting.STAND_BETWEEN_DEG),
            sun_under_deg=sighting.STAND_SUN_DEG,
        ),
        shake=_shake(),
        up=_up(place, evening, night, visit.now_utc),
        landmarks=_landmarks(visit, place),
        temperature_c=_temperature_c(planner, night) if night else None,
        shots=_shots(planner, night) if night else [],
        readings=readings_out(readings, place),
    )


def instruments_this_evening(visit: Visit, place: Place) -> InstrumentsOut:
    """Of no night."""
    return instruments_of(visit, place, visit.now_utc.astimezone(zone(place.time_zone)).date())


def keep_reading(visit: Visit, reading_id: UUID, request: ReadingIn) -> tuple[KeptReadingOut, bool]:
    """A reading of a night at its place, or of a place alone, which is no helper's; True when it is
    new."""
    session, user = visit.session, visit.user
    place = get_place(session, user.id, request.place_id)
    if request.night_id is not None:
        night = get_night(session, user.id, request.night_id)
        if night.place_id != place.id:
            raise NotFound("night at that place")
    elif sees_only_one_night():
        raise NotFound(Place.CALLED)
    if request.shot_id is not None:
        get_shot(session, user.id, request.shot_id)
    reading, is_new = put_reading(session, user, reading_id, request)
    # a helper sets the frame by what he measured; the plan is its owner's
    if is_new and request.shot_id is not None and not sees_only_one_night():
        _put_in(visit, get_shot(session, user.id, request.shot_id), request)
    return readings_out([reading], place)[0], is_new


def _put_in(visit: Visit, shot: Shot, request: ReadingIn) -> None:
    """Its figures as answers of its shot, where that can be planned so."""
    planner, inputs = Planner(visit), dict(shot.inputs)
    for key in request.puts:
        if key in request.figures:
            inputs |= {**also_answered(key), key: request.figures[key].value}
    asked = as_request(shot).model_copy(update={"inputs": inputs})
    then, _ = or_trouble(lambda: planner.plan(planner.night(shot.night_id), asked))
    if then is not None and inputs != shot.inputs:
        changed(visit.session, shot, ANY_VERSION, {"inputs": inputs})


def _words(said: words.InstrumentWords) -> WordsOut:
    return WordsOut(**{**said._asdict(), "touches": list(said.touches)})


def _given(given: Sequence[TypedEntry]) -> list[BesideOut]:
    return [
        BesideOut(
            question=asked(
                entry.key,
                "number",
                words.GIVEN[entry.key].label,
                entry.unit,
                help=words.GIVEN[entry.key].help,
                default=entry.usual,
                least=entry.least,
                most=entry.most,
            ),
            is_asked=entry.is_asked,
            sd=as_json(entry.sd_term),
        )
        for entry in given
    ]


def _results(results: Sequence[Result]) -> list[ResultOut]:
    return [
        ResultOut(
            key=result.key,
            label=words.RESULTS[result.key],
            unit=result.unit,
            shown=shown_out(result.key, result.unit),
            term=as_json(result.term),
            fills=[FillOut(key=fill.key, also=dict(fill.also)) for fill in result.fills],
        )
        for result in results
    ]


def _holds() -> list[HoldOut]:
    return [
        HoldOut(
            key=key,
            label=words.HOLDS[key][0],
            help=words.HOLDS[key][1],
            **{name: as_json(term) for name, term in attitude._asdict().items()},
        )
        for key, attitude in HOLDS.items()
    ]


def _compass(place: Place, evening: date) -> CompassOut:
    declination = needle(place.latitude_deg, place.longitude_deg, place.elevation_m, evening)
    return CompassOut(
        needle_east_deg=declination.east_deg,
        needle_sd_deg=declination.sd_deg,
        needle_text=words.needle_text(declination),
        unset_sd_deg=math.hypot(compass.UNSET_SD_DEG, declination.sd_deg),
        tilt_sd=as_json(compass.TILT_SD),
        near_deg=compass.NEAR_DEG,
        hold_s=compass.HOLD_S,
        steady_s=compass.STEADY_S,
        wanders_deg=compass.WANDERS_DEG,
        trembles_deg=compass.TREMBLES_DEG,
        jumps_deg=compass.JUMPS_DEG,
        silent_s=compass.SILENT_S,
        steep_deg=compass.STEEP_DEG,
        set_above_deg=compass.SET_ABOVE_DEG,
        set_below_deg=compass.SET_BELOW_DEG,
        set_sd_most_deg=compass.SET_SD_MOST_DEG,
        known_sd_deg=compass.SKY_SD_DEG,
        typed_sd_deg=compass.TYPED_SD_DEG,
        correction=as_json(compass.CORRECTION),
        set_sd=as_json(compass.SET_SD),
        true_bearing=as_json(compass.TRUE_BEARING),
        bearing_sd=as_json(compass.BEARING_SD),
        words=words.COMPASS,
    )


def _shake() -> ShakeOut:
    return ShakeOut(
        words=_words(words.FACES["steady"]),
        limits=words.STEADY_LIMITS,
        listens_s=shake.LISTENS_S,
        between_hz=list(shake.BETWEEN_HZ),
        least_events_hz=shake.LEAST_EVENTS_HZ,
        steady_px=shake.STEADY_PX,
        soft_px=shake.SOFT_PX,
        variance_deg2=as_json(shake.VARIANCE_DEG2),
        noise_deg_s=as_json(shake.NOISE_DEG_S),
        smear_px=as_json(shake.SMEAR_PX),
        said=words.STEADY,
    )


def _up(place: Place, evening: date, night: Night | None, now_utc: datetime) -> UpOut:
    """Through the night, and on the day before it from now on: places are looked at by day."""
    bounds = night_bounds(evening, zone(place.time_zone))
    also = [night.target_key] if night and night.target_key else []
    early_s = (bounds.start_utc - now_utc).total_seconds()
    if 0 < early_s < DAY_BEFORE_S:
        steps = math.ceil(early_s / STEP_S)
        bounds = Bounds(bounds.start_utc - steps * timedelta(seconds=STEP_S), bounds.end_utc)
    return UpOut(
        start_utc=bounds.start_utc,
        step_s=STEP_S,
        bodies=[
            BodyOut(
                key=body.target.key,
                name=body.target.name,
                diameter_deg=body.diameter_deg,
                is_sought=body.target.key in (*SOUGHT, *also),
                is_point=body.target.kind in SEEN_UNDER_SUN_DEG,
                seen_under_sun_deg=SEEN_UNDER_SUN_DEG.get(body.target.kind, 90.0),
                azimuth_deg=body.azimuth_deg.round(DIGITS).tolist(),
                altitude_deg=body.altitude_deg.round(DIGITS).tolist(),
            )
            for body in up_in(site_of(place), bounds.seconds(STEP_S), also)
        ],
    )


def _landmarks(visit: Visit, place: Place) -> list[LandmarkOut]:
    """Other places of the photographer, nearest first; a helper sees none."""
    landmarks: list[LandmarkOut] = []
    for other in all_places(visit.session, visit.user):
        way = Geodesic.WGS84.Inverse(
            place.latitude_deg, place.longitude_deg, other.latitude_deg, other.longitude_deg
        )
        far_m = way["s12"]
        if other.id == place.id or not compass.LANDMARK_LEAST_M <= far_m <= sighting.LONGEST_M:
            continue
        over_m = other.elevation_m - place.elevation_m
        landmarks.append(
            LandmarkOut(
                name=other.name,
                bearing_true_deg=way["azi1"] % 360,
                distance_m=far_m,
                height_angle_deg=sighting.height_angle_deg(over_m, far_m),
                sd_deg=compass.landmark_sd_deg(far_m),
                latitude_deg=other.latitude_deg,
                longitude_deg=other.longitude_deg,
                elevation_m=other.elevation_m,
            )
        )
    return sorted(landmarks, key=lambda landmark: landmark.distance_m)[:MOST_LANDMARKS]


def _temperature_c(planner: Planner, night: Night) -> float:
    """Of the night's air as it is forecast now, or at its beginning: sound goes by it."""
    context = planner.context(night)
    now_s = ephemeris.epoch_seconds(planner.visit.now_utc)
    return context.weather_at(now_s).temperature_c


def _shots(planner: Planner, night: Night) -> list[ShakenShotOut]:
    shaken = []
    for shot in shots_of(planner.visit.session, planner.visit.user, night):
        planned, _ = or_trouble(lambda shot=shot: planner.plan_of(shot, night))  # type: ignore[misc]
        if planned is not None:
            shaken.append(
                ShakenShotOut(
                    id=shot.id,
                    title=shot.title,
                    focal_length_mm=planned.kit.lens.focal_length_mm,
                    pixel_pitch_um=planned.kit.body.sensor.pixel_pitch_um,
                    frame_height_mm=frame_size_mm(
                        planned.kit.body.sensor, planned.intent.framing.orientation
                    )[1],
                    exposure_s=planned.positions["exposure_s"].value,
                )
            )
    return shaken
