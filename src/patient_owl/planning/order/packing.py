"""A night's pack list, its budget, and what is ticked."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.order.budget import Budget, budget
from patient_owl.core.order.packing import Carried, Group, Packed, Use, pack_list
from patient_owl.library.kit.bag import Bag
from patient_owl.library.places.service import site_of
from patient_owl.library.places.zones import zone
from patient_owl.library.weather.service import forecast
from patient_owl.planning.nights.service import bounds_of
from patient_owl.planning.order.gather import Gathered, gather
from patient_owl.planning.order.schemas import PackedOut, PackGroupOut, PackListOut, TickIn
from patient_owl.planning.shots.planner import as_request
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.packing import PackTick
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.packing import GROUPS, budget_lines, name_of, why_of


def pack_of(visit: Visit, night: Night) -> PackListOut:
    """What to take for the shots that have their place, and for those that have none."""
    gathered = gather(visit, night)
    ahead = forecast(visit.devices.weather, site_of(night.place), bounds_of(night), visit.now_utc)
    night_budget = budget(ahead.hours, gathered.agreed)
    bag = Bag(visit.session, visit.user)
    uses = [_use(gathered, bag, shot) for shot in gathered.shots if str(shot.id) in gathered.wanted]
    return _out(night, night_budget, pack_list(uses, night_budget), _ticked(visit.session, night))


def tick(visit: Visit, night: Night, ticks: Sequence[TickIn]) -> PackListOut:
    """Ticks of one device; one that was set later elsewhere stays."""
    session = visit.session
    for given in sorted(ticks, key=lambda tick: (tick.key, tick.at_utc)):
        row = session.get(PackTick, (night.id, given.key))
        said = {"is_packed": given.is_packed, "ticked_at_utc": given.at_utc}
        if row is None:
            session.add(PackTick(night_id=night.id, item=given.key, **said))
        elif row.ticked_at_utc < given.at_utc:
            row.is_packed, row.ticked_at_utc = given.is_packed, given.at_utc
        session.flush()
    return pack_of(visit, night)


def _ticked(session: Session, night: Night) -> set[str]:
    rows = session.scalars(
        select(PackTick.item).where(PackTick.night_id == night.id, PackTick.is_packed)
    )
    return set(rows)


def _use(gathered: Gathered, bag: Bag, shot: Shot) -> Use:
    agreed = gathered.agreed.shot(str(shot.id))
    request = as_request(shot)
    lights = [
        Carried("light", bag.item(light.item_id).name if light.item_id else light.kit_kind)
        for light in gathered.planner.lights(request)
    ]
    filters = [
        Carried("glass", name)
        for name in agreed.planned.positions["nd_stops"].label.split(" + ")
        if agreed.planned.settings.nd_stops > 0
    ]
    return Use(
        shot.title,
        agreed.planned,
        agreed.lengths.takes,
        (
            Carried("camera", bag.item(shot.body_id).name),
            Carried("glass", bag.item(shot.lens_id).name),
            *filters,
            *lights,
        ),
    )


def _out(
    night: Night, night_budget: Budget, lines: Sequence[Packed], ticked: set[str]
) -> PackListOut:
    place_zone = zone(night.place.time_zone)
    groups: dict[Group, list[PackedOut]] = {}
    for line in lines:
        groups.setdefault(line.group, []).append(
            PackedOut(
                key=line.key,
                text=name_of(line),
                why=why_of(line, place_zone),
                is_short=line.is_short,
                is_packed=line.key in ticked,
            )
        )
    return PackListOut(
        groups=[PackGroupOut(title=GROUPS[key], lines=packed) for key, packed in groups.items()],
        budget=budget_lines(night_budget, place_zone),
    )
