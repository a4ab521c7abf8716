"""The running order in words: what to do when, what is waited for, what is left out and why."""

from collections.abc import Callable, Mapping, Sequence
from datetime import tzinfo

from patient_owl.core.order.faults import Fault
from patient_owl.core.order.needs import Need
from patient_owl.core.order.order import Order, Slot
from patient_owl.core.order.remedies import Remedy
from patient_owl.core.sky.ephemeris import moment_utc
from patient_owl.core.windows import SunAbove, SunBelow
from patient_owl.words.night import clock
from patient_owl.words.quantities import angle, duration
from patient_owl.words.search import condition_text

NO_SLACK_S = 120.0  # less is none: nobody works to the minute
SHORT_WALK_S = 60.0
WITHIN_S = 90.0  # of a window's edge, which the order rounds to minutes


def need_text(need: Need) -> str:
    """`the Sun under −12°`, `causeway dry`"""
    altitudes = [c for c in need.conditions if isinstance(c, SunBelow | SunAbove)]
    if len(altitudes) == 2 and len(need.conditions) == 2:
        low, high = sorted(c.altitude_deg for c in altitudes)
        return f"the Sun {angle(low)} to {angle(high)}"
    return ", ".join(condition_text(c) for c in need.conditions)


def slot_text(slot: Slot, walk_s: float, spot: str, zone: tzinfo) -> str:
    """`Go at 22:14, 9 min on foot to lantern foot; set up 22:23; first frame 22:40, done 22:58.`"""

    def at(seconds: float) -> str:
        return clock(moment_utc(seconds), zone)

    to = f" to {spot}" if spot else " to where you park"
    go = ""
    if walk_s >= SHORT_WALK_S:
        go = f"Go at {at(slot.leaves_s)}, {duration(walk_s)} on foot{to}; s"
    set_up = f"{go or 'S'}et up at {at(slot.arrives_s)}"
    return f"{set_up}; first frame {at(slot.starts_s)}, done by {at(slot.ends_s)}."


def waits_text(slot: Slot, needs: Sequence[Need], zone: tzinfo) -> str:
    """What a shot waits for, or must be done before: `Waits for causeway dry, over at 02:27.`"""
    closing = [
        (over_s, need) for need in needs if (over_s := need.closes_after(slot.starts_s)) is not None
    ]
    opens = [need for need in needs if need.opens(slot.starts_s, WITHIN_S)]
    if opens:
        names = " and ".join(need_text(need) for need in opens)
        ends_s = min((over_s for over_s, need in closing if need in opens), default=None)
        until = f", over at {clock(moment_utc(ends_s), zone)}" if ends_s is not None else ""
        return f"Waits for {names}{until}."
    soonest = min(closing, key=lambda entry: entry[0], default=None)
    if soonest is None or soonest[0] - slot.latest_s - slot.job.work_s > WITHIN_S:
        return ""
    over = clock(moment_utc(soonest[0]), zone)
    if soonest[1].is_way:
        return f"Done by {over}, to be back while “{need_text(soonest[1])}”."
    return f"Before {over}, the end of {need_text(soonest[1])}."


def latest_text(slot: Slot, zone: tzinfo) -> str:
    """`May begin as late as 23:50.`"""
    if slot.job.is_pinned:
        return "Pinned: at that minute and no other."
    if slot.slack_s <= NO_SLACK_S:
        return "No slack: it must begin then."
    return f"May begin as late as {clock(moment_utc(slot.latest_s), zone)}."


def summary_text(order: Order, *, is_as_kept: bool) -> str:
    """`All four shots fit as you have them.`"""
    fits, out = len(order.slots), len(order.left_out)
    if not fits and not out:
        return "No shot to order yet."
    if not out:
        if fits == 1:
            return (
                "The one shot fits as you have it." if is_as_kept else "It fits when it is moved."
            )
        all_of = "Both shots" if fits == 2 else f"All {fits} shots"
        return f"{all_of} fit{' as you have them' if is_as_kept else ' when some are moved'}."
    shots = "one shot fits" if fits == 1 else f"{fits} shots fit"
    return f"{shots[0].upper()}{shots[1:]}, {out} {'does' if out == 1 else 'do'} not."


def going_text(summary: str, *, made: int, now_local: str, is_over: bool) -> str:
    """The same once the night goes on: `From 23:11 on, with one made: Both shots fit.`"""
    if is_over:
        return "The night is over."
    if not now_local:
        return summary
    with_made = f", with {'one' if made == 1 else made} made" if made else ""
    return f"From {now_local} on{with_made}: {summary}"


NOT_PROVEN = "With so many shots the order is a good one, not proven the best."


def fault_text(
    fault: Fault,
    titles: Mapping[str, str],
    needs: Sequence[Need],
    zone: tzinfo,
    leave_s: float,
) -> str:
    """Why a shot cannot be there, or not at all."""
    other = titles.get(fault.other, "")
    by = duration(fault.by_s)
    match fault.code:
        case "no_window":
            text = f"nothing tonight holds what it needs: {_needed(needs)}"
        case "too_long":
            text = f"it takes {by} longer than {_needed(needs)} lasts"
        case "outside":
            text = f"{by} outside of what it needs: {_needed(needs)}"
        case "overlap" if other:
            text = f"not ready before {by} later: “{other}” and the way from it take that long"
        case "overlap":
            text = f"you are not there before {by} later"
        case "too_late":
            late = f"{by} " if fault.by_s else ""
            text = f"you would be back {late}after {clock(moment_utc(leave_s), zone)}, when you must leave"
        case "too_soon":
            text = "its time is over before you can be ready"
        case _:
            text = f"there is no room beside “{other}”" if other else "there is no room"
    return f"{text[0].upper()}{text[1:]}."


def _needed(needs: Sequence[Need]) -> str:
    return " and ".join(need_text(need) for need in needs) or "the night"


def remedy_text(remedy: Remedy, titles: Mapping[str, str]) -> str:
    """`Drop “Low moor, wide”.` · `Make it 12 min shorter: fewer takes.`"""
    other = titles.get(remedy.key, "")
    return {
        "unpin": "Let it go from its minute.",
        "same_rig": f"Take it from where “{other}” is taken, with what is on the tripod.",
        "shorten": f"Make it {duration(remedy.by_s)} shorter: fewer takes, less set-up.",
        "leave_later": f"Leave {duration(remedy.by_s)} later.",
        "drop": f"Drop “{other}”.",
    }[remedy.code]


def other_night_text(day: str) -> str:
    return f"Another night: {day} has room for what it needs."


def reach_text(shots: int, of: int, until: str) -> str:
    """How far the tables of the field go: `Worked out for any turn of the night until 05:00.`"""
    if shots == of:
        return f"Worked out for any turn the night may take until {until}."
    return f"Worked out for the next {shots} of {of} shots until {until}; with signal for more."


def order_sentences(
    order: Order,
    title_of: Callable[[str], str],
    settings_of: Callable[[str], str],
    spot_of: Callable[[Slot], str],
    zone: tzinfo,
) -> list[str]:
    """The order as a helper would read it out."""
    sentences = []
    for slot in order.slots:
        where = f" at {spot}" if (spot := spot_of(slot)) else ""
        starts, ends, last = (
            clock(moment_utc(at), zone) for at in (slot.starts_s, slot.ends_s, slot.latest_s)
        )
        late = f" Not later than {last}." if slot.slack_s > NO_SLACK_S else ""
        key = slot.job.key
        sentences.append(f"{starts} to {ends}: {title_of(key)}{where}, {settings_of(key)}.{late}")
    if order.slots:
        sentences.append(f"Back where you park by {clock(moment_utc(order.back_s), zone)}.")
    return sentences
