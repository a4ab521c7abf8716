"""People, their sessions, and failed sign-ins."""

from datetime import datetime
from uuid import UUID

from sqlalchemy import JSON, ForeignKey, Index, String
from sqlalchemy.dialects.mysql import BINARY
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.storage.base import Base, new_id, now_utc


class User(Base):
    __tablename__ = "users"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=new_id)
    name: Mapped[str] = mapped_column(String(80))
    email: Mapped[str] = mapped_column(String(254), unique=True)
    password_hash: Mapped[str] = mapped_column(String(255))
    created_at_utc: Mapped[datetime] = mapped_column(default=now_utc)
    schools: Mapped[dict[str, str]] = mapped_column(JSON, default=dict)


class SignedInSession(Base):
    """A browser that is signed in. Only hashes are stored: a leaked table opens no door."""

    __tablename__ = "sessions"

    token_hash: Mapped[bytes] = mapped_column(BINARY(32), primary_key=True)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), index=True)
    csrf_token: Mapped[str] = mapped_column(String(64))
    created_at_utc: Mapped[datetime] = mapped_column(default=now_utc)
    expires_at_utc: Mapped[datetime]


class SignInFailure(Base):
    """One failed try, kept as long as it counts."""

    __tablename__ = "sign_in_failures"
    __table_args__ = (Index("ix_sign_in_failures_who", "who", "at_utc"),)

    id: Mapped[UUID] = mapped_column(primary_key=True, default=new_id)
    who: Mapped[str] = mapped_column(String(254))
    at_utc: Mapped[datetime] = mapped_column(default=now_utc)
