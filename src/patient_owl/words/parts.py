"""The lights of a picture by their names, and where they land."""

from patient_owl.core.judge.choose import Landing
from patient_owl.words.quantities import part, placed, spread


def part_name(key: str) -> str:
    """What a light is called in a sentence."""
    return part(key)


def landing_text(landing: Landing) -> str:
    """`2⅔ stops under mid-grey (± 1.5 stops)`"""
    return f"{placed(landing.landed_stops)} ({spread(landing.part.sigma_stops)})"
