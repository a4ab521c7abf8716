"""Light painting: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.light_painting.drawing import DRAWING
from patient_owl.core.kinds.light_painting.plan import RECIPE
from patient_owl.core.kinds.light_painting.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
