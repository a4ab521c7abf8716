"""Text files as they come: decoded, plain, and read no deeper than a file of ours could be."""

import csv
import io
import json
import math
from collections.abc import Iterator
from typing import Any

from patient_owl.core.errors import WrongValue
from patient_owl.ports.fields import MOST_DEPTH, plain, plain_text

# A spreadsheet takes a cell that begins with one of these for a formula. [owasp-csv]
_FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r", "'")


def decoded(content: bytes, wanted: str) -> str:
    """The text of a file in UTF-8, plain; WrongValue names what is wanted."""
    try:
        return plain_text(content.decode("utf-8-sig")).lstrip("\ufeff")
    except UnicodeDecodeError as error:
        raise WrongValue("file", f"{wanted} in UTF-8", "something else") from error


def read_json(text: str, wanted: str) -> Any:
    """A JSON text's value: finite numbers, plain text, bounded depth; else WrongValue."""
    try:
        return plain(json.loads(text, parse_constant=_no_number, parse_int=_whole))
    except RecursionError as error:
        raise WrongValue("file", f"{wanted} of at most {MOST_DEPTH} levels", "more") from error
    except ValueError as error:
        raise WrongValue("file", wanted, str(error)[:60]) from error


def _no_number(name: str) -> float:
    raise ValueError(f"{name} is no number")


def _whole(digits: str) -> float:
    """An int, or a float where it has more digits than any quantity of ours."""
    number = float(digits)
    if not math.isfinite(number):
        raise ValueError("a number of too many digits")
    return int(digits) if len(digits) < 18 else number


def read_rows(text: str, delimiter: str = ",") -> Iterator[list[str]]:
    """The rows of a CSV text; WrongValue where it is none."""
    try:
        yield from csv.reader(io.StringIO(text), delimiter=delimiter)
    except csv.Error as error:
        raise WrongValue("file", "CSV", str(error)[:60]) from error


def cell_of(text: str) -> str:
    """Text as a cell that no spreadsheet takes for a formula; text_of reads it back."""
    return f"'{text}" if text.startswith(_FORMULA_STARTS) else text


def text_of(cell: str) -> str:
    """The text a cell was written from."""
    return cell[1:] if cell.startswith("'") and cell[1:].startswith(_FORMULA_STARTS) else cell
