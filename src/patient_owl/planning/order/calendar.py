"""The order of a night as a calendar: when to go, each shot, and the last moment to leave."""

from datetime import datetime, timedelta

from patient_owl.formats.calendar import Entry, write_calendar
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.entries import night_entries, where_of
from patient_owl.planning.order.gather import Gathered, gather
from patient_owl.planning.order.schemas import OrderOut, OwnSlotOut
from patient_owl.planning.order.service import order_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.nights import Night
from patient_owl.words.plan import sentence_rest, settings_text

BEFORE_A_START = timedelta(minutes=10)  # to end what one is at; common practice
BEFORE_LEAVING = timedelta(minutes=20)  # to pack; common practice
AT_ONCE = timedelta(0)


def calendar_of(visit: Visit, night: Night) -> bytes:
    """The night, and every shot at the minute it is kept at, for as long as it takes."""
    gathered = gather(visit, night)
    order = order_of(visit, night)
    entries = [*night_entries(night), *_ways(night, order), *_shots(gathered, order)]
    return write_calendar(entries, visit.now_utc, zone(night.place.time_zone))


def _ways(night: Night, order: OrderOut) -> list[Entry]:
    """Leaving home, arriving, leaving again; as far as they are known."""
    moments: list[tuple[str, str, datetime | None, timedelta]] = [
        ("home", "Leave home", order.leaves_home_utc, BEFORE_LEAVING),
        ("there", "Be there", order.arrives_utc, AT_ONCE),
        ("back", "Back where you park", order.back_utc, AT_ONCE),
        ("leave", "Last moment to leave", order.leave_by_utc, BEFORE_LEAVING),
    ]
    return [
        Entry(
            f"{code}-{night.id}@patient-owl",
            f"{name}: {night.called}",
            at,
            at,
            alarm_before=before,
            **where_of(night),
        )
        for code, name, at, before in moments
        if at is not None
    ]


def _shots(gathered: Gathered, order: OrderOut) -> list[Entry]:
    own = {str(slot.shot_id): slot for slot in order.own}
    entries = []
    for shot in gathered.shots:
        uid, key = f"shot-{shot.id}@patient-owl", str(shot.id)
        if key not in own:
            trouble = gathered.troubles.get(key, "")
            entries.append(Entry(uid, shot.title, shot.at_utc, shot.at_utc, trouble))
            continue
        entries.append(_entry(gathered, uid, own[key]))
    return entries


def _entry(gathered: Gathered, uid: str, slot: OwnSlotOut) -> Entry:
    planned = gathered.wanted[str(slot.shot_id)].planned
    settings = settings_text(planned.positions)
    sentence = sentence_rest(planned.plan.lead, planned.plan.reasons)
    return Entry(
        uid,
        f"{slot.title}: {settings}",
        slot.starts_utc,
        slot.ends_utc,
        "\n".join([f"{settings}: {sentence}", *slot.faults]),
        alarm_before=slot.starts_utc - slot.arrives_utc + BEFORE_A_START,
        **where_of(gathered.night),
    )
