"""Put the controls on dial values: some held by the photographer, one following.

The photographer's word goes first: a held control stays even outside a limit, and the plan
says so. Controls nobody holds start where the recipe wants them; the one that follows is
moved until the picture has the wanted brightness, and when its dial or its limits end, the
other free ones help. What no setting can meet is explained in `core/conflict.py`.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.limits.limit import Limit, allowed
from patient_owl.core.solve.conflict import Conflict, find_conflict

# Who follows when the follower itself is moved: ISO costs least, then time, then aperture.
FOLLOW_ORDER: tuple[Control, ...] = ("iso", "exposure_s", "f_number")
# Who helps when the follower is at its end. Against light: what costs least first, and a filter
# before the aperture. Against the dark: light gathered wins over gain, so the aperture opens
# (as far as depth allows) before ISO rises. Common practice.
AGAINST_LIGHT: tuple[Control, ...] = ("iso", "exposure_s", "nd_stops", "f_number")
AGAINST_DARK: tuple[Control, ...] = ("f_number", "iso", "exposure_s", "nd_stops")
WITHIN_STOPS = 1 / 6  # half a step of a thirds dial: no dial comes nearer


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

    def moved(self, control: Control, value: float) -> "Choice":
        """The photographer moves one control by hand.

        Moving the follower hands the following to the next control that is free.
        """
        if control in self.locked:
            raise WrongValue("move", "a control that is not locked", control)
        held = {**self.held, control: value}
        follow = self.follow
        if control == follow:
            free = (c for c in FOLLOW_ORDER if c != control and c not in self.locked)
            follow = next(free, None)
        if follow is not None:
            held.pop(follow, None)
        return Choice(held, self.locked, follow)


@dataclass(frozen=True)
class Solution:
    """Dial values for every control, and how far the brightness misses. [stops, + brighter]

    conflict: why it misses or which limits exclude each other; None when everything is met.
    """

    positions: Mapping[Control, DialValue]
    dials: Mapping[Control, Dial] = field(repr=False)
    miss_stops: float
    conflict: Conflict | None = None

    @cached_property
    def settings(self) -> Settings:
        return settings_on(self.dials, self.positions)


def solve(
    ev100: float,
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    start: Mapping[Control, float],
    choice: Choice,
) -> Solution:
    """Dial values that render `ev100` at mid-grey, or come as near as limits allow.

    `start`: where the recipe puts each control nobody holds; no filter when it says nothing.
    """
    parts = {control: allowed(dials[control], limits) for control in CONTROLS}
    inside = {control: parts[control] or dials[control] for control in CONTROLS}
    positions: dict[Control, DialValue] = {}
    for control in CONTROLS:
        held = None if control == choice.follow else choice.held.get(control)
        if held is not None:
            positions[control] = dials[control].nearest(held)
        else:
            positions[control] = inside[control].nearest(start.get(control, 0.0))
    miss = ev100 - _ev100(dials, positions)
    order = AGAINST_LIGHT if miss > 0 else AGAINST_DARK
    helpers = [c for c in order if c != choice.follow and c not in choice.held]
    # a control whose limits exclude each other stays where the recipe put it
    movable = [c for c in (choice.follow, *helpers) if c is not None and parts[c] is not None]
    for control in movable:
        if abs(miss) <= WITHIN_STOPS + 1e-9:
            break
        if control == "nd_stops" and miss > 0:
            miss = _glazed(inside, positions, miss, movable)
            for finer in ("iso", "exposure_s"):
                if finer in movable:
                    miss = _moved(finer, inside, dials, positions, miss)
        else:
            miss = _moved(control, inside, dials, positions, miss)
    conflict = find_conflict(ev100, dials, limits, positions, choice.held, miss)
    return Solution(positions, dials, miss, conflict)


def _glazed(
    inside: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
    miss: float,
    movable: Sequence[Control],
) -> float:
    """Put glass before the lens; what is missed then. [stops]

    A filter is coarse. One that takes too little will do when the aperture can take the
    rest; else one that takes too much, and the finer controls give that back.
    """
    glass, aperture = inside["nd_stops"], inside["f_number"]
    needed = positions["nd_stops"].value + miss
    room = aperture.brightness(positions["f_number"].value) - aperture.brightnesses[0]
    found = glass.at_most(needed)
    if needed - found.value > (room if "f_number" in movable else 0.0) + WITHIN_STOPS:
        found = glass.at_least(needed)
    after = miss + positions["nd_stops"].value - found.value
    positions["nd_stops"] = found
    return after


def _moved(
    control: Control,
    inside: Mapping[Control, Dial],
    dials: Mapping[Control, Dial],
    positions: dict[Control, DialValue],
    miss: float,
) -> float:
    """Move one control toward the wanted brightness; what is missed then. [stops]"""
    now = dials[control].brightness(positions[control].value)
    found = inside[control].nearest_brightness(now - miss)
    after = miss + dials[control].brightness(found.value) - now
    if abs(after) >= abs(miss):
        return miss
    positions[control] = found
    return after


def _ev100(dials: Mapping[Control, Dial], positions: Mapping[Control, DialValue]) -> float:
    return -sum(dials[control].brightness(positions[control].value) for control in CONTROLS)
