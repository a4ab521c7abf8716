"""Whose a row is, and which version of it is edited."""

from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session
from sqlalchemy.orm.exc import StaleDataError

from patient_owl.errors import NotFound, Stale
from patient_owl.storage.base import Owned

Row = TypeVar("Row", bound=Owned)


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


def owned_rows(
    session: Session, model: type[Row], user_id: UUID, *where: Any, deleted_too: bool = False
) -> list[Row]:
    """All of the user's rows that are not deleted, oldest first."""
    query = select(model).where(model.user_id == user_id, *where)
    if not deleted_too:
        query = query.where(model.deleted_at_utc.is_(None))
    return list(session.scalars(query.order_by(model.created_at_utc, model.id)))


def flush(session: Session, row: Owned, kind: str) -> None:
    """Write now; a version that moved meanwhile becomes Stale."""
    version = row.version
    try:
        session.flush()
    except StaleDataError as error:
        session.rollback()
        raise Stale(kind, version) from error


def check_version(row: Owned, expected: int, kind: str) -> None:
    if row.version != expected:
        raise Stale(kind, row.version)
