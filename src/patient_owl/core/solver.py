"""Put the controls on dial values: some held by the photographer, one following.

The photographer's word goes first: a held control stays even outside a limit, and the plan
says so. Controls nobody holds start where the recipe wants them; the one that follows is
moved until the picture has the wanted brightness, and when its dial or its limits end, the
other free ones help. What no setting can meet is explained in `core/conflict.py`.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from patient_owl.core.conflict import Conflict, find_conflict
from patient_owl.core.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure import Settings, settings_on
from patient_owl.core.limits import Limit, allowed

# Who follows when the follower itself is moved: ISO costs least, then time, then aperture.
FOLLOW_ORDER: tuple[Control, ...] = ("iso", "exposure_s", "f_number")
# Who helps when the follower is at its end, cheapest first. A filter helps only against light.
HELP_ORDER: tuple[Control, ...] = ("iso", "nd_stops", "f_number", "exposure_s")
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
    inside = {control: allowed(dials[control], limits) or dials[control] for control in CONTROLS}
    positions: dict[Control, DialValue] = {}
    for control in CONTROLS:
        held = None if control == choice.follow else choice.held.get(control)
        if held is not None:
            positions[control] = dials[control].nearest(held)
        else:
            positions[control] = inside[control].nearest(start.get(control, 0.0))
    miss = ev100 - _ev100(dials, positions)
    helpers = [c for c in HELP_ORDER if c != choice.follow and c not in choice.held]
    movable = [*([choice.follow] if choice.follow else []), *helpers]
    # twice: a filter is coarse, so it first takes too much and the others give it back
    for coarse in (True, False):
        for control in movable:
            if abs(miss) <= WITHIN_STOPS + 1e-9:
                break
            dial = inside[control]
            now = dials[control].brightness(positions[control].value)
            if coarse and control == "nd_stops" and miss > 0:
                found = dial.at_least(dial.nearest(positions[control].value).value + miss)
            else:
                found = dial.nearest_brightness(now - miss)
            after = miss + dial.brightness(found.value) - now
            if abs(after) < abs(miss) or (coarse and control == "nd_stops"):
                positions[control] = found
                miss = after
    conflict = find_conflict(ev100, dials, limits, positions, choice.held, miss)
    return Solution(positions, dials, miss, conflict)


def _ev100(dials: Mapping[Control, Dial], positions: Mapping[Control, DialValue]) -> float:
    return -sum(dials[control].brightness(positions[control].value) for control in CONTROLS)
