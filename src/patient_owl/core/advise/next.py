"""What to set next: the setting that the judge would take for what is now believed of every light.

Each light that was spoken of is where the words and pictures put it; one that nobody has judged is
kept where the last take had it. To turn a control in the dark costs a little, so few of them move.
Dials are for the next setting only: what happened is read as it happened.

A test frame is evidence, not a goal: once it is right the answer is the real setting.
"""

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import NamedTuple

from patient_owl.core.advise.belief import (
    LEAST_STEPS_STOPS,
    UNLEARNED,
    Belief,
    JudgedTake,
    Sharpness,
    Verdict,
    belief_after,
    evidence_on,
    word_that_counts,
)
from patient_owl.core.exposure.dials import Control, Dial, DialValue
from patient_owl.core.exposure.ladder import (
    QUICK_S,
    is_quick_frame_of,
    may_be_quick_frame,
    quick_frame,
)
from patient_owl.core.exposure.settings import Positions, Settings, positions_near, settings_on
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.judge.choose import Landing, Solution, choose, choose_each, solution_at
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.ways import Conflict, conflicts
from patient_owl.core.light.part import WHOLE, Levers, LightPart, asked_of
from patient_owl.core.light.thirds import GOOD_ENOUGH_STOPS, HALF_STEP_STOPS
from patient_owl.core.limits.limit import allowed
from patient_owl.core.reason import Reason

# After "right" one light in twenty may be further off than two thirds; beyond that it is worth
# saying what it costs to be sure. Common practice.
UNSURE_SHARE = 0.05
SURE_STOPS = 2 / 3  # of the bracket that settles it: as far as "right" reaches
# A frame that lasts longer than this is not made on a guess worse than that. Common practice.
LONG_S, GUESS_SIGMA_STOPS = 30.0, 2 / 3
SETTLED_SIGMA_STOPS = 0.35  # known this well, another test frame tells nothing worth its time

# A prediction that far off, and that far outside its own ±, has a cause somebody can name.
FAR_STOPS, FAR_SIGMAS = 3.0, 2.0
FAR_KNOWN_SIGMA_STOPS = 1.5  # known less well nobody is asked yet


KEPT, CHECK = "kept_stands", "check_first"


@dataclass(frozen=True)
class Advice:
    """The next setting and why.

    moved: the controls that move, none when nothing should. change_stops: brighter positive, of
    the first light the take shows. belief: of the lead light, at the moment of the next take.
    is_settled: no more test frames. far_stops: how far the lead light was found from its
    prediction, where that wants a cause. levers: where those of the lights that are brought go, by
    light and lever; moved_levers: the lights whose levers move. solution: how the judge put it,
    where it was asked.
    """

    positions: Positions
    moved: tuple[Control, ...]
    change_stops: float
    belief: Belief
    reasons: tuple[Reason, ...]
    is_settled: bool = False
    far_stops: float | None = None
    levers: Levers = field(default_factory=dict)
    moved_levers: tuple[str, ...] = ()
    solution: Solution | None = field(default=None, compare=False, repr=False)

    @property
    def changes(self) -> bool:
        """Whether anything is to be set otherwise."""
        return bool(self.moved or self.moved_levers)

    @property
    def is_kept(self) -> bool:
        """Whether it is the setting of a picture somebody keeps."""
        return any(reason.code == KEPT for reason in self.reasons)

    @cached_property
    def conflicts(self) -> tuple[Conflict, ...]:
        """What is in the way of the rest."""
        return () if self.solution is None else conflicts(self.solution)


@dataclass(frozen=True)
class Room:
    """Where the next setting may move.

    demands: those of the plan, its lights as predicted at the shot's own moment. has_tests:
    whether a quick frame may have stood for the real one. consequences: what a change does besides
    brightness. after_s: the moment of the next take, from the shot's own. [s] sharpness: how
    sharply this photographer's words are meant.
    """

    demands: Demands
    has_tests: bool = False
    consequences: Callable[[Positions, Positions], tuple[Reason, ...]] | None = None
    after_s: float = 0.0
    sharpness: Sharpness = UNLEARNED

    @property
    def parts(self) -> tuple[LightPart, ...]:
        return self.demands.parts

    @property
    def lead(self) -> LightPart:
        return self.demands.lead

    @property
    def dials(self) -> Mapping[Control, Dial]:
        return self.demands.dials

    def stands(self, positions: Positions, levers: Levers) -> Mapping[str, float]:
        """The exposure value of positions and levers as each light sees it, by its key."""
        return self.stands_with(settings_on(self.dials, positions), levers)

    def stands_with(self, settings: Settings, levers: Levers) -> Mapping[str, float]:
        """`stands` of settings."""
        return {p.key: p.ev100_set(settings, levers.get(p.key, {})) for p in self.parts}

    def ev100_of(self, part: LightPart, positions: Positions, levers: Levers) -> float:
        """The exposure value of positions and levers as a light sees it."""
        return part.ev100_set(settings_on(self.dials, positions), levers.get(part.key, {}))

    def shown(self, positions: Positions) -> tuple[LightPart, ...]:
        """The lights that a frame with such a setting shows: in a quick frame nobody writes, paints
        or flashes, so it tells of those alone that answer to time."""
        lasting = tuple(part for part in self.parts if "exposure_s" in part.answers_to)
        if len(lasting) in (0, len(self.parts)):
            return self.parts
        return lasting if self.is_test(positions) else self.parts

    def is_test(self, positions: Positions) -> bool:
        """Whether a frame with such a setting stands for the real one: once it is right that is
        set."""
        if not self.has_tests or not may_be_quick_frame(positions, self.inside):
            return False
        return is_quick_frame_of(positions, self.predicted)

    def stays_when_right(self, positions: Positions) -> bool:
        """Whether nothing else is set once a frame with such a setting is right: not where it
        stands for another that takes in as much."""
        if not self.has_tests or not may_be_quick_frame(positions, self.inside):
            return True
        stands = self.stands(positions, self.planned_levers(positions))
        parts = tuple(p.being(stands[p.key] + p.placement_stops) for p in self.wished)
        return not is_quick_frame_of(positions, choose(self.demands.under(parts)).positions)

    @cached_property
    def wished(self) -> tuple[LightPart, ...]:
        """The lights once somebody is out: what is seen there is wanted."""
        return tuple(replace(part, is_said=True) for part in self.parts)

    @cached_property
    def predicted(self) -> Positions:
        """The real setting for the lights as they are predicted."""
        moved = (p.being(p.ev100 + p.moved(0.0, self.after_s)) for p in self.parts)
        return choose(self.demands.under(tuple(moved))).positions

    def asked(self, positions: Positions) -> list[str]:
        """What a word may be about, said over a frame with such a setting."""
        return asked_of(self.parts, self.shown(positions))

    def planned_levers(self, positions: Positions) -> Levers:
        """Where the levers of all lights are planned to stand with some positions."""
        settings = settings_on(self.dials, positions)
        return {part.key: part.levers_for(settings) for part in self.parts if part.is_brought}

    @cached_property
    def inside(self) -> Mapping[Control, Dial]:
        """The dials within every limit; where limits leave nothing, the dial itself."""
        return {c: allowed(dial, self.demands.limits) or dial for c, dial in self.dials.items()}

    def from_here(self, now: Positions) -> Demands:
        """What is asked of the next setting: what was locked stays where it stands."""
        locked = self.demands.hold.locked
        follow = self.demands.hold.follow
        hold = Hold({c: now[c].value for c in locked}, locked, follow)
        return replace(self.demands, hold=hold, now=now, at_s=self.after_s)


class Early(NamedTuple):
    """A frame that was closed before its time. stands: the exposure value of what was made, by
    light; open_s of set_s."""

    stands: Mapping[str, float]
    open_s: float
    set_s: float


@dataclass(frozen=True)
class Known:
    """What there is to decide on.

    here: what is asked of the next setting, from what is set now; stands: its exposure value as
    each light sees it, by its key. beliefs: of each light by its key, about the next take.
    spoken_of: the lights there is evidence on. words: those of the last take, by light. takes: how
    many. spots: where the last was read, by light. changed_stops: how much brighter each light
    is predicted to be at the next take than it was at the last. levers: where those of the lights
    that are brought stand. early: where the last was closed before its time. was_right:
    whether the lead was called right before: nobody is offered to be sure twice.
    """

    here: Demands
    stands: Mapping[str, float]
    beliefs: Mapping[str, Belief]
    spoken_of: frozenset[str]
    words: Mapping[str, Verdict]
    takes: int
    spots: Mapping[str, Spot] = field(default_factory=dict)
    changed_stops: Mapping[str, float] = field(default_factory=dict)
    levers: Levers = field(default_factory=dict)
    early: Early | None = None
    was_right: bool = False

    @property
    def made(self) -> Mapping[str, float]:
        """What the last frame was, as each light sees it: what was set, unless it was closed
        early."""
        return self.stands if self.early is None else self.early.stands

    @property
    def now(self) -> Positions:
        """What is set."""
        return self.here.now

    def setting(self, positions: Positions, room: "Room", levers: Levers | None = None) -> "Known":
        """The same with something else set; levers as planned for it where nobody says."""
        put = room.planned_levers(positions) if levers is None else levers
        stands = room.stands(positions, put)
        here = room.from_here(positions)
        return replace(self, here=here, levers=put, stands=stands, early=None)

    def wanted_ev100(self, part: LightPart) -> float:
        """What its controls are to make; one nobody spoke of is kept where it was."""
        if part.key in self.spoken_of:
            return self.beliefs[part.key].ev100
        return self.stands[part.key] + self.changed_stops.get(part.key, 0.0)


def known_after(takes: Sequence[JudgedTake], room: Room) -> Known:
    """What at least one take, oldest first, leaves to decide on."""
    last = takes[-1]
    evidence = {part.key: evidence_on(part, takes) for part in room.parts}
    words = {part.key: word_that_counts(part, last) for part in room.parts}
    now = positions_near(room.dials, last.as_set)
    levers = {p.key: last.levers_of(p) for p in room.parts if p.is_brought}
    return Known(
        here=room.from_here(now),
        levers=levers,
        stands=room.stands(now, levers),
        early=_early(last, room, levers),
        was_right=any(take.word_for(room.lead) == "right" for take in takes[:-1]),
        beliefs={
            p.key: belief_after(p, evidence[p.key], room.after_s, room.sharpness)
            for p in room.parts
        },
        spoken_of=frozenset(key for key, found in evidence.items() if found),
        words={key: word for key, word in words.items() if word is not None},
        takes=len(takes),
        spots=_spots_of(last, room),
        changed_stops={p.key: p.moved(last.after_s, room.after_s) for p in room.parts},
    )


def _early(take: JudgedTake, room: Room, levers: Levers) -> "Early | None":
    if take.set_exposure_s is None:
        return None
    return early_of(take.as_set, take.settings, room, levers)


def early_of(as_set: Settings, made: Settings, room: Room, levers: Levers) -> "Early":
    """A frame that was set so and closed sooner."""
    return Early(room.stands_with(made, levers), made.exposure_s, as_set.exposure_s)


def _spots_of(take: JudgedTake, room: Room) -> Mapping[str, Spot]:
    spots = {part.key: take.spot_of(part) for part in room.parts}
    return {key: spot for key, spot in spots.items() if spot is not None}


def nothing_known(now: Positions, room: Room) -> Known:
    """Before the first take."""
    levers = room.planned_levers(now)
    beliefs = {p.key: belief_after(p, (), room.after_s, room.sharpness) for p in room.parts}
    here, stands = room.from_here(now), room.stands(now, levers)
    return Known(here, stands, beliefs, frozenset(), {}, 0, levers=levers)


def next_setting(takes: Sequence[JudgedTake], room: Room) -> Advice:
    """The change from the last take that is now worth making.

    `takes`: at least one, oldest first. The latest that is kept is final: what was said since
    changes nothing, only the light itself does. Neither does "right" over what "right" has led to.
    """
    known = known_after(takes, room)
    kept = last_kept(takes, room)
    if kept is not None:
        return kept_setting(takes, kept, room, known.now, known.levers)
    confirmed = _confirmed(takes, room)
    if confirmed == len(takes) - 1:
        return decide(known, room)
    advice = decide(known_after(takes[: confirmed + 1], room), room)
    seen = (*_seen(0.0, known, room), *_changed_light(known, room))
    advice = _turned(advice, known.now, known.levers, room, seen)
    # it is known as well as the last frame says
    belief = replace(known.beliefs[room.lead.key], ev100=advice.belief.ev100)
    return replace(advice, belief=belief)


def is_right(take: JudgedTake, room: Room) -> bool:
    """Whether a frame was called right, every light of it, and its setting stands."""
    if take.spots or take.scene_changed or take.set_exposure_s is not None:
        return False
    positions = positions_near(room.dials, take.settings)
    words = [take.word_for(part) for part in room.shown(positions)]
    return all(word == "right" for word in words) and room.stays_when_right(positions)


def _confirmed(takes: Sequence[JudgedTake], room: Room) -> int:
    """The place of the take that the last confirms: called right, over what an earlier right has
    led to as the light moved. Its own where it says something new."""
    first = len(takes) - 1
    while first > 0 and is_right(takes[first], room) and is_right(takes[first - 1], room):
        first -= 1
    for place in range(first + 1, len(takes)):
        take = takes[place]
        there = replace(room, after_s=take.after_s)
        if take.after_s == takes[first].after_s or not _led_to(takes[: first + 1], take, there):
            first = place
    return first


def _led_to(takes: Sequence[JudgedTake], take: JudgedTake, room: Room) -> bool:
    """Whether a take was made with what those before it had led to."""
    advice = decide(known_after(takes, room), room)
    levers = {part.key: take.levers_of(part) for part in room.parts if part.is_brought}
    is_set = positions_near(room.dials, take.settings) == advice.positions
    return is_set and levers == advice.levers


def last_kept(takes: Sequence[JudgedTake], room: Room) -> int | None:
    """The place of the latest take whose setting is final: a test frame's never is, nor one before
    somebody changed a light."""
    for place in range(len(takes) - 1, -1, -1):
        take = takes[place]
        if any(later.scene_changed for later in takes[place + 1 :]):
            return None
        if not take.is_kept:
            continue
        if not room.is_test(positions_near(room.dials, take.settings)):
            return place
    return None


def kept_setting(
    takes: Sequence[JudgedTake], kept: int, room: Room, now: Positions, levers: Levers
) -> Advice:
    """The setting of the kept take, carried along the light's own course, from where things stand
    now."""
    final = replace(takes[kept], verdicts={WHOLE: "right"})
    as_it_is = replace(room, has_tests=False)
    known = known_after([*takes[:kept], final], as_it_is)
    said = (Reason(KEPT), *_changed_light(known, room))
    return _turned(decide(known, as_it_is), now, levers, room, said)


def _turned(
    advice: Advice, now: Positions, levers: Levers, room: Room, reasons: tuple[Reason, ...]
) -> Advice:
    """A setting that stands, with what is to be turned to it from where things stand now."""
    positions, put = advice.positions, advice.levers
    was, goes = room.stands(now, levers), room.stands(positions, put)
    moved = tuple(c for c in positions if positions[c].value != now[c].value)
    moved_levers = tuple(key for key in put if put[key] != levers.get(key))
    stays = () if moved or moved_levers else (Reason("keep_setting"),)
    return replace(
        advice,
        moved=moved,
        moved_levers=moved_levers,
        change_stops=was[room.lead.key] - goes[room.lead.key],
        reasons=(*reasons, *stays),
        is_settled=True,
    )


def decide(known: Known, room: Room) -> Advice:
    """The change from what is set that is now worth making."""
    return decide_each([known], room)[0]


def decide_each(all_known: Sequence[Known], room: Room) -> list[Advice]:
    """`decide` for all that may become known over one and the same setting, in one go."""
    return [_advice(*choice) for choice in _choices(all_known, room)]


def settings_each(all_known: Sequence[Known], room: Room) -> list[tuple[Positions, Levers]]:
    """What `decide_each` comes to, without the reasons."""
    settings = []
    for look, planned, chosen in _choices(all_known, room):
        solution = planned.solution if planned else chosen
        positions, levers = look.known.now, look.known.levers
        if solution is not None:
            positions, levers = solution.positions, _levers(solution, look.known)
        settings.append((positions, levers))
    return settings


def _choices(
    all_known: Sequence[Known], room: Room
) -> "list[tuple[_Look, _Planned | None, Solution | None]]":
    """What the judge takes for each: as planned from a test frame, from here, or nothing new."""
    shown = room.shown(all_known[0].now)
    looks = [_look(known, room, shown) for known in all_known]
    planned = dict(_from_test_frame(looks, room))
    going = [look for look in looks if look not in planned and look.is_off]
    chosen: dict[_Look, Solution] = {}
    for count in {len(look.moving) for look in going}:
        same = [look for look in going if len(look.moving) == count]
        chosen |= zip(same, choose_each(same[0].known.here, [x.moving for x in same]), strict=True)
    for look, real in chosen.items():
        if (check := _check_frame(look, real)) is not None:
            planned[look] = check
    return [(look, planned.get(look), chosen.get(look)) for look in looks]


@dataclass(frozen=True, eq=False)
class _Look:
    """What is known, as the next setting is asked for.

    shown: the lights the last frame shows; parts: each as it is now believed to be; moving: those
    that are to stay or to be mended. off_stops: how far the lead was from where it is wanted,
    brighter positive. is_off: whether any light is further off than what is worth a move.
    is_unseen: whether the frame was a first look at the rest, without what is performed.
    """

    known: Known
    room: Room
    belief: Belief
    shown: tuple[LightPart, ...]
    parts: tuple[LightPart, ...]
    moving: tuple[LightPart, ...]
    off_stops: float
    is_off: bool
    is_settled: bool
    is_unseen: bool


def _look(known: Known, room: Room, shown: tuple[LightPart, ...]) -> _Look:
    key, is_unseen = room.lead.key, room.lead not in shown
    belief = known.beliefs[key]
    parts = tuple(_believed(part, known, room, is_unseen=is_unseen) for part in room.wished)
    return _Look(
        known,
        room,
        belief,
        shown,
        parts,
        _kept(parts, known),
        0.0 if is_unseen else known.stands[key] - parts[0].wanted_ev100,
        any(_is_off(part, known) for part in parts),
        all(_is_known(part.key, known) for part in room.parts if part.key in {key, *known.words}),
        is_unseen,
    )


def _is_known(key: str, known: Known) -> bool:
    """Whether another test frame would tell nothing of a light that is worth its time."""
    is_near = known.beliefs[key].sigma_stops <= SETTLED_SIGMA_STOPS
    return is_near or (known.words.get(key) == "right" and key not in known.spots)


def _believed(part: LightPart, known: Known, room: Room, *, is_unseen: bool) -> LightPart:
    """A light as it is now believed to be; one nobody spoke of is wanted where it was."""
    is_predicted = part.key == room.lead.key and is_unseen
    wanted = known.beliefs[part.key].ev100 if is_predicted else known.wanted_ev100(part)
    return part.being(wanted + part.placement_stops)


def _kept(parts: tuple[LightPart, ...], known: Known) -> tuple[LightPart, ...]:
    """The lights that are to stay or to be mended: where the lead was seen black or blown, what
    stands there and nobody spoke of may go along."""
    lead = parts[0]
    if known.words.get(lead.key) not in ("black", "blown"):
        return parts
    return tuple(p for p in parts if p is lead or p.is_brought or p.key in known.spoken_of)


def _advice(look: _Look, planned: "_Planned | None", chosen: Solution | None) -> Advice:
    """What to set and why, once it is chosen."""
    known, room = look.known, look.room
    now, solution = known.now, planned.solution if planned else chosen
    said = [*_seen(look.off_stops, known, room), *_changed_light(known, room)]
    if known.early is not None:
        times = {"open_s": known.early.open_s, "set_s": known.early.set_s}
        said.append(Reason("closed_early", times))
    far_stops = _far(look.belief, known, room)
    if far_stops is not None:
        side = "brighter" if far_stops > 0 else "darker"
        said.append(Reason(f"far_{side}", {"stops": abs(far_stops)}))
    positions, levers, goes = now, known.levers, known.stands
    if solution is not None:
        positions, levers = solution.positions, _levers(solution, known)
        goes = room.stands_with(solution.settings, levers)
        said += [planned.reason] if planned else _move_reasons(solution, now, room, known)
        said += _lever_reasons(solution, levers, known)
    brighter = {key: was - goes[key] for key, was in known.made.items()}
    is_check = planned is not None and planned.reason.code == CHECK
    # of a frame that only looks nothing is left to be wished for
    left = [] if solution is None or is_check else _left_reasons(solution, brighter, known, room)
    said += left

    moved = tuple(c for c in positions if positions[c].value != now[c].value)
    moved_levers = tuple(key for key, stand in levers.items() if stand != known.levers[key])
    is_left = bool(left) or (solution is not None and not is_check and _is_left(solution))
    is_moved, is_done = bool(moved or moved_levers), look.is_settled
    if is_moved and room.consequences is not None:
        said.extend(room.consequences(now, positions))
    if is_moved and is_done:
        keys = {room.lead.key, *known.words}
        said.append(Reason("settled", {"sigma_stops": _sigma_of(keys, known)}))
    if not is_moved and not is_left:
        said.append(Reason("keep_setting"))
        is_done = True
        said += _unsure(known, room, positions)
    return Advice(
        positions,
        moved,
        brighter[look.shown[0].key] if is_moved else 0.0,
        look.belief,
        tuple(said),
        is_done,
        far_stops,
        levers if is_moved else known.levers,
        moved_levers,
        solution,
    )


def _unsure(known: Known, room: Room, positions: Positions) -> list[Reason]:
    """What it costs to be sure, where "right" was said and the light may well be further off."""
    lead = room.lead
    if known.words.get(lead.key) != "right" or lead.key in known.spots:
        return []
    if known.beliefs[lead.key].far_share <= UNSURE_SHARE or known.was_right:
        return []
    frames_s = positions["exposure_s"].value * (2.0**-SURE_STOPS + 2.0**SURE_STOPS)
    return [Reason("be_sure", {"stops": SURE_STOPS, "lasts_s": frames_s})]


def _sigma_of(keys: Collection[str], known: Known) -> float:
    """How well the least known of some lights is known. [stops]"""
    return max(known.beliefs[key].sigma_stops for key in keys)


def _is_off(part: LightPart, known: Known) -> bool:
    """Whether a light is further off than what its word, or its own change, makes worth a move."""
    off = known.stands[part.key] - part.wanted_ev100
    return abs(off) >= _worth_changing(known.words.get(part.key)) - 1e-9


def _levers(solution: Solution, known: Known) -> Levers:
    """Where levers go; one that would hardly move stays."""
    levers = {}
    for landing in solution.landings:
        for lever in landing.part.levers:
            stands, goes = known.levers[landing.part.key][lever.key], landing.levers[lever.key]
            is_moved = abs(lever.stops(goes) - lever.stops(stands)) >= HALF_STEP_STOPS
            levers[landing.part.key] = {lever.key: goes if is_moved else stands}
    return levers


def _seen(off_stops: float, known: Known, room: Room) -> list[Reason]:
    """What the last take was judged to be, or read as, light by light."""
    sigma = known.beliefs[room.lead.key].sigma_stops
    quantities = {"stops": off_stops, "sigma_stops": sigma, "takes": known.takes}
    reasons = []
    for part in room.parts:
        word, spot = known.words.get(part.key), known.spots.get(part.key)
        if spot is not None:
            reasons.append(_read_reason(part, spot, is_only=len(room.parts) == 1))
        if word is not None and len(room.parts) == 1:
            reasons.append(Reason(f"seen_{word}", quantities, "ordered_words"))
        elif word is not None:
            reasons.append(Reason(f"part_{word}", {"part": part.key}, "ordered_words"))
    return reasons


def _read_reason(part: LightPart, spot: Spot, *, is_only: bool) -> Reason:
    """Where a light was read, against where it should be."""
    off = spot.stops - part.placement_stops
    side = spot.end or ("near" if abs(off) < HALF_STEP_STOPS else "over" if off > 0 else "under")
    about: dict[str, float | str] = {} if is_only else {"part": part.key}
    figures = {"stops": abs(off), "sigma_stops": spot.sigma_stops}
    return Reason(f"{'seen' if is_only else 'part'}_read_{side}", {**about, **figures})


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
    solution: Solution
    reason: Reason


def _from_test_frame(looks: Sequence[_Look], room: Room) -> Iterator[tuple[_Look, _Planned]]:
    """After a test frame: the real setting once it is right, else the next test frame of it.

    Nothing where what is set is no test frame, or where its dials end short of the change.
    """
    now = looks[0].known.now
    if not room.has_tests or not may_be_quick_frame(now, room.inside):
        return
    reals = choose_each(room.demands, [look.parts for look in looks])
    for look, real in zip(looks, reals, strict=True):
        if not is_quick_frame_of(now, real.positions):
            continue
        if look.is_settled or look.is_unseen:
            then = real.positions
            times = {"from_s": now["exposure_s"].value, "to_s": then["exposure_s"].value}
            isos = {"from_label": now["iso"].label, "to_label": then["iso"].label}
            yield look, _Planned(real, Reason("test_becomes_real", {**times, **isos}))
        elif (next_test := _next_test_frame(look, real)) is not None:
            yield look, next_test


def _check_frame(look: _Look, real: Solution) -> _Planned | None:
    """Minutes are not spent on a guess: a quick frame that stands for the real one comes first."""
    room, long_s = look.room, real.positions["exposure_s"].value
    is_guess = look.belief.sigma_stops > GUESS_SIGMA_STOPS and not look.is_settled
    if not (room.has_tests and is_guess and long_s > LONG_S):
        return None
    rung = quick_frame(real.positions, room.dials)
    if rung is None:
        return None
    # where ISO ends before it is quick, a darker one still tells, as long as it goes that way
    quickest = min(rung.positions["exposure_s"].value, QUICK_S)
    quick = {**rung.positions, "exposure_s": room.dials["exposure_s"].nearest(quickest)}
    goes = look.known.made[room.lead.key] - room.ev100_of(room.lead, quick, look.known.levers)
    is_forward = goes * look.off_stops > 0 and abs(goes) >= GUESS_SIGMA_STOPS
    if not is_quick_frame_of(quick, real.positions) or not is_forward:
        return None
    locked = real.demands.hold.locked
    if room.lead not in room.shown(quick) or any(quick[c] != real.positions[c] for c in locked):
        return None
    landed = solution_at(real.demands, quick)
    return _Planned(landed, Reason(CHECK, {"long_s": long_s}))


def _next_test_frame(look: _Look, real: Solution) -> _Planned | None:
    known, room = look.known, look.room
    quick = quick_frame(real.positions, room.dials)
    if quick is None or not is_quick_frame_of(quick.positions, real.positions):
        return None
    was = known.stands[room.lead.key]
    change = was - room.ev100_of(room.lead, quick.positions, known.levers)
    if change * look.off_stops <= 0 or abs(change - look.off_stops) > GOOD_ENOUGH_STOPS:
        return None
    landed = solution_at(real.demands, quick.positions)
    return _Planned(landed, Reason("next_test_frame", {"stops": change}))


def _is_left(solution: Solution) -> bool:
    return abs(solution.miss_stops) > GOOD_ENOUGH_STOPS


def _left_reasons(
    solution: Solution, all_brighter: Mapping[str, float], known: Known, room: Room
) -> list[Reason]:
    """What no setting gives: of every light that was spoken of and does not go as its word has it,
    what stands against that. all_brighter: by how much each goes. [stops]"""
    said = []
    for part, landing in _landings(solution, room):
        word = known.words.get(part.key)
        brighter = all_brighter[part.key]
        side = 0 if word is None else LEAST_STEPS_STOPS[word]
        followed_stops = brighter if side > 0 else -brighter
        is_near = abs(landing.miss_stops) <= GOOD_ENOUGH_STOPS
        is_met = followed_stops >= HALF_STEP_STOPS - 1e-9 and is_near
        if part is room.lead and (_is_left(solution) or (side and not is_met)):
            code = "change_left" if abs(brighter) > HALF_STEP_STOPS else "no_room_left"
            said.append(Reason(code, {"stops": -landing.miss_stops}))
        elif word == "right" and abs(brighter) > HALF_STEP_STOPS:
            said.append(Reason("part_moves", {"part": part.key, "stops": brighter}))
        elif side and not is_met:
            code = "lever_ends" if part.is_brought else "part_left"
            stops = abs(landing.miss_stops) if part.is_brought else -landing.miss_stops
            said.append(Reason(code, {"part": part.key, "stops": stops}))
    return said


def _landings(solution: Solution, room: Room) -> list[tuple[LightPart, Landing]]:
    """Each light as it was predicted, with where it lands."""
    parts = {part.key: part for part in room.parts}
    return [(parts[landing.part.key], landing) for landing in solution.landings]


def _move_reasons(solution: Solution, now: Positions, room: Room, known: Known) -> list[Reason]:
    """Each control that moves, from where it stood, and why the first of them does."""
    said: list[Reason] = []
    for control in MOVED_ORDER:
        before, after = now[control], solution.positions[control]
        if before.value == after.value:
            continue
        dial = room.dials[control]
        change = dial.brightness(after.value) - dial.brightness(before.value)
        is_first = not said
        if control == "exposure_s" and control not in room.lead.answers_to:
            said += _time_for_another(before, after, room, known)
        else:
            said.append(_change_reason(control, before, after, change))
        if is_first:
            said.append(Reason(_why(control, change)))
    return said


# Glass first, then what gathers light, gain last.
MOVED_ORDER: tuple[Control, ...] = ("nd_stops", "exposure_s", "f_number", "iso")


def _why(control: Control, change_stops: float) -> str:
    """Why a control is the first to move, by what the judge pays for each."""
    return f"first_{control}_{'up' if change_stops > 0 else 'down'}"


def _time_for_another(
    before: DialValue, after: DialValue, room: Room, known: Known
) -> list[Reason]:
    """Time that serves another light than the one the picture is exposed for."""
    times = {"from_s": before.value, "to_s": after.value}
    lasting = (part for part in room.parts[1:] if "exposure_s" in part.answers_to)
    part = next((p for p in lasting if not p.is_brought), None)
    if part is None:
        return [Reason("change_exposure_s", {"stops": 0.0, **times})]
    code = "time_places_part" if part.key in known.spoken_of else "time_keeps_part"
    return [Reason(code, {"part": part.key, **times})]


def _change_reason(
    control: Control, before: DialValue, after: DialValue, change_stops: float
) -> Reason:
    if control == "exposure_s":
        times = {"from_s": before.value, "to_s": after.value}
        return Reason("change_exposure_s", {"stops": change_stops, **times})
    labels = {"from_label": before.label, "to_label": after.label}
    return Reason(f"change_{control}", {"stops": change_stops, **labels})


def _lever_reasons(solution: Solution, levers: Levers, known: Known) -> list[Reason]:
    """Each light whose own lever moves."""
    said = []
    for landing in solution.landings:
        key = landing.part.key
        for lever in landing.part.levers:
            stands, goes = known.levers[key][lever.key], levers[key][lever.key]
            if goes == stands:
                continue
            code = f"lever_{lever.key}" if key in known.spoken_of else f"lever_keeps_{lever.key}"
            said.append(Reason(code, {"part": key, "from_value": stands, "to_value": goes}))
    return said


def _worth_changing(verdict: Verdict | None) -> float:
    """A word asks for something; without one nobody wants to hear of less than a third. [stops]"""
    return GOOD_ENOUGH_STOPS if verdict in (None, "right") else HALF_STEP_STOPS
