"""Spun light: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.spun_light.drawing import DRAWING
from patient_owl.core.kinds.spun_light.plan import RECIPE
from patient_owl.core.kinds.spun_light.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
