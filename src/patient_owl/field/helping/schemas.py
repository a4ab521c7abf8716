"""Helpers on the wire."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.ports.fields import Name, RequestBody


class HelperIn(RequestBody):
    """name: what the helper is called."""

    name: Annotated[Name, Field(max_length=80)]


class HelperOut(BaseModel):
    """Somebody who may read and run a night until it is over. has_come: the link was opened."""

    id: UUID
    name: str
    has_come: bool
    expires_at_utc: datetime


class InvitedOut(HelperOut):
    """token: what the link carries; said once, and good for one opening."""

    token: str


class TokenIn(RequestBody):
    token: Annotated[str, Field(min_length=20, max_length=100)]
