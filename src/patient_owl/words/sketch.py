"""Labels in the sketches."""

from collections.abc import Mapping

SKETCH_LABELS: Mapping[str, str] = {
    "core": "galactic core",
    "pole": "pole",
    "horizon": "horizon",
    "burst": "burst",
    "subject": "subject",
    "camera": "camera",
    "lamp": "lamp",
    "tape": "tape",
    "stand_here": "stand here",
    "movement": "movement",
}
