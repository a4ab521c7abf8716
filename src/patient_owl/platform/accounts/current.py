"""The dependency every other endpoint stands on: who is asking."""

from typing import Annotated

from fastapi import Depends, Request
from fastapi.security import APIKeyCookie
from sqlalchemy.orm import Session

from patient_owl.platform.accounts import service
from patient_owl.platform.accounts.helper import check_helper
from patient_owl.platform.http.request import CSRF_HEADER, SAFE, DbSession
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.tables.accounts import User
from patient_owl.ports.errors import NotSignedIn
from patient_owl.words.speech import speak

COOKIE = "owl_session"
# asked for so that the description tells of it
SessionToken = Annotated[str | None, Depends(APIKeyCookie(name=COOKIE, auto_error=False))]


def admitted(request: Request, session: Session) -> User:
    """Who asks; NotSignedIn, or Refused where a change does not come from our own page."""
    signed_in = service.who(session, request.cookies.get(COOKIE), now_utc())
    if signed_in is None:
        raise NotSignedIn()
    row, user = signed_in
    if request.method not in SAFE:
        service.check_csrf(row, request.headers.get(CSRF_HEADER))
    check_helper(request, row)
    speak(service.speech_of(user))
    return user


async def _current_user(request: Request, session: DbSession, _: SessionToken = None) -> User:
    return admitted(request, session)


CurrentUser = Annotated[User, Depends(_current_user)]
SIGNED_IN = Depends(_current_user)  # for what asks only that somebody is
