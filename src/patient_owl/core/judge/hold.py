"""What the photographer set by hand: it is always kept, also outside a limit."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, Control

# Who follows when the follower itself is moved: ISO costs least, then time, then aperture.
FOLLOW_ORDER: tuple[Control, ...] = ("iso", "exposure_s", "f_number")


@dataclass(frozen=True)
class Hold:
    """What the photographer decided about the controls.

    held: controls set by hand, exact dial values. locked: held ones that must not follow
    either. follow: the control that keeps the brightness; None when all are locked.
    """

    held: Mapping[Control, float]
    locked: frozenset[Control] = frozenset()
    follow: Control | None = "iso"

    def __post_init__(self) -> None:
        if self.follow in self.locked:
            raise WrongValue("follow", "a control that is not locked", self.follow)

    @property
    def kept(self) -> Mapping[Control, float]:
        """The controls that stay where they were set: a follower never does."""
        return {c: value for c, value in self.held.items() if c != self.follow}

    def moved(
        self, control: Control, value: float, answering: Sequence[Control] = CONTROLS
    ) -> "Hold":
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
        return Hold(held, self.locked, follow)

    def following(self, control: Control) -> "Hold":
        """From now on this control keeps the brightness; it is let go, and unlocked."""
        held = {c: v for c, v in self.held.items() if c != control}
        return Hold(held, self.locked - {control}, control)

    def locking(self, control: Control, value: float) -> "Hold":
        """Held there, and it does not follow either."""
        follow = None if self.follow == control else self.follow
        return Hold({**self.held, control: value}, self.locked | {control}, follow)

    def unlocking(self, control: Control) -> "Hold":
        """Held still, but free to follow again."""
        return Hold(self.held, self.locked - {control}, self.follow)

    def releasing(self, control: Control) -> "Hold":
        """Let go: the judge puts it where it serves best."""
        held = {c: v for c, v in self.held.items() if c != control}
        return Hold(held, self.locked - {control}, self.follow)
