"""The plan one leaves with somebody: where, when back, whom to call. We send it nowhere."""

from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

from patient_owl.formats.card_pdf import Block, Card
from patient_owl.formats.spot_line import spot_line
from patient_owl.library.places.spots import spots_of
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.outing import OutingIn
from patient_owl.planning.order.schemas import OrderOut
from patient_owl.planning.order.service import order_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.nights import Night
from patient_owl.words.night import clock

WORRY_AFTER = timedelta(hours=1)  # of being late; common practice


def leave_plan(visit: Visit, night: Night) -> Card:
    """One page for whoever stays at home."""
    order, place_zone = order_of(visit, night), zone(night.place.time_zone)
    outing = OutingIn.model_validate(night.outing)
    subtitle = f"{visit.user.name}, evening of {night.evening_date:%A %-d %B %Y}."
    blocks = [
        Block("Where", lines=_where(night, outing)),
        Block("When", rows=_when(order, place_zone)),
        Block("At", rows=_at(order, place_zone)),
        Block("If I am not back", lines=_late(order, outing, place_zone)),
        Block("Mind", lines=[night.place.hazards] if night.place.hazards else []),
        Block("Notes", lines=[night.notes] if night.notes else []),
    ]
    shown = [block for block in blocks if block.lines or block.rows]
    return Card(f"Out at night: {night.place.name}", subtitle, "", shown)


def _where(night: Night, outing: OutingIn) -> list[str]:
    place = night.place
    north = "N" if place.latitude_deg >= 0 else "S"
    east = "E" if place.longitude_deg >= 0 else "W"
    lines = [
        f"{place.name}: {abs(place.latitude_deg):.5f}° {north}, "
        f"{abs(place.longitude_deg):.5f}° {east}",
    ]
    lines += [f"The car: {outing.car}"] if outing.car else []
    lines += [place.notes] if place.notes else []
    return [*lines, *(spot_line(spot) for spot in spots_of(place))]


def _when(order: OrderOut, place_zone: ZoneInfo) -> list[tuple[str, str]]:
    moments = (
        ("leave home", order.leaves_home_utc),
        ("there", order.arrives_utc),
        ("back at the car", order.back_utc),
        ("home", order.home_utc),
        ("must leave by", order.leave_by_utc),
    )
    return [(clock(at, place_zone), text) for text, at in moments if at is not None]


def _at(order: OrderOut, place_zone: ZoneInfo) -> list[tuple[str, str]]:
    return [
        (
            f"{clock(slot.arrives_utc, place_zone)} to {clock(slot.free_utc, place_zone)}",
            slot.spot or "near the car",
        )
        for slot in order.slots
    ]


def _late(order: OrderOut, outing: OutingIn, place_zone: ZoneInfo) -> list[str]:
    due = order.home_utc or order.back_utc
    who = outing.contact or "whoever is named here: ______________________"
    if due is None:
        return [f"Call {who}."]
    return [
        f"By {_late_at(due, place_zone)}: call me, then {who}.",
        "If nobody answers, call the emergency number of the country and read them this page.",
    ]


def _late_at(due: datetime, place_zone: ZoneInfo) -> str:
    return clock(due + WORRY_AFTER, place_zone)
