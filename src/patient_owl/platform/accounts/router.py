"""Entering and leaving."""

from collections.abc import Callable
from datetime import timedelta
from functools import partial
from typing import TypeVar
from uuid import UUID

from fastapi import APIRouter, Request, Response
from sqlalchemy.orm import Session

from patient_owl.core.errors import WrongValue
from patient_owl.platform.accounts import service, store
from patient_owl.platform.accounts.current import COOKIE, CurrentUser, SessionToken, admitted
from patient_owl.platform.accounts.passwords import check_strength, hashed, is_right
from patient_owl.platform.accounts.schemas import (
    AccountCreate,
    HelpsOut,
    PasswordChange,
    SessionListed,
    SessionOut,
    SignIn,
    SpeechIn,
    SpeechOut,
    UserOut,
)
from patient_owl.platform.accounts.tries import Try
from patient_owl.platform.http.pools import ENTRANCE, HASHING
from patient_owl.platform.http.request import DbSession, new_router
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.storage.sessions import in_transaction
from patient_owl.platform.tables.accounts import SignedInSession, User
from patient_owl.ports.errors import Refused
from patient_owl.ports.settings import AppSettings

router = new_router(tags=["accounts"])
# What hashes a password works in several transactions, with none open while it hashes.
hashing = APIRouter(tags=["accounts"])

DEMO_EMAIL = "ida@vellamark.invalid"
DEMO_DAYS = 1
DEVICE_COOKIE = "owl_device"
DEVICE_PATH = "/api/v1/session"

Done = TypeVar("Done")


async def _done(request: Request, work: Callable[[Session], Done]) -> Done:
    return await ENTRANCE.run(lambda: in_transaction(request.app.state.sessions, work))


def _settings(request: Request) -> AppSettings:
    settings: AppSettings = request.app.state.settings
    return settings


def _open(request: Request, user: User, days: int, session: Session) -> service.Opened:
    device = request.headers.get("user-agent", "")
    known = request.cookies.get(DEVICE_COOKIE)
    return service.open_session(session, user, now_utc(), days, device, known)


def entered(
    request: Request, response: Response, opened: service.Opened, kept: timedelta
) -> SessionOut:
    """The cookies of a session just opened, and who is signed in by it."""
    settings = _settings(request)
    for name, value, path, age in (
        (COOKIE, opened.token, "/", kept),
        (DEVICE_COOKIE, opened.device_token, DEVICE_PATH, store.DEVICE_KEPT),
    ):
        if not value:
            continue  # a helper's phone is no device of the account
        response.set_cookie(
            name,
            value,
            max_age=int(age.total_seconds()),
            httponly=True,
            samesite="strict",
            secure=settings.secure_cookies,
            path=path,
        )
    return _session_out(request, opened.row, opened.user)


def _session_out(request: Request, row: SignedInSession, user: User) -> SessionOut:
    user_out = UserOut.model_validate(user)
    if row.night_id is not None:
        user_out.email = ""  # a helper knows whose night it is, and no address
    return SessionOut(
        user=user_out,
        csrf_token=row.csrf_token,
        is_demo=_settings(request).demo,
        may_create_account=False,
        units=service.units_of(user),
        helps=None if row.night_id is None else HelpsOut(night_id=row.night_id, name=row.device),
    )


@router.get("/session")
def get_session(request: Request, session: DbSession, token: SessionToken = None) -> SessionOut:
    """Who is signed in, and what the entrance offers."""
    signed_in = service.who(session, token, now_utc())
    if signed_in:
        return _session_out(request, *signed_in)
    return SessionOut(
        user=None,
        csrf_token=None,
        is_demo=_settings(request).demo,
        may_create_account=not store.has_house(session),
        units=service.units_of(None),
    )


@hashing.post("/accounts", status_code=201, responses={403: {}})
async def create_account(body: AccountCreate, request: Request, response: Response) -> SessionOut:
    """Create the first account and sign it in."""
    if await _done(request, store.has_house):
        raise service.taken()
    password_hash = await HASHING.run(lambda: hashed(service.checked(body).password))
    days = _settings(request).session_days

    def create(session: Session) -> service.Opened:
        user = service.create_first_account(session, body, password_hash)
        return _open(request, user, days, session)

    return entered(request, response, await _done(request, create), timedelta(days=days))


@hashing.post("/accounts/others", status_code=201, responses={401: {}, 403: {}, 409: {}})
async def create_other(body: AccountCreate, request: Request) -> UserOut:
    """An account for another photographer, by whoever has the first one here."""

    def may(session: Session) -> None:
        if _settings(request).demo:
            raise Refused("The demo has its one photographer. Real use has accounts.")
        service.check_first(session, admitted(request, session))

    await _done(request, may)
    password_hash = await HASHING.run(lambda: hashed(service.checked(body).password))

    def create(session: Session) -> UserOut:
        return UserOut.model_validate(service.create_account(session, body, password_hash))

    return await _done(request, create)


@hashing.post("/session", responses={401: {}, 429: {}})
async def sign_in(body: SignIn, request: Request, response: Response) -> SessionOut:
    """Sign in with address and password."""
    days = _settings(request).session_days
    device = service.token_hash(request.cookies.get(DEVICE_COOKIE, ""))

    def begin(session: Session) -> tuple[Try, str | None]:
        known = device if store.is_known_device(session, device, body.email) else None
        tried = Try(body.email, request.client.host if request.client else "", known)
        return tried, service.begin_sign_in(session, tried, now_utc())

    tried, password_hash = await _done(request, begin)
    right = await HASHING.run(
        partial(is_right, body.password, password_hash), must=tried.device is not None
    )

    def finish(session: Session) -> service.Opened:
        user = service.finish_sign_in(session, tried, right, now_utc())
        return _open(request, user, days, session)

    return entered(request, response, await _done(request, finish), timedelta(days=days))


@router.post("/session/demo", responses={403: {}})
def enter_demo(request: Request, response: Response, session: DbSession) -> SessionOut:
    """Enter the demo as its made-up photographer; refused outside the demo."""
    user = store.user_by_email(session, DEMO_EMAIL) if _settings(request).demo else None
    if user is None:
        raise Refused("This is not the demo. Please sign in.")
    store.sweep(session, now_utc())
    opened = _open(request, user, DEMO_DAYS, session)
    return entered(request, response, opened, timedelta(days=DEMO_DAYS))


@router.delete("/session", status_code=204)
def sign_out(
    response: Response, user: CurrentUser, session: DbSession, token: SessionToken = None
) -> None:
    """Sign this browser out; its session cannot be used again."""
    if token:
        store.end_session(session, service.token_hash(token))
    response.delete_cookie(COOKIE, path="/")


@router.get("/sessions")
def list_sessions(
    user: CurrentUser, session: DbSession, token: SessionToken = None
) -> list[SessionListed]:
    """The browsers that are signed in to this account, the newest first."""
    return service.sessions_out(session, user, token, now_utc())


@router.delete("/sessions", status_code=204)
def sign_out_everywhere(response: Response, user: CurrentUser, session: DbSession) -> None:
    """End every session of this account."""
    store.end_sessions_of(session, user.id)
    response.delete_cookie(COOKIE, path="/")


@router.delete("/sessions/{session_id}", status_code=204)
def end_session(session_id: UUID, user: CurrentUser, session: DbSession) -> None:
    """End one session of this account."""
    service.end_one(session, user, session_id, now_utc())


@router.get("/account/speech")
def get_speech(user: CurrentUser) -> list[SpeechOut]:
    """How this photographer is spoken to: lengths, parts of a stop, bearings."""
    return service.speech_out(user)


@router.put("/account/speech")
def set_speech(body: SpeechIn, user: CurrentUser, session: DbSession) -> list[SpeechOut]:
    """Another unit for what is said from now on; what is not named stays."""
    service.speak_otherwise(session, user, body)
    return service.speech_out(user)


@hashing.put("/account/password", status_code=204, responses={401: {}, 403: {}, 429: {}})
async def change_password(
    body: PasswordChange, request: Request, token: SessionToken = None
) -> None:
    """Another password; every other session of the account ends."""
    mine = service.token_hash(token or "")

    def begin(session: Session) -> tuple[User, str | None]:
        user = admitted(request, session)
        return user, service.begin_sign_in(session, Try(user.email, "", mine), now_utc())

    user, password_hash = await _done(request, begin)
    if not await HASHING.run(partial(is_right, body.current, password_hash), must=True):
        raise WrongValue("current", "the password of this account", "another")

    def hash_new() -> str:
        check_strength(body.password, user.name, user.email)
        return hashed(body.password)

    new_hash = await HASHING.run(hash_new, must=True)
    await _done(request, lambda s: service.change_password(s, user.id, new_hash, mine))
