"""Light that was found off its prediction before, reckoned with when it is met again."""

from collections.abc import Hashable
from dataclasses import dataclass, replace
from typing import Protocol

from patient_owl.core.light.part import LightPart


@dataclass(frozen=True)
class FoundLight:
    """How far one shot found one light from its bare prediction.

    part: key of the light in its picture. light: what makes it. between: what was said to stand
    between it and the sky, or nothing. offset_stops: brighter than predicted, and its ±.
    predicted_ev100, predicted_sigma_stops: of the bare prediction. is_far: so far that something
    must have been left unsaid.
    """

    part: str
    light: str
    between: str
    offset_stops: float
    sigma_stops: float
    predicted_ev100: float
    predicted_sigma_stops: float
    is_far: bool = False


@dataclass(frozen=True)
class Expected:
    """How far a light is expected from its prediction, and the ± of that. [stops]
    nights: how many of them tell it of this very light here."""

    offset_stops: float
    sigma_stops: float
    nights: int


class Learned(Hashable, Protocol):
    """What earlier nights tell of the lights of a picture. Hashable: plans are remembered by it."""

    def expected(self, light: str, between: str, predicted_sigma_stops: float) -> Expected | None:
        """None where nothing is known that moves the prediction by what one sees."""
        ...


def as_learned(part: LightPart, between: str, learned: Learned | None) -> LightPart:
    """The light as earlier nights let it be expected."""
    expected = learned and learned.expected(part.source, between, part.sigma_stops)
    if not expected:
        return replace(part, between=between)
    return replace(
        part,
        between=between,
        ev100=part.ev100 + expected.offset_stops,
        # whatever was learned elsewhere, nobody knows less of this light than before
        sigma_stops=min(expected.sigma_stops, part.sigma_stops),
        found_stops=expected.offset_stops,
        found_nights=expected.nights,
        bare_sigma_stops=part.sigma_stops,
    )
