"""Entering and leaving."""

from collections.abc import Callable
from functools import partial
from typing import TypeVar
from uuid import UUID

from fastapi import APIRouter, Request, Response
from sqlalchemy.orm import Session

from patient_owl.accounts import service, store
from patient_owl.accounts.current import COOKIE, CurrentUser, SessionToken, admitted
from patient_owl.accounts.models import User
from patient_owl.accounts.passwords import check_strength, hashed, is_right
from patient_owl.accounts.schemas import (
    AccountCreate,
    PasswordChange,
    SessionListed,
    SessionOut,
    SignIn,
    UserOut,
)
from patient_owl.accounts.tries import Try
from patient_owl.core.errors import WrongValue
from patient_owl.errors import Refused
from patient_owl.http.pools import ENTRANCE, HASHING
from patient_owl.http.request import DbSession, new_router
from patient_owl.settings import Settings
from patient_owl.storage.base import now_utc
from patient_owl.storage.sessions import in_transaction

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


def _settings(request: Request) -> Settings:
    settings: Settings = request.app.state.settings
    return settings


def _open(request: Request, user: User, days: int, session: Session) -> service.Opened:
    device = request.headers.get("user-agent", "")
    known = request.cookies.get(DEVICE_COOKIE)
    return service.open_session(session, user, now_utc(), days, device, known)


def _entered(request: Request, response: Response, opened: service.Opened, days: int) -> SessionOut:
    settings = _settings(request)
    for name, value, path, kept in (
        (COOKIE, opened.token, "/", days * 86400),
        (DEVICE_COOKIE, opened.device_token, DEVICE_PATH, int(store.DEVICE_KEPT.total_seconds())),
    ):
        response.set_cookie(
            name,
            value,
            max_age=kept,
            httponly=True,
            samesite="strict",
            secure=settings.secure_cookies,
            path=path,
        )
    return SessionOut(
        user=UserOut.model_validate(opened.user),
        csrf_token=opened.row.csrf_token,
        is_demo=settings.demo,
        may_create_account=False,
    )


@router.get("/session")
def get_session(request: Request, session: DbSession, token: SessionToken = None) -> SessionOut:
    """Who is signed in, and what the entrance offers."""
    found = service.who(session, token, now_utc())
    return SessionOut(
        user=UserOut.model_validate(found[1]) if found else None,
        csrf_token=found[0].csrf_token if found else None,
        is_demo=_settings(request).demo,
        may_create_account=found is None and not store.has_house(session),
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

    return _entered(request, response, await _done(request, create), days)


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

    return _entered(request, response, await _done(request, finish), days)


@router.post("/session/demo", responses={403: {}})
def enter_demo(request: Request, response: Response, session: DbSession) -> SessionOut:
    """Enter the demo as its made-up photographer; refused outside the demo."""
    user = store.user_by_email(session, DEMO_EMAIL) if _settings(request).demo else None
    if user is None:
        raise Refused("This is not the demo. Please sign in.")
    store.sweep(session, now_utc())
    opened = _open(request, user, DEMO_DAYS, session)
    return _entered(request, response, opened, DEMO_DAYS)


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
