"""A stroke sheet in words."""

from collections.abc import Mapping

from patient_owl.core.strokes.sheet import COVER_S, Sheet
from patient_owl.words.field_words import FieldWords
from patient_owl.words.quantities import duration, metres, number, plural, speed

QUESTIONS: Mapping[str, FieldWords] = {
    "text": FieldWords("Words", "", "Or draw, or read a file."),
    "height_m": FieldWords("This high", "m", "A capital, or the whole drawing."),
}


def sheet_lines(sheet: Sheet) -> list[str]:
    """What stands over the drawing."""
    return [
        f"{len(sheet.strokes)} stroke{plural(len(sheet.strokes))}, {duration(sheet.total_s)} at {speed(sheet.pace_m_s)}; "
        f"{metres(sheet.width_m)} wide, {metres(sheet.height_m)} high.",
        f"Each number: where a stroke begins, and at which second. Dashes: light covered, "
        f"{number(COVER_S)} s and the way.",
    ]
