"""Creating accounts, signing in and out, and knowing who asks."""

import hashlib
import hmac
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

from pwdlib import PasswordHash
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from patient_owl.accounts import store
from patient_owl.accounts.models import SignedInSession, SignInFailure, User
from patient_owl.accounts.schemas import AccountCreate, SignIn
from patient_owl.errors import Conflict, NotSignedIn, Refused, TooMany

_hasher = PasswordHash.recommended()  # Argon2id with the library's current parameters
_DUMMY_HASH = _hasher.hash("nobody's password")  # so that an unknown address takes as long

# Guessing is slowed, a forgetful owner is not locked out for the night.
TRIES = 5
TRY_WINDOW = timedelta(minutes=5)


@dataclass(frozen=True)
class Opened:
    """A session just opened: the secret for the cookie, and its row."""

    token: str
    row: SignedInSession
    user: User


def create_account(session: Session, request: AccountCreate) -> User:
    user = User(
        name=request.name, email=request.email, password_hash=_hasher.hash(request.password)
    )
    session.add(user)
    try:
        session.flush()
    except IntegrityError as error:
        session.rollback()
        raise Conflict("There is an account with this address already.") from error
    return user


def create_first_account(session: Session, request: AccountCreate) -> User:
    """Only while the house is empty; later ones are made by its owner with `./owl account`."""
    if store.has_users(session):
        raise Refused(
            "This Patient Owl has its first account already. "
            "Whoever runs it can add yours with: ./owl account"
        )
    return create_account(session, request)


def sign_in(session: Session, request: SignIn, now_utc: datetime) -> User:
    """The user, or NotSignedIn without saying whether address or password was wrong."""
    since_utc = now_utc - TRY_WINDOW
    if store.failures_since(session, request.email, since_utc) >= TRIES:
        raise TooMany(int(TRY_WINDOW.total_seconds()))
    user = store.user_by_email(session, request.email)
    right = _hasher.verify(request.password, user.password_hash if user else _DUMMY_HASH)
    if user is None or not right:
        session.add(SignInFailure(who=request.email, at_utc=now_utc))
        session.commit()  # the failure must count although the request fails
        raise NotSignedIn("Address and password do not fit together.")
    store.forget_failures(session, request.email, now_utc)
    return user


def open_session(session: Session, user: User, now_utc: datetime, days: int) -> Opened:
    token = secrets.token_urlsafe(32)
    row = SignedInSession(
        token_hash=token_hash(token),
        user_id=user.id,
        csrf_token=secrets.token_urlsafe(24),
        created_at_utc=now_utc,
        expires_at_utc=now_utc + timedelta(days=days),
    )
    session.add(row)
    return Opened(token, row, user)


def token_hash(token: str) -> bytes:
    return hashlib.sha256(token.encode()).digest()


def who(
    session: Session, token: str | None, now_utc: datetime
) -> tuple[SignedInSession, User] | None:
    return store.session_of(session, token_hash(token), now_utc) if token else None


def check_csrf(row: SignedInSession, sent: str | None) -> None:
    """A change must carry the token only our own page can read."""
    if sent is None or not hmac.compare_digest(row.csrf_token.encode(), sent.encode()):
        raise Refused("This change did not come from our own page. Reload and try again.")
