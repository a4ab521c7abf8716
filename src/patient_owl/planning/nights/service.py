"""Keeping nights and computing their light."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.dark_year import dark_nights
from patient_owl.core.errors import WrongValue
from patient_owl.core.events.resolve import Evening, Happening
from patient_owl.core.night import Bounds, NightSky, night_bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.brightest import brightest_planet
from patient_owl.core.sky.targets import target
from patient_owl.library.events.service import EventMeaning, kept_lines, told
from patient_owl.library.places.moving import move_shots
from patient_owl.library.places.service import darkness_of, get_place, horizon_of, site_of, speak_of
from patient_owl.library.places.zones import zone
from patient_owl.library.weather.service import forecast
from patient_owl.planning.nights.schemas import NightIn, NightOut, StripOut, TemplateOut
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.storage.owned import added, changed, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.night import night_sentence

PLANET_STEP_S = 600.0  # planets move slowly


def get_night(session: Session, user_id: UUID, night_id: UUID) -> Night:
    night = owned(session, Night, user_id, night_id)
    speak_of(night.place, night.evening_date)
    return night


def create_night(session: Session, user: User, request: NightIn) -> Night:
    place = get_place(session, user.id, request.place_id)
    bounds = night_bounds(request.evening_date, zone(place.time_zone))
    if "target_key" not in request.model_fields_set:
        known = brightest_planet(site_of(place), bounds.seconds(PLANET_STEP_S))
        request = request.model_copy(update={"target_key": known or request.target_key})
    return added(session, Night(user_id=user.id, place=place, **_columns(request)))


def templates_out(session: Session, user: User) -> list[TemplateOut]:
    nights = owned_rows(session, Night, user.id, Night.is_template)
    times = shot_times(session, [night.id for night in nights])
    return [
        TemplateOut(
            id=night.id,
            title=night.called,
            place_name=night.place.name,
            shot_count=len(times[night.id]),
        )
        for night in nights
    ]


def change_night(
    session: Session, user: User, night_id: UUID, request: NightIn, version: int
) -> Night:
    night = get_night(session, user.id, night_id)
    columns = _columns(request)
    if request.place_id != night.place_id:
        columns["place"] = get_place(session, user.id, request.place_id)
    noon_utc = bounds_of(night).start_utc
    changed(session, night, version, columns)
    move_shots(session, night.id, (bounds_of(night).start_utc - noon_utc).total_seconds())
    return night


def _columns(request: NightIn) -> dict[str, object]:
    ephemeris.check_day(request.evening_date)
    target(request.target_key)
    columns = request.model_dump()
    columns["events"] = kept_lines(request.events, request.evening_date)
    return columns


def bounds_of(night: Night) -> Bounds:
    return night_bounds(night.evening_date, zone(night.place.time_zone))


def lies_in(night: Night, at_utc: datetime) -> None:
    """WrongValue where a moment is not of this night: its light is known from noon to noon."""
    bounds = bounds_of(night)
    if not bounds.start_utc <= at_utc <= bounds.end_utc:
        place_zone = zone(night.place.time_zone)
        first, last, got = (
            f"{moment.astimezone(place_zone):%-d %B %Y, %H:%M}"
            for moment in (bounds.start_utc, bounds.end_utc, at_utc)
        )
        raise WrongValue("at_utc", f"a moment of its night, {first} to {last}", got)


def sky_of(night: Night) -> NightSky:
    return _without_weather(night).sky


def evening_of(night: Night) -> Evening:
    place = night.place
    place_zone = zone(place.time_zone)
    return Evening(site_of(place), night.evening_date, place_zone, horizon_of(place))


def told_of(night: Night) -> list[EventMeaning]:
    """What happens there every night or such a night, and what happens in this one alone."""
    evening = evening_of(night)
    of_place = told(night.place.events, evening, is_of_place=True)
    return [*of_place, *told(night.events, evening, is_of_place=False)]


def happenings_of(night: Night) -> tuple[Happening, ...]:
    """The events that are on in a night and can be read."""
    return tuple(event.happens for event in told_of(night) if event.happens)


def _without_weather(night: Night) -> NightContext:
    return NightContext(site_of(night.place), bounds_of(night), darkness_of(night.place))


def context_of(visit: Visit, night: Night) -> NightContext:
    """The night as planning needs it, with the forecast when the night uses one."""
    bare = replace(_without_weather(night), happenings=happenings_of(night))
    if not night.uses_forecast:
        return bare
    # a forecast is good for an hour: asked for by the hour, its night is worked out once
    asked_at = visit.now_utc.replace(minute=0, second=0, microsecond=0)
    ahead = forecast(visit.devices.weather, bare.site, bare.bounds, asked_at)
    return replace(bare, hours=ahead.hours)


def sentence_of(night: Night) -> str:
    """How dark it gets, or what is wrong with it."""
    sentence, trouble = or_trouble(
        lambda: night_sentence(sky_of(night), zone(night.place.time_zone))
    )
    return sentence or trouble or ""


def out(night: Night, shots: Sequence[datetime]) -> NightOut:
    """shots: when each of its shots is."""
    bounds = bounds_of(night)
    return NightOut(
        **{name: getattr(night, name) for name in NightIn.model_fields},
        id=night.id,
        version=night.version,
        place_name=night.place.name,
        time_zone=night.place.time_zone,
        begins_utc=bounds.start_utc,
        ends_utc=bounds.end_utc,
        sentence=sentence_of(night),
        strip=or_trouble(lambda: _strip(night, shots))[0],
        shot_count=len(shots),
    )


def _strip(night: Night, shots: Sequence[datetime]) -> StripOut:
    bounds = bounds_of(night)
    row = dark_nights(site_of(night.place), zone(night.place.time_zone), [night.evening_date])[0]
    return StripOut(
        dark="".join(map(str, row.dark)),
        moon="".join(map(str, row.moon)),
        shots=[(at - bounds.start_utc) / (bounds.end_utc - bounds.start_utc) for at in shots],
    )


def shot_times(session: Session, night_ids: Sequence[UUID]) -> dict[UUID, list[datetime]]:
    """When the shots of each night are."""
    query = (
        select(Shot.night_id, Shot.at_utc)
        .where(Shot.night_id.in_(night_ids), Shot.deleted_at_utc.is_(None))
        .order_by(Shot.at_utc)
    )
    times: dict[UUID, list[datetime]] = {night_id: [] for night_id in night_ids}
    for night_id, at_utc in session.execute(query):
        times[night_id].append(at_utc)
    return times
