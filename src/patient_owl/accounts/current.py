"""The dependency every other endpoint stands on: who is asking."""

from typing import Annotated

from fastapi import Depends, Request
from fastapi.security import APIKeyCookie

from patient_owl.accounts import service
from patient_owl.accounts.models import User
from patient_owl.errors import NotSignedIn
from patient_owl.http.request import SAFE, DbSession
from patient_owl.storage.base import now_utc

COOKIE = "owl_session"
CSRF_HEADER = "X-Owl-Csrf"
_cookie = APIKeyCookie(name=COOKIE, auto_error=False)


async def _current_user(
    request: Request,
    session: DbSession,
    token: Annotated[str | None, Depends(_cookie)] = None,
) -> User:
    found = service.who(session, token, now_utc())
    if found is None:
        raise NotSignedIn()
    row, user = found
    if request.method not in SAFE:
        service.check_csrf(row, request.headers.get(CSRF_HEADER))
    return user


CurrentUser = Annotated[User, Depends(_current_user)]
SIGNED_IN = Depends(_current_user)  # for what asks only that somebody is
SessionToken = Annotated[str | None, Depends(_cookie)]
