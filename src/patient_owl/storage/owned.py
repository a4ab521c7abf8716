"""Whose a row is, and which version of it is edited."""

from collections.abc import Mapping
from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session
from sqlalchemy.orm.exc import StaleDataError

from patient_owl.errors import NotFound, Stale
from patient_owl.storage.base import Owned

Row = TypeVar("Row", bound=Owned)


def owned(session: Session, model: type[Row], user_id: UUID, row_id: UUID) -> Row:
    """The user's row; NotFound for everybody else's as for none, and for a deleted one."""
    row = session.get(model, row_id)
    if row is None or row.user_id != user_id or row.deleted_at_utc is not None:
        raise NotFound(model.CALLED)
    return row


def owned_rows(
    session: Session, model: type[Row], user_id: UUID, *where: Any, deleted_too: bool = False
) -> list[Row]:
    """All of the user's rows that are not deleted, oldest first.

    `deleted_too`: for what something kept still stands on, such as the lens of an old shot.
    """
    query = select(model).where(model.user_id == user_id, *where)
    if not deleted_too:
        query = query.where(model.deleted_at_utc.is_(None))
    return list(session.scalars(query.order_by(model.created_at_utc, model.id)))


def added(session: Session, row: Row) -> Row:
    """A new row, written now."""
    session.add(row)
    session.flush()
    return row


def changed(session: Session, row: Row, version: int, columns: Mapping[str, object]) -> Row:
    """The row with other values, written over the version that was read; Stale over any other."""
    check_version(row, version)
    for name, value in columns.items():
        setattr(row, name, value)
    flush(session, row)
    return row


def flush(session: Session, row: Owned) -> None:
    """Write now; a version that moved meanwhile becomes Stale."""
    version = row.version
    try:
        session.flush()
    except StaleDataError as error:
        session.rollback()
        raise Stale(row.CALLED, version) from error


def check_version(row: Owned, expected: int) -> None:
    if row.version != expected:
        raise Stale(row.CALLED, row.version)
