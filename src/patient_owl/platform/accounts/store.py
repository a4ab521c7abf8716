"""Questions about people to the database."""

from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy import bindparam, delete, exists, select
from sqlalchemy.orm import Session

from patient_owl.platform.tables.accounts import House, KnownDevice, SignedInSession, User

DEVICE_KEPT = timedelta(days=400)  # the longest a browser keeps a cookie


def has_house(session: Session) -> bool:
    """Whether anybody has an account here."""
    return bool(session.scalar(select(exists().select_from(House))))


def first_user_id(session: Session) -> UUID | None:
    return session.scalar(select(User.id).order_by(User.created_at_utc, User.id).limit(1))


def user_by_email(session: Session, email: str) -> User | None:
    return session.scalar(select(User).where(User.email == email))


# Asked by every request, so built once: building it costs as much as asking it.
_SESSION_OF = (
    select(SignedInSession, User)
    .join(User, User.id == SignedInSession.user_id)
    .where(
        SignedInSession.token_hash == bindparam("token_hash"),
        SignedInSession.expires_at_utc > bindparam("now_utc"),
    )
)


def session_of(
    session: Session, token_hash: bytes, now_utc: datetime
) -> tuple[SignedInSession, User] | None:
    row = session.execute(_SESSION_OF, {"token_hash": token_hash, "now_utc": now_utc}).first()
    return None if row is None else (row[0], row[1])


def sessions_of(session: Session, user_id: UUID, now_utc: datetime) -> list[SignedInSession]:
    """The newest first."""
    mine = select(SignedInSession).where(
        SignedInSession.user_id == user_id, SignedInSession.expires_at_utc > now_utc
    )
    return list(session.scalars(mine.order_by(SignedInSession.created_at_utc.desc())))


def end_session(session: Session, token_hash: bytes) -> None:
    session.execute(delete(SignedInSession).where(SignedInSession.token_hash == token_hash))


def end_sessions_of(session: Session, user_id: UUID, but: bytes | None = None) -> None:
    """All sessions of somebody, but for one."""
    mine = delete(SignedInSession).where(SignedInSession.user_id == user_id)
    session.execute(mine if but is None else mine.where(SignedInSession.token_hash != but))


def is_known_device(session: Session, token_hash: bytes, email: str) -> bool:
    """Whether somebody signed in to that account with that browser before."""
    query = (
        select(KnownDevice.user_id)
        .join(User, User.id == KnownDevice.user_id)
        .where(KnownDevice.token_hash == token_hash, User.email == email)
    )
    return session.scalar(query) is not None


def know_device(session: Session, token_hash: bytes, user_id: UUID, now_utc: datetime) -> None:
    session.merge(KnownDevice(token_hash=token_hash, user_id=user_id, seen_at_utc=now_utc))


def forget_devices_of(session: Session, user_id: UUID) -> None:
    session.execute(delete(KnownDevice).where(KnownDevice.user_id == user_id))


def sweep(session: Session, now_utc: datetime) -> None:
    """What is over."""
    session.execute(delete(SignedInSession).where(SignedInSession.expires_at_utc <= now_utc))
    session.execute(delete(KnownDevice).where(KnownDevice.seen_at_utc < now_utc - DEVICE_KEPT))
