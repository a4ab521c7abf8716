"""Rows as JSON and back, column by column: exactly what was stored, nothing that could not be."""

import base64
import json
import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from datetime import UTC, date, datetime
from typing import Any
from uuid import UUID

from sqlalchemy import Column, LargeBinary, Table, insert, select
from sqlalchemy.orm import Session
from sqlalchemy.types import JSON, Boolean, Date, DateTime, Float, Integer, String, Text, Uuid

from patient_owl.core.errors import WrongValue
from patient_owl.platform.storage.base import UtcDateTime

ROWS_AT_ONCE = 500
LARGEST_TEXT = 65_535  # bytes of a TEXT column


def is_binary(column: Column[Any]) -> bool:
    return isinstance(column.type, LargeBinary) or column.type.__class__.__name__ in (
        "MEDIUMBLOB",
        "BINARY",
    )


def written(value: Any) -> Any:
    """A stored value as JSON has it."""
    if isinstance(value, UUID):
        return str(value)
    if isinstance(value, datetime):
        return value.isoformat()
    if isinstance(value, date):
        return value.isoformat()
    if isinstance(value, bytes):
        return base64.b64encode(value).decode()
    return value


def rows_of(session: Session, table: Table, *where: Any) -> Iterator[dict[str, Any]]:
    """As JSON has them, by their keys; large columns of bytes left out."""
    columns = [column for column in table.c if not is_large(column)]
    query = select(*columns).where(*where).order_by(*table.primary_key.columns)
    for row in session.execute(query).yield_per(ROWS_AT_ONCE):
        yield {column.name: written(value) for column, value in zip(columns, row, strict=True)}


def is_large(column: Column[Any]) -> bool:
    """Bytes that are files of their own in an archive: pictures."""
    return is_binary(column) and getattr(column.type, "length", None) is None


def put_rows(session: Session, table: Table, rows: Sequence[Mapping[str, Any]]) -> None:
    """New rows, exactly as they were, versions and moments too."""
    for at in range(0, len(rows), ROWS_AT_ONCE):
        session.execute(insert(table), rows[at : at + ROWS_AT_ONCE])


def read_row(table: Table, row: Any, where: str) -> dict[str, Any]:
    """A row as the table stores it; WrongValue names the place and the column that cannot be."""
    if not isinstance(row, dict):
        raise WrongValue(where, "an object with the table's columns", type(row).__name__)
    values: dict[str, Any] = {}
    for column in table.c:
        if is_large(column):
            continue
        if column.name not in row:
            raise WrongValue(f"{where}, {column.name}", "a value", "none")
        value = row[column.name]
        if value is None:
            if not column.nullable:
                raise WrongValue(f"{where}, {column.name}", "a value", "none")
            values[column.name] = None
            continue
        try:
            values[column.name] = _read(column, value)
        except (TypeError, ValueError, OverflowError) as error:
            kind = type(column.type).__name__
            raise WrongValue(f"{where}, {column.name}", kind, str(value)[:60]) from error
    return values


def _read(column: Column[Any], value: Any) -> Any:
    kind = column.type
    for accepted, read in _READERS:
        if isinstance(kind, accepted):
            return read(value, kind)
    if is_binary(column):
        content = base64.b64decode(value, validate=True)
        if len(content) > int(getattr(kind, "length", None) or 0):
            raise ValueError("longer than the column")
        return content
    raise TypeError(kind)


def _text(value: Any, kind: Any) -> str:
    if not isinstance(value, str) or len(value.encode()) > LARGEST_TEXT:
        raise TypeError(value)
    if kind.length is not None and len(value) > kind.length:
        raise ValueError("longer than the column")
    return value


def _whole(value: Any, _: Any) -> int:
    if isinstance(value, bool) or not isinstance(value, int) or abs(value) >= 2**31:
        raise TypeError(value)
    return value


def _number(value: Any, _: Any) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        raise TypeError(value)
    return float(value)


def _yes(value: Any, _: Any) -> bool:
    if not isinstance(value, bool):
        raise TypeError(value)
    return value


def _moment(value: Any, _: Any) -> datetime:
    moment = datetime.fromisoformat(value)
    if moment.tzinfo is None:
        raise ValueError("a moment without a zone")
    return moment.astimezone(UTC)


def _clock(value: Any, _: Any) -> datetime:
    moment = datetime.fromisoformat(value)
    if moment.tzinfo is not None:
        raise ValueError("a camera's clock has no zone")
    return moment


def _json(value: Any, _: Any) -> Any:
    json.dumps(value, allow_nan=False)
    return value


# By the kind of a column, the more special first.
_READERS: tuple[tuple[type, Callable[[Any, Any], Any]], ...] = (
    (UtcDateTime, _moment),
    (DateTime, _clock),
    (Date, lambda value, _: date.fromisoformat(value)),
    (Uuid, lambda value, _: UUID(value)),
    (JSON, _json),
    (Boolean, _yes),
    (Integer, _whole),
    (Float, _number),
    (Text, _text),
    (String, _text),
)


def row_schema(table: Table) -> dict[str, Any]:
    """What a row of a table is as JSON, in JSON Schema."""
    columns = [column for column in table.c if not is_large(column)]
    return {
        "type": "object",
        "properties": {column.name: _column_schema(column) for column in columns},
        "required": [column.name for column in columns],
        "additionalProperties": False,
    }


def _column_schema(column: Column[Any]) -> dict[str, Any]:
    kind = column.type
    said: dict[str, Any] = next(
        (dict(schema) for accepted, schema in _SCHEMAS if isinstance(kind, accepted)),
        {"type": "string", "contentEncoding": "base64"},
    )
    length = getattr(kind, "length", None)
    if said.get("type") == "string" and "format" not in said and length and not is_binary(column):
        said["maxLength"] = length
    if column.nullable and "type" in said:
        said["type"] = [said["type"], "null"]
    return said


_SCHEMAS: tuple[tuple[type, Mapping[str, str]], ...] = (
    (UtcDateTime, {"type": "string", "format": "date-time"}),
    (DateTime, {"type": "string", "description": "a local time without a zone"}),
    (Date, {"type": "string", "format": "date"}),
    (Uuid, {"type": "string", "format": "uuid"}),
    (JSON, {}),
    (Boolean, {"type": "boolean"}),
    (Integer, {"type": "integer"}),
    (Float, {"type": "number"}),
    (Text, {"type": "string"}),
    (String, {"type": "string"}),
)
