"""What goes over the wire about people."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from patient_owl.platform.questions import OptionOut, ShownOut
from patient_owl.ports.fields import Name, RequestBody, like
from patient_owl.words.speech import Bearings, Lengths, StopParts

Email = Annotated[
    str,
    StringConstraints(
        strip_whitespace=True, to_lower=True, max_length=254, pattern=r"^[^@\s]+@[^@\s]+$"
    ),
]
Password = Annotated[str, Field(min_length=10, max_length=200, description="10 to 200 characters")]


class AccountCreate(RequestBody):
    name: Annotated[Name, Field(max_length=80)]
    email: Email
    password: Password


class NewPassword(RequestBody):
    """What whoever runs the machine may give an account."""

    email: Email
    password: Password


class PasswordChange(RequestBody):
    current: Annotated[str, Field(min_length=1, max_length=200)]
    password: Password


class SignIn(RequestBody):
    model_config = like(email="ida@example.org", password="a heron waits at low water")

    email: Email
    password: Annotated[str, Field(min_length=1, max_length=200)]


class UserOut(BaseModel):
    model_config = ConfigDict(from_attributes=True)

    id: UUID
    name: str
    email: str


class HelpsOut(BaseModel):
    """Of a helper: the night, and what he is called."""

    night_id: UUID
    name: str


class SessionOut(BaseModel):
    """Who is signed in, if anybody, and what the entrance offers.

    csrf_token goes back in the X-Owl-Csrf header of every change. units: how figures kept in a unit
    are shown to this photographer. helps: set where a helper of one night is signed in.
    """

    user: UserOut | None
    csrf_token: str | None
    is_demo: bool
    may_create_account: bool
    units: dict[str, ShownOut]
    helps: HelpsOut | None = None


class SessionListed(BaseModel):
    """A browser that is signed in. is_this: the one that asks."""

    id: UUID
    device: str
    created_at_utc: datetime
    expires_at_utc: datetime
    is_this: bool


class SpeechOut(BaseModel):
    """One way in which a photographer is spoken to, and what it may be."""

    key: str
    label: str
    picked: str
    choices: list[OptionOut]


class SpeechIn(RequestBody):
    """What is named changes."""

    lengths: Lengths | None = None
    stops: StopParts | None = None
    bearings: Bearings | None = None
