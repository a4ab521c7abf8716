"""Instruments of a night or a place, and the readings they make. Deleting is in trash."""

from uuid import UUID

from fastapi import Response

from patient_owl.field.instruments import service
from patient_owl.field.instruments.schemas import InstrumentsOut
from patient_owl.library.places.service import get_place
from patient_owl.library.readings.schemas import KeptReadingOut, ReadingIn
from patient_owl.library.readings.service import readings_of, readings_out
from patient_owl.planning.nights.service import get_night
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router

router = new_router(tags=["measuring"])


@router.get("/nights/{night_id}/instruments")
@worked_in(LONG)
def get_instruments(night_id: UUID, visit: CurrentVisit) -> InstrumentsOut:
    """All a phone needs to measure on the spot that night, without signal."""
    night = get_night(visit.session, visit.user.id, night_id)
    return service.instruments_of(visit, night.place, night.evening_date, night)


@router.get("/places/{place_id}/instruments")
@worked_in(LONG)
def get_place_instruments(place_id: UUID, visit: CurrentVisit) -> InstrumentsOut:
    """The same at a place this evening, of no night."""
    place = get_place(visit.session, visit.user.id, place_id)
    return service.instruments_this_evening(visit, place)


@router.get("/nights/{night_id}/readings")
def list_readings(night_id: UUID, visit: CurrentVisit) -> list[KeptReadingOut]:
    """What was measured there that night, and of its place, latest first."""
    night = get_night(visit.session, visit.user.id, night_id)
    readings = readings_of(visit.session, visit.user, night.place_id, night.id)
    return readings_out(readings, night.place)


@router.put("/readings/{reading_id}", responses={201: {"model": KeptReadingOut}})
def keep_reading(
    reading_id: UUID, body: ReadingIn, visit: CurrentVisit, response: Response
) -> KeptReadingOut:
    """Keep a reading under an identity made on the device; sending it twice keeps it once."""
    reading, is_new = service.keep_reading(visit, reading_id, body)
    response.status_code = 201 if is_new else 200
    return reading
