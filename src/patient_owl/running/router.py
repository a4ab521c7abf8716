"""The running order of a night."""

from uuid import UUID

from fastapi import Response

from patient_owl.accounts.current import CurrentUser
from patient_owl.accounts.visit import CurrentVisit
from patient_owl.http.download import saved_as
from patient_owl.http.media import CalendarFile
from patient_owl.http.pools import LONG, worked_in
from patient_owl.http.request import DbSession, new_router
from patient_owl.nights.service import get_night
from patient_owl.running import calendar, service
from patient_owl.running.schemas import OrderingChoicesOut, OrderOut, StartsIn

router = new_router(prefix="/nights", tags=["order"])


@router.get("/{night_id}/order")
@worked_in(LONG)
def get_order(night_id: UUID, visit: CurrentVisit) -> OrderOut:
    """The night's shots in the order that holds most, their own times judged by the same rules."""
    return service.order_of(visit, get_night(visit.session, visit.user.id, night_id))


@router.get("/{night_id}/ordering")
def get_ordering_choices(
    night_id: UUID, user: CurrentUser, session: DbSession
) -> OrderingChoicesOut:
    """Where a shot of the night may stand, and what it may wait for."""
    return service.choices_of(get_night(session, user.id, night_id))


@router.post("/{night_id}/order")
def put_order(night_id: UUID, body: StartsIn, visit: CurrentVisit) -> OrderOut:
    """Put shots at other minutes, all of them or none; answers the order as it is then."""
    night = get_night(visit.session, visit.user.id, night_id)
    return service.put_starts(visit, night, body.starts)


@router.get("/{night_id}/calendar.ics", response_class=CalendarFile)
@worked_in(LONG)
def get_calendar(night_id: UUID, visit: CurrentVisit) -> Response:
    """The night, its windows, events and order as iCalendar with alarms."""
    night = get_night(visit.session, visit.user.id, night_id)
    headers = saved_as(f"{night.called} {night.evening_date}.ics")
    return CalendarFile(calendar.calendar_of(visit, night), headers=headers)
