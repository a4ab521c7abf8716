"""How far the takes of a planned shot found its lights from their predictions."""

from collections.abc import Sequence
from dataclasses import replace

from patient_owl.core.advise.belief import (
    JudgedTake,
    Sharpness,
    belief_after,
    evidence_on,
)
from patient_owl.core.advise.next import (
    is_far,
)
from patient_owl.core.advise.sharpness import heard
from patient_owl.core.light.found import FoundLight
from patient_owl.core.light.part import LightPart
from patient_owl.core.light.thirds import GOOD_ENOUGH_STOPS
from patient_owl.core.plan.planned import PlannedShot

UNGUESSED_SIGMA_STOPS = 4.0  # of a light nothing is said of beforehand; so wide it tells nothing
FOUND_SIGMA_STOPS = 1.0  # known less well a finding is not worth keeping; common practice


def found_lights(
    planned: PlannedShot, takes: Sequence[JudgedTake], sharpness: Sharpness
) -> tuple[FoundLight, ...]:
    """How far the takes found the picture's lights from their bare predictions, by the takes
    alone: what was learned before must not teach itplanned. Only those that are known by now; a
    lamp one brings belongs to no place."""
    parts = (part for part in planned.plan.parts if not part.is_brought)
    lights = (_found_light(part, takes, sharpness) for part in parts)
    return tuple(light for light in lights if light is not None)


def _found_light(
    part: LightPart, takes: Sequence[JudgedTake], sharpness: Sharpness
) -> FoundLight | None:
    evidence = evidence_on(part, takes)
    if not evidence:
        return None
    sigma = part.sigma_stops if part.bare_sigma_stops is None else part.bare_sigma_stops
    bare = replace(part, ev100=part.ev100 - part.found_stops, sigma_stops=UNGUESSED_SIGMA_STOPS)
    at_s = evidence[-1].after_s
    belief = belief_after(bare, evidence, at_s, sharpness)
    if belief.sigma_stops > FOUND_SIGMA_STOPS and evidence[-1].verdict != "right":
        return None
    off = belief.ev100 - bare.wanted_at(at_s)
    return FoundLight(
        part=part.key,
        light=part.source,
        between=part.between,
        offset_stops=off,
        sigma_stops=min(belief.sigma_stops, FOUND_SIGMA_STOPS),
        predicted_ev100=bare.ev100 + bare.moved(0.0, at_s),
        predicted_sigma_stops=sigma,
        is_far=is_far(off, sigma),
    )


def measured_stops(
    planned: PlannedShot, key: str, takes: Sequence[JudgedTake], sharpness: Sharpness
) -> float | None:
    """How much brighter a light that is brought was found than its figure says; None while
    nobody knows, where it is no more than a hand's third, or of a beam: that tells of the air.
    """
    part = next(candidate for candidate in planned.plan.parts if candidate.key == key)
    evidence = evidence_on(part, takes)
    if not evidence or part.source == "beam":
        return None
    at_s = evidence[-1].after_s
    belief = belief_after(part, evidence, at_s, sharpness)
    if belief.sigma_stops > FOUND_SIGMA_STOPS and evidence[-1].verdict != "right":
        return None
    off = belief.ev100 - part.wanted_at(at_s)
    return off if abs(off) >= GOOD_ENOUGH_STOPS else None


def words_heard(planned: PlannedShot, takes: Sequence[JudgedTake]) -> tuple[float, ...] | None:
    """What the takes tell of how sharply words are meant."""
    return heard(planned.lead, evidence_on(planned.lead, takes))
