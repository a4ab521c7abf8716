"""The lights of a picture by their names, and where they land."""

from patient_owl.core.solve.solver import Landing
from patient_owl.words.formats import PARTS, placed, spread


def part_name(key: str) -> str:
    """What a light is called in a sentence."""
    return PARTS[key]


def landing_text(landing: Landing) -> str:
    """`the town, 2⅔ stops under mid-grey (± 1.5 stops)`"""
    where = placed(landing.landed_stops)
    return f"{part_name(landing.part.key)}, {where} ({spread(landing.part.sigma_stops)})"
