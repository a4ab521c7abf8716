"""An attempt at a scene: what each frame shows, and afterwards what each choice cost.

Nothing here is about real nights: no row of a logbook, nothing that is learned of a place or of how
somebody means words.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from patient_owl.core.advise.belief import JudgedTake, Verdict
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.advise.next import Advice
from patient_owl.core.exposure.settings import Positions, Settings, positions_near, settings_on
from patient_owl.core.kinds import KINDS
from patient_owl.core.limits.limit import Limit
from patient_owl.core.picture.picture import (
    ComputedPicture,
    PictureRequest,
    aspect_of,
    openings_of,
    render,
    stage_of,
)
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.practice.scenes import hidden_in
from patient_owl.core.reason import Reason
from patient_owl.core.scenes.scenario import Scenario
from patient_owl.core.shot import advise, follow

LOOKING_S = 8.0  # over the back of a camera, before one sets anything; common practice
MET_STOPS = 2 / 3  # nearer than so a picture is where it was wanted; common practice


@dataclass(frozen=True)
class AttemptFrame:
    """A frame of an attempt. opens_s: after the scene began. levers: of the lights that are
    brought, where not as planned. verdicts: what was said of it, by the light it is about."""

    settings: Settings
    opens_s: float
    levers: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    verdicts: Mapping[str, Verdict] = field(default_factory=dict)


@dataclass(frozen=True)
class Attempt:
    """A scene with the light of this attempt, and the frames so far. seed: of light and noise."""

    scenario: Scenario
    planned: PlannedShot
    seed: int
    frames: tuple[AttemptFrame, ...] = ()

    @property
    def hidden(self) -> dict[str, float]:
        return hidden_in(self.scenario, self.seed)

    @property
    def _drawing(self) -> Drawing:
        return KINDS[self.planned.recipe.key].drawing

    def closes_s(self, number: int) -> float:
        """When a frame is over, after the scene began: of stacked trails when the last of them
        closes."""
        frame = self.frames[number]
        return frame.opens_s + openings_of(self.planned, frame.settings)[-1].to_s

    def looked_at_s(self, number: int) -> float:
        """When one goes on after a frame; nought before the first."""
        return self.closes_s(number) + LOOKING_S if number >= 0 else 0.0

    def is_caught(self, number: int) -> bool:
        """Whether what had to be waited for is in the frame; true where nothing has."""
        passing, frame = self.scenario.passing, self.frames[number]
        return passing is None or passing.is_caught(frame.opens_s, self.closes_s(number))

    def wanted(self, number: int, width_px: int) -> PictureRequest:
        """How the picture of a frame is drawn."""
        frame = self.frames[number]
        return PictureRequest(
            settings=self._with_film(frame.settings),
            width_px=width_px,
            height_px=max(8, round(width_px / aspect_of(self.planned))),
            levers={**self.planned.levers, **frame.levers},
            hidden=self.hidden,
            subject=self.scenario.stand_in,
            seed=self.seed + number,
            after_s=frame.opens_s,
            without=frozenset() if self.is_caught(number) else frozenset({self._drawing.passing}),
            drawing=self._drawing,
        )

    def picture(self, number: int, width_px: int) -> ComputedPicture:
        """What the back of the camera shows."""
        return render(self.planned, self.scenario.night, self.wanted(number, width_px))

    def take(self, number: int) -> JudgedTake:
        """The frame as advice reads it."""
        frame = self.frames[number]
        return JudgedTake(
            settings=self._with_film(frame.settings),
            verdicts=frame.verdicts,
            after_s=frame.opens_s,
            levers=frame.levers,
        )

    def advice(self, number: int) -> Advice | None:
        """What the app would have answered to the words over the frames up to one; None where
        nothing was said of it."""
        if not self.frames[number].verdicts:
            return None
        takes = [self.take(k) for k in range(number + 1) if self.frames[k].verdicts]
        now_s = self.planned.at_s + self.looked_at_s(number)
        return advise.advice(self.planned, takes, now_s)

    def off_stops(self, number: int) -> float:
        """How far over where it is wanted the light that the picture is exposed for came out."""
        stage = self._stage(number)
        lead = self.planned.lead
        return math.log2(stage.lands(lead)) - lead.placement_stops

    def off_with(self, number: int, positions: Positions) -> float:
        """The same of a frame, had it been taken with other settings."""
        values = {control: position.value for control, position in positions.items()}
        frame = replace(self.frames[number], settings=Settings(**values))
        frames = (*self.frames[:number], frame, *self.frames[number + 1 :])
        return replace(self, frames=frames).off_stops(number)

    def broken(self, number: int) -> tuple[Limit, ...]:
        """Limits of the picture that the setting does not keep."""
        settings = self.frames[number].settings
        return tuple(
            limit
            for limit in self.planned.plan.limits
            if limit.drives and not limit.allows(getattr(settings, limit.control))
        )

    def best(self, number: int) -> Settings:
        """What somebody would have set who knew the light of that minute."""
        at_s = self.frames[number].opens_s
        lead = self.planned.lead
        brighter = self.hidden.get(lead.key, 0.0)
        positions = follow.settings_for(self.planned, lead.wanted_at(at_s) + brighter, at_s)
        return settings_on(self.planned.kit.dials, positions)

    def costs(self, number: int) -> tuple[Reason, ...]:
        """What the setting costs or wins against the best."""
        dials = self.planned.kit.dials
        best, chosen = (
            positions_near(dials, settings)
            for settings in (self.best(number), self.frames[number].settings)
        )
        temperature = self.planned.scene.temperature_c
        return consequences(self.planned.kit, self.planned.plan.blurs, temperature, best, chosen)

    def is_met(self, number: int) -> bool:
        """Whether the picture is what it was to be."""
        near = abs(self.off_stops(number)) <= MET_STOPS
        return near and not self.broken(number) and self.is_caught(number)

    def _stage(self, number: int) -> Stage:
        return stage_of(self.planned, self.scenario.night, self.wanted(number, 48))

    def _with_film(self, settings: Settings) -> Settings:
        """With what a film loses to long times; a sensor loses nothing."""
        film = self.planned.kit.dials["exposure_s"].film
        lost = film.lost_stops(settings.exposure_s) if film else 0.0
        return Settings(
            settings.exposure_s, settings.f_number, settings.iso, settings.nd_stops, lost
        )


def kept(attempt: Attempt, numbers: Sequence[int]) -> int | None:
    """The best of some frames: one that is met, else the nearest; None of none."""
    order = sorted(numbers, key=lambda n: (not attempt.is_met(n), abs(attempt.off_stops(n))))
    return order[0] if order else None
