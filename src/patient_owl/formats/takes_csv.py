"""Takes as CSV: a line each, exact values, times with their offset."""

import csv
import io
from collections.abc import Iterable, Iterator, Mapping

from patient_owl.formats.text import cell_of

COLUMNS = (
    "take_id", "started_at", "place", "night", "evening_date", "shot", "discipline", "exposure_s",
    "f_number", "iso", "nd_stops", "frames", "verdicts", "faults", "spots", "role", "is_keeper",
    "rating", "tags", "note", "files",
)  # fmt: skip


def takes_csv(rows: Iterable[Mapping[str, object]]) -> Iterator[bytes]:
    """Line by line, the header first."""
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, lineterminator="\r\n")
    writer.writeheader()
    for row in rows:
        writer.writerow({name: _cell(row[name]) for name in COLUMNS})
        if out.tell() > 65_536:
            yield _taken(out)
    yield _taken(out)


def _taken(out: io.StringIO) -> bytes:
    text = out.getvalue()
    out.seek(0)
    out.truncate()
    return text.encode()


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, float):
        return repr(value)
    if isinstance(value, bool):
        return "yes" if value else "no"
    return cell_of(str(value))
