"""The tables' common ground: base class, column types, identities, and what every row carries."""

from datetime import UTC, datetime
from typing import Any, ClassVar
from uuid import UUID

from sqlalchemy import ColumnElement, DateTime, ForeignKey, Table, Uuid, false
from sqlalchemy.dialects import mysql
from sqlalchemy.engine import Dialect
from sqlalchemy.orm import DeclarativeBase, Mapped, declared_attr, mapped_column
from sqlalchemy.types import TypeDecorator
from uuid6 import uuid7


class UtcDateTime(TypeDecorator[datetime]):
    """Aware UTC in Python, DATETIME(6) in the database; naive values are refused."""

    impl = DateTime
    cache_ok = True

    def load_dialect_impl(self, dialect: Dialect) -> Any:
        return dialect.type_descriptor(mysql.DATETIME(fsp=6))

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:  # noqa: ARG002
        if value is None:
            return None
        if value.tzinfo is None:
            raise ValueError("a moment without a zone cannot be stored")
        return value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:  # noqa: ARG002
        return None if value is None else value.replace(tzinfo=UTC)


class Base(DeclarativeBase):
    type_annotation_map = {  # noqa: RUF012
        datetime: UtcDateTime(),
        UUID: Uuid(),
        float: mysql.DOUBLE(asdecimal=False),
    }


def table_of(model: type[Base]) -> Table:
    """The table behind a class, where rows are read and written without making objects of them."""
    table = model.__table__
    assert isinstance(table, Table)
    return table


def new_id() -> UUID:
    """A time-ordered identity (UUIDv7), so that new rows land at the end of the index."""
    return UUID(int=uuid7().int)


def now_utc() -> datetime:
    return datetime.now(UTC)


class Owned:
    """Columns of everything a photographer keeps: owner, version for edits, undoable delete.

    CALLED: what people are told is missing, or was changed somewhere else.
    """

    CALLED: ClassVar[str]

    id: Mapped[UUID] = mapped_column(primary_key=True, default=new_id)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), index=True)
    version: Mapped[int] = mapped_column(default=1)
    created_at_utc: Mapped[datetime] = mapped_column(default=now_utc)
    changed_at_utc: Mapped[datetime] = mapped_column(default=now_utc, onupdate=now_utc)
    deleted_at_utc: Mapped[datetime | None]

    @classmethod
    def seen_by_helper_of(cls, night_id: UUID) -> ColumnElement[bool]:  # noqa: ARG003
        """Which rows a helper of a night may see: none, unless a table says which."""
        return false()

    @declared_attr.directive
    @classmethod
    def __mapper_args__(cls) -> dict[str, Any]:
        # UPDATE … WHERE version = the one that was read: two writers never overwrite
        return {"version_id_col": cls.__table__.c.version}  # type: ignore[attr-defined]
