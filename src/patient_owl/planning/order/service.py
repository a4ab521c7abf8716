"""The order of a night, in words; and shots put at its minutes."""

from datetime import date, datetime, timedelta, tzinfo
from uuid import UUID

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.event import Beat
from patient_owl.core.find import Found, NightQuery, find_nights
from patient_owl.core.kept import kept
from patient_owl.core.order.agreed import Agreed, ShotRequest
from patient_owl.core.order.faults import Fault, judged, why_left_out
from patient_owl.core.order.job import Job
from patient_owl.core.order.order import Slot
from patient_owl.core.order.remedies import remedies
from patient_owl.core.sky import ephemeris
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.tracks import GALACTIC_CORE, MOON, Site
from patient_owl.core.windows import Condition
from patient_owl.library.places.spots import spots_of
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.service import evening_of, lies_in
from patient_owl.planning.order.gather import Gathered, gather
from patient_owl.planning.order.schemas import (
    LeftOut,
    OrderingChoicesOut,
    OrderOut,
    OwnSlotOut,
    RemedyOut,
    SlotOut,
    StartIn,
    WaitOut,
)
from patient_owl.planning.searches.schemas import (
    LIGHTS,
    ConditionIn,
    DuringIn,
    LightIn,
    MoonDownIn,
    PlaceEvents,
    TargetUpIn,
)
from patient_owl.planning.searches.service import here_of
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.storage.owned import ANY_VERSION, changed
from patient_owl.platform.tables.nights import Night
from patient_owl.words.night import clock
from patient_owl.words.order import (
    NOT_PROVEN,
    fault_text,
    going_text,
    latest_text,
    order_sentences,
    other_night_text,
    remedy_text,
    slot_text,
    summary_text,
    waits_text,
)
from patient_owl.words.plan import settings_text
from patient_owl.words.search import condition_text, day, light_text

MOST_REMEDIES = 4  # the smallest ones; what one reads at a glance
NIGHTS_AHEAD = 62  # looked through for another night: two months


def order_of(visit: Visit, night: Night) -> OrderOut:
    return _Worded(gather(visit, night, from_now=True)).out()


def put_starts(visit: Visit, night: Night, starts: list[StartIn]) -> OrderOut:
    """Shots of a night at other minutes, all or none; then its order as it is now."""
    for start in starts:
        shot = get_shot(visit.session, visit.user.id, start.shot_id)
        lies_in(night, start.at_utc)
        if shot.night_id != night.id:
            raise WrongValue("shot_id", "a shot of this night", f"“{shot.title}” of another")
        if shot.at_utc != start.at_utc:
            changed(visit.session, shot, ANY_VERSION, {"at_utc": start.at_utc})
    return order_of(visit, night)


def choices_of(night: Night) -> OrderingChoicesOut:
    """Standing points of the place; its events and the night's, light, Moon, core and target."""
    here = here_of(night.place, night.events)
    events = [event for event in here.events.values() if not isinstance(event.timing, Beat)]
    asked: list[ConditionIn] = [
        *(DuringIn(label=event.label) for event in events if event.kind != "way_out"),
        *(LightIn(light=key) for key in ("blue_hour", "stars", "dark")),
        MoonDownIn(),
        *(
            TargetUpIn(target_key=key)
            for key in dict.fromkeys((GALACTIC_CORE, MOON, night.target_key))
        ),
    ]
    return OrderingChoicesOut(
        spots=[spot.name for spot in spots_of(night.place)],
        waits=[
            WaitOut(text=_wait_text(condition, here), condition=condition) for condition in asked
        ],
    )


def _wait_text(asked: ConditionIn, here: PlaceEvents) -> str:
    if isinstance(asked, LightIn):
        return light_text(asked.light, *LIGHTS[asked.light])
    return ", ".join(condition_text(condition) for condition in asked.to_domain(here))


class _Worded:
    """An order and all that is said about it."""

    def __init__(self, gathered: Gathered) -> None:
        self.gathered = gathered
        self.night = gathered.night
        self.zone = zone(gathered.night.place.time_zone)
        self.agreed: Agreed = gathered.agreed
        self.spots = ["", *(spot.name for spot in spots_of(self.night.place))]
        self.titles = {str(shot.id): shot.title for shot in gathered.shots}

    def out(self) -> OrderOut:
        order, outing = self.agreed.order, self.gathered.outing
        slots = [self._slot(slot) for slot in order.slots]
        is_as_kept = not any(slot.is_moved for slot in slots)
        first = order.slots[0] if order.slots else None
        is_there = bool(self.gathered.takes)
        travel = timedelta(minutes=outing.travel_min)
        arrives = _utc(first.leaves_s) if first else None
        back = _utc(order.back_s) if first else None
        gathered = self.gathered
        at_local = clock(gathered.visit.now_utc, self.zone)
        summary = going_text(
            summary_text(order, is_as_kept=is_as_kept),
            made=len(gathered.made),
            now_local=at_local if gathered.is_under_way else "",
            is_over=gathered.is_over,
        )
        leave_s = self.agreed.outing.leave_s
        return OrderOut(
            slots=slots,
            own=self._own(),
            left_out=[
                *(self._left_out(job) for job in order.left_out),
                *(
                    LeftOut(shot_id=UUID(key), title=self.titles[key], text=trouble, remedies=[])
                    for key, trouble in self.gathered.troubles.items()
                ),
            ],
            is_as_kept=is_as_kept,
            is_exact=order.is_exact,
            leaves_home_utc=arrives - travel if arrives and travel and not is_there else None,
            arrives_utc=None if is_there else arrives,
            back_utc=back,
            home_utc=back + travel if back and travel else None,
            leave_by_utc=_utc(leave_s) if self.gathered.must_leave else None,
            summary=summary if order.is_exact else f"{summary} {NOT_PROVEN}",
            sentences=order_sentences(
                order, self.titles.__getitem__, self._settings, self._spot, self.zone
            ),
        )

    def _settings(self, key: str) -> str:
        return settings_text(self.agreed.shot(key).planned.positions)

    def _spot(self, slot: Slot) -> str:
        return self.spots[slot.job.spot]

    def _slot(self, slot: Slot) -> SlotOut:
        request = self.agreed.shot(slot.job.key)
        walk_s = slot.arrives_s - slot.leaves_s
        spot = self._spot(slot)
        return SlotOut(
            shot_id=UUID(slot.job.key),
            title=self.titles[slot.job.key],
            leaves_utc=_utc(slot.leaves_s),
            arrives_utc=_utc(slot.arrives_s),
            starts_utc=_utc(slot.starts_s),
            ends_utc=_utc(slot.ends_s),
            free_utc=_utc(slot.free_s),
            earliest_utc=_utc(slot.earliest_s),
            latest_utc=_utc(slot.latest_s),
            spot=spot,
            settings=self._settings(slot.job.key),
            takes=request.lengths.takes,
            is_pinned=slot.job.is_pinned,
            is_optional=slot.job.is_optional,
            is_moved=slot.starts_s != slot.job.wish_s,
            text=slot_text(slot, walk_s, spot, self.zone),
            waits=waits_text(slot, request.needs, self.zone),
            latest=latest_text(slot, self.zone),
        )

    def _own(self) -> list[OwnSlotOut]:
        """Every shot at its own minute; those that cannot be planned stand in left_out."""
        asked = self.gathered.frame.outing(
            [request.job for request in self.gathered.wanted.values()]
        )
        faults = judged(asked)
        slots = []
        for job in sorted(asked.jobs, key=lambda job: job.wish_s):
            mine = [fault for fault in faults if fault.key == job.key]
            slots.append(
                OwnSlotOut(
                    shot_id=UUID(job.key),
                    title=self.titles[job.key],
                    arrives_utc=_utc(job.wish_s - job.set_up_s),
                    starts_utc=_utc(job.wish_s),
                    ends_utc=_utc(job.wish_s + job.work_s),
                    free_utc=_utc(job.wish_s + job.work_s + job.after_s),
                    faults=[self._fault(fault, self.gathered.wanted[job.key]) for fault in mine],
                )
            )
        return slots

    def _fault(self, fault: Fault, request: ShotRequest) -> str:
        leave_s = self.agreed.outing.leave_s
        return fault_text(fault, self.titles, request.needs, self.zone, leave_s)

    def _left_out(self, job: Job) -> LeftOut:
        order, outing = self.agreed.order, self.agreed.outing
        request = self.agreed.shot(job.key)
        fault = why_left_out(outing, order, job)
        offers = [
            RemedyOut(
                code=remedy.code,
                text=remedy_text(remedy, self.titles),
                shot_id=UUID(remedy.key) if remedy.key else None,
            )
            for remedy in remedies(outing, order, job)
        ]
        # nights ahead are asked for what the sky and the place give; when one must leave is this
        # one's
        lacks = fault.code in ("no_window", "too_long")
        if lacks and (other := self._other_night(request)) is not None:
            offers.append(
                RemedyOut(code="other_night", text=other_night_text(day(other)), shot_id=None)
            )
        return LeftOut(
            shot_id=UUID(job.key),
            title=self.titles[job.key],
            text=self._fault(fault, request),
            remedies=offers[:MOST_REMEDIES],
        )

    def _other_night(self, request: ShotRequest) -> date | None:
        """The next evening on which all it needs holds for long enough."""
        conditions = tuple(condition for need in request.needs for condition in need.conditions)
        if not conditions:
            return None
        evening = evening_of(self.night)
        found, _ = or_trouble(
            lambda: _next_night(
                evening.site,
                self.zone,
                evening.horizon,
                self.night.evening_date + timedelta(days=1),
                conditions,
                request.job.work_s / 60,
            )
        )
        return found


@kept(most=512, mb=1)
def _next_night(
    site: Site,
    place_zone: tzinfo,
    horizon: Horizon,
    first: date,
    conditions: tuple[Condition, ...],
    least_minutes: float,
) -> date | None:
    """The first of the nights ahead on which the conditions hold together that long."""
    wish = NightQuery(conditions, least_minutes)
    for month in find_nights(site, place_zone, horizon, first, NIGHTS_AHEAD, wish):
        if month.found:
            return min(month.found, key=_evening).evening
    return None


def _evening(night: Found) -> date:
    return night.evening


def _utc(seconds: float) -> datetime:
    return ephemeris.moment_utc(seconds)
