"""What to set next: the settings toward what is now believed right, light by light.

The lead light, the one the picture is exposed for, moves the shared controls: one where it has the
room, several where it has not. Toward light glass comes off first and ISO rises last; toward dark
ISO falls first; between them stands what the discipline pays least for. A light that does not
answer to all controls has one of its own: so "the bursts are too bright, the rest is fine" stops
down and lengthens by the same stops, and "the rest is too bright, the bursts are fine" only
shortens. Common practice. A light nobody has judged is kept where the last take had it.
Dials are for the next setting only: what happened is read as it happened.

A test frame is evidence, not a goal: once it is right the answer is the real setting.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import NamedTuple

from patient_owl.core.advise.belief import (
    UNLEARNED,
    Belief,
    JudgedTake,
    Sharpness,
    Verdict,
    belief_after,
    evidence_on,
)
from patient_owl.core.exposure.dials import Control, Dial, DialValue
from patient_owl.core.exposure.ladder import is_quick_frame_of, may_be_quick_frame, quick_frame
from patient_owl.core.exposure.settings import Positions, positions_near, settings_on
from patient_owl.core.light.part import Levers, LightPart, asked_of, lever_controls
from patient_owl.core.limits.limit import Limit, allowed
from patient_owl.core.reason import Reason
from patient_owl.core.solve.conflict import Conflict, find_conflict

GOOD_ENOUGH_STOPS = 1 / 3  # nobody sees less than a third; common practice
HALF_STEP_STOPS = 1 / 6  # of a dial in thirds: no dial comes nearer
SETTLED_SIGMA_STOPS = 0.35  # known this well, another test frame tells nothing worth its time

# A prediction that far off, and that far outside its own ±, has a cause somebody can name.
FAR_STOPS, FAR_SIGMAS = 3.0, 2.0
FAR_KNOWN_SIGMA_STOPS = 1.5  # known less well nobody is asked yet


@dataclass(frozen=True)
class Advice:
    """The next setting and why.

    moved: the controls that move, none when nothing should. change_stops: brighter positive, of
    the first light the take shows. belief: of the lead light, at the moment of the next take.
    is_settled: no more test frames. conflict: what is in the way of the rest. far_stops: how far
    the lead light was found from its prediction, where that wants a cause. levers: where those of
    the lights that are brought go, by light and lever; moved_levers: the lights whose levers move.
    """

    positions: Positions
    moved: tuple[Control, ...]
    change_stops: float
    belief: Belief
    reasons: tuple[Reason, ...]
    is_settled: bool = False
    conflict: Conflict | None = None
    far_stops: float | None = None
    levers: Levers = field(default_factory=dict)
    moved_levers: tuple[str, ...] = ()

    @property
    def changes(self) -> bool:
        """Whether anything is to be set otherwise."""
        return bool(self.moved or self.moved_levers)


@dataclass(frozen=True)
class Room:
    """The lights, and where the next setting may move: dials, limits, controls by what they cost.

    order: cheapest first; a locked control is left out. why_this_order: code of the reason.
    consequences: what a change does besides brightness. real: the setting planned for a lead light
    that wants such an EV100. after_s: the moment of the next take, from the shot's
    own. [s] sharpness: how sharply this photographer's words are meant.
    """

    parts: tuple[LightPart, ...]
    dials: Mapping[Control, Dial]
    limits: Sequence[Limit] = ()
    order: Sequence[Control] = ("iso", "f_number", "exposure_s")
    why_this_order: str | None = None
    consequences: Callable[[Positions, Positions], tuple[Reason, ...]] | None = None
    locked: frozenset[Control] = frozenset()
    real: Callable[[float], Positions] | None = None
    after_s: float = 0.0
    sharpness: Sharpness = UNLEARNED

    @property
    def lead(self) -> LightPart:
        return self.parts[0]

    def lead_ev100(self, positions: Positions, levers: Levers) -> float:
        """The exposure value of positions and levers as the lead light sees it."""
        return self.ev100_of(self.lead, positions, levers)

    def ev100_of(self, part: LightPart, positions: Positions, levers: Levers) -> float:
        """The exposure value of positions and levers as a light sees it."""
        return part.ev100_set(settings_on(self.dials, positions), levers.get(part.key, {}))

    def shown(self, positions: Positions) -> tuple[LightPart, ...]:
        """The lights that a frame with such a setting shows: in a quick frame nobody writes, paints
        or flashes, so it tells of those alone that answer to time."""
        lasting = tuple(part for part in self.parts if "exposure_s" in part.answers_to)
        if self.real is None or len(lasting) in (0, len(self.parts)):
            return self.parts
        if not may_be_quick_frame(positions, self.inside):
            return self.parts
        real = self.real(self.lead.wanted_at(self.after_s))
        return lasting if is_quick_frame_of(positions, real) else self.parts

    def asked(self, positions: Positions) -> list[str]:
        """What a word may be about, said over a frame with such a setting."""
        return asked_of(self.parts, self.shown(positions))

    def planned_levers(self, positions: Positions) -> Levers:
        """Where the levers of all lights are planned to stand with some positions."""
        settings = settings_on(self.dials, positions)
        return {
            part.key: part.planned_levers(settings, is_lead=part is self.lead)
            for part in self.parts
            if part.is_brought
        }

    @cached_property
    def inside(self) -> Mapping[Control, Dial]:
        """The dials within every limit; where limits leave nothing, the dial itself."""
        return {c: allowed(dial, self.limits) or dial for c, dial in self.dials.items()}

    @cached_property
    def toward_light(self) -> tuple[Control, ...]:
        """Glass off first, for it only costs light; the aperture before ISO, which gathers none;
        last of all what the discipline would rather not touch."""
        asked = [c for c in self.order if c not in ("iso", "nd_stops")]
        return self._free("nd_stops", *asked, "f_number", "iso", *self.dials)

    @cached_property
    def toward_dark(self) -> tuple[Control, ...]:
        """ISO down first, for that costs nothing; glass and what else there is last."""
        return self._free("iso", *self.order, *self.dials)

    def _free(self, *wanted: Control) -> tuple[Control, ...]:
        moves = self.lead.answers_to
        return tuple(c for c in dict.fromkeys(wanted) if c in moves and c not in self.locked)


@dataclass(frozen=True)
class Known:
    """What there is to decide on.

    now: what is set; lead_ev100: its exposure value by what the lead light answers to. beliefs:
    of each light by its key, about the next take. spoken_of: the lights there is evidence on.
    words: those of the last take, by light. takes: how many. has_reading: whether the last has a
    histogram. changed_stops: how much brighter each light is predicted to be at the next take than
    it was at the last. levers: where those of the lights that are brought stand.
    """

    now: Positions
    lead_ev100: float
    beliefs: Mapping[str, Belief]
    spoken_of: frozenset[str]
    words: Mapping[str, Verdict]
    takes: int
    has_reading: bool = False
    changed_stops: Mapping[str, float] = field(default_factory=dict)
    levers: Levers = field(default_factory=dict)

    def setting(self, positions: Positions, room: "Room", levers: Levers | None = None) -> "Known":
        """The same with something else set; levers as planned for it where nobody says."""
        put = room.planned_levers(positions) if levers is None else levers
        return replace(self, now=positions, levers=put, lead_ev100=room.lead_ev100(positions, put))

    def wanted_ev100(self, part: LightPart, was_ev100: float) -> float:
        """What its controls are to make; one nobody spoke of is kept where it was."""
        if part.key in self.spoken_of:
            return self.beliefs[part.key].ev100
        return was_ev100 + self.changed_stops.get(part.key, 0.0)


def known_after(takes: Sequence[JudgedTake], room: Room) -> Known:
    """What at least one take, oldest first, leaves to decide on."""
    last, lead = takes[-1], room.lead
    evidence = {part.key: evidence_on(part, lead, takes) for part in room.parts}
    words = {part.key: last.word_for(part) for part in room.parts}
    now = positions_near(room.dials, last.settings)
    levers = {p.key: last.levers_of(p, lead) for p in room.parts if p.is_brought}
    return Known(
        now=now,
        levers=levers,
        lead_ev100=room.lead_ev100(now, levers),
        beliefs={
            p.key: belief_after(p, evidence[p.key], room.after_s, room.sharpness)
            for p in room.parts
        },
        spoken_of=frozenset(key for key, found in evidence.items() if found),
        words={key: word for key, word in words.items() if word is not None},
        takes=len(takes),
        has_reading=last.reading is not None,
        changed_stops={p.key: p.moved(last.after_s, room.after_s) for p in room.parts},
    )


def nothing_known(now: Positions, room: Room) -> Known:
    """Before the first take."""
    levers = room.planned_levers(now)
    beliefs = {p.key: belief_after(p, (), room.after_s, room.sharpness) for p in room.parts}
    return Known(now, room.lead_ev100(now, levers), beliefs, frozenset(), {}, 0, levers=levers)


def next_setting(takes: Sequence[JudgedTake], room: Room) -> Advice:
    """The change from the last take that is now worth making.

    `takes`: at least one, oldest first.
    """
    return decide(known_after(takes, room), room)


def decide(known: Known, room: Room) -> Advice:
    """The change from what is set that is now worth making."""
    lead, now = room.lead, known.now
    belief, word = known.beliefs[lead.key], known.words.get(lead.key)
    seen = room.shown(now)
    is_unseen = lead not in seen  # a first look at the rest, without what is performed
    target = belief.ev100 if is_unseen else known.wanted_ev100(lead, known.lead_ev100)
    off_stops = 0.0 if is_unseen else known.lead_ev100 - target
    settled = belief.sigma_stops <= SETTLED_SIGMA_STOPS or word == "right"
    said = [*_seen(off_stops, known, room), *_changed_light(known, room)]
    far_stops = _far(belief, known, room)
    if far_stops is not None:
        side = "brighter" if far_stops > 0 else "darker"
        said.append(Reason(f"far_{side}", {"stops": abs(far_stops)}))

    positions, conflict = dict(now), None
    levers = {key: dict(stand) for key, stand in known.levers.items()}
    asked = off_stops
    if abs(off_stops) >= _worth_changing(word) and _is_paced(lead):
        said += _move_lever(lead, off_stops, levers, is_spoken_of=True)
        off_stops = room.lead_ev100(now, levers) - target
    planned = _from_test_frame(target, known, room, is_done=settled or is_unseen)
    if planned is not None:
        positions.update(planned.positions)
        said.append(planned.reason)
    elif abs(off_stops) >= (_worth_changing(word) if off_stops == asked else GOOD_ENOUGH_STOPS):
        moves, left = _share_out(off_stops, positions, room)
        said += _move_reasons(moves, now, room)
        if abs(left) > GOOD_ENOUGH_STOPS:
            said.append(_left_reason(left, has_moved=bool(moves)))
            conflict = _in_the_way(target, left, positions, room)
    taken = set(lead.answers_to)
    for part in room.parts[1:]:
        said += _bring_home(part, taken, known, positions, levers, room)
        taken.update(part.answers_to)

    moved = tuple(c for c in positions if positions[c].value != now[c].value)
    about = seen[0]
    was, goes = (room.ev100_of(about, *set_) for set_ in ((now, known.levers), (positions, levers)))
    moved_levers = tuple(key for key, stand in levers.items() if stand != known.levers[key])
    if not moved and not moved_levers:
        if conflict is None:
            said.append(Reason("keep_setting"))
        is_done = settled or conflict is None
        return Advice(now, (), 0.0, belief, tuple(said), is_done, conflict, far_stops, known.levers)
    if room.consequences is not None:
        said.extend(room.consequences(now, positions))
    if settled:
        said.append(Reason("settled", {"sigma_stops": belief.sigma_stops}))
    return Advice(
        positions,
        moved,
        was - goes,
        belief,
        tuple(said),
        settled,
        conflict,
        far_stops,
        levers,
        moved_levers,
    )


def _seen(off_stops: float, known: Known, room: Room) -> list[Reason]:
    """What the last take was judged to be, light by light."""
    sigma = known.beliefs[room.lead.key].sigma_stops
    quantities = {"stops": off_stops, "sigma_stops": sigma, "takes": known.takes}
    reasons = []
    for part in room.parts:
        word = known.words.get(part.key)
        if word is not None and len(room.parts) == 1:
            reasons.append(Reason(f"seen_{word}", quantities, "ordered_words"))
        elif word is not None:
            reasons.append(Reason(f"part_{word}", {"part": part.key}, "ordered_words"))
    if reasons or not known.has_reading:
        return reasons
    return [Reason("seen_histogram", quantities, "ordered_words")]


def _changed_light(known: Known, room: Room) -> list[Reason]:
    """That the light itself has moved since, where anybody would see it."""
    stops = known.changed_stops.get(room.lead.key, 0.0)
    if abs(stops) < GOOD_ENOUGH_STOPS:
        return []
    return [Reason("light_risen" if stops > 0 else "light_fallen", {"stops": abs(stops)})]


def _far(belief: Belief, known: Known, room: Room) -> float | None:
    """How far the lead light was found from its prediction, once that is known and far."""
    lead = room.lead
    off = belief.ev100 - lead.wanted_at(room.after_s)
    is_right = known.words.get(lead.key) == "right"
    is_known = is_right or belief.sigma_stops <= FAR_KNOWN_SIGMA_STOPS
    if lead.key not in known.spoken_of or lead.is_brought:
        return None
    return off if is_known and is_far(off, lead.sigma_stops) else None


def is_far(off_stops: float, sigma_stops: float) -> bool:
    """Whether a light that far from its prediction wants a cause: something was left unsaid."""
    return abs(off_stops) >= max(FAR_STOPS, FAR_SIGMAS * sigma_stops)


class _Planned(NamedTuple):
    positions: Positions
    reason: Reason


def _from_test_frame(
    target_ev100: float, known: Known, room: Room, *, is_done: bool
) -> _Planned | None:
    """After a test frame: the real setting once it is right, else the next test frame of it.

    None where what is set is no test frame, or where its dials end short of the change.
    """
    if room.real is None or not may_be_quick_frame(known.now, room.inside):
        return None
    real = room.real(target_ev100)
    if not is_quick_frame_of(known.now, real):
        return None
    if is_done:
        times = {"from_s": known.now["exposure_s"].value, "to_s": real["exposure_s"].value}
        isos = {"from_label": known.now["iso"].label, "to_label": real["iso"].label}
        return _Planned(real, Reason("test_becomes_real", {**times, **isos}))
    quick = quick_frame(real, room.dials)
    if quick is None or not is_quick_frame_of(quick.positions, real):
        return None
    off_stops = known.lead_ev100 - target_ev100
    change = known.lead_ev100 - room.lead_ev100(quick.positions, known.levers)
    if change * off_stops <= 0 or abs(change - off_stops) > GOOD_ENOUGH_STOPS:
        return None
    return _Planned(quick.positions, Reason("next_test_frame", {"stops": change}))


def _in_the_way(target_ev100: float, left: float, now: Positions, room: Room) -> Conflict | None:
    """Which limits, locks and dial ends keep the lead light from where it should be."""
    lead = replace(room.lead, ev100=target_ev100 + room.lead.placement_stops)
    held = {control: now[control].value for control in room.locked}
    return find_conflict(lead, room.dials, room.limits, now, held, -left)


def _left_reason(left: float, *, has_moved: bool) -> Reason:
    if has_moved:
        return Reason("change_left", {"stops": left})
    return Reason("no_room_left", {"stops": left})


def _bring_home(
    part: LightPart,
    taken: set[Control],
    known: Known,
    positions: dict[Control, DialValue],
    levers: dict[str, dict[str, float]],
    room: Room,
) -> list[Reason]:
    """Move a light by what moves it alone: where it is judged right, else where it was."""
    own = [c for c in lever_controls(part, taken) if c not in room.locked]
    before = known.now
    here = room.ev100_of(part, positions, levers)
    was = room.ev100_of(part, before, known.levers)
    off_stops = here - known.wanted_ev100(part, was)
    if abs(off_stops) < HALF_STEP_STOPS or _is_against(off_stops, part, known, room):
        return []
    if part.is_brought:
        return _move_lever(part, off_stops, levers, is_spoken_of=part.key in known.spoken_of)
    said = []
    for control in own:
        move = _moved(control, off_stops, positions, room)
        if move is None:
            continue
        positions[control] = move.position
        off_stops -= move.change_stops
        if control == "exposure_s":
            times = {"from_s": before[control].value, "to_s": move.position.value}
            code = "time_places_part" if part.key in known.spoken_of else "time_keeps_part"
            said.append(Reason(code, {"part": part.key, **times}))
        else:
            said.append(_change_reason(move, before[control]))
        if abs(off_stops) < HALF_STEP_STOPS:
            break
    return said


def _is_paced(lead: LightPart) -> bool:
    """Whether the light the picture is exposed for is given by its own lever more easily than by
    the aperture: fewer seconds, less power. A pace that was rehearsed stays."""
    return any(lever.key != "pace_m_s" and not lever.is_held for lever in lead.levers)


def _move_lever(
    part: LightPart, wanted_stops: float, levers: dict[str, dict[str, float]], *, is_spoken_of: bool
) -> list[Reason]:
    """Put a light's own lever where it makes it so much brighter, or to its end."""
    [lever] = part.levers
    stands = levers[part.key][lever.key]
    goes = lever.for_stops(lever.stops(stands) + wanted_stops)
    left = wanted_stops - lever.stops(goes) + lever.stops(stands)
    said = []
    if goes != stands:
        levers[part.key][lever.key] = goes
        code = f"lever_{lever.key}" if is_spoken_of else f"lever_keeps_{lever.key}"
        said.append(Reason(code, {"part": part.key, "from_value": stands, "to_value": goes}))
    if abs(left) > GOOD_ENOUGH_STOPS:
        said.append(Reason("lever_ends", {"part": part.key, "stops": abs(left)}))
    return said


def _is_against(off_stops: float, part: LightPart, known: Known, room: Room) -> bool:
    """Whether bringing home a light nobody spoke of goes against what was said of the lead: after
    "blown" nothing is lengthened, after "black" nothing shortened."""
    word = known.words.get(room.lead.key)
    unspoken = part.key not in known.spoken_of
    return unspoken and ((word == "blown" and off_stops > 0) or (word == "black" and off_stops < 0))


def _worth_changing(verdict: Verdict | None) -> float:
    """A word asks for something; without one nobody wants to hear of less than a third. [stops]"""
    return GOOD_ENOUGH_STOPS if verdict in (None, "right") else HALF_STEP_STOPS


class _Move(NamedTuple):
    """One control's share of a change."""

    control: Control
    position: DialValue
    change_stops: float


def _share_out(
    wanted_stops: float, positions: dict[Control, DialValue], room: Room
) -> tuple[list[_Move], float]:
    """Move controls in order until the change is made; the moves, and what is left of it."""
    order = room.toward_light if wanted_stops > 0 else room.toward_dark
    left, moves = wanted_stops, []
    for control in order:
        move = _moved(control, left, positions, room)
        if move is not None:
            positions[control] = move.position
            moves.append(move)
            left -= move.change_stops
        if abs(left) < HALF_STEP_STOPS:
            return moves, left
    if "nd_stops" in order and abs(left) > GOOD_ENOUGH_STOPS:
        return _by_coarse_glass(left, moves, positions, room)
    return moves, left


def _moved(control: Control, wanted_stops: float, positions: Positions, room: Room) -> _Move | None:
    """How far a control can go toward a change; glass, which is coarse, not past it."""
    inside = room.inside[control]
    here = room.dials[control].brightness(positions[control].value)
    position = inside.nearest_brightness(here + wanted_stops)
    if control == "nd_stops":
        most = abs(wanted_stops) + HALF_STEP_STOPS
        near = [p for p in inside.values if abs(-p.value - here) <= most]
        if not near:
            return None
        position = min(near, key=lambda p: abs(-p.value - here - wanted_stops))
    change = inside.brightness(position.value) - here
    return _Move(control, position, change) if change * wanted_stops > 0 else None


def _by_coarse_glass(
    left: float, moves: list[_Move], positions: dict[Control, DialValue], room: Room
) -> tuple[list[_Move], float]:
    """Where all else has ended: a filter more or less than needed, the finer controls giving back.

    Kept only where it comes nearer.
    """
    inside, here = room.inside["nd_stops"], -positions["nd_stops"].value
    onward = [p for p in inside.values if (-p.value - here) * left > 0]
    if not onward:
        return moves, left
    glass = min(onward, key=lambda p: abs(-p.value - here - left))
    change = -glass.value - here
    tried, over = dict(positions), left - change
    tried["nd_stops"] = glass
    more = [_Move("nd_stops", glass, change)]
    for control in room.toward_dark if over < 0 else room.toward_light:
        move = None if control == "nd_stops" else _moved(control, over, tried, room)
        if move is not None:
            tried[control] = move.position
            more.append(move)
            over -= move.change_stops
        if abs(over) < HALF_STEP_STOPS:
            break
    if abs(over) >= abs(left):
        return moves, left
    positions.update(tried)
    return [*moves, *more], over


def _move_reasons(moves: Sequence[_Move], before: Positions, room: Room) -> list[Reason]:
    """Each control once, from where it stood, and why this one came first."""
    found, last = [], {move.control: move for move in moves}
    for place, move in enumerate(last.values()):
        total = sum(m.change_stops for m in moves if m.control == move.control)
        found.append(_change_reason(move._replace(change_stops=total), before[move.control]))
        if place == 0:
            why = _why_first(move, room)
            found += [Reason(why)] if why else []
    return found


def _why_first(move: _Move, room: Room) -> str | None:
    if move.control == "nd_stops" and move.change_stops > 0:
        return "glass_first"
    if move.control == "iso":
        return "iso_first_down" if move.change_stops < 0 else "iso_last_up"
    return room.why_this_order if room.order and move.control == room.order[0] else None


def _change_reason(move: _Move, before: DialValue) -> Reason:
    control, after = move.control, move.position
    if control == "exposure_s":
        times = {"from_s": before.value, "to_s": after.value}
        return Reason("change_exposure_s", {"stops": move.change_stops, **times})
    labels = {"from_label": before.label, "to_label": after.label}
    return Reason(f"change_{control}", {"stops": move.change_stops, **labels})
