"""Words as single lines, by public stroke lettering. [hershey1967]"""

import json
import unicodedata
from pathlib import Path
from typing import NamedTuple

from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept

CAPITAL = 21.0  # units high, in the table
MOST_LETTERS = 60  # nobody writes more into one exposure; common practice

Point = tuple[float, float]
Line = tuple[Point, ...]


class Letter(NamedTuple):
    """width: to where the next one begins. lines: each drawn in one go, x right and y up."""

    width: float
    lines: tuple[Line, ...]


@kept(most=1, mb=1)
def _table() -> dict[str, Letter]:
    file = Path(__file__).parent.parent / "tables" / "letters.json"
    return {
        key: Letter(
            letter["width"], tuple(tuple((x, y) for x, y in line) for line in letter["strokes"])
        )
        for key, letter in json.loads(file.read_text()).items()
    }


def letters_of(text: str) -> list[tuple[str, Letter]]:
    """Each letter of a text with its lines; accents are left off. WrongValue for what has none."""
    if len(text) > MOST_LETTERS:
        raise WrongValue("text", f"at most {MOST_LETTERS} letters", f"{len(text)} letters")
    plain = [c for c in unicodedata.normalize("NFD", text) if not unicodedata.combining(c)]
    table = _table()
    unknown = sorted({c for c in plain if c not in table})
    if unknown:
        raise WrongValue("text", "Latin letters, figures and signs", " ".join(unknown))
    return [(c, table[c]) for c in plain]
