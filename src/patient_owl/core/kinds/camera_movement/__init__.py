"""Camera movement: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.camera_movement.drawing import DRAWING
from patient_owl.core.kinds.camera_movement.plan import RECIPE
from patient_owl.core.kinds.camera_movement.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
