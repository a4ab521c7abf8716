"""The order from any moment on, to be taken along where there is no signal."""

from collections.abc import Sequence
from datetime import datetime

from patient_owl.core.order.ahead import MOST_AHEAD, NONE, Ahead, Piece, ShotTurn, ahead_of
from patient_owl.core.order.lengths import JUDGE_MIN, MIN_S
from patient_owl.core.order.order import Slot
from patient_owl.core.shot import follow
from patient_owl.core.sky import ephemeris
from patient_owl.library.places.spots import spots_of
from patient_owl.library.places.zones import zone
from patient_owl.planning.order.gather import Gathered
from patient_owl.planning.order.schemas import AheadOut, AheadShotOut, OrderPieceOut, TurnOut
from patient_owl.words.night import clock
from patient_owl.words.order import reach_text, waits_text

EARLY_S = 2 * 3600.0  # before the first shot one may be there already; ours
HURRY_S = 3600  # with more time than that nobody counts minutes; ours
CALLS_BEFORE_S = (600, 180)  # a window closes, or the next shot wants one; common practice


def ahead_out(gathered: Gathered, now_utc: datetime) -> AheadOut | None:
    """Tables over the shots of the night; None where nothing is to be ordered."""
    agreed = gathered.agreed
    slots = _taken_along(agreed.order.slots, ephemeris.epoch_seconds(now_utc))
    if not slots:
        return None
    from_s = max(agreed.outing.from_s, slots[0].leaves_s - EARLY_S)
    tables = ahead_of(agreed.outing, tuple(s.job for s in slots), from_s, agreed.outing.leave_s)
    return _out(gathered, slots, tables, len(agreed.order.slots) + len(agreed.order.left_out))


def _taken_along(slots: Sequence[Slot], now_s: float) -> list[Slot]:
    """In their order, as many as tables are made for: before all those still to come, the next
    first; then those one is late for, the last first. Whoever asks again while late must not lose
    the shot: its window may be open."""
    coming = [slot for slot in slots if slot.free_s > now_s]
    late = [slot for slot in slots if slot.free_s <= now_s]
    chosen = [*coming, *reversed(late)][:MOST_AHEAD]
    return [slot for slot in slots if slot in chosen]


def _out(gathered: Gathered, slots: Sequence[Slot], tables: Ahead, of: int) -> AheadOut:
    place_zone = zone(gathered.night.place.time_zone)
    spots = ["", *(spot.name for spot in spots_of(gathered.night.place))]
    shots = []
    for slot in slots:
        request = gathered.agreed.shot(slot.job.key)
        shots.append(
            AheadShotOut(
                shot_id=gathered.shot(slot.job.key).id,
                title=gathered.shot(slot.job.key).title,
                spot=spots[slot.job.spot],
                work_s=round(slot.job.work_s),
                take_s=round(follow.course(request.planned).duration_s + JUDGE_MIN * MIN_S),
                after_s=round(slot.job.after_s),
                over_s=[round(end - tables.from_s) for _, end in slot.job.windows_s],
                latest_s=round(slot.latest_s - tables.from_s),
                why=waits_text(slot, request.needs, place_zone),
            )
        )
    base_s = tables.from_s
    to = clock(ephemeris.moment_utc(tables.to_s), place_zone)
    return AheadOut(
        base_utc=ephemeris.moment_utc(base_s),
        to_utc=ephemeris.moment_utc(tables.to_s),
        reach=reach_text(len(shots), of, to),
        calls_before_s=list(CALLS_BEFORE_S),
        hurry_s=HURRY_S,
        shots=shots,
        pieces={
            f"{left}:{last if last != NONE else ''}": [_piece(p, base_s, slots) for p in pieces]
            for (left, last), pieces in tables.pieces.items()
        },
    )


def _planned_s(turn: ShotTurn, slot: Slot) -> float:
    """The minute it was planned for, where its window and those after it let it wait for that."""
    return slot.starts_s if turn.opens_s <= slot.starts_s <= turn.latest_s else turn.opens_s


def _piece(piece: Piece, base_s: float, slots: Sequence[Slot]) -> OrderPieceOut:
    """Made without being checked: there are thousands, and all of them are ours."""
    return OrderPieceOut.model_construct(
        from_s=round(piece.from_s - base_s),
        keeps_until_s=round(piece.keeps_until_s - base_s),
        turns=[
            TurnOut.model_construct(
                shot=turn.job,
                opens_s=round(max(turn.opens_s - base_s, 0.0)),
                planned_s=round(max(_planned_s(turn, slots[turn.job]) - base_s, 0.0)),
                after_s=round(turn.after_s),
                latest_s=round(turn.latest_s - base_s),
                ahead_s=round(turn.ahead_s),
                walk_s=round(turn.walk_s),
            )
            for turn in piece.turns
        ],
    )
