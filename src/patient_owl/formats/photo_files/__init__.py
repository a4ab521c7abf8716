"""Pictures in: what a file says of itself, its pixels made small, and which stretches of it that
takes. A raw file of forty megabytes is read from its head and the preview it carries inside."""

from patient_owl.formats.photo_files.partial_file import NotHere, Pieces
from patient_owl.formats.photo_files.read import (
    MOST_BYTES,
    PhotoFile,
    levels_of,
    light_of,
    pixels_of,
    read_picture,
)

__all__ = [
    "MOST_BYTES",
    "NotHere",
    "PhotoFile",
    "Pieces",
    "levels_of",
    "light_of",
    "pixels_of",
    "read_picture",
]
