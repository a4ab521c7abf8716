"""The ends of a picture drawn for laying over it: burnt out and black."""

import io

import numpy as np
from PIL import Image

from patient_owl.core.exposure.reading import ends_of
from patient_owl.formats.photo_files.read import levels_of

BURNT_RGBA = (255, 64, 32, 255)
BLACK_RGBA = (64, 128, 255, 255)


def ends_png(look: bytes) -> bytes:
    """look: JPEG."""
    burnt, black = ends_of(levels_of(look))
    drawn = np.zeros((*burnt.shape, 4), dtype=np.uint8)
    drawn[burnt], drawn[black] = BURNT_RGBA, BLACK_RGBA
    out = io.BytesIO()
    Image.fromarray(drawn).quantize(4).save(out, "PNG")
    return out.getvalue()
