"""A planned shot: all that was worked out for one picture, as a value that changes no more.

What follows from it as the light moves, as takes are judged and as lights are found are functions
over it, in core/shot/.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from patient_owl.core.exposure.ladder import Rung, is_quick_frame_of
from patient_owl.core.exposure.settings import Positions, Settings, settings_on
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.part import WHOLE, Levers, LightPart
from patient_owl.core.light.thirds import Thirds, thirds_of
from patient_owl.core.limits.limit import is_time_capped
from patient_owl.core.night import Slope
from patient_owl.core.optics.camera import Framing, field_of_view_deg, frame_size_mm
from patient_owl.core.plan.bringing import LightUse, cued, how_given
from patient_owl.core.plan.hand import Hand
from patient_owl.core.plan.report import Report
from patient_owl.core.plan.series import Due, series_due
from patient_owl.core.plan.types import (
    Alternative,
    InputValue,
    Intent,
    Plan,
    Recipe,
    Scene,
    self_timer_s,
    uses_noise_reduction,
)
from patient_owl.core.program.program import Program, one_frame
from patient_owl.core.strokes.sheet import Strokes

# Nobody photographs the same light two hours off: a take that far from its shot's moment was made
# at the table, or by a clock that is wrong, and is read as made at the shot's own moment.
LONGEST_CARRY_S = 2 * 3600.0


@dataclass(frozen=True)
class ShotSpec:
    """What the photographer decided about one picture. at_s: epoch_seconds."""

    discipline: str
    at_s: float
    framing: Framing
    inputs: Mapping[str, InputValue] = field(default_factory=dict)
    hand: Hand = field(default_factory=Hand)
    brought: tuple[Brought, ...] = ()
    strokes: Strokes | None = None


@dataclass(frozen=True, eq=False)
class PlannedShot:
    """All that is planned for a shot.

    plan: settings, lights, limits, reasons, steps. program: the course of it, dark frames
    included where the photographer wants them. at: the light's row it stands on.
    works_s: when in the night the light suits the discipline. [epoch_seconds] ladder, test_frame:
    other ways to the same brightness.
    """

    at_s: float
    recipe: Recipe
    kit: Kit
    intent: Intent
    scene: Scene
    at: Slope
    plan: Plan
    program: Program
    report: Report
    ladder: tuple[Rung, ...]
    test_frame: Rung | None
    works_s: tuple[tuple[float, float], ...]

    @property
    def positions(self) -> Positions:
        return self.plan.solution.positions

    @property
    def settings(self) -> Settings:
        return self.plan.solution.settings

    @property
    def lead(self) -> LightPart:
        """The light the picture is exposed for; its placement is the one in effect."""
        return self.plan.parts[0]

    @property
    def readable(self) -> dict[str, LightPart]:
        """The lights a frame may be judged by or read at, by the names they go by then: a single
        one is the whole picture."""
        parts = self.plan.parts
        return {WHOLE: self.lead} if len(parts) == 1 else {part.key: part for part in parts}

    @cached_property
    def others(self) -> tuple[Alternative, ...]:
        """Other settings that the discipline knows of."""
        return self.recipe.others(self.scene, self.kit, self.intent)

    @property
    def is_time_capped(self) -> bool:
        return is_time_capped(self.plan.limits)

    @property
    def works_now(self) -> bool:
        return any(start <= self.at_s <= end for start, end in self.works_s)

    @property
    def view_deg(self) -> tuple[float, float]:
        """What the frame sees, across and up. [deg]"""
        return view_deg(self.kit, self.intent.framing)

    @property
    def uses_noise_reduction(self) -> bool:
        return uses_noise_reduction(self.kit, self.intent)

    def program_at(self, positions: Positions, levers: Levers | None = None) -> Program:
        """The course of it with any settings, without the camera's dark frames; a quick frame for a
        first look is one frame, whatever the shot is made of."""
        if is_quick_frame_of(positions, self.positions):
            return one_frame(positions["exposure_s"].value, self_timer_s(self.intent, positions))
        course = self.recipe.program(self.scene, self.kit, self.intent, positions)
        return cued(course, self.given(positions, levers), self.recipe.tells)

    @property
    def needed(self) -> frozenset[str]:
        """Keys of the brought lights without which the discipline would bring others."""
        brought = self.intent.brought
        return frozenset(
            light.key
            for light in brought
            if self.recipe.lacks([other.kind for other in brought if other is not light])
        )

    def given(self, positions: Positions, levers: Levers | None = None) -> tuple[LightUse, ...]:
        """How the lights that are brought are used with any settings; levers: where they differ
        from what is planned for these."""
        settings = settings_on(self.kit.dials, positions)
        landings = self.plan.solution.landings
        return how_given(self.intent.brought, landings, settings, levers or {})

    @property
    def levers(self) -> dict[str, dict[str, float]]:
        """Where the levers of the lights that are brought stand in the plan."""
        return {
            landing.part.key: dict(landing.levers)
            for landing in self.plan.solution.landings
            if landing.part.is_brought
        }

    @property
    def series_due(self) -> tuple[Due, ...]:
        """When the frames of a series are due; none where one frame is all that is asked for."""
        return series_due(self.intent)

    def after_s(self, seconds: float) -> float:
        """A moment as seconds from the shot's own; nought where it is too far off to be meant."""
        return seconds - self.at_s if self.is_meant(seconds) else 0.0

    def is_meant(self, seconds: float) -> bool:
        """Whether a moment is near enough to the shot's own to be in its light."""
        first_s, last_s = self.meant_s
        return first_s <= seconds - self.at_s <= last_s

    @cached_property
    def thirds(self) -> Thirds:
        """The course of its lights as long as it is meant."""
        return thirds_of(self.plan.parts, *self.meant_s)

    @property
    def meant_s(self) -> tuple[float, float]:
        """Between which seconds from the shot's own a moment is meant; outside of them things are
        tried out, in the light it is planned for."""
        longest_s = max((LONGEST_CARRY_S, *(due.until_s for due in self.series_due)))
        return -LONGEST_CARRY_S, longest_s


def view_deg(kit: Kit, framing: Framing) -> tuple[float, float]:
    sides = frame_size_mm(kit.body.sensor, framing.orientation)
    lens = kit.lens
    across, up = (field_of_view_deg(s, lens.focal_length_mm, lens.projection) for s in sides)
    return across, up
