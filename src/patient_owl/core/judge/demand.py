"""What is asked of a setting: lights that want to land somewhere, limits, pulls, and the hand.

A light and the place where it shall land is a wish; the lead's counts most (`worth.py`). A limit
is hard (nothing goes past it) or soft (each stop past it has its price). A pull is a mild
preference: the discipline's favourite aperture and time.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property

from patient_owl.core.exposure.dials import CONTROLS, Control, Dial, DialValue
from patient_owl.core.judge.grid import Asked, DialGrid, grid_of
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.liked import EVERYBODY, Minds, Pull
from patient_owl.core.kit import Medium
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Bound, Limit
from patient_owl.core.types import FloatArray

Doublings = Mapping[str, FloatArray]
"""How many doublings the lever of each light stands over where it is stated, by the light's key."""

Needs = Callable[[Doublings], FloatArray]
"""How long the shutter must be open for what is done meanwhile, by where the levers stand. [s]"""


@dataclass(frozen=True, eq=False)
class Demands:
    """All that is asked of one setting.

    parts: the lights, the one the picture is exposed for first. pulls: by control. hold: what the
    photographer set. prefers: the control he asked to keep the brightness, where that is not the
    discipline's own. noisy_iso: from where on gain is dear. needs: what is done while the shutter
    is open; None for nothing that hangs on a lever. now: where the controls stand, when each that
    moves has to be turned in the dark; empty for a plan at the table. at_s: the
    moment the lights are as stated, from the shot's own. [s] minds: whose prices are paid. keeps:
    what a frame is kept on, which decides how far it can be mended.
    """

    parts: tuple[LightPart, ...]
    dials: Mapping[Control, Dial]
    limits: tuple[Limit, ...] = ()
    pulls: Mapping[Control, Pull] = field(default_factory=dict)
    hold: Hold = field(default_factory=lambda: Hold({}))
    prefers: Control | None = None
    noisy_iso: float = 6400.0
    needs: Needs | None = None
    now: Mapping[Control, DialValue] = field(default_factory=dict)
    at_s: float = 0.0
    keeps: Medium = "raw"
    minds: Minds = EVERYBODY

    @property
    def lead(self) -> LightPart:
        """The light the picture is exposed for."""
        return self.parts[0]

    @cached_property
    def bounds(self) -> Mapping[Control, tuple[Bound, ...]]:
        """What binds each control."""
        binding = [limit for limit in self.limits if limit.drives]
        return {
            control: tuple(limit.bound for limit in binding if limit.control == control)
            for control in CONTROLS
        }

    @cached_property
    def grid(self) -> DialGrid:
        """What the dials may be set to, and what that costs whatever the lights."""
        return grid_of(
            {
                control: Asked(
                    self.dials[control],
                    self.hold.kept.get(control),
                    self.bounds[control],
                    self.pulls.get(control),
                    control == self.prefers,
                    self.noisy_iso,
                    self.now.get(control),
                    self.minds,
                )
                for control in CONTROLS
            }
        )

    def under(self, parts: tuple[LightPart, ...]) -> "Demands":
        """The same asked under other lights, with the same grid."""
        other = object.__new__(Demands)  # a tenth of what replace() costs, for every word ahead
        other.__dict__.update(self.__dict__, grid=self.grid, parts=parts)
        return other
