"""A bag as CSV: name, kind, then a column for every field any kind has. Tables as 1:2;10:50."""

import csv
import io
from collections.abc import Mapping, Sequence
from typing import Any

from patient_owl.core.errors import WrongValue

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
    reader = csv.DictReader(io.StringIO(text.lstrip("\ufeff")))
    missing = [name for name in FIRST if name not in (reader.fieldnames or ())]
    if missing:
        raise WrongValue(
            "header", "columns name and kind", ", ".join(reader.fieldnames or ["none"])
        )
    rows = []
    for number, row in enumerate(reader, 2):
        if None in row:
            raise WrongValue(f"line {number}", "as many cells as the header", "more")
        rows.append({key: _value(cell) for key, cell in row.items() if cell})
    return rows


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, (list, tuple)):
        return ";".join(":".join(f"{number:g}" for number in pair) for pair in value)
    return f"{value!r}" if isinstance(value, float) else str(value)


def _value(cell: str) -> Any:
    if ":" in cell and all(c in "0123456789.eE+-:;" for c in cell):
        return [[float(x) for x in pair.split(":")] for pair in cell.split(";")]
    try:
        return float(cell)
    except ValueError:
        return cell
