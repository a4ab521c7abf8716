"""Vehicle trails: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.vehicle_trails.drawing import DRAWING
from patient_owl.core.kinds.vehicle_trails.plan import RECIPE
from patient_owl.core.kinds.vehicle_trails.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
