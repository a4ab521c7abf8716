"""Instruments of a night or a place, and the readings they make. Deleting is in trash."""

from uuid import UUID

from fastapi import Response

from patient_owl.accounts.visit import CurrentVisit
from patient_owl.errors import NotFound
from patient_owl.http.pools import LONG, worked_in
from patient_owl.http.request import new_router
from patient_owl.measuring.schemas import InstrumentsOut
from patient_owl.measuring.service import instruments_of
from patient_owl.nights.service import get_night
from patient_owl.places.service import get_place
from patient_owl.places.zones import zone
from patient_owl.readings.schemas import KeptReadingOut, ReadingIn
from patient_owl.readings.service import put_reading, readings_of, readings_out
from patient_owl.shots.service import get_shot
from patient_owl.storage.owned import sees_only_one_night

router = new_router(tags=["measuring"])


@router.get("/nights/{night_id}/instruments")
@worked_in(LONG)
def get_instruments(night_id: UUID, visit: CurrentVisit) -> InstrumentsOut:
    """All a phone needs to measure on the spot that night, without signal."""
    night = get_night(visit.session, visit.user.id, night_id)
    return instruments_of(visit, night.place, night.evening_date, night)


@router.get("/places/{place_id}/instruments")
@worked_in(LONG)
def get_place_instruments(place_id: UUID, visit: CurrentVisit) -> InstrumentsOut:
    """The same at a place this evening, of no night."""
    place = get_place(visit.session, visit.user.id, place_id)
    today = visit.now_utc.astimezone(zone(place.time_zone)).date()
    return instruments_of(visit, place, today)


@router.get("/nights/{night_id}/readings")
def list_readings(night_id: UUID, visit: CurrentVisit) -> list[KeptReadingOut]:
    """What was measured there that night, and of its place, latest first."""
    night = get_night(visit.session, visit.user.id, night_id)
    found = readings_of(visit.session, visit.user, night.place_id, night.id)
    return readings_out(found, night.place)


@router.put("/readings/{reading_id}", responses={201: {"model": KeptReadingOut}})
def keep_reading(
    reading_id: UUID, body: ReadingIn, visit: CurrentVisit, response: Response
) -> KeptReadingOut:
    """Keep a reading under an identity made on the device; sending it twice keeps it once."""
    place = get_place(visit.session, visit.user.id, body.place_id)
    if body.night_id is None and sees_only_one_night():
        raise NotFound("place")
    if body.night_id is not None:
        night = get_night(visit.session, visit.user.id, body.night_id)
        if night.place_id != place.id:
            raise NotFound("night at that place")
    if body.shot_id is not None:
        get_shot(visit.session, visit.user.id, body.shot_id)
    reading, is_new = put_reading(visit.session, visit.user, reading_id, body)
    response.status_code = 201 if is_new else 200
    return readings_out([reading], place)[0]
