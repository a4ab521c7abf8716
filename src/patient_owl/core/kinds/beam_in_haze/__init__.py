"""Beam in haze: its plan, what it adds to a computed picture, and its practice scenes."""

from patient_owl.core.kinds._kind import Kind
from patient_owl.core.kinds.beam_in_haze.drawing import DRAWING
from patient_owl.core.kinds.beam_in_haze.plan import RECIPE
from patient_owl.core.kinds.beam_in_haze.scene import SCENES

KIND = Kind(RECIPE, DRAWING, SCENES)
