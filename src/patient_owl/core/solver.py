"""Put the three controls on dial values: some held by the photographer, one following.

The photographer's word goes first: a held control stays even outside a limit, and the plan
says so. Controls nobody holds start where the recipe wants them; the one that follows is
moved until the picture has the wanted brightness, as far as its dial and limits go.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from patient_owl.core.dials import Control, Dial, DialValue
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure import Settings
from patient_owl.core.limits import Limit

CONTROLS: tuple[Control, ...] = ("exposure_s", "f_number", "iso")
# Who follows when the follower itself is moved: ISO costs least, then time, then aperture.
FOLLOW_ORDER: tuple[Control, ...] = ("iso", "exposure_s", "f_number")


@dataclass(frozen=True)
class Choice:
    """What the photographer decided.

    held: controls set by hand, exact dial values. locked: held ones that must not follow
    either. follow: the control that keeps the brightness; None when all three are locked.
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
    """Dial values for every control, and how far the brightness misses. [stops, + brighter]"""

    positions: Mapping[Control, DialValue]
    miss_stops: float

    @property
    def settings(self) -> Settings:
        return Settings(**{control: p.value for control, p in self.positions.items()})


def allowed(dial: Dial, limits: Sequence[Limit]) -> Dial | None:
    """The part of a dial inside every driving limit on it; None when nothing is."""
    mine = [limit for limit in limits if limit.control == dial.control and limit.drives]
    kept = tuple(p for p in dial.values if all(limit.allows(p.value) for limit in mine))
    return Dial(dial.control, kept) if kept else None


def solve(
    ev100: float,
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit],
    start: Mapping[Control, float],
    choice: Choice,
) -> Solution:
    """Dial values that render `ev100` at mid-grey, or come as near as limits allow.

    `start`: where the recipe puts each control nobody holds.
    """
    positions = {
        control: _placed(dials[control], limits, choice.held.get(control), start[control])
        for control in CONTROLS
    }
    if choice.follow is not None:
        control = choice.follow
        now = Settings(**{c: p.value for c, p in positions.items()})
        wanted = getattr(now.following(control, ev100), control)
        inside = allowed(dials[control], limits) or dials[control]
        positions[control] = inside.nearest(wanted)
    solution = Solution(positions, 0.0)
    return Solution(positions, ev100 - solution.settings.ev100)


def _placed(dial: Dial, limits: Sequence[Limit], held: float | None, start: float) -> DialValue:
    if held is not None:
        return dial.nearest(held)
    return (allowed(dial, limits) or dial).nearest(start)
