"""The tables' common ground: base class, column types, sessions, ownership, versions."""

from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Annotated, Any, TypeVar
from uuid import UUID

from fastapi import Depends, Header, Request, Response
from sqlalchemy import DateTime, Engine, ForeignKey, Uuid, create_engine, select
from sqlalchemy.dialects import mysql
from sqlalchemy.engine import Dialect
from sqlalchemy.orm import (
    DeclarativeBase,
    Mapped,
    Session,
    declared_attr,
    mapped_column,
    sessionmaker,
)
from sqlalchemy.orm.exc import StaleDataError
from sqlalchemy.types import TypeDecorator
from uuid6 import uuid7

from patient_owl.errors import NotFound, Stale, VersionMissing


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


def new_id() -> UUID:
    """A time-ordered identity (UUIDv7), so that new rows land at the end of the index."""
    return UUID(int=uuid7().int)


def now_utc() -> datetime:
    return datetime.now(UTC)


class Owned:
    """Columns of everything a photographer keeps: owner, version for edits, undoable delete."""

    id: Mapped[UUID] = mapped_column(primary_key=True, default=new_id)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), index=True)
    version: Mapped[int] = mapped_column(default=1)
    created_at_utc: Mapped[datetime] = mapped_column(default=now_utc)
    changed_at_utc: Mapped[datetime] = mapped_column(default=now_utc, onupdate=now_utc)
    deleted_at_utc: Mapped[datetime | None]

    @declared_attr.directive
    @classmethod
    def __mapper_args__(cls) -> dict[str, Any]:
        # UPDATE … WHERE version = the one that was read: two writers never overwrite
        return {"version_id_col": cls.__table__.c.version}  # type: ignore[attr-defined]


Row = TypeVar("Row", bound=Owned)


def make_engine(url: str) -> Engine:
    """Loopback connections without TLS (the handshake costs 60–90 ms and hides nothing)."""
    return create_engine(
        url,
        pool_pre_ping=True,
        pool_recycle=3600,
        # no gap locks, and a row another request has just written can be read again
        isolation_level="READ COMMITTED",
        connect_args={
            "ssl_disabled": True,
            "charset": "utf8mb4",
            "init_command": "SET time_zone='+00:00'",
        },
    )


def make_sessions(engine: Engine) -> sessionmaker[Session]:
    return sessionmaker(engine, expire_on_commit=False)


def _session(request: Request) -> Iterator[Session]:
    """One transaction a request: committed when the endpoint returns, else rolled back."""
    with request.app.state.sessions() as session:
        yield session
        session.commit()


# "function": commit before the answer is sent, so that what was acknowledged is kept
DbSession = Annotated[Session, Depends(_session, scope="function")]


def owned(
    session: Session,
    model: type[Row],
    user_id: UUID,
    row_id: UUID,
    kind: str,
    *,
    deleted_too: bool = False,
) -> Row:
    """The user's row; NotFound for everybody else's as for none, and for a deleted one.

    `deleted_too`: for what something kept still stands on, such as the lens of an old shot.
    """
    row = session.get(model, row_id)
    if row is None or row.user_id != user_id:
        raise NotFound(kind)
    if row.deleted_at_utc is not None and not deleted_too:
        raise NotFound(kind)
    return row


def owned_rows(session: Session, model: type[Row], user_id: UUID, *where: Any) -> list[Row]:
    """All of the user's rows that are not deleted, oldest first."""
    query = (
        select(model)
        .where(model.user_id == user_id, model.deleted_at_utc.is_(None), *where)
        .order_by(model.created_at_utc, model.id)
    )
    return list(session.scalars(query))


def flush(session: Session, row: Owned, kind: str) -> None:
    """Write now; a version that moved meanwhile becomes Stale."""
    version = row.version
    try:
        session.flush()
    except StaleDataError as error:
        session.rollback()
        raise Stale(kind, version) from error


def expected_version(if_match: Annotated[str | None, Header()] = None) -> int:
    if if_match is None:
        raise VersionMissing()
    digits = if_match.strip().removeprefix("W/").strip('"').removeprefix("v")
    return int(digits) if digits.isdecimal() and len(digits) < 10 else -1


ExpectedVersion = Annotated[int, Depends(expected_version)]


def check_version(row: Owned, expected: int, kind: str) -> None:
    if row.version != expected:
        raise Stale(kind, row.version)


def tag(response: Response, row: Owned) -> None:
    """Tell the client which version it now holds."""
    response.headers["ETag"] = f'"v{row.version}"'
