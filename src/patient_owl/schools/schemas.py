"""Schools on the wire."""

from pydantic import BaseModel


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


class SchoolsIn(BaseModel):
    """Questions and the side taken; what is not named stays as it was."""

    schools: dict[str, str]
