"""Stars over foreground: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.stars_over_foreground.drawing import DRAWING
from patient_owl.core.kinds.stars_over_foreground.plan import RECIPE
from patient_owl.core.kinds.stars_over_foreground.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
