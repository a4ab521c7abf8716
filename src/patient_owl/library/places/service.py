"""Keeping places, and handing them to the core."""

from datetime import date
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.core.events.resolve import Evening
from patient_owl.core.meterless import Darkness
from patient_owl.core.night import night_bounds
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.magnetic import needle
from patient_owl.core.sky.tracks import Site
from patient_owl.formats.places import Waypoint
from patient_owl.library.events.schemas import EventAsked, HappeningOut
from patient_owl.library.events.service import happening_out, kept_lines, told
from patient_owl.library.places.moving import move_with_clock
from patient_owl.library.places.schemas import PlaceIn
from patient_owl.library.places.spots import kept_spots
from patient_owl.library.places.zones import zone, zone_at
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.storage.owned import changed, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.places import Place
from patient_owl.words.speech import speak_where, speech


def all_places(session: Session, user: User) -> list[Place]:
    return owned_rows(session, Place, user.id)


def get_place(session: Session, user_id: UUID, place_id: UUID) -> Place:
    place = owned(session, Place, user_id, place_id)
    speak_of(place, now_utc().date())
    return place


def speak_of(place: Place, day: date) -> None:
    """Bearings are said as a compass there shows them, to whoever wants that."""
    if speech().bearings == "magnetic":
        at = place.latitude_deg, place.longitude_deg, place.elevation_m
        speak_where(needle(*at, day).east_deg)


def create_place(session: Session, user: User, request: PlaceIn) -> Place:
    return create_places(session, user, [request])[0]


def create_places(session: Session, user: User, requests: list[PlaceIn]) -> list[Place]:
    """All of them or, when one is refused, none."""
    places = [Place(user_id=user.id, **_columns(request)) for request in requests]
    session.add_all(places)
    session.flush()
    return places


def change_place(
    session: Session, user: User, place_id: UUID, request: PlaceIn, version: int
) -> Place:
    place = get_place(session, user.id, place_id)
    old_zone = place.time_zone
    changed(session, place, version, _columns(request))
    move_with_clock(session, place.id, old_zone, place.time_zone)
    return place


def _columns(request: PlaceIn) -> dict[str, object]:
    columns = request.model_dump()
    name = request.time_zone or zone_at(request.latitude_deg, request.longitude_deg)
    columns["time_zone"] = zone(name).key
    columns["horizon"] = request.sorted_horizon()
    columns["spots"] = kept_spots(request.spots)
    columns["events"] = kept_lines(request.events)
    return columns


def site_of(place: Place) -> Site:
    return Site(place.latitude_deg, place.longitude_deg, place.elevation_m)


def darkness_of(place: Place) -> Darkness:
    return Darkness(place.sky_brightness_mag_arcsec2, place.glow_azimuth_deg, horizon_of(place))


def horizon_of(place: Place) -> Horizon:
    return Horizon(tuple((azimuth, altitude) for azimuth, altitude in place.horizon))


def waypoint_of(place: Place) -> Waypoint:
    """The place as files carry it; what only we know goes into the properties."""
    return Waypoint(
        place.name,
        place.latitude_deg,
        place.longitude_deg,
        place.elevation_m,
        place.notes,
        {
            "time_zone": place.time_zone,
            "sky_brightness_mag_arcsec2": place.sky_brightness_mag_arcsec2,
            "glow_azimuth_deg": place.glow_azimuth_deg,
            "horizon": place.horizon,
            "hazards": place.hazards,
        },
    )


def read_event(place: Place, asked: EventAsked) -> HappeningOut:
    """What a line means on an evening at a place; WrongValue where it is not understood."""
    place_zone = zone(place.time_zone)
    night_bounds(asked.evening_date, place_zone)  # refuses a day that was none
    evening = Evening(site_of(place), asked.evening_date, place_zone, horizon_of(place))
    (line,) = kept_lines([asked.line], asked.evening_date)
    (meaning,) = told([line], evening, is_of_place=False)
    return happening_out(meaning, evening)
