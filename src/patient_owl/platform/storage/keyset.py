"""A long list page by page, the latest first: the next page goes on behind the last row shown, so
none is skipped or doubled when rows come and go meanwhile."""

from collections.abc import Callable
from datetime import date, datetime
from typing import Any, NamedTuple
from uuid import UUID

from sqlalchemy import ColumnElement, and_, or_

from patient_owl.core.errors import WrongValue


class Cursor(NamedTuple):
    """at: what the list is ordered by, a day or a moment; row_id settles those of one."""

    at: date
    row_id: UUID

    def __str__(self) -> str:
        at = self.at.replace(tzinfo=None) if isinstance(self.at, datetime) else self.at
        return f"{at.isoformat()}_{self.row_id}"

    def behind(self, at: Any, row_id: Any) -> ColumnElement[bool]:
        """What comes after it by these two columns."""
        return or_(at < self.at, and_(at == self.at, row_id < self.row_id))


def read_cursor(text: str, read: Callable[[str], date]) -> Cursor:
    """WrongValue for what no page said."""
    at, _, row_id = text.partition("_")
    try:
        return Cursor(read(at), UUID(row_id))
    except ValueError as error:
        raise WrongValue("before", "what the page before it said", text) from error
