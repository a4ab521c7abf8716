"""Nothing but the sky and what stands before it."""

from patient_owl.core.picture.stage import Drawing

DRAWING = Drawing()
