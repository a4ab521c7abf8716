"""What a picture says of itself. [cipa-dc008]

Nothing is believed beyond what it can be: a missing or senseless date is no date.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone

from patient_owl.ports.fields import plain_text

EXIF_IFD = 0x8769
ORIENTATION = 0x0112
_MAKE, _MODEL, _SERIAL = 0x010F, 0x0110, 0xA431
_TAKEN, _OFFSET, _SUB_SECOND = 0x9003, 0x9011, 0x9291
_EXPOSURE, _F_NUMBER, _ISO, _ISO_LONG, _FOCAL = 0x829A, 0x829D, 0x8827, 0x8832, 0x920A
TAGS = (
    ORIENTATION, _MAKE, _MODEL, _SERIAL, _TAKEN, _OFFSET, _SUB_SECOND, _EXPOSURE, _F_NUMBER, _ISO,
    _ISO_LONG, _FOCAL,
)  # fmt: skip
_ISO_FULL = 65_535  # the short field's end: the long one says it
_DATE_FORM = "%Y:%m:%d %H:%M:%S"
_FIRST_YEAR, _LAST_YEAR = 1990, 2100  # a camera whose clock was never set says 1970 or 1980
_MOST_OFFSET = timedelta(hours=14)  # of any zone. [tzdata]
CAMERA_LETTERS = 120


@dataclass(frozen=True)
class Said:
    """taken_local: by the camera's clock, which knows no zone. taken_utc: where the file says how
    far that clock was from UTC. camera: which one, so that two clocks on a card are two."""

    taken_local: datetime | None = None
    taken_utc: datetime | None = None
    exposure_s: float | None = None
    f_number: float | None = None
    iso: float | None = None
    focal_length_mm: float | None = None
    camera: str = ""


def said_by(tags: Mapping[int, object]) -> Said:
    """Of the tags of a file's first table and its EXIF table together."""
    local, utc = _taken(tags)
    iso = positive(tags.get(_ISO))
    if iso is None or iso >= _ISO_FULL:
        iso = positive(tags.get(_ISO_LONG)) or iso
    return Said(
        taken_local=local,
        taken_utc=utc,
        exposure_s=positive(tags.get(_EXPOSURE)),
        f_number=positive(tags.get(_F_NUMBER)),
        iso=iso,
        focal_length_mm=positive(tags.get(_FOCAL)),
        camera=_camera(tags),
    )


def _camera(tags: Mapping[int, object]) -> str:
    words = (_text(tags.get(tag)) for tag in (_MAKE, _MODEL, _SERIAL))
    return " ".join(word for word in words if word)[:CAMERA_LETTERS]


def _text(value: object) -> str:
    if isinstance(value, bytes):
        value = value.decode("utf-8", "replace")
    if not isinstance(value, str):
        return ""
    return " ".join(plain_text(value).split())


def _taken(tags: Mapping[int, object]) -> tuple[datetime | None, datetime | None]:
    try:
        local = datetime.strptime(_text(tags.get(_TAKEN)), _DATE_FORM)  # noqa: DTZ007
    except ValueError:
        return None, None
    if not _FIRST_YEAR <= local.year <= _LAST_YEAR:
        return None, None
    part = _text(tags.get(_SUB_SECOND))
    if part.isascii() and part.isdecimal():
        local += timedelta(seconds=float(f"0.{part}"))
    try:
        said = _text(tags.get(_OFFSET))  # "+01:00"
        offset = timedelta(hours=int(said[1:3]), minutes=int(said[4:6]))
        if offset > _MOST_OFFSET or said[0] not in "+-":
            return local, None
        offset *= -1 if said[0] == "-" else 1
        return local, local.replace(tzinfo=timezone(offset))
    except (ValueError, IndexError):
        return local, None


def positive(value: object) -> float | None:
    """A number of a tag, where it can be one."""
    try:
        number = float(value[0] if isinstance(value, tuple) else value)  # type: ignore[arg-type]
    except (TypeError, ValueError, ZeroDivisionError, IndexError):
        return None
    return number if math.isfinite(number) and 0 < number < 1e7 else None
