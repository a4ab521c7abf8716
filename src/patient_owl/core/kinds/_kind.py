"""What a kind of picture is made of."""

from dataclasses import dataclass

from patient_owl.core.picture.stage import Drawing
from patient_owl.core.plan.types import Recipe
from patient_owl.core.scenes.scenario import Scenario


@dataclass(frozen=True)
class Kind:
    """recipe: how it is planned, and all the rest of the program asks of it. drawing: what it adds
    to a computed picture. scenes: to practise on."""

    recipe: Recipe
    drawing: Drawing
    scenes: tuple[Scenario, ...]
