"""One request of one photographer: whose rows, through which devices, at what moment.

The clock is read here, once a request; nothing below asks it again.
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.http.request import DbSession
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.tables.accounts import User
from patient_owl.ports.devices import Devices


@dataclass(frozen=True)
class Visit:
    """What a service needs to know of whoever asks."""

    session: Session
    user: User
    devices: Devices
    now_utc: datetime


async def _visit(request: Request, session: DbSession, user: CurrentUser) -> Visit:
    return Visit(session, user, request.app.state.devices, now_utc())


CurrentVisit = Annotated[Visit, Depends(_visit)]
