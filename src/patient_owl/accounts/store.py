"""Questions about people to the database."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, exists, func, select
from sqlalchemy.orm import Session

from patient_owl.accounts.models import SignedInSession, SignInFailure, User


def has_users(session: Session) -> bool:
    return bool(session.scalar(select(exists().select_from(User))))


def user_by_email(session: Session, email: str) -> User | None:
    return session.scalar(select(User).where(User.email == email))


def session_of(
    session: Session, token_hash: bytes, now_utc: datetime
) -> tuple[SignedInSession, User] | None:
    row = session.execute(
        select(SignedInSession, User)
        .join(User, User.id == SignedInSession.user_id)
        .where(SignedInSession.token_hash == token_hash, SignedInSession.expires_at_utc > now_utc)
    ).first()
    return None if row is None else (row[0], row[1])


def end_session(session: Session, token_hash: bytes) -> None:
    session.execute(delete(SignedInSession).where(SignedInSession.token_hash == token_hash))


def end_sessions_of(session: Session, user_id: UUID) -> None:
    session.execute(delete(SignedInSession).where(SignedInSession.user_id == user_id))


def failures_since(session: Session, who: str, since_utc: datetime) -> int:
    query = select(func.count()).where(SignInFailure.who == who, SignInFailure.at_utc > since_utc)
    return session.scalar(query) or 0


def forget_failures(session: Session, who: str, before_utc: datetime) -> None:
    session.execute(
        delete(SignInFailure).where(SignInFailure.who == who, SignInFailure.at_utc <= before_utc)
    )
