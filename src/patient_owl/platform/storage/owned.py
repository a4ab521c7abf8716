"""Ownership checks for database rows, and edits over the version that was read."""

from collections.abc import Callable, Mapping
from contextvars import ContextVar
from typing import Any, ClassVar, Protocol, TypeVar
from uuid import UUID

from sqlalchemy import ColumnElement, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from patient_owl.platform.storage.base import Owned
from patient_owl.ports.errors import NotFound, Stale

Row = TypeVar("Row", bound=Owned)

ANY_VERSION = 0  # rows begin at 1


# The one night a helper sees; None for whoever the rows are.
_ONLY_NIGHT: ContextVar[UUID | None] = ContextVar("only_night", default=None)


def see_only_night(night_id: UUID) -> None:
    """From now on, for this request alone, nothing of another night is found."""
    _ONLY_NIGHT.set(night_id)


def sees_only_one_night() -> bool:
    """Whether whoever asks is a helper."""
    return _ONLY_NIGHT.get() is not None


def _visible(model: type[Owned]) -> tuple[ColumnElement[bool], ...]:
    """What a query must ask besides: nothing for an owner, for a helper what the table shows."""
    night_id = _ONLY_NIGHT.get()
    return () if night_id is None else (model.seen_by_helper_of(night_id),)


class Versioned(Protocol):
    """A row that is edited only over the version that was read."""

    CALLED: ClassVar[str]

    @property
    def version(self) -> Any: ...


def owned(session: Session, model: type[Row], user_id: UUID, row_id: UUID) -> Row:
    """The user's row; NotFound for everybody else's as for none, and for a deleted one."""
    if sees_only_one_night():
        row = session.scalar(select(model).where(model.id == row_id, *_visible(model)))
    else:
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
    query = select(model).where(model.user_id == user_id, *_visible(model), *where)
    if not deleted_too:
        query = query.where(model.deleted_at_utc.is_(None))
    return list(session.scalars(query.order_by(model.created_at_utc, model.id)))


def kept_once(
    session: Session, model: type[Row], row_id: UUID, make: Callable[[], Row]
) -> tuple[Row, bool]:
    """The row under an identity its device gave it, made where there is none; True when it is new.
    Whose it is, is for whoever asks."""
    row = session.get(model, row_id)
    if row is not None:
        return row, False
    row = make()
    try:
        with session.begin_nested():
            session.add(row)
        return row, True
    except IntegrityError:
        # the same arrived a moment earlier by another request
        return session.get_one(model, row_id, populate_existing=True), False


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
    session.flush()  # a version that moved meanwhile is StaleDataError, answered as Stale is
    return row


def check_version(row: Versioned, expected: int) -> None:
    """Stale unless the row is at the version that was read, or any will do."""
    if expected not in (ANY_VERSION, row.version):
        raise Stale(row.CALLED)
