"""Moving water: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.moving_water.drawing import DRAWING
from patient_owl.core.kinds.moving_water.plan import RECIPE
from patient_owl.core.kinds.moving_water.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
