"""One file a discipline. Every module here that does not begin with _ offers a RECIPE."""

import importlib
import pkgutil
from collections.abc import Mapping
from types import MappingProxyType

from patient_owl.core.plan.types import Recipe


def _collect() -> dict[str, Recipe]:
    found: dict[str, Recipe] = {}
    for module in pkgutil.iter_modules(__path__):
        if module.name.startswith("_"):
            continue
        recipe: Recipe = importlib.import_module(f"{__name__}.{module.name}").RECIPE
        if recipe.key in found:
            raise ValueError(f"two recipes are called {recipe.key}")
        found[recipe.key] = recipe
    return found


RECIPES: Mapping[str, Recipe] = MappingProxyType(_collect())
