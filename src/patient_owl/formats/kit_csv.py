"""A bag as CSV: name, kind, then a column for every field any kind has. Tables as 1:2;10:50."""

import csv
import io
import itertools
from collections.abc import Mapping, Sequence
from typing import Any

from patient_owl.core.errors import WrongValue
from patient_owl.formats.text import cell_of, read_rows, text_of

FIRST = ("name", "kind")
Row = Mapping[str, Any]


def write_kit_csv(rows: Sequence[Row]) -> str:
    """Rows of name, kind and fields as CSV text, one header for all."""
    others = list(dict.fromkeys(key for row in rows for key in row if key not in FIRST))
    out = io.StringIO()
    writer = csv.DictWriter(out, [*FIRST, *others], lineterminator="\r\n")
    writer.writeheader()
    writer.writerows({key: _cell(value) for key, value in row.items()} for row in rows)
    return out.getvalue()


def read_kit_csv(text: str) -> list[dict[str, Any]]:
    """Rows with their filled cells; numbers as numbers. WrongValue names what is missing."""
    rows = read_rows(text)
    header = next(rows, [])
    if any(name not in header for name in FIRST):
        raise WrongValue("header", "columns name and kind", ", ".join(header) or "none")
    things = []
    for number, cells in enumerate(rows, 2):
        if len(cells) > len(header):
            raise WrongValue(f"line {number}", "as many cells as the header", len(cells))
        row = dict(itertools.zip_longest(header, cells, fillvalue=""))
        if any(cells):
            things.append({key: _value(number, key, cell) for key, cell in row.items() if cell})
    return things


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, (list, tuple)):
        return ";".join(":".join(f"{number:g}" for number in pair) for pair in value)
    return f"{value!r}" if isinstance(value, float) else cell_of(str(value))


def _value(line: int, key: str, cell: str) -> Any:
    if key in FIRST:
        return text_of(cell)
    if ":" in cell:
        try:
            return [[float(x) for x in pair.split(":")] for pair in cell.split(";")]
        except ValueError as error:
            raise WrongValue(f"line {line}, {key}", "a table as 1:2;10:50", cell[:40]) from error
    try:
        return float(cell)
    except ValueError:
        return text_of(cell)
