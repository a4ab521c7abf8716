"""The photographer's hand on the rails: what is held, and what one touch of it does."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, Control
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kit import Kit

Action = Literal["move", "follow", "lock", "unlock", "release"]


@dataclass(frozen=True)
class Touch:
    """One thing done to one control; value: an exact dial value, for "move" and "lock"."""

    control: Control
    action: Action
    value: float = 0.0


@dataclass(frozen=True)
class Hand:
    """held: exact dial values. follow: who keeps the brightness; "recipe" leaves it to the
    discipline. touch: what is done to that just now."""

    held: Mapping[Control, float] = field(default_factory=dict)
    locked: frozenset[Control] = frozenset()
    follow: Control | Literal["recipe"] | None = "recipe"
    touch: Touch | None = None

    def hold(self, kit: Kit, follow: Control, answering: Sequence[Control] = CONTROLS) -> Hold:
        """What is decided once the touch is done.

        follow: who keeps the brightness as long as the photographer says nothing. answering: the
        controls that the light the picture is exposed for answers to.
        """
        before = self._before(follow, answering)
        touch = self.touch
        if touch is None:
            return before
        match touch.action:
            case "follow":
                if touch.control not in answering:
                    raise WrongValue("follow", f"one of {', '.join(answering)}", touch.control)
                return before.following(touch.control)
            case "unlock":
                return before.unlocking(touch.control)
            case "release":
                return before.releasing(touch.control)
        value = kit.dials[touch.control].nearest(touch.value).value
        if touch.action == "lock":
            return before.locking(touch.control, value)
        return before.moved(touch.control, value, answering)

    def _before(self, follow: Control, answering: Sequence[Control]) -> Hold:
        held = dict(self.held)
        # kept from when another light was served: what does not move this one cannot follow
        if self.follow != "recipe" and (self.follow is None or self.follow in answering):
            return Hold(held, self.locked, self.follow)
        is_free = follow not in self.locked and follow not in held
        return Hold(held, self.locked, follow if is_free else None)
