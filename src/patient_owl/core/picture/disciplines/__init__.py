"""What each discipline adds to the computed picture, one file each, found by its name."""

import importlib
import pkgutil
from collections.abc import Mapping

from patient_owl.core.picture.stage import Drawing

DRAWINGS: Mapping[str, Drawing] = {
    info.name: importlib.import_module(f"{__name__}.{info.name}").DRAWING
    for info in pkgutil.iter_modules(__path__)
    if not info.name.startswith("_")
}
