"""Schools on the wire."""

from typing import Annotated

from pydantic import BaseModel, Field

from patient_owl.ports.fields import Key, RequestBody


class SideOut(BaseModel):
    key: str
    name: str
    argument: str


class SchoolOut(BaseModel):
    """A question with its sides, and the one this photographer takes."""

    key: str
    title: str
    sides: list[SideOut]
    picked: str


class SchoolsOut(BaseModel):
    """The questions practitioners differ on; `version` is what a change of side names."""

    version: int
    schools: list[SchoolOut]


class SchoolsIn(RequestBody):
    """Questions and the side taken; what is not named stays as it was."""

    schools: Annotated[dict[Key, Key], Field(max_length=50)]
