"""The faces our PDFs are set in, and what they have no letter for."""

from pathlib import Path

from fpdf import FPDF

FACE = "card"
_FONTS = Path(__file__).parent / "fonts"
# The face has no thirds and no arrow.
_SPELT = str.maketrans({"⅓": "\u00a01/3", "⅔": "\u00a02/3", "→": ">", "≥": ">=", "µ": "u"})


def add_faces(pdf: FPDF) -> None:
    """Regular and bold, under FACE."""
    for style, name in (("", "regular"), ("B", "bold")):
        pdf.add_font(FACE, style, str(_FONTS / f"card-{name}.ttf"))


def spelt(text: str) -> str:
    """Text with what the face lacks spelt out."""
    # a third alone needs no gap before it: there is one
    return text.translate(_SPELT).replace(" \u00a0", " ")
