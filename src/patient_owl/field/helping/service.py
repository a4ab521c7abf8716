"""Giving a night to a helper: a session of its owner's that sees this night alone.

The link opens once, on the helper's own phone; from then on it is that browser's, and ends with the
night or when its owner ends it.
"""

import secrets
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.field.helping.schemas import HelperOut, InvitedOut
from patient_owl.planning.nights.service import bounds_of
from patient_owl.platform.accounts import store
from patient_owl.platform.accounts.service import Opened, token_hash
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.accounts import SignedInSession
from patient_owl.platform.tables.nights import Night
from patient_owl.ports.errors import NotFound, Refused

GOES_HOME = timedelta(days=1)  # after the night, for what still waits on the phone
MOST_HELPERS = 20  # of one night


def helpers_of(session: Session, night: Night, now_utc: datetime) -> list[HelperOut]:
    return [_out(row) for row in _rows(session, night, now_utc)]


def invite(visit: Visit, night: Night, name: str) -> InvitedOut:
    """Refused once the night is over, or with more helpers than anybody leads."""
    expires = bounds_of(night).end_utc + GOES_HOME
    if expires <= visit.now_utc:
        raise Refused("That night is over: there is nothing left to help with.")
    if len(_rows(visit.session, night, visit.now_utc)) >= MOST_HELPERS:
        raise Refused(f"A night has at most {MOST_HELPERS} helpers.")
    token = secrets.token_urlsafe(32)
    row = SignedInSession(
        token_hash=token_hash(token),
        user_id=visit.user.id,
        night_id=night.id,
        csrf_token=secrets.token_urlsafe(24),
        device=name,
        created_at_utc=visit.now_utc,
        expires_at_utc=expires,
    )
    visit.session.add(row)
    visit.session.flush()
    return InvitedOut(**_out(row).model_dump(), token=token)


def come(session: Session, link_token: str, now_utc: datetime) -> Opened:
    """The link is opened: its token goes, and the browser has one that nobody else saw."""
    invited = store.session_of(session, token_hash(link_token), now_utc)
    if invited is None or invited[0].night_id is None or invited[0].has_come:
        raise Refused("This link was opened before, or is over. Ask for another one.")
    row, user = invited
    token = secrets.token_urlsafe(32)
    row.token_hash, row.has_come = token_hash(token), True
    session.flush()
    return Opened(token, "", row, user)


def dismiss(session: Session, night: Night, helper_id: UUID, now_utc: datetime) -> None:
    for row in _rows(session, night, now_utc):
        if row.id == helper_id:
            session.delete(row)
            return
    raise NotFound("helper")


def _rows(session: Session, night: Night, now_utc: datetime) -> list[SignedInSession]:
    query = select(SignedInSession).where(
        SignedInSession.night_id == night.id, SignedInSession.expires_at_utc > now_utc
    )
    return list(session.scalars(query.order_by(SignedInSession.created_at_utc)))


def _out(row: SignedInSession) -> HelperOut:
    return HelperOut(
        id=row.id, name=row.device, has_come=row.has_come, expires_at_utc=row.expires_at_utc
    )
