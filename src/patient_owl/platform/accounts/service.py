"""Creating accounts, signing in and out, and knowing who asks.

Hashing a password takes a core for a while, so it is done between two transactions, never in one.
"""

import hashlib
import hmac
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from patient_owl.platform.accounts import store, tries
from patient_owl.platform.accounts.passwords import check_strength, hashed
from patient_owl.platform.accounts.schemas import (
    AccountCreate,
    NewPassword,
    SessionListed,
    SpeechIn,
    SpeechOut,
)
from patient_owl.platform.questions import OptionOut, ShownOut
from patient_owl.platform.tables.accounts import House, SignedInSession, User
from patient_owl.ports.errors import NotFound, NotSignedIn, Refused, WrongState
from patient_owl.words.devices import device_text
from patient_owl.words.speech import CHOICES, NAMES, PLAIN, QUESTIONS, Speech, speak, units

MOST_DEVICE_LETTERS = 200


@dataclass(frozen=True)
class Opened:
    """A session just opened: the secrets for the cookies, and its row."""

    token: str
    device_token: str
    row: SignedInSession
    user: User


def checked(request: AccountCreate) -> AccountCreate:
    """WrongValue where its password is guessed soon."""
    check_strength(request.password, request.name, request.email)
    return request


def create_account(session: Session, request: AccountCreate, password_hash: str) -> User:
    user = User(name=request.name, email=request.email, password_hash=password_hash)
    session.add(user)
    try:
        session.flush()
    except IntegrityError as error:
        session.rollback()
        raise WrongState("There is an account with this address already.") from error
    if not store.has_house(session):
        session.add(House(id=1))
    return user


def create_first_account(session: Session, request: AccountCreate, password_hash: str) -> User:
    """Only while the house is empty; later ones are made by its owner with `./owl account`."""
    try:
        session.add(House(id=1))
        session.flush()  # of many at once one gets through
    except IntegrityError as error:
        session.rollback()
        raise taken() from error
    return create_account(session, request, password_hash)


def check_first(session: Session, user: User) -> None:
    """Refused for everybody but who came first: the house is theirs."""
    if store.first_user_id(session) != user.id:
        raise Refused("Whoever has the first account here can add another.")


def taken() -> Refused:
    return Refused(
        "This Patient Owl has its first account already. "
        "Whoever has that can add yours on the page Account; whoever runs it, with: ./owl account"
    )


def make_account(session: Session, request: AccountCreate) -> User:
    """An account at the machine itself."""
    return create_account(session, request, hashed(checked(request).password))


def reset_password(session: Session, request: NewPassword) -> None:
    """Another password for an account whose owner forgot it, given at the machine itself."""
    user = store.user_by_email(session, request.email)
    if user is None:
        raise NotFound("account")
    check_strength(request.password, user.name, user.email)
    change_password(session, user.id, hashed(request.password), None)


def begin_sign_in(session: Session, tried: tries.Try, now_utc: datetime) -> str | None:
    """Count the try, and answer the hash to hold the password against; None of an unknown one."""
    tries.count(session, tried, now_utc)
    user = store.user_by_email(session, tried.email)
    return user.password_hash if user else None


def finish_sign_in(session: Session, tried: tries.Try, is_right: bool, now_utc: datetime) -> User:
    """The user, or NotSignedIn without saying whether address or password was wrong."""
    user = store.user_by_email(session, tried.email) if is_right else None
    if user is None:
        raise NotSignedIn("Address and password do not fit together.")
    tries.forget(session, tried)
    tries.sweep(session, now_utc)
    store.sweep(session, now_utc)
    return user


def change_password(session: Session, user_id: UUID, password_hash: str, but: bytes | None) -> None:
    """Another password; every other session ends, and no device is known any more."""
    session.get_one(User, user_id).password_hash = password_hash
    store.end_sessions_of(session, user_id, but)
    store.forget_devices_of(session, user_id)


def open_session(
    session: Session, user: User, now_utc: datetime, days: int, device: str, known: str | None
) -> Opened:
    """known: the token of a browser that was here before."""
    token, device_token = secrets.token_urlsafe(32), known or secrets.token_urlsafe(32)
    row = SignedInSession(
        token_hash=token_hash(token),
        user_id=user.id,
        csrf_token=secrets.token_urlsafe(24),
        device=device[:MOST_DEVICE_LETTERS],
        created_at_utc=now_utc,
        expires_at_utc=now_utc + timedelta(days=days),
    )
    session.add(row)
    store.know_device(session, token_hash(device_token), user.id, now_utc)
    return Opened(token, device_token, row, user)


def sessions_out(
    session: Session, user: User, token: str | None, now_utc: datetime
) -> list[SessionListed]:
    mine = token_hash(token or "")
    return [
        SessionListed(
            id=row.id,
            device=device_text(row.device) if row.night_id is None else f"Helper {row.device}",
            created_at_utc=row.created_at_utc,
            expires_at_utc=row.expires_at_utc,
            is_this=row.token_hash == mine,
        )
        for row in store.sessions_of(session, user.id, now_utc)
    ]


def end_one(session: Session, user: User, session_id: UUID, now_utc: datetime) -> None:
    for row in store.sessions_of(session, user.id, now_utc):
        if row.id == session_id:
            session.delete(row)
            return
    raise NotFound("session")


def speech_of(user: User) -> Speech:
    """How somebody wants to be spoken to; what was never said is as it is for everybody."""
    return Speech(**user.speech)  # type: ignore[arg-type]


def units_of(user: User | None) -> dict[str, ShownOut]:
    """For the page's own figures."""
    speak(speech_of(user) if user else PLAIN)
    return {unit: ShownOut(**shown._asdict()) for unit, shown in units().items()}


def speak_otherwise(session: Session, user: User, chosen: SpeechIn) -> None:
    user.speech = {**user.speech, **chosen.model_dump(exclude_none=True)}
    session.flush()
    speak(speech_of(user))


def speech_out(user: User) -> list[SpeechOut]:
    now = speech_of(user)
    return [
        SpeechOut(
            key=key,
            label=QUESTIONS[key],
            picked=getattr(now, key),
            choices=[OptionOut(key=choice, label=NAMES[choice]) for choice in choices],
        )
        for key, choices in CHOICES.items()
    ]


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
