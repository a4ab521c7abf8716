"""What to set next: one change toward what is now believed right, light by light.

The lead light, the one the picture is exposed for, moves the shared control that costs least. A
light that does not answer to all of them has one of its own: so "the bursts are too bright, the
rest is fine" stops down and lengthens by the same stops, and "the rest is too bright, the bursts
are fine" only shortens. Handbook, section 2. A light nobody has judged is kept where the last
take had it. Dials are for the next setting only: what happened is read as it happened.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from patient_owl.core.advise.belief import Belief, JudgedTake, Verdict, belief_after, evidence_on
from patient_owl.core.exposure.dials import Control, Dial, DialValue
from patient_owl.core.exposure.settings import settings_on
from patient_owl.core.light.part import LightPart, lever_controls
from patient_owl.core.limits.limit import Limit, allowed
from patient_owl.core.reason import Reason

GOOD_ENOUGH_STOPS = 1 / 3  # nobody sees less than a third; common practice
SETTLED_SIGMA_STOPS = 0.35  # known this well, another test frame tells nothing worth its time

Positions = Mapping[Control, DialValue]


@dataclass(frozen=True)
class Advice:
    """The next setting and why.

    control: which one moves, None when nothing should. change_stops: brighter positive, of the
    lead light. belief: of the lead light, at the moment of the next take. is_settled: no more
    test frames.
    """

    positions: Positions
    control: Control | None
    change_stops: float
    belief: Belief
    reasons: tuple[Reason, ...]
    is_settled: bool = False


@dataclass(frozen=True)
class Room:
    """The lights, and where the next setting may move: dials, limits, controls by what they cost.

    order: cheapest first; a locked control is left out. why_this_order: code of the reason.
    consequences: what a change does besides brightness. after_s: the moment of the next take, from
    the shot's own. [s]
    """

    parts: tuple[LightPart, ...]
    dials: Mapping[Control, Dial]
    limits: Sequence[Limit] = ()
    order: Sequence[Control] = ("iso", "f_number", "exposure_s")
    why_this_order: str | None = None
    consequences: Callable[[Positions, Positions], tuple[Reason, ...]] | None = None
    locked: frozenset[Control] = frozenset()
    after_s: float = 0.0

    @property
    def lead(self) -> LightPart:
        return self.parts[0]

    def lead_ev100(self, positions: Positions) -> float:
        """The exposure value of positions by what the lead light answers to."""
        return settings_on(self.dials, positions).ev100_by(self.lead.answers_to)

    @cached_property
    def inside(self) -> Mapping[Control, Dial]:
        """The dials within every limit; where limits leave nothing, the dial itself."""
        return {c: allowed(dial, self.limits) or dial for c, dial in self.dials.items()}


@dataclass(frozen=True)
class Known:
    """What there is to decide on.

    now: what is set; lead_ev100: its exposure value by what the lead light answers to. beliefs:
    of each light by its key, about the next take. spoken_of: the lights there is evidence on.
    words: those of the last take, by light. takes: how many.
    """

    now: Positions
    lead_ev100: float
    beliefs: Mapping[str, Belief]
    spoken_of: frozenset[str]
    words: Mapping[str, Verdict]
    takes: int

    def setting(self, positions: Positions, room: "Room") -> "Known":
        """The same with something else set."""
        return replace(self, now=positions, lead_ev100=room.lead_ev100(positions))


def known_after(takes: Sequence[JudgedTake], room: Room) -> Known:
    """What at least one take, oldest first, leaves to decide on."""
    last, lead = takes[-1], room.lead
    evidence = {part.key: evidence_on(part, lead, takes) for part in room.parts}
    words = {part.key: last.word_for(part, lead) for part in room.parts}
    now = {c: dial.nearest(getattr(last.settings, c)) for c, dial in room.dials.items()}
    return Known(
        now=now,
        lead_ev100=room.lead_ev100(now),
        beliefs={p.key: belief_after(p, evidence[p.key], room.after_s) for p in room.parts},
        spoken_of=frozenset(key for key, found in evidence.items() if found),
        words={key: word for key, word in words.items() if word is not None},
        takes=len(takes),
    )


def nothing_known(now: Positions, room: Room) -> Known:
    """Before the first take."""
    return Known(now, room.lead_ev100(now), {}, frozenset(), {}, 0)


def next_setting(takes: Sequence[JudgedTake], room: Room) -> Advice:
    """The change from the last take that is now worth making.

    `takes`: at least one, oldest first.
    """
    return decide(known_after(takes, room), room)


def decide(known: Known, room: Room) -> Advice:
    """The change from what is set that is now worth making."""
    lead, now = room.lead, known.now
    belief = known.beliefs[lead.key]
    # a light nobody spoke of stays where it is
    wanted = known.lead_ev100 - belief.ev100 if lead.key in known.spoken_of else 0.0
    said = _seen(wanted, known, room)
    positions, control, change = dict(now), None, 0.0
    has_no_room = False
    if abs(wanted) >= _worth_changing(known.words.get(lead.key)):
        found = _first_move(room.order, wanted, now, room)
        has_no_room = found is None
        if found is not None:
            control, position, change = found
            positions[control] = position
            said.append(_change_reason(control, now[control], position, change))
            if room.why_this_order is not None and control == room.order[0]:
                said.append(Reason(room.why_this_order))
            if abs(wanted - change) > GOOD_ENOUGH_STOPS:
                said.append(Reason("change_left", {"stops": wanted - change}))
    taken = set(lead.answers_to)
    for part in room.parts[1:]:
        said += _bring_home(part, taken, known, positions, room)
        taken.update(part.answers_to)
    moved = control or next((c for c in positions if positions[c] != now[c]), None)
    settled = belief.sigma_stops <= SETTLED_SIGMA_STOPS
    if moved is None:
        said.append(Reason("no_room_left" if has_no_room else "keep_setting"))
        return Advice(now, None, 0.0, belief, tuple(said), settled or not has_no_room)
    if room.consequences is not None:
        said.extend(room.consequences(now, positions))
    if settled:
        said.append(Reason("settled", {"sigma_stops": belief.sigma_stops}))
    return Advice(positions, moved, change, belief, tuple(said), settled)


def _seen(wanted: float, known: Known, room: Room) -> list[Reason]:
    """What the last take was judged to be, light by light."""
    sigma = known.beliefs[room.lead.key].sigma_stops
    quantities = {"stops": wanted, "sigma_stops": sigma, "takes": known.takes}
    found = []
    for part in room.parts:
        word = known.words.get(part.key)
        if word is not None and len(room.parts) == 1:
            found.append(Reason(f"seen_{word}", quantities, "ordered_probit"))
        elif word is not None:
            found.append(Reason(f"part_{word}", {"part": part.key}, "ordered_probit"))
    return found or [Reason("seen_histogram", quantities, "ordered_probit")]


def _bring_home(
    part: LightPart,
    taken: set[Control],
    known: Known,
    positions: dict[Control, DialValue],
    room: Room,
) -> list[Reason]:
    """Move a light by what moves it alone: where it is judged right, else where it was."""
    own = [c for c in lever_controls(part, taken) if c not in room.locked]
    before, is_spoken_of = known.now, part.key in known.spoken_of
    here = settings_on(room.dials, positions).ev100_by(part.answers_to)
    was = settings_on(room.dials, before).ev100_by(part.answers_to)
    right = known.beliefs[part.key].ev100 if is_spoken_of else was
    wanted = here - right
    if abs(wanted) < GOOD_ENOUGH_STOPS / 2:
        return []
    found = _first_move(own, wanted, positions, room)
    if found is None:
        return []
    control, position, _ = found
    positions[control] = position
    times = {"from_s": before["exposure_s"].value, "to_s": positions["exposure_s"].value}
    code = "time_places_part" if is_spoken_of else "time_keeps_part"
    return [Reason(code, {"part": part.key, **times})]


def _worth_changing(verdict: Verdict | None) -> float:
    """Nobody who said "right" wants to hear of less than a third. [stops]"""
    return GOOD_ENOUGH_STOPS / (1 if verdict == "right" else 2)


def _change_reason(
    control: Control, before: DialValue, after: DialValue, change_stops: float
) -> Reason:
    if control == "exposure_s":
        times = {"from_s": before.value, "to_s": after.value}
        return Reason("change_exposure_s", {"stops": change_stops, **times})
    labels = {"from_label": before.label, "to_label": after.label}
    return Reason(f"change_{control}", {"stops": change_stops, **labels})


def _first_move(
    order: Sequence[Control], wanted_stops: float, now: Positions, room: Room
) -> tuple[Control, DialValue, float] | None:
    """The first control with room toward the wanted change, where it goes, and by how much."""
    for control in order:
        inside = room.inside[control]
        here = inside.brightness(now[control].value)
        position = inside.nearest_brightness(here + wanted_stops)
        change = inside.brightness(position.value) - here
        if change * wanted_stops > 0:
            return control, position, change
    return None
