"""The lights of a picture by their names, and where they land."""

from patient_owl.core.judge.choose import Landing
from patient_owl.core.light.part import LightPart
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.words.quantities import part, placed, spread


def part_name(key: str) -> str:
    """What a light is called in a sentence."""
    return part(key)


def moving_light(part: LightPart, planned: PlannedShot) -> str:
    """What one that moves is called: the one the picture is exposed for is its light."""
    return "the light" if part.key == planned.lead.key else part_name(part.key)


def landing_text(landing: Landing) -> str:
    """`2⅔ stops under mid-grey (± 1.5 stops)`"""
    return f"{placed(landing.landed_stops)} ({spread(landing.part.sigma_stops)})"
