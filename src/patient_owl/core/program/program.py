"""Work in a program: phases of frames, and what people do meanwhile.

Everything that asks "how long" reads this: the clock in the field, cost, card and battery, the
calendar, the panorama against the blue hour. A phase is a run of equal frames; a program is
phases one after another, the whole of it once a round (a panorama's places).
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

from patient_owl.core.light.brought import Who

PhaseCode = Literal["frame", "bracket", "stack", "burst", "panorama", "until"]
NOISE_REDUCTION_FROM_S = 1.0  # cameras take their dark frame from here on; common practice


@dataclass(frozen=True)
class Phase:
    """Equal frames in a row.

    exposure_s: None where the hand opens and closes, then expected_s says how long it takes as a
    rule. repeats: frames. gap_s: between two of them. dark_s: the camera's own dark frame after
    each, when it takes one. offset_stops: from the exposure planned. lead_in_s: self-timer, or
    turning the head, before the first. waits: begins only when the photographer says so.
    """

    code: PhaseCode
    exposure_s: float | None
    repeats: int = 1
    gap_s: float = 0.0
    dark_s: float = 0.0
    offset_stops: float = 0.0
    lead_in_s: float = 0.0
    waits: bool = False
    expected_s: float = 0.0

    @property
    def open_s(self) -> float:
        """How long one frame is open, or is expected to be. [s]"""
        return self.expected_s if self.exposure_s is None else self.exposure_s

    @property
    def duration_s(self) -> float:
        """From its start to the end of its last frame's dark half. [s]"""
        frames = self.repeats * (self.open_s + self.dark_s)
        return self.lead_in_s + frames + (self.repeats - 1) * self.gap_s


@dataclass(frozen=True)
class Cue:
    """What somebody does so many seconds after the shutter opened. about: what the words of the
    code are filled with. part: the light of the picture that this is about."""

    at_s: float
    code: str
    who: Who = "photographer"
    lasts_s: float = 0.0
    about: tuple[tuple[str, float | str], ...] = ()
    part: str = ""


class Exposure(NamedTuple):
    """One frame of a program: when it opens, from the program's start, and how long. [s]"""

    opens_s: float
    open_s: float
    dark_s: float
    phase: Phase


@dataclass(frozen=True)
class Program:
    """The course of a shot. rounds: how often all phases are run; between_s: between rounds."""

    phases: tuple[Phase, ...]
    cues: tuple[Cue, ...] = ()
    rounds: int = 1
    between_s: float = 0.0

    @property
    def duration_s(self) -> float:
        """From the button to the end. [s]"""
        course_s = sum(phase.duration_s for phase in self.phases)
        return self.rounds * course_s + (self.rounds - 1) * self.between_s

    @property
    def frames(self) -> int:
        return self.rounds * sum(phase.repeats for phase in self.phases)

    @property
    def open_s(self) -> float:
        """Seconds of open shutter and of dark frames in all: what a battery carries."""
        each = (p.repeats * (p.open_s + p.dark_s) for p in self.phases)
        return self.rounds * sum(each)

    def exposures(self) -> Iterator[Exposure]:
        """Every frame in order."""
        at = 0.0
        for _ in range(self.rounds):
            for phase in self.phases:
                at += phase.lead_in_s
                for repeat in range(phase.repeats):
                    at += phase.gap_s if repeat else 0.0
                    yield Exposure(at, phase.open_s, phase.dark_s, phase)
                    at += phase.open_s + phase.dark_s
            at += self.between_s

    def span_of(self, part: str) -> tuple[float, float] | None:
        """From when to when somebody is at a light, after the shutter opened; None where nobody is
        told. [s]"""
        mine = [cue for cue in self.cues if cue.part == part]
        if not mine:
            return None
        return min(cue.at_s for cue in mine), max(cue.at_s + cue.lasts_s for cue in mine)

    def with_noise_reduction(self) -> "Program":
        """The same with the camera's dark frame after each long enough, where that is allowed.

        A stack is taken without, and what is repeated until something happens: a dark half between
        frames would leave gaps.
        """
        return replace(self, phases=tuple(_darkened(phase) for phase in self.phases))


def _darkened(phase: Phase) -> Phase:
    if phase.code in ("stack", "until") or phase.open_s < NOISE_REDUCTION_FROM_S:
        return phase
    return replace(phase, dark_s=phase.open_s)


def one_frame(exposure_s: float, lead_in_s: float = 0.0) -> Program:
    """A single frame after its self-timer."""
    return Program((Phase("frame", exposure_s, lead_in_s=lead_in_s),))
