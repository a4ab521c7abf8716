"""People, their sessions and devices, and tries to sign in."""

from datetime import datetime
from typing import ClassVar
from uuid import UUID

from sqlalchemy import JSON, ForeignKey, Index, SmallInteger, String
from sqlalchemy.dialects.mysql import BINARY
from sqlalchemy.orm import Mapped, mapped_column

from patient_owl.platform.storage.base import Base, new_id, now_utc


class House(Base):
    """One row, once there is an account: of all who try to be the first, one can write it."""

    __tablename__ = "house"

    id: Mapped[int] = mapped_column(SmallInteger, primary_key=True, autoincrement=False)
    opened_at_utc: Mapped[datetime] = mapped_column(default=now_utc)


class User(Base):
    __tablename__ = "users"
    CALLED: ClassVar[str] = "account"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=new_id)
    name: Mapped[str] = mapped_column(String(80))
    # letter for letter: other collations take ä for a
    email: Mapped[str] = mapped_column(String(254, collation="utf8mb4_bin"), unique=True)
    password_hash: Mapped[str] = mapped_column(String(255))
    created_at_utc: Mapped[datetime] = mapped_column(default=now_utc)
    schools: Mapped[dict[str, str]] = mapped_column(JSON, default=dict)
    speech: Mapped[dict[str, str]] = mapped_column(JSON, default=dict)
    version: Mapped[int] = mapped_column(default=1)

    __mapper_args__ = {"version_id_col": version}  # noqa: RUF012  two writers never overwrite


class SignedInSession(Base):
    """A browser that is signed in. Only hashes are stored: a leaked table opens no door.

    device: what the browser says it is, for its owner to tell sessions apart. night_id: of a
    helper, who sees that night alone; device is his name then. has_come: his link was opened.
    """

    __tablename__ = "sessions"
    __table_args__ = (Index("ix_sessions_expires", "expires_at_utc"),)

    token_hash: Mapped[bytes] = mapped_column(BINARY(32), primary_key=True)
    id: Mapped[UUID] = mapped_column(default=new_id, unique=True)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), index=True)
    csrf_token: Mapped[str] = mapped_column(String(64))
    device: Mapped[str] = mapped_column(String(200), default="")
    night_id: Mapped[UUID | None] = mapped_column(ForeignKey("nights.id", ondelete="CASCADE"))
    has_come: Mapped[bool] = mapped_column(default=False)
    created_at_utc: Mapped[datetime] = mapped_column(default=now_utc)
    expires_at_utc: Mapped[datetime]


class KnownDevice(Base):
    """A browser somebody signed in with before; strangers' tries do not slow it."""

    __tablename__ = "known_devices"

    token_hash: Mapped[bytes] = mapped_column(BINARY(32), primary_key=True)
    user_id: Mapped[UUID] = mapped_column(ForeignKey("users.id"), primary_key=True, index=True)
    seen_at_utc: Mapped[datetime] = mapped_column(default=now_utc, index=True)


class SignInTries(Base):
    """How often somebody tried in one stretch of time. who: a hash, of an address or a client."""

    __tablename__ = "sign_in_tries"

    who: Mapped[bytes] = mapped_column(BINARY(32), primary_key=True)
    since_utc: Mapped[datetime] = mapped_column(primary_key=True, index=True)
    tries: Mapped[int]
