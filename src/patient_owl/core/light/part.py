"""One light of a picture: how bright it is, where it is wanted, and what it answers to.

A picture is lit by several lights at once: the sky, the town, a burst, later a torch or a flash.
Each answers to the shared controls of the camera in its own way (a light that draws across the
frame does not answer to time) and may have levers of its own (seconds of dose, per cent, a
distance). Everything is in stops, so parts need no special case anywhere else.
"""

import math
from bisect import bisect_right
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from patient_owl.core.exposure.dials import CONTROLS, Control
from patient_owl.core.exposure.settings import Settings

WHOLE = "whole"  # a word said of the whole picture: of every light in it
DRAWN: tuple[Control, ...] = ("f_number", "iso", "nd_stops")  # of a light that moves in the frame

# How far a predicted change may be off: a share of the change itself, and cloud, haze and airglow
# that wander while one works. Common practice; good to a factor of two.
CARRIED_SHARE = 0.15
WANDER_STOPS_PER_ROOT_HOUR = 0.2

Levers = Mapping[str, Mapping[str, float]]  # where private controls stand, by light and lever


@dataclass(frozen=True)
class Lever:
    """A private control of one light, in its own unit.

    value: where it stands for the part's ev100; least, most: how far it reaches.
    stops_per_doubling: 1 for seconds of dose and per cent of power, −2 for a distance. held_at:
    where somebody put it, and it stays.
    """

    key: str
    value: float
    least: float
    most: float
    stops_per_doubling: float = 1.0
    held_at: float | None = None

    @property
    def ends(self) -> tuple[float, float]:
        """From where to where it may be put."""
        return (self.least, self.most) if self.held_at is None else (self.held_at, self.held_at)

    def stops(self, value: float) -> float:
        """How much brighter the light is with the lever there. [stops]"""
        return self.stops_per_doubling * math.log2(value / self.value)

    def for_stops(self, stops: float) -> float:
        """Where the lever makes it so many stops brighter, or its nearer end."""
        least, most = self.ends
        return min(most, max(least, self.value * 2 ** (stops / self.stops_per_doubling)))


@dataclass(frozen=True)
class Changes:
    """A light that changes by itself: its EV100 at seconds from the shot's moment, ascending."""

    after_s: tuple[float, ...]
    ev100: tuple[float, ...]

    def at(self, after_s: float) -> float:
        """EV100 at a moment, straight lines between; the ends go on as they are."""
        i = bisect_right(self.after_s, after_s)
        if i == 0 or i == len(self.after_s):
            return self.ev100[0 if i == 0 else -1]
        (t0, t1), (e0, e1) = self.after_s[i - 1 : i + 1], self.ev100[i - 1 : i + 1]
        return e0 + (e1 - e0) * (after_s - t0) / (t1 - t0)


@dataclass(frozen=True)
class LightPart:
    """A light of the picture.

    ev100: what the controls it answers to must make to render it at mid-grey (for a light that
    does not answer to time, their exposure value alone). sigma_stops: one standard deviation.
    placement_stops: where it is wanted, from mid-grey. source: code of what makes it. levers: its
    private controls, cheapest first. changes: None while it stands still. between: what was said
    to stand between it and the sky. found_stops: how much of ev100 earlier nights taught, against
    the bare prediction, and found_nights how many of them right here; bare_sigma_stops: the bare
    prediction's own, where something was learned. distance_m: of a lamp somebody brings that is
    brighter from nearer; dims_stops: how far its own steps take it down. is_said: somebody said
    where it is wanted.
    """

    key: str
    source: str
    ev100: float
    sigma_stops: float
    placement_stops: float
    answers_to: tuple[Control, ...] = CONTROLS
    levers: tuple[Lever, ...] = ()
    changes: Changes | None = None
    between: str = ""
    found_stops: float = 0.0
    found_nights: int = 0
    bare_sigma_stops: float | None = None
    distance_m: float | None = None
    dims_stops: float = 0.0
    is_said: bool = False

    @property
    def wanted_ev100(self) -> float:
        """What its controls are to make, so that it lands where it is wanted. [stops]"""
        return self.ev100 - self.placement_stops

    def being(self, ev100: float) -> "LightPart":
        """The same light, so bright: a fifth of what replace() costs, for every word ahead."""
        other = object.__new__(LightPart)
        other.__dict__.update(self.__dict__, ev100=ev100)
        return other

    def lands(self, settings: Settings) -> float:
        """Where it ends up with these settings, from mid-grey, its levers as stated. [stops]"""
        return self.ev100 - settings.ev100_by(self.answers_to)

    @property
    def is_brought(self) -> bool:
        """Whether somebody carries it there: it is brought home by its own levers alone."""
        return bool(self.levers)

    def levers_for(self, settings: Settings) -> dict[str, float]:
        """Where its levers bring it home with these settings, or end."""
        if not self.levers:
            return {}
        missing, values = self.placement_stops - self.lands(settings), {}
        for lever in self.levers:
            value = values[lever.key] = lever.for_stops(missing)
            missing -= lever.stops(value)
        return values

    def ev100_set(self, settings: Settings, levers: Mapping[str, float]) -> float:
        """What controls and levers make of it together, its levers as stated. [stops]"""
        return settings.ev100_by(self.answers_to) - self.lever_stops(levers)

    def lever_stops(self, levers: Mapping[str, float]) -> float:
        """How much brighter it is with its levers there; one that is not named is as stated."""
        return sum(lever.stops(levers[lever.key]) for lever in self.levers if lever.key in levers)

    def wanted_at(self, after_s: float) -> float:
        """`wanted_ev100` at another moment of the night. [stops]"""
        return self.wanted_ev100 + self.moved(0.0, after_s)

    def moved(self, from_s: float, to_s: float) -> float:
        """How much brighter it is predicted to be at `to_s` than at `from_s`. [stops]"""
        return self.changes.at(to_s) - self.changes.at(from_s) if self.changes else 0.0

    def carried_sigma(self, from_s: float, to_s: float) -> float:
        """What is not known of `moved`: nought for a light that stands still. [stops]"""
        if self.changes is None:
            return 0.0
        wander = WANDER_STOPS_PER_ROOT_HOUR * math.sqrt(abs(to_s - from_s) / 3600)
        return math.hypot(CARRIED_SHARE * self.moved(from_s, to_s), wander)


def lever_controls(part: LightPart, taken: Collection[Control]) -> tuple[Control, ...]:
    """Shared controls that move this light and none of those that hold the `taken` ones: of one
    somebody brings none, its own levers do it."""
    if part.is_brought:
        return ()
    return tuple(control for control in part.answers_to if control not in taken)


def asked_of(parts: Sequence[LightPart], shown: Collection[LightPart] | None = None) -> list[str]:
    """What a word may be about: of several lights each, and all of them together; a single light
    is the whole picture. shown: those a frame shows, where it does not show all of them."""
    if len(parts) <= 1:
        return [WHOLE]
    keys = [part.key for part in parts if shown is None or part in shown]
    return [*keys, WHOLE] if len(keys) == len(parts) else keys
