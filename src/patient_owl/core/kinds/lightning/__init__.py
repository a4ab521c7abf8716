"""Lightning: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.lightning.drawing import DRAWING
from patient_owl.core.kinds.lightning.plan import RECIPE
from patient_owl.core.kinds.lightning.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
