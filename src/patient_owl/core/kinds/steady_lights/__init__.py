"""Steady lights: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.steady_lights.drawing import DRAWING
from patient_owl.core.kinds.steady_lights.plan import RECIPE
from patient_owl.core.kinds.steady_lights.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
