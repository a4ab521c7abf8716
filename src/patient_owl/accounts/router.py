"""Entering and leaving."""

from fastapi import Request, Response

from patient_owl.accounts import service, store
from patient_owl.accounts.current import COOKIE, CurrentUser, SessionToken
from patient_owl.accounts.schemas import AccountCreate, SessionOut, SignIn, UserOut
from patient_owl.errors import Refused
from patient_owl.http.request import DbSession, new_router
from patient_owl.settings import Settings
from patient_owl.storage.base import now_utc

router = new_router(tags=["accounts"])

DEMO_EMAIL = "ida@vellamark.invalid"


def _settings(request: Request) -> Settings:
    settings: Settings = request.app.state.settings
    return settings


def _entered(request: Request, response: Response, opened: service.Opened) -> SessionOut:
    settings = _settings(request)
    response.set_cookie(
        COOKIE,
        opened.token,
        max_age=settings.session_days * 86400,
        httponly=True,
        samesite="strict",
        secure=settings.secure_cookies,
        path="/",
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
        may_create_account=not store.has_users(session),
    )


@router.post("/accounts", status_code=201, responses={403: {}})
def create_account(
    body: AccountCreate, request: Request, response: Response, session: DbSession
) -> SessionOut:
    """Create the first account and sign it in."""
    user = service.create_first_account(session, body)
    days = _settings(request).session_days
    return _entered(request, response, service.open_session(session, user, now_utc(), days))


@router.post("/session", responses={401: {}, 429: {}})
def sign_in(body: SignIn, request: Request, response: Response, session: DbSession) -> SessionOut:
    """Sign in with address and password."""
    user = service.sign_in(session, body, now_utc())
    days = _settings(request).session_days
    return _entered(request, response, service.open_session(session, user, now_utc(), days))


@router.post("/session/demo", responses={403: {}})
def enter_demo(request: Request, response: Response, session: DbSession) -> SessionOut:
    """Enter the demo as its made-up photographer; refused outside the demo."""
    user = store.user_by_email(session, DEMO_EMAIL) if _settings(request).demo else None
    if user is None:
        raise Refused("This is not the demo. Please sign in.")
    return _entered(request, response, service.open_session(session, user, now_utc(), 1))


@router.delete("/session", status_code=204)
def sign_out(
    response: Response, user: CurrentUser, session: DbSession, token: SessionToken = None
) -> None:
    """Sign this browser out; its session cannot be used again."""
    if token:
        store.end_session(session, service.token_hash(token))
    response.delete_cookie(COOKIE, path="/")


@router.delete("/sessions", status_code=204)
def sign_out_everywhere(response: Response, user: CurrentUser, session: DbSession) -> None:
    """End every session of this account."""
    store.end_sessions_of(session, user.id)
    response.delete_cookie(COOKIE, path="/")
