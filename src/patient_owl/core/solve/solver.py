"""Put the controls on dial values: some held by the photographer, one following.

The photographer's word goes first: a held control stays even outside a limit, and the plan
says so. The shared controls serve the lead part, the light the picture is exposed for: those
nobody holds start where the recipe wants them; the one that follows is moved until the lead
lands where it is wanted, and when its dial or its limits end, the other free ones help. Then
each other light is brought home by levers of its own: a shared control the lights before it do
not answer to, then its private ones. What no setting can meet is explained in `conflict.py`.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.light.part import LightPart, lever_controls
from patient_owl.core.limits.limit import Limit, allowed, is_time_capped
from patient_owl.core.solve.conflict import Conflict, find_conflict, find_part_conflict

# Who follows when the follower itself is moved: ISO costs least, then time, then aperture.
FOLLOW_ORDER: tuple[Control, ...] = ("iso", "exposure_s", "f_number")
# Who helps when the follower is at its end. Against light: what costs least first, and a filter
# before the aperture. Against the dark: light gathered wins over gain, so the aperture opens
# (as far as depth allows) before ISO rises, whoever follows. Common practice.
AGAINST_LIGHT: tuple[Control, ...] = ("iso", "exposure_s", "f_number")
AGAINST_DARK: tuple[Control, ...] = ("nd_stops", "f_number", "iso", "exposure_s")
# Where the picture says how long is too long, time up to there is light for nothing.
AGAINST_DARK_CAPPED: tuple[Control, ...] = ("nd_stops", "f_number", "exposure_s", "iso")
WITHIN_STOPS = 1 / 6  # half a step of a thirds dial: no dial comes nearer
COUNTED_STOPS = 0.21  # half the widest step of the times that are counted: 3 to 4 min


@dataclass(frozen=True)
class Choice:
    """What the photographer decided.

    held: controls set by hand, exact dial values. locked: held ones that must not follow
    either. follow: the control that keeps the brightness; None when all are locked.
    """

    held: Mapping[Control, float]
    locked: frozenset[Control] = frozenset()
    follow: Control | None = "iso"

    def __post_init__(self) -> None:
        if self.follow in self.locked:
            raise WrongValue("follow", "a control that is not locked", self.follow)

    def moved(
        self, control: Control, value: float, answering: Sequence[Control] = CONTROLS
    ) -> "Choice":
        """The photographer moves one control by hand.

        Moving the follower hands the following to the next control that is free and that the
        lead light answers to.
        """
        if control in self.locked:
            raise WrongValue("move", "a control that is not locked", control)
        held = {**self.held, control: value}
        follow = self.follow
        if control == follow:
            out = {control, *self.locked}
            follow = next((c for c in FOLLOW_ORDER if c in answering and c not in out), None)
        if follow is not None:
            held.pop(follow, None)
        return Choice(held, self.locked, follow)

    def following(self, control: Control) -> "Choice":
        """From now on this control keeps the brightness; it is let go, and unlocked."""
        held = {c: v for c, v in self.held.items() if c != control}
        return Choice(held, self.locked - {control}, control)

    def locking(self, control: Control, value: float) -> "Choice":
        """Held there, and it does not follow either."""
        follow = None if self.follow == control else self.follow
        return Choice({**self.held, control: value}, self.locked | {control}, follow)

    def unlocking(self, control: Control) -> "Choice":
        """Held still, but free to follow again."""
        return Choice(self.held, self.locked - {control}, self.follow)

    def releasing(self, control: Control) -> "Choice":
        """Let go: the recipe puts it where it wants it."""
        held = {c: v for c, v in self.held.items() if c != control}
        return Choice(held, self.locked - {control}, self.follow)


@dataclass(frozen=True)
class Landing:
    """A light with the settings found: where it lands, and how far that is from wanted. [stops]

    levers: where its private levers were put, each in its own unit.
    """

    part: LightPart
    landed_stops: float
    miss_stops: float
    levers: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Solution:
    """Dial values for every control, and where each light lands. Lead first. [stops, + brighter]

    limits, held: what they were found inside of, and what the photographer set.
    """

    positions: Mapping[Control, DialValue]
    dials: Mapping[Control, Dial] = field(repr=False)
    landings: tuple[Landing, ...]
    limits: tuple[Limit, ...] = ()
    held: Mapping[Control, float] = field(default_factory=dict)

    @cached_property
    def conflicts(self) -> tuple[Conflict, ...]:
        """Why a light misses, or which limits exclude each other; empty when all is met.

        Worked out when asked: most solutions are only looked at for where they land.
        """
        around = (self.dials, self.limits, self.positions, self.held)
        lead, *others = self.landings
        all_conflicts = [find_conflict(lead.part, *around, lead.miss_stops)]
        taken = set(lead.part.answers_to)
        for landing in others:
            own = lever_controls(landing.part, taken)
            all_conflicts.append(find_part_conflict(landing.part, own, *around, landing.miss_stops))
            taken.update(landing.part.answers_to)
        return tuple(conflict for conflict in all_conflicts if conflict is not None)

    @cached_property
    def settings(self) -> Settings:
        return settings_on(self.dials, self.positions)

    @property
    def miss_stops(self) -> float:
        """How far the lead light lands from where it is wanted."""
        return self.landings[0].miss_stops


def solve(
    parts: Sequence[LightPart],
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    start: Mapping[Control, float],
    choice: Choice,
) -> Solution:
    """Dial values that put every light where it is wanted, or come as near as limits allow.

    `parts`: the lead first. `start`: where the recipe puts each control nobody holds; no filter
    when it says nothing.
    """
    lead = parts[0]
    inside = {control: allowed(dials[control], limits) for control in CONTROLS}
    bounded = {control: inside[control] or dials[control] for control in CONTROLS}
    positions: dict[Control, DialValue] = {}
    for control in CONTROLS:
        held = None if control == choice.follow else choice.held.get(control)
        if held is not None:
            positions[control] = dials[control].nearest(held)
        else:
            positions[control] = bounded[control].nearest(start.get(control, 0.0))
    # also where it only advises: a filter is worth its trouble from there on
    sharp_to = min((x.value for x in limits if _narrows(x)), default=math.inf)
    in_the_dark = AGAINST_DARK_CAPPED if is_time_capped(limits) else AGAINST_DARK
    miss = _serve_lead(lead, inside, dials, positions, choice, sharp_to, in_the_dark)
    held_controls = {c: v for c, v in choice.held.items() if c != choice.follow}
    stand = {lever.key: lever.value for lever in lead.levers}
    landings = [Landing(lead, miss + lead.placement_stops, miss, stand)]
    taken = set(lead.answers_to)
    for part in parts[1:]:
        own = lever_controls(part, taken)
        _serve_part(part, [c for c in own if c not in held_controls], bounded, dials, positions)
        landings.append(land(part, settings_on(dials, positions)))
        taken.update(part.answers_to)
    return Solution(positions, dials, tuple(landings), tuple(limits), held_controls)


def _serve_lead(
    lead: LightPart,
    inside: Mapping[Control, Dial | None],
    dials: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
    choice: Choice,
    sharp_to: float,
    in_the_dark: Sequence[Control],
) -> float:
    """Move the controls the lead answers to; what it misses then. [stops]"""
    bounded = {control: inside[control] or dials[control] for control in CONTROLS}
    rendered = -sum(dials[c].brightness(positions[c].value) for c in lead.answers_to)
    miss = lead.wanted_ev100 - rendered
    # a control whose limits exclude each other stays where the recipe put it
    free = [
        c
        for c in CONTROLS
        if inside[c] is not None
        and c in lead.answers_to
        and (c == choice.follow or c not in choice.held)
    ]
    if miss > 0:
        return _darkened(free, bounded, dials, positions, miss, choice.follow, sharp_to)
    order = in_the_dark if choice.follow in (None, "iso") else (choice.follow, *in_the_dark)
    return _in_turn(order, free, bounded, dials, positions, miss)


def _in_turn(
    order: Sequence[Control | None],
    free: Sequence[Control],
    bounded: Mapping[Control, Dial],
    dials: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
    miss: float,
) -> float:
    """Move free controls one after another until the brightness is met; what is missed then.

    Gain never makes up for the coarse steps of a time that could be longer.
    """
    is_timed = False
    for control in order:
        if control is None or control not in free:
            continue
        coarse = is_timed and control == "iso" and miss < 0
        if abs(miss) > (COUNTED_STOPS if coarse else WITHIN_STOPS) + 1e-9:
            miss = _moved(control, bounded, dials, positions, miss)
            last = bounded["exposure_s"].values[-1]
            is_timed |= control == "exposure_s" and positions[control] != last
    return miss


def _darkened(
    free: Sequence[Control],
    bounded: Mapping[Control, Dial],
    dials: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
    miss: float,
    follow: Control | None,
    sharp_to: float,
) -> float:
    """Against too much light, with glass where that is needed and its remainder can be met.

    Every filter of the bag is tried, bare first: the one kept comes nearest, then costs least
    sharpness past the f-number `sharp_to` and least gain, for gain behind glass is light thrown
    away, then takes least light.
    """
    without_aperture = [c for c in free if c != "f_number"]
    miss = _in_turn((follow, *AGAINST_LIGHT), without_aperture, bounded, dials, positions, miss)
    if abs(miss) <= WITHIN_STOPS + 1e-9:
        return miss
    glasses = bounded["nd_stops"].values if "nd_stops" in free else (positions["nd_stops"],)
    iso, aperture = dials["iso"], dials["f_number"]
    narrowest = min(aperture.brightness(sharp_to), aperture.brightness(positions["f_number"].value))
    was_iso = iso.brightness(positions["iso"].value)
    tried = []
    for glass in glasses:
        darkened = {**positions, "nd_stops": glass}
        left = miss - (glass.value - positions["nd_stops"].value)
        order = (follow, *AGAINST_LIGHT) if left > 0 else _giving_back(follow)
        left = _in_turn(order, free, bounded, dials, darkened, left)
        softer = max(0.0, narrowest - aperture.brightness(darkened["f_number"].value))
        gained = max(0.0, iso.brightness(darkened["iso"].value) - was_iso)
        off = round(max(0.0, abs(left) - WITHIN_STOPS), 1)  # nearer than this is as near
        tried.append(((off, round(softer + gained, 1), glass.value), left, darkened))
    _, miss, best = min(tried, key=lambda attempt: attempt[0])
    positions.update(best)
    return miss


def _narrows(limit: Limit) -> bool:
    return limit.control == "f_number" and limit.sense == "at_most"


def _giving_back(follow: Control | None) -> tuple[Control, ...]:
    """What makes up for a filter that takes too much: never gain while anything else can."""
    if follow in (None, "iso"):
        return ("f_number", "exposure_s", "iso")  # the time is the subject's
    return tuple(dict.fromkeys((follow, "exposure_s", "f_number", "iso")))


def _serve_part(
    part: LightPart,
    free: Sequence[Control],
    bounded: Mapping[Control, Dial],
    dials: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
) -> None:
    """Bring another light home by the controls that move it alone."""
    for control in free:
        miss = part.lands(settings_on(dials, positions)) - part.placement_stops
        if abs(miss) <= WITHIN_STOPS + 1e-9:
            break
        _moved(control, bounded, dials, positions, miss)


def land(part: LightPart, settings: Settings) -> Landing:
    """Where a light lands once its private levers have done what they can."""
    levers = part.levers_for(settings)
    landed = part.lands(settings) + part.lever_stops(levers)
    return Landing(part, landed, landed - part.placement_stops, levers)


def with_brought(solution: Solution, parts: Sequence[LightPart]) -> Solution:
    """The same setting with lights that are brought to it; what is in it already stays."""
    there = {landing.part.key for landing in solution.landings}
    more = [land(part, solution.settings) for part in parts if part.key not in there]
    return replace(solution, landings=(*solution.landings, *more))


def _moved(
    control: Control,
    inside: Mapping[Control, Dial],
    dials: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
    miss: float,
) -> float:
    """Move one control toward the wanted brightness; what is missed then. [stops]"""
    now = dials[control].brightness(positions[control].value)
    nearest = inside[control].nearest_brightness(now - miss)
    after = miss + dials[control].brightness(nearest.value) - now
    if abs(after) >= abs(miss):
        return miss
    positions[control] = nearest
    return after
