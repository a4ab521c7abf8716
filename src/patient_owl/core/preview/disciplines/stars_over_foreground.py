"""Nothing but the sky and what stands before it."""

from patient_owl.core.preview.stage import Drawing

DRAWING = Drawing()
