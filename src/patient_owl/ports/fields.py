"""Field types that several schemas share, and what every request is made of.

Text comes in through one door, `plain_text`: what the database, a file format or a terminal could
stumble over is mended there, so nothing behind it has to think of it again.
"""

import re
import unicodedata
from datetime import UTC, datetime, time
from typing import Annotated, Any, TypeVar

from pydantic import (
    AfterValidator,
    AwareDatetime,
    BaseModel,
    ConfigDict,
    Field,
    StringConstraints,
    model_validator,
)

from patient_owl.core.sky import ephemeris

# Line ends of all systems become one; other control characters, the halves of a surrogate pair and
# code points that stand for no character are none that a person types. [unicode15]
_LINE_ENDS = re.compile("\r\n|[\r\v\f\x85\u2028\u2029]")
_NEVER_TYPED = re.compile(
    "[\x00-\x08\x0e-\x1f\x7f-\x9f\ufdd0-\ufdef"
    + "".join(f"{chr(plane << 16 | 0xFFFE)}{chr(plane << 16 | 0xFFFF)}" for plane in range(17))
    + "]"
)
_HALVES = re.compile("[\ud800-\udfff]")
MOST_DEPTH = 32  # of a request's lists and objects; its deepest form has six


def plain_text(text: str) -> str:
    """Text as it is kept: composed (NFC), lines ended by a line feed, nothing that is not text.

    Half a surrogate pair becomes U+FFFD, so that it can be seen that something was there.
    """
    if text.isascii() and text.isprintable():
        return text
    whole = _HALVES.sub("\N{REPLACEMENT CHARACTER}", text)
    return unicodedata.normalize("NFC", _NEVER_TYPED.sub("", _LINE_ENDS.sub("\n", whole)))


def _one_line(text: str) -> str:
    return " ".join(text.split())


def plain(value: Any, depth: int = 0) -> Any:
    """A value with all its text plain, keys too; ValueError where it nests too deep."""
    if isinstance(value, str):
        return plain_text(value)
    if depth > MOST_DEPTH:
        raise ValueError(f"at most {MOST_DEPTH} levels of lists and objects")
    if isinstance(value, dict):
        return {plain(k): plain(v, depth + 1) for k, v in value.items()}
    if isinstance(value, list):
        return [plain(item, depth + 1) for item in value]
    return value


class RequestBody(BaseModel):
    """What somebody sends. Its text is plain before anything else looks at it; no number is
    infinite or none."""

    model_config = ConfigDict(allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _is_plain(cls, value: Any) -> Any:
        return plain(value)


def like(**example: Any) -> ConfigDict:
    """The configuration of a request with an example of it, for the API's description."""
    return ConfigDict(json_schema_extra={"examples": [example]})


OneLine = Annotated[str, AfterValidator(_one_line)]
Title = Annotated[OneLine, StringConstraints(max_length=120)]
Name = Annotated[OneLine, StringConstraints(min_length=1, max_length=120)]
NOTES_LETTERS = 4000
Notes = Annotated[str, Field(max_length=NOTES_LETTERS)]
Key = Annotated[str, Field(max_length=40)]

# Two numbers. A list, because OpenAPI's tuples do not survive every client.
_TWO = Field(min_length=2, max_length=2)
Pair = Annotated[list[float], _TWO]
Row = Annotated[list[Annotated[float, Field(ge=0, le=1e6)]], _TWO]  # of a table of kit

FIRST_MOMENT = datetime.combine(ephemeris.FIRST_DAY, time(), tzinfo=UTC)
LAST_MOMENT = datetime.combine(ephemeris.LAST_DAY, time(), tzinfo=UTC)


def _of_our_time(moment: datetime) -> datetime:
    # compared as it came: the year 1 at UTC+14 lies before the first moment UTC can write
    if not FIRST_MOMENT <= moment <= LAST_MOMENT:
        raise ValueError(f"a moment from {FIRST_MOMENT:%Y-%m-%d} to {LAST_MOMENT:%Y-%m-%d}")
    return moment.astimezone(UTC)


Moment = Annotated[
    AwareDatetime,
    AfterValidator(_of_our_time),
    Field(
        json_schema_extra={
            "formatMinimum": FIRST_MOMENT.isoformat(),
            "formatMaximum": LAST_MOMENT.isoformat(),
        }
    ),
]


Text = TypeVar("Text", bound=str)


def each_once(names: list[Text]) -> list[Text]:
    """A list without what stands in it twice."""
    return list(dict.fromkeys(names))
