"""The running order of a night."""

from uuid import UUID

from fastapi import Response

from patient_owl.formats.card_pdf import card_text, write_card
from patient_owl.planning.nights.service import get_night
from patient_owl.planning.order import calendar, leave_plan, packing, service
from patient_owl.planning.order.schemas import (
    OrderingChoicesOut,
    OrderOut,
    PackListOut,
    StartsIn,
    TicksIn,
)
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import CalendarFile, Pdf, PlainText
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import DbSession, new_router

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


@router.get("/{night_id}/pack")
@worked_in(LONG)
def get_pack_list(night_id: UUID, visit: CurrentVisit) -> PackListOut:
    """What to take, in the order of a bag, with its reasons; and what the whole night takes."""
    return packing.pack_of(visit, get_night(visit.session, visit.user.id, night_id))


@router.put("/{night_id}/pack")
def tick_pack_list(night_id: UUID, body: TicksIn, visit: CurrentVisit) -> PackListOut:
    """Ticks of a device; of two the later counts, so that sending them twice does no harm."""
    return packing.tick(visit, get_night(visit.session, visit.user.id, night_id), body.ticks)


@router.get("/{night_id}/calendar.ics", response_class=CalendarFile)
@worked_in(LONG)
def get_calendar(night_id: UUID, visit: CurrentVisit) -> Response:
    """The night, its windows, events and order as iCalendar with alarms."""
    night = get_night(visit.session, visit.user.id, night_id)
    headers = saved_as(f"{night.called} {night.evening_date}.ics")
    return CalendarFile(calendar.calendar_of(visit, night), headers=headers)


@router.get("/{night_id}/leave-plan.pdf", response_class=Pdf)
@worked_in(LONG)
def get_leave_plan(night_id: UUID, visit: CurrentVisit) -> Response:
    """The page to leave with somebody: where, when back, whom to call."""
    night = get_night(visit.session, visit.user.id, night_id)
    page = leave_plan.leave_plan(visit, night)
    return Pdf(write_card(page), headers=saved_as(f"{page.title}.pdf", "inline"))


@router.get("/{night_id}/leave-plan.txt", response_class=PlainText)
@worked_in(LONG)
def get_leave_plan_text(night_id: UUID, visit: CurrentVisit) -> Response:
    """The same as text, with nothing in it that leads anywhere."""
    night = get_night(visit.session, visit.user.id, night_id)
    page = leave_plan.leave_plan(visit, night)
    return PlainText(card_text(page), headers=saved_as(f"{page.title}.txt"))
