"""The kinds of picture, one folder each: plan, drawing, practice scene.

Adding one touches nothing else in the core.

Every folder here offers a KIND; what one lacks is said, all of it in one sentence, at the start.
"""

import importlib
import pkgutil
from collections.abc import Mapping
from pathlib import Path
from types import MappingProxyType

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.plan.types import Recipe

PIECES = ("__init__", "plan", "drawing", "scene")


def missing_pieces(folder: Path) -> list[str]:
    """What the folder of a kind lacks, as its files are called."""
    return [
        f"{folder.name}/{piece}.py" for piece in PIECES if not (folder / f"{piece}.py").exists()
    ]


def _collect() -> dict[str, Kind]:
    folders = [Path(__path__[0]) / module.name for module in pkgutil.iter_modules(__path__)]
    folders = [folder for folder in folders if folder.is_dir()]
    missing = [piece for folder in folders for piece in missing_pieces(folder)]
    if missing:
        raise ValueError(f"kinds of picture lack {', '.join(missing)}")
    kinds: dict[str, Kind] = {}
    for folder in folders:
        kind: Kind = importlib.import_module(f"{__name__}.{folder.name}").KIND
        if kind.recipe.key != folder.name:
            raise ValueError(f"the kind in {folder.name} calls itself {kind.recipe.key}")
        kinds[kind.recipe.key] = kind
    return kinds


__all__ = ["KINDS", "RECIPES", "Kind", "missing_pieces"]

KINDS: Mapping[str, Kind] = MappingProxyType(_collect())
RECIPES: Mapping[str, Recipe] = MappingProxyType({k: kind.recipe for k, kind in KINDS.items()})
