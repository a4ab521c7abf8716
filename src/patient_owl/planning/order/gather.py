"""What an order is made of, from the rows of a night."""

from dataclasses import dataclass, replace
from functools import cached_property

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.resolve import moment_s
from patient_owl.core.night_context import NightContext
from patient_owl.core.order.agreed import (
    Agreed,
    OutingLimits,
    ShotRequest,
    agreed,
    down,
    up,
)
from patient_owl.core.order.job import MOST_JOBS
from patient_owl.core.order.lengths import MIN_S, Pace, lengths
from patient_owl.core.order.needs import Need, needs_of, there_and_back, together
from patient_owl.core.order.ways import StandingPoint
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.sky import ephemeris
from patient_owl.core.windows import During
from patient_owl.formats.event_line import read_at
from patient_owl.library.places.spots import spots_of, walks_of
from patient_owl.planning.nights.outing import OutingIn
from patient_owl.planning.nights.service import evening_of
from patient_owl.planning.searches.service import here_of
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.service import shots_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take


@dataclass
class Gathered:
    """A night's shots, each to be ordered or why it cannot be planned, and the frame.

    from_now: what is over is over: the order begins now, with what is not made yet.
    """

    visit: Visit
    planner: Planner
    night: Night
    from_now: bool = False

    @cached_property
    def shots(self) -> list[Shot]:
        """In the order their photographer gave them; WrongValue where nobody could work so many."""
        shots = shots_of(self.visit.session, self.visit.user, self.night)
        if len(shots) > MOST_JOBS:
            raise WrongValue("shots", f"at most {MOST_JOBS} in the order of a night", len(shots))
        return shots

    @cached_property
    def outing(self) -> OutingIn:
        return OutingIn.model_validate(self.night.outing)

    @cached_property
    def context(self) -> NightContext:
        return self.planner.context(self.night)

    @cached_property
    def _read(self) -> tuple[dict[str, ShotRequest], dict[str, str]]:
        requests: dict[str, ShotRequest] = {}
        troubles: dict[str, str] = {}
        for shot in self.shots:
            request, trouble = or_trouble(lambda shot=shot: self._wanted_of(shot))  # type: ignore[misc]
            if request is None:
                troubles[str(shot.id)] = trouble or ""
            else:
                requests[str(shot.id)] = request
        return requests, troubles

    @property
    def wanted(self) -> dict[str, ShotRequest]:
        """By the shot's id, those that can be planned."""
        return self._read[0]

    @property
    def troubles(self) -> dict[str, str]:
        """Why the others cannot be."""
        return self._read[1]

    def _wanted_of(self, shot: Shot) -> ShotRequest:
        request = as_request(shot)
        ordering = request.ordering
        planned = self.planner.plan(self.night, request, shot_id=shot.id)
        here = here_of(self.night.place, self.night.events)
        asked = [condition.to_domain(here) for condition in ordering.waits_for]
        needs = needs_of(planned, self.context, here.zone, asked)
        spots = [spot.name for spot in self.spots]
        # a standing point that was renamed is taken for the car
        spot = spots.index(ordering.spot) + 1 if ordering.spot in spots else 0
        if (way := self._way_to(spot, planned, ordering.pace)) is not None:
            needs = (*needs, way)
        return ShotRequest(
            key=str(shot.id),
            planned=planned,
            pace=ordering.pace,
            needs=needs,
            held_s=together(needs, self.context),
            wish_s=planned.at_s,
            spot=spot,
            rig=f"{ordering.spot} {shot.body_id} {shot.lens_id}",
            worth=float(ordering.worth),
            is_optional=ordering.is_optional,
            is_pinned=ordering.is_pinned,
        )

    @cached_property
    def spots(self) -> list[StandingPoint]:
        return spots_of(self.night.place)

    def _way_to(self, spot: int, planned: PlannedShot, pace: Pace) -> Need | None:
        """That one comes there and away again while the way is open, where it is not always."""
        only_while = self.spots[spot - 1].only_while if spot else ""
        if not only_while:
            return None
        event = here_of(self.night.place, self.night.events).events.get(only_while)
        if event is None:  # nobody is sent over a causeway whose tide went missing
            raise WrongValue("only_while", "an event of the place or the night", only_while)
        open_s = [
            s
            for happening in self.context.happenings
            if happening.event == event
            for s in happening.running
        ]
        # the way leads from the nearest point that is always reached
        always = [0, *(k + 1 for k, other in enumerate(self.spots) if not other.only_while)]
        walk_s = min(self.frame.walks_s[spot][other] for other in always)
        inner = there_and_back(open_s, walk_s, lengths(planned, pace))
        return Need((During(event, evening_of(self.night).zone),), inner, is_way=True)

    @cached_property
    def frame(self) -> OutingLimits:
        """From the earliest one may be there until the last moment to leave."""
        evening = evening_of(self.night)
        first_s, last_s = evening.bounds_s
        arrives, leaves = (
            moment_s(read_at(text), evening) if text else None
            for text in (self.outing.arrives, self.outing.leaves)
        )
        outs = [
            happening.stretches[0][0]
            for happening in self.context.happenings
            if happening.event.kind == "way_out" and happening.stretches
        ]
        leave_s = min([last_s, *outs, *([leaves] if leaves is not None else [])])
        walks_s = walks_of(self.night.place, self.outing.walking_km_h)
        return OutingLimits(walks_s, first_s if arrives is None else arrives, leave_s)

    @property
    def must_leave(self) -> bool:
        """Whether anything but the noon after ends the night."""
        return self.frame.leave_s < evening_of(self.night).bounds_s[1]

    def plan_at(self, key: str, at_s: float) -> PlannedShot:
        """A shot as it is planned for another minute."""
        shot = next(candidate for candidate in self.shots if str(candidate.id) == key)
        moved = as_request(shot).model_copy(update={"at_utc": ephemeris.moment_utc(at_s)})
        return self.planner.plan(self.night, moved, shot_id=shot.id)

    @property
    def now_s(self) -> float:
        return ephemeris.epoch_seconds(self.visit.now_utc)

    @property
    def there_s(self) -> float:
        """When one may be there from now on; whoever has made something is there."""
        way_s = 0.0 if self.takes else self.outing.travel_min * MIN_S
        return self.now_s + way_s

    @property
    def is_over(self) -> bool:
        """Whether nobody gets there any more before everybody must leave."""
        return up(self.there_s) >= down(self.frame.leave_s)

    @property
    def is_under_way(self) -> bool:
        """Whether the time one may be there has begun."""
        return self.frame.from_s <= self.now_s < self.frame.leave_s

    @cached_property
    def takes(self) -> dict[str, list[Take]]:
        """Made in this night, by the shot's id; a shot that was moved here has older ones."""
        user_id, ids = self.visit.user.id, [shot.id for shot in self.shots]
        from_utc, until_utc = (ephemeris.moment_utc(s) for s in evening_of(self.night).bounds_s)
        in_it = Take.started_at_utc.between(from_utc, until_utc)
        takes: dict[str, list[Take]] = {}
        for take in owned_rows(self.visit.session, Take, user_id, Take.shot_id.in_(ids), in_it):
            takes.setdefault(str(take.shot_id), []).append(take)
        return takes

    @cached_property
    def made(self) -> list[str]:
        """Ids of the shots that are done with: a take is kept, or there are takes and its time by
        the plan is over."""
        return [
            key
            for key, takes in self.takes.items()
            if any(take.is_keeper for take in takes)
            or (key in self.wanted and self._ends_s(self.wanted[key]) <= self.now_s)
        ]

    @staticmethod
    def _ends_s(request: ShotRequest) -> float:
        return request.job.wish_s + request.job.work_s

    @cached_property
    def agreed(self) -> Agreed:
        wanted, frame = list(self.wanted.values()), self.frame
        if self.from_now:
            wanted = [w for w in wanted if w.key not in self.made and not self.is_over]
            from_s = frame.from_s if self.is_over else max(frame.from_s, self.there_s)
            frame = replace(frame, from_s=from_s)
        return agreed(wanted, frame, self.plan_at)

    def shot(self, key: str) -> Shot:
        return next(shot for shot in self.shots if str(shot.id) == key)


def gather(visit: Visit, night: Night, *, from_now: bool = False) -> Gathered:
    return Gathered(visit, Planner(visit), night, from_now)
